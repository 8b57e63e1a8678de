import { describe, expect, it } from 'vitest'
import { FUEL_IDS } from '../gas/fuels.ts'
import { batchPairs, judgeBatch, judgeBatches, searchPairs, type JudgedPiece } from './every-method.ts'
import { composeBatch, type BatchPiece } from './batch.ts'
import { stageOf, STAGES } from './stage.ts'
import { forbidden, hazardsAtEnd } from './hazards.ts'
import { pieceAt, runLed } from './led.ts'
import { LINE_TOUCHING, optionsOfLine, USUAL_LINE_METHODS } from './methods.ts'
import { foundLine } from './state.ts'
import { setupOf } from './test-support.ts'
import type { Step } from './steps.ts'

const CUTTING = { kind: 'cutting-attachment', checkValves: true, nitrogen: false } as const
const BRAZING = { kind: 'brazing-handle', checkValves: true, nitrogen: true } as const
const piece = (over: Partial<JudgedPiece> = {}): JudgedPiece => ({
  rig: CUTTING,
  orificeM: 0.0011,
  repeats: 1,
  ...over,
})
const batch = (...pieces: readonly JudgedPiece[]) => judgeBatch('acetylene', pieces, USUAL_LINE_METHODS)
const plain = (id: string) => id.replace(/\.\d+$/, '')
const count = (steps: readonly { readonly id: string }[], id: string) =>
  steps.filter((s) => plain(s.id) === id).length

describe('a batch on one line', () => {
  it('is free of hazards for every ordered pair that one handle makes, tip left or changed, by every method row', () => {
    const pairs = batchPairs()
    expect(pairs).toHaveLength(34)
    for (const fuel of FUEL_IDS) for (const pair of pairs) judgeBatch(fuel, pair, USUAL_LINE_METHODS)
    for (const name of LINE_TOUCHING)
      for (const option of optionsOfLine(name))
        for (const pair of pairs)
          judgeBatch('acetylene', pair, {
            ...USUAL_LINE_METHODS,
            [name]: option,
          } as typeof USUAL_LINE_METHODS)
  })
  it('can be left from every place that it reaches, and comes back to what is still to come', () => {
    const pairs = batchPairs()
    // a tip change along one torch, an attachment with nitrogen behind it; every pair stands in npm run prove
    const some = pairs.filter((_, i) => i === 1 || i === 4 || i === pairs.length - 1)
    const { places, ways } = searchPairs('acetylene', some)
    expect(places).toBeGreaterThan(300)
    expect(ways).toBeGreaterThan(2 * places)
  })
  it('is free of hazards for seeded batches of two to four by seeded methods', () => {
    for (const [i, fuel] of FUEL_IDS.entries()) expect(judgeBatches(fuel, i + 1, 60)).toBe(60)
  })
  it('sets up once, shuts down once, and does nothing between pieces that are alike', () => {
    const { steps } = batch(piece({ repeats: 12 }))
    for (const id of [
      'screws-out',
      'open-oxygen',
      'purge-fuel',
      'leaks',
      'light',
      'shut-torch',
      'shut-cylinders',
    ])
      expect(count(steps, id), id).toBe(1)
    expect(steps.filter((s) => s.stage === 'next')).toEqual([])
    const made = steps.filter((s) => plain(s.id) === 'cut')
    expect(made.map((s) => [s.piece, s.repeat])).toEqual(Array.from({ length: 12 }, (_, i) => [1, i + 1]))
    // the needles are looked at every fourth piece
    expect(count(steps, 'look')).toBe(2)
  })
  it('changes a tip with the torch shut, looks at its nut, and lights again; the cylinders stay open', () => {
    const { steps, states } = batch(piece({ repeats: 2 }), piece({ orificeM: 0.0016 }))
    const next = steps.filter((s) => s.stage === 'next').map((s) => plain(s.id))
    expect(next.slice(0, 2)).toEqual(['change-tip', 'recheck-tip'])
    // the torch is shut on the page of the piece that it was lit for
    expect(steps[steps.findIndex((s) => s.id === 'change-tip') - 1]).toMatchObject({
      role: 'shut-torch',
      stage: 'piece',
      piece: 1,
      repeat: 2,
    })
    expect(next).toContain('set-oxygen')
    expect(next).not.toContain('set-fuel')
    expect(next.slice(-4)).toEqual(['light', 'raise-fuel', 'trim', 'retrim'])
    expect(count(steps, 'shut-cylinders')).toBe(1)
    const changed = steps.findIndex((s) => s.id === 'change-tip')
    expect(states[changed]).toMatchObject({ flame: 'out', oxygen: { turns: expect.any(Number) } })
    expect(states[changed]?.oxygen.turns).toBeGreaterThan(0)
  })
  it('changes an attachment with both hoses bled, and begins the line again from there', () => {
    const { steps, states } = batch(piece(), piece({ rig: { ...BRAZING, nitrogen: false } }))
    const changed = steps.findIndex((s) => s.id === 'change-attachment')
    expect(states[changed]).toMatchObject({ oxygen: { deliveryPa: 0 }, fuel: { deliveryPa: 0 } })
    expect(count(steps, 'leaks')).toBe(2)
    expect(count(steps, 'area')).toBe(0)
  })
  it('carries nitrogen on along one run, its end and the rag moved with the torch shut, and ends it between runs', () => {
    const one = batch(piece({ rig: BRAZING, repeats: 4 }))
    expect(count(one.steps, 'nitrogen-on')).toBe(1)
    expect(count(one.steps, 'next-end')).toBe(3)
    one.steps.forEach((s, i) => {
      if (plain(s.id) === 'next-end') expect(one.states[i]?.flame).toBe('out')
    })
    // every other piece of a judged batch is on another run
    const two = batch(piece({ rig: BRAZING }), piece({ rig: BRAZING }))
    expect(count(two.steps, 'nitrogen-off')).toBe(2)
    expect(count(two.steps, 'nitrogen-sweep')).toBe(2)
    expect(count(two.steps, 'nitrogen-hold')).toBe(2)
  })
  it('leaves nitrogen alone that runs on along one run while the attachment is changed', () => {
    const on = (kind: 'brazing-handle' | 'heating-head'): BatchPiece => ({
      setup: setupOf('acetylene', kind, { nitrogen: true }),
      work: {
        before: [],
        work: [{ id: 'heat', phase: 'braze', act: 'Heat', why: '', acts: [{ do: 'heat' }] }],
        cooling: [],
        after: [],
      },
      repeats: 1,
      run: 'one',
    })
    const made = composeBatch([on('brazing-handle'), on('heating-head')])
    if (!made.ok) throw new Error(made.text)
    expect(count(made.steps, 'nitrogen-on')).toBe(1)
    const again = made.steps.find((s) => s.id === 'screws-out.2')
    expect(again?.act).toMatch(/^Back out both/)
    expect(again?.acts).not.toContainEqual({ do: 'screw-out', side: 'nitrogen' })
  })
  it('names each step once, gives each a stage, and leaves both gases shut and bled', () => {
    for (const pair of batchPairs()) {
      const { steps, states } = batch(...pair)
      expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length)
      for (const s of steps) expect(Object.keys(STAGES)).toContain(s.stage)
      expect(states).toHaveLength(steps.length)
      for (const s of steps) expect(s.by).toBe(Math.min(Math.max(s.by, 1), pair.length))
      const end = states.at(-1)
      expect(end && forbidden(hazardsAtEnd(end))).toEqual([])
      expect([end?.oxygen.inletPa, end?.oxygen.deliveryPa, end?.fuel.inletPa, end?.fuel.deliveryPa]).toEqual([
        0, 0, 0, 0,
      ])
      // stages come in their order, and those of pieces between lighting and the end
      const order = steps.map((s) => s.stage).filter((s) => s !== 'piece' && s !== 'next')
      const rank = order.map((s) => ['open', 'purge', 'light', 'shut'].indexOf(s))
      expect(rank).toEqual([...rank].sort((a, b) => a - b))
      for (const s of steps) if (s.repeat !== undefined) expect(s.piece).toBeGreaterThan(0)
    }
  })
  it('is caught by the model when an act that hurts is left out', () => {
    const { steps, pieces } = batch(piece({ repeats: 2 }), piece({ orificeM: 0.0016 }))
    const judged = (without: string) => {
      const left = steps.filter((s) => s.id !== without)
      const { met, state } = runLed(left, pieces, foundLine(pieceAt(pieces, left[0]).setup.setting))
      return [...forbidden(met), ...forbidden(hazardsAtEnd(state))].map((m) => m.hazard)
    }
    expect(judged('')).toEqual([])
    expect(judged('shut-torch')).toContain('changed-under-gas')
    for (const id of ['screws-out', 'purge-fuel', 'shut-torch.2', 'shut-cylinders', 'bleed-fuel'])
      expect(judged(id), id).not.toEqual([])
  })
  it('lays out all pieces before the gas, tells what is alike once, and takes the guide from one to the next', () => {
    const step = (id: string, over: Partial<Step> = {}): Step => ({
      id,
      phase: 'before',
      act: id,
      why: '',
      acts: [],
      ...over,
    })
    const of = (repeats: number): BatchPiece => ({
      setup: setupOf('acetylene', 'cutting-attachment'),
      work: {
        before: [
          step('area'),
          step('gear'),
          step('piece'),
          step('guide', { role: 'guide' }),
          step('rig', { phase: 'rig' }),
        ],
        work: [step('cut', { phase: 'cut', acts: [{ do: 'heat' }] })],
        cooling: [step('hot', { phase: 'after' })],
        after: [],
      },
      repeats,
    })
    const made = composeBatch([of(2), of(1)])
    if (!made.ok) throw new Error(made.text)
    const open = made.steps.filter((s) => s.stage === 'open').map((s) => s.id)
    expect(open.slice(0, 6)).toEqual(['area', 'gear', 'piece', 'guide', 'piece.2', 'rig'])
    const guides = made.steps.filter((s) => s.role === 'guide')
    expect(guides.map((s) => [s.stage, s.piece, s.repeat])).toEqual([
      ['open', 1, undefined],
      ['piece', 1, 2],
      ['piece', 2, 1],
    ])
    expect(guides[1]?.caution).toContain('never laid down')
    expect(composeBatch([])).toMatchObject({ ok: false })
  })
  it('gives a stretch to every step of a single piece', () => {
    expect(stageOf({ id: 'nitrogen-sweep', phase: 'braze' })).toBe('purge')
    expect(stageOf({ id: 'heat-1', phase: 'braze' })).toBe('piece')
    expect(stageOf({ id: 'set-fuel', phase: 'pressures' })).toBe('open')
    expect(stageOf({ id: 'leaks', phase: 'pressures' })).toBe('purge')
    expect(stageOf({ id: 'change-tip', phase: 'break' })).toBe('next')
  })
})
