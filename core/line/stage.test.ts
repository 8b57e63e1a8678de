import { describe, expect, it } from 'vitest'
import { brazeSteps, cutSteps, given } from './test-support.ts'
import { keepsTick, stageOf, STAGES, stretchesOf } from './stage.ts'

const procedures = () => [given(cutSteps()), given(brazeSteps())]

describe('the stretches of a procedure', () => {
  it('hold every step once, in order', () => {
    for (const { steps } of procedures()) {
      const stretches = stretchesOf(steps)
      expect(stretches[0]?.from).toBe(0)
      expect(stretches.at(-1)?.to).toBe(steps.length)
      stretches.slice(1).forEach((s, i) => expect(s.from).toBe(stretches[i]?.to))
      for (const { stage, from, to } of stretches)
        for (const s of steps.slice(from, to)) expect(stageOf(s)).toBe(stage)
      // from cold to cold: each comes once
      expect(stretches.map((s) => s.stage)).toEqual(['open', 'purge', 'light', 'piece', 'shut'])
    }
    expect(Object.keys(STAGES)).toContain('next')
  })
  it('keep a tick for what hurts when it is left out, and for what a clock holds', () => {
    for (const { steps } of procedures()) {
      const kept = steps.filter(keepsTick).map((s) => s.id)
      for (const id of [
        'screws-out',
        'open-oxygen',
        'open-fuel',
        'purge-oxygen',
        'purge-fuel',
        'leaks',
        'shut-cylinders',
      ])
        expect(kept, id).toContain(id)
      for (const id of ['light', 'trim', 'wind-out', 'fire-watch']) expect(kept, id).not.toContain(id)
      for (const s of steps) if (s.timer?.kind === 'at-least') expect(kept).toContain(s.id)
    }
    expect(keepsTick({ id: 'shut-torch~1', phase: 'break', role: 'shut-torch', acts: [] })).toBe(true)
  })
})
