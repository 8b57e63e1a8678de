import type { BenchFrame } from './flame-work.ts'

/** How loud all of it may be. */
const MOST = 0.35
/** Sound follows the flame so quickly, s. */
const FOLLOWS_S = 0.06

/** A second or two of noise, from which hiss, roar and pop are made. */
function noiseOf(context: AudioContext): AudioBuffer {
  const buffer = context.createBuffer(1, context.sampleRate * 2, context.sampleRate)
  const data = buffer.getChannelData(0)
  let brown = 0
  for (let i = 0; i < data.length; i++) {
    const white = Math.random() * 2 - 1
    brown = 0.97 * brown + 0.03 * white
    data[i] = 0.55 * white + 4 * brown
  }
  return buffer
}

/** The sound of a flame: hiss of its cones, roar of its envelope, the jet over it, a pop when it runs back. */
export class FlameSound {
  private readonly context = new AudioContext()
  private readonly noise = noiseOf(this.context)
  private readonly hiss = this.voice('highpass', 2800)
  private readonly roar = this.voice('lowpass', 520)
  private readonly jet = this.voice('bandpass', 4200)
  private readonly gas = this.voice('highpass', 5200)
  private heard = -1

  private voice(type: BiquadFilterType, hz: number): { gain: AudioParam; hz: AudioParam } {
    const source = this.context.createBufferSource()
    source.buffer = this.noise
    source.loop = true
    const filter = this.context.createBiquadFilter()
    filter.type = type
    filter.frequency.value = hz
    const gain = this.context.createGain()
    gain.gain.value = 0
    source.connect(filter).connect(gain).connect(this.context.destination)
    source.start()
    return { gain: gain.gain, hz: filter.frequency }
  }

  /** Sounds as the flame does now. */
  follow(frame: BenchFrame): void {
    const { seen, happened, lit } = frame
    const at = this.context.currentTime
    const to = (param: AudioParam, value: number) => param.setTargetAtTime(value, at, FOLLOWS_S)
    const flutter = seen ? 1 + Math.min(0.7, seen.sways * 5) * Math.sin(at * seen.heaves * 2 * Math.PI) : 1
    to(this.hiss.gain, seen ? MOST * 0.5 * seen.hiss : 0)
    to(this.hiss.hz, 2200 + 2600 * (seen?.hiss ?? 0))
    to(this.roar.gain, seen ? MOST * seen.roar * flutter : 0)
    to(this.roar.hz, 260 + 700 * (seen?.roar ?? 0))
    to(this.jet.gain, frame.hands.lever ? MOST * 0.6 : 0)
    to(this.gas.gain, !lit && frame.gasRuns ? MOST * 0.22 : 0)
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

  private bang(loud: number): void {
    const { context } = this
    const at = context.currentTime
    const source = context.createBufferSource()
    source.buffer = this.noise
    const filter = context.createBiquadFilter()
    filter.type = 'lowpass'
    filter.frequency.value = 1400
    const gain = context.createGain()
    gain.gain.setValueAtTime(loud * MOST * 2.4, at)
    gain.gain.exponentialRampToValueAtTime(0.0008, at + 0.16)
    source.connect(filter).connect(gain).connect(context.destination)
    source.start(at)
    source.stop(at + 0.2)
  }

  /** Silent, and gone. */
  end(): void {
    void this.context.close()
  }
}
