import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { BenchFrame } from './flame-work.ts'
import { FlameSound } from './flame-sound.ts'

/** What was asked of a param last. */
class Param {
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
const gains: Param[] = []
let bangs = 0
let closed = 0
class Context {
  currentTime = 0
  sampleRate = 200
  destination = {}
  createBuffer = (_: number, length: number) => ({ getChannelData: () => new Float32Array(length) })
  createBufferSource = () => {
    const source = {
      connect: (to: object) => to,
      start: (at?: number) => {
        if (at !== undefined) bangs++
      },
      stop: () => undefined,
    }
    return source
  }
  createBiquadFilter = () => ({ frequency: new Param(), connect: (to: object) => to })
  createGain = () => {
    const gain = new Param()
    gains.push(gain)
    return { gain, connect: (to: object) => to }
  }
  close = () => {
    closed++
    return Promise.resolve()
  }
}
beforeEach(() => {
  gains.length = 0
  bangs = 0
  vi.stubGlobal('AudioContext', Context)
})

const frame = (part: Partial<BenchFrame>): BenchFrame =>
  ({
    at: 10,
    lit: true,
    gasRuns: true,
    hands: { lever: false },
    seen: undefined,
    happened: undefined,
    ...part,
  }) as BenchFrame
const seen = (hiss: number, roar: number) =>
  ({ hiss, roar, sways: 0, heaves: 10 }) as unknown as NonNullable<BenchFrame['seen']>

describe('the sound of a flame', () => {
  it('is silent until there is something to hear, and hisses more as oxygen comes', () => {
    const sound = new FlameSound()
    const [hiss, roar, jet, gas] = gains as [Param, Param, Param, Param]
    expect(gains.every((g) => g.value === 0)).toBe(true)
    sound.follow(frame({ seen: seen(0.2, 0.5) }))
    const soft = hiss.set
    expect(roar.set).toBeGreaterThan(0)
    sound.follow(frame({ seen: seen(1, 0.5), hands: { oxygen: 1, fuel: 1, handle: 1, lever: true } }))
    expect(hiss.set).toBeGreaterThan(soft)
    expect(jet.set).toBeGreaterThan(0)
    sound.follow(frame({ lit: false }))
    expect([hiss.set, roar.set, jet.set]).toEqual([0, 0, 0])
    expect(gas.set).toBeGreaterThan(0)
    sound.end()
    expect(closed).toBe(1)
  })

  it('pops once for each time it happens, and not for what is long past', () => {
    const sound = new FlameSound()
    const pop = { at: 100, what: 'pop' } as const
    sound.follow(frame({ at: 101, happened: pop }))
    sound.follow(frame({ at: 103, happened: pop }))
    expect(bangs).toBe(1)
    sound.follow(frame({ at: 300, happened: { at: 200, what: 'bang' } }))
    expect(bangs).toBe(1)
    sound.follow(frame({ at: 401, happened: { at: 400, what: 'missed' } }))
    expect(bangs).toBe(1)
  })
})
