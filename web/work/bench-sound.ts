/** How loud all of it may be. */
export const MOST_LOUD = 0.35
/** Sound follows what makes it so quickly, s. */
const FOLLOWS_S = 0.06

/** A second or two of noise, from which hiss, roar, crackle and pop are made. */
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

/** A voice of a bench: how loud it is and where it lies. */
export interface Voice {
  readonly gain: AudioParam
  readonly hz: AudioParam
}

/** What the sounds of the benches are made of: noise through filters, and bangs. */
export class BenchSound {
  protected readonly context = new AudioContext()
  private readonly noise = noiseOf(this.context)

  /** A voice that goes on, silent at first. */
  protected voice(type: BiquadFilterType, hz: number): Voice {
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

  /** Leads a voice to a value, without a click. */
  protected to(param: AudioParam, value: number): void {
    param.setTargetAtTime(value, this.context.currentTime, FOLLOWS_S)
  }

  /** A short noise: how loud, 0 to 1, under which pitch, for how long, and when on the clock of the sound. */
  protected bang(loud: number, hz = 1400, lastsS = 0.16, at = this.context.currentTime): void {
    const source = this.context.createBufferSource()
    source.buffer = this.noise
    const filter = this.context.createBiquadFilter()
    filter.type = 'lowpass'
    filter.frequency.value = hz
    const gain = this.context.createGain()
    gain.gain.setValueAtTime(loud * MOST_LOUD * 2.4, at)
    gain.gain.exponentialRampToValueAtTime(0.0008, at + lastsS)
    source.connect(filter).connect(gain).connect(this.context.destination)
    source.start(at)
    source.stop(at + lastsS + 0.04)
  }

  /** Silent, and gone. */
  end(): void {
    void this.context.close()
  }
}
