import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { BenchFrame } from './flame-work.ts'
import { FlameSound } from './flame-sound.ts'
import type { AudioParamTold } from './flame-test-support.ts'
import { quietAudio } from './flame-test-support.ts'

let audio: ReturnType<typeof quietAudio>
beforeEach(() => {
  audio = quietAudio()
})
afterEach(() => vi.unstubAllGlobals())

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
    const { gains } = audio
    const [hiss, roar, jet, gas] = gains as [AudioParamTold, AudioParamTold, AudioParamTold, AudioParamTold]
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
    expect(audio.closed()).toBe(1)
  })

  it('pops once for each time it happens, and not for what is long past', () => {
    const sound = new FlameSound()
    const pop = { at: 100, what: 'pop' } as const
    sound.follow(frame({ at: 101, happened: pop }))
    sound.follow(frame({ at: 103, happened: pop }))
    expect(audio.bangs()).toBe(1)
    sound.follow(frame({ at: 300, happened: { at: 200, what: 'bang' } }))
    expect(audio.bangs()).toBe(1)
    sound.follow(frame({ at: 401, happened: { at: 400, what: 'missed' } }))
    expect(audio.bangs()).toBe(1)
  })
})
