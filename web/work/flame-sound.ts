import { BenchSound, MOST_LOUD } from './bench-sound.ts'
import type { BenchFrame } from './flame-work.ts'

/** The sound of a flame: hiss of its cones, roar of its envelope, the jet over it, a pop when it runs back. */
export class FlameSound extends BenchSound {
  private readonly hiss = this.voice('highpass', 2800)
  private readonly roar = this.voice('lowpass', 520)
  private readonly jet = this.voice('bandpass', 4200)
  private readonly gas = this.voice('highpass', 5200)
  private heard = -1

  /** Sounds as the flame does now. */
  follow(frame: BenchFrame): void {
    const { seen, happened, lit } = frame
    const at = this.context.currentTime
    const flutter = seen ? 1 + Math.min(0.7, seen.sways * 5) * Math.sin(at * seen.heaves * 2 * Math.PI) : 1
    this.to(this.hiss.gain, seen ? MOST_LOUD * 0.5 * seen.hiss : 0)
    this.to(this.hiss.hz, 2200 + 2600 * (seen?.hiss ?? 0))
    this.to(this.roar.gain, seen ? MOST_LOUD * seen.roar * flutter : 0)
    this.to(this.roar.hz, 260 + 700 * (seen?.roar ?? 0))
    this.to(this.jet.gain, frame.hands.lever ? MOST_LOUD * 0.6 : 0)
    this.to(this.gas.gain, !lit && frame.gasRuns ? MOST_LOUD * 0.22 : 0)
    if (!happened || happened.at === this.heard) return
    this.heard = happened.at
    if (frame.at - happened.at > 10) return
    if (
      happened.what === 'pop' ||
      happened.what === 'bang' ||
      happened.what === 'lit' ||
      happened.what === 'blown-off'
    )
      this.bang(happened.what === 'bang' ? 1 : happened.what === 'pop' ? 0.7 : 0.25)
  }
}
