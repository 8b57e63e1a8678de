import { BenchSound, MOST_LOUD } from './bench-sound.ts'
import type { PaceFrame } from './pace-work.ts'

/** Ticks are laid so far ahead, s: longer than from one look to the next. */
const AHEAD_S = 0.4

/** The planned pace as it is heard: a tick each so many seconds, and how loud, 0 to 1. */
export interface PaceTick {
  readonly eachS: number
  readonly loud: number
}

/** The sound of a cut: the flame's hiss, the jet, the crackle that stops when it is lost; and the tick of the planned pace. */
export class PaceSound extends BenchSound {
  private readonly hiss = this.voice('highpass', 3200)
  private readonly jet = this.voice('bandpass', 4200)
  private readonly crackle = this.voice('bandpass', 900)
  private pops = 0
  private ticked = -1

  /** Sounds as the cut does now. @param tick of the planned pace; none where it is off */
  follow(frame: PaceFrame, tick: PaceTick | undefined): void {
    const at = this.context.currentTime
    const over = frame.finished
    this.to(this.hiss.gain, over ? 0 : MOST_LOUD * 0.14)
    this.to(this.jet.gain, over ? 0 : MOST_LOUD * 0.3 * frame.lever)
    // a cut that goes crackles evenly; one that drags breaks up
    const rough = frame.sparks === 'trail' ? 0.5 + 0.5 * Math.sin(at * 60) : 0.85 + 0.15 * Math.sin(at * 43)
    const goes = frame.running && frame.sparks !== 'up'
    this.to(this.crackle.gain, over || !goes ? 0 : MOST_LOUD * 1.3 * rough)
    if (frame.pops > this.pops) this.bang(0.8)
    this.pops = frame.pops
    if (tick && frame.wentS !== undefined && !over) this.tickOn(frame.wentS, tick, at)
    else if (frame.wentS === undefined) this.ticked = -1
  }

  /** Lays the ticks of the time that comes on the clock of the sound. */
  private tickOn(wentS: number, { eachS, loud }: PaceTick, at: number): void {
    const until = Math.floor((wentS + AHEAD_S) / eachS)
    for (let n = Math.max(this.ticked + 1, Math.ceil(wentS / eachS)); n <= until; n++) {
      if (loud > 0) this.bang(0.5 * loud, 3000, 0.05, at + n * eachS - wentS)
      this.ticked = n
    }
  }
}
