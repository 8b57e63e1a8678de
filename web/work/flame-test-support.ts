import { expose } from 'comlink'
import { vi } from 'vitest'
import { flameWork } from './flame-work.ts'
import { heatWork } from './heat-work.ts'
import { paceWork } from './pace-work.ts'

/** Where somebody asks for a worker: the bench's own code behind a channel, and for a painter one that takes all. */
export function benchWorkers(): { readonly ended: () => number } {
  let ended = 0
  const painter = {
    stage: () => undefined,
    set: () => undefined,
    listen: () => undefined,
    rest: () => undefined,
    wake: () => undefined,
  }
  vi.stubGlobal(
    'Worker',
    class {
      private readonly page: MessagePort
      constructor(url: URL) {
        const { port1, port2 } = new MessageChannel()
        const staged = { stage: () => undefined }
        const { href } = url
        expose(
          href.includes('paint')
            ? painter
            : href.includes('heat')
              ? { ...heatWork, ...staged }
              : href.includes('pace')
                ? { ...paceWork, ...staged }
                : flameWork,
          port1,
        )
        this.page = port2
        this.page.start()
      }
      postMessage(message: unknown, transfer: Transferable[] = []) {
        this.page.postMessage(message, transfer)
      }
      addEventListener(...of: Parameters<MessagePort['addEventListener']>) {
        this.page.addEventListener(...of)
      }
      removeEventListener(...of: Parameters<MessagePort['removeEventListener']>) {
        this.page.removeEventListener(...of)
      }
      terminate() {
        ended++
        flameWork.rest()
        heatWork.rest()
        paceWork.rest()
        this.page.close()
      }
    },
  )
  return { ended: () => ended }
}

/** What was asked of a param last. */
export class AudioParamTold {
  value = 0
  set = 0
  setTargetAtTime(value: number) {
    this.set = value
  }
  setValueAtTime(value: number) {
    this.set = value
  }
  exponentialRampToValueAtTime() {
    return undefined
  }
}

/** An audio device that nobody hears: the gains of its voices, how often something banged, and whether it was put away. */
export function quietAudio(): {
  readonly gains: readonly AudioParamTold[]
  readonly bangs: () => number
  readonly closed: () => number
} {
  const gains: AudioParamTold[] = []
  let bangs = 0
  let closed = 0
  vi.stubGlobal(
    'AudioContext',
    class {
      currentTime = 0
      sampleRate = 200
      destination = {}
      createBuffer = (_: number, length: number) => ({ getChannelData: () => new Float32Array(length) })
      createBufferSource = () => ({
        connect: (to: object) => to,
        start: (at?: number) => {
          if (at !== undefined) bangs++
        },
        stop: () => undefined,
      })
      createBiquadFilter = () => ({ frequency: new AudioParamTold(), connect: (to: object) => to })
      createGain = () => {
        const gain = new AudioParamTold()
        gains.push(gain)
        return { gain, connect: (to: object) => to }
      }
      close = () => {
        closed++
        return Promise.resolve()
      }
    },
  )
  return { gains, bangs: () => bangs, closed: () => closed }
}
