import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { quietAudio, type AudioParamTold } from './flame-test-support.ts'
import { PaceSound } from './pace-sound.ts'
import type { PaceFrame } from './pace-work.ts'

let audio: ReturnType<typeof quietAudio>
beforeEach(() => {
  audio = quietAudio()
})
afterEach(() => vi.unstubAllGlobals())

const frame = (part: Partial<PaceFrame>): PaceFrame =>
  ({
    finished: false,
    lever: 0,
    running: false,
    sparks: 'none',
    pops: 0,
    wentS: undefined,
    ...part,
  }) as PaceFrame

describe('the sound of a cut', () => {
  it('is the flame, the jet while the lever is down, and a crackle that stops when it is lost', () => {
    const sound = new PaceSound()
    const [hiss, jet, crackle] = audio.gains as [AudioParamTold, AudioParamTold, AudioParamTold]
    sound.follow(frame({}), undefined)
    expect(hiss.set).toBeGreaterThan(0)
    expect([jet.set, crackle.set]).toEqual([0, 0])
    sound.follow(frame({ lever: 1, running: true, sparks: 'down' }), undefined)
    expect(jet.set).toBeGreaterThan(0)
    expect(crackle.set).toBeGreaterThan(0)
    sound.follow(frame({ lever: 1, running: true, sparks: 'up' }), undefined)
    expect(crackle.set).toBe(0)
    sound.follow(frame({ lever: 1, finished: true }), undefined)
    expect([hiss.set, jet.set, crackle.set]).toEqual([0, 0, 0])
    sound.end()
    expect(audio.closed()).toBe(1)
  })
  it('pops once for each time that the cones touched the work', () => {
    const sound = new PaceSound()
    sound.follow(frame({ pops: 1 }), undefined)
    sound.follow(frame({ pops: 1 }), undefined)
    expect(audio.bangs()).toBe(1)
    sound.follow(frame({ pops: 2 }), undefined)
    expect(audio.bangs()).toBe(2)
  })
  it('ticks the planned pace, each stroke once, and none where nobody needs it', () => {
    const sound = new PaceSound()
    const tick = { eachS: 0.5, loud: 1 }
    sound.follow(frame({ wentS: 0 }), tick)
    const first = audio.bangs()
    expect(first).toBe(1)
    for (let t = 0; t <= 2; t += 0.06) sound.follow(frame({ wentS: t }), tick)
    // at 0, 0.5, 1, 1.5 and 2
    expect(audio.bangs()).toBe(5)
    sound.follow(frame({ wentS: 2.2 }), { eachS: 0.5, loud: 0 })
    expect(audio.bangs()).toBe(5)
    sound.follow(frame({}), tick)
    sound.follow(frame({ wentS: 0 }), tick)
    expect(audio.bangs()).toBe(6)
  })
})
