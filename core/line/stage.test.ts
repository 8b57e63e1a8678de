import { describe, expect, it } from 'vitest'
import { brazeSteps, cutSteps, given } from './test-support.ts'
import { judgeBatch } from './every-method.ts'
import { USUAL_LINE_METHODS } from './methods.ts'
import { keepsTick, stageOf, STAGES, stretchesOf, type Stage } from './stage.ts'
import type { Phase } from './steps.ts'

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
      for (const s of steps)
        if (s.timer?.kind === 'at-least' && s.role !== 'set') expect(kept).toContain(s.id)
      expect(kept.some((k) => steps.find((s) => s.id === k)?.role === 'set')).toBe(false)
    }
    expect(keepsTick({ id: 'shut-torch~1', phase: 'break', role: 'shut-torch', acts: [] })).toBe(true)
  })
})

describe('the stretches of a batch', () => {
  const rig = { kind: 'cutting-attachment', checkValves: true, nitrogen: false } as const
  it('are one for each making, and for each change between two', () => {
    const { steps } = judgeBatch(
      'acetylene',
      [
        { rig, orificeM: 0.0011, repeats: 3 },
        { rig, orificeM: 0.0016, repeats: 1 },
      ],
      USUAL_LINE_METHODS,
    )
    const stretches = stretchesOf(steps)
    expect(stretches.map((s) => [s.stage, s.piece, s.repeat])).toEqual([
      ['open', undefined, undefined],
      ['purge', undefined, undefined],
      ['light', undefined, undefined],
      ['piece', 1, 1],
      ['piece', 1, 2],
      ['piece', 1, 3],
      ['next', undefined, undefined],
      ['piece', 2, 1],
      ['shut', undefined, undefined],
    ])
    expect(stretches.at(-1)?.to).toBe(steps.length)
  })
  it('leave what cools with the change that it cools in, or with the shutting down', () => {
    const step = (id: string, phase: Phase, stage: Stage) => ({ id, phase, stage, piece: 1, repeat: 1 })
    const on = (stage: Stage) =>
      stretchesOf([
        step('cut', 'cut', 'piece'),
        step('shut-torch', 'after', stage),
        step('hot', 'after', 'piece'),
        step('on', 'break', stage),
      ]).map((s) => [s.stage, s.from, s.to])
    expect(on('next')).toEqual([
      ['piece', 0, 1],
      ['next', 1, 4],
    ])
    expect(on('shut')).toEqual([
      ['piece', 0, 1],
      ['shut', 1, 4],
    ])
    // with the flame on, marking what is hot belongs to the making
    expect(stretchesOf([step('cut', 'cut', 'piece'), step('hot', 'after', 'piece')])).toHaveLength(1)
  })
})
