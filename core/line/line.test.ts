import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { planCut, readCut } from '../cut/index.ts'
import { PSI_PA } from '../quantity/index.ts'
import { accept, cutProcedure, cuttingShade } from './cut-procedure.ts'
import { actOn, COLD_LINE, hazardAtEnd, runLine, type Act, type LineSetting } from './state.ts'

const SETTING: LineSetting = {
  fuel: 'acetylene',
  ambientPa: 101_325,
  fuelDivisionPa: PSI_PA,
  oxygenDivisionPa: PSI_PA,
}

const procedure = (thickness: string, fuel = 'acetylene', guide = 'part', chart: unknown[] = []) => {
  const read = readCut({
    kind: 'cut',
    work: { metal: 'low-carbon-steel', thickness, length: '24 in' },
    rig: { fuel, guide, tipRadius: '1/2 in', handling: 'hand', chart },
  })
  if (!read.ok) throw new Error(read.errors[0]?.message)
  return cutProcedure(planCut(read.request), read.request)
}
const steps = (...args: Parameters<typeof procedure>) => {
  const p = procedure(...args)
  if (!p.ok) throw new Error(p.text)
  return p.steps
}

describe('the line', () => {
  it.each<[string, Act[], string]>([
    [
      'opened against a wound-in screw',
      [
        { do: 'open-valve', side: 'oxygen' },
        { do: 'screw-in', side: 'oxygen', toPa: 1e5 },
        { do: 'open-cylinder', side: 'oxygen' },
      ],
      'cylinder-opened-against-screw',
    ],
    [
      'acetylene past its limit',
      [
        { do: 'open-cylinder', side: 'fuel' },
        { do: 'open-valve', side: 'fuel' },
        { do: 'screw-in', side: 'fuel', toPa: 14 * PSI_PA },
      ],
      'pressure-past-limit',
    ],
    [
      'set with the valve shut',
      [
        { do: 'open-cylinder', side: 'fuel' },
        { do: 'screw-in', side: 'fuel', toPa: 5 * PSI_PA },
      ],
      'set-while-not-flowing',
    ],
    ['lit with no gas', [{ do: 'light' }], 'lit-without-fuel'],
    [
      'lit with an unpurged oxygen hose',
      [
        { do: 'open-cylinder', side: 'fuel' },
        { do: 'open-valve', side: 'fuel' },
        { do: 'screw-in', side: 'fuel', toPa: 5 * PSI_PA },
        { do: 'light' },
      ],
      'lit-with-unpurged-hose',
    ],
    [
      'both gases unlit',
      [
        { do: 'open-cylinder', side: 'fuel' },
        { do: 'open-valve', side: 'fuel' },
        { do: 'screw-in', side: 'fuel', toPa: 5 * PSI_PA },
        { do: 'shut-valve', side: 'fuel' },
        { do: 'open-cylinder', side: 'oxygen' },
        { do: 'open-valve', side: 'oxygen' },
        { do: 'screw-in', side: 'oxygen', toPa: 40 * PSI_PA },
        { do: 'open-valve', side: 'fuel' },
      ],
      'both-gases-unlit',
    ],
    [
      'purged too short',
      [
        { do: 'open-cylinder', side: 'fuel' },
        { do: 'open-valve', side: 'fuel' },
        { do: 'screw-in', side: 'fuel', toPa: 5 * PSI_PA },
        { do: 'purge', side: 'fuel', seconds: 3, needsSeconds: 9 },
      ],
      'purge-too-short',
    ],
  ])('knows the hazard: %s', (_name, acts, hazard) => {
    expect(runLine(acts, SETTING).hazard).toBe(hazard)
  })
  it('sees pressure, a screw, a cylinder left behind', () => {
    const left = { ...COLD_LINE, fuel: { ...COLD_LINE.fuel, deliveryPa: 100 } }
    expect(hazardAtEnd(left)).toBe('trapped-pressure')
    expect(hazardAtEnd({ ...COLD_LINE, oxygen: { ...COLD_LINE.oxygen, screw: 'in' } })).toBe('screw-left-in')
    expect(hazardAtEnd({ ...COLD_LINE, oxygen: { ...COLD_LINE.oxygen, cylinder: 'open' } })).toBe(
      'cylinder-left-open',
    )
    expect(hazardAtEnd({ ...COLD_LINE, flame: 'neutral' })).toBe('flame-left-burning')
    expect(hazardAtEnd(COLD_LINE)).toBeUndefined()
  })
  it('keeps pressure in a shut hose until its valve is opened with the cylinder shut', () => {
    const acts: Act[] = [
      { do: 'open-cylinder', side: 'oxygen' },
      { do: 'open-valve', side: 'oxygen' },
      { do: 'screw-in', side: 'oxygen', toPa: 3e5 },
      { do: 'shut-valve', side: 'oxygen' },
      { do: 'shut-cylinder', side: 'oxygen' },
    ]
    const shut = runLine(acts, SETTING).state
    expect(shut.oxygen.deliveryPa).toBe(3e5)
    expect(actOn(shut, { do: 'open-valve', side: 'oxygen' }, SETTING).state.oxygen.deliveryPa).toBe(0)
  })
})

describe('the procedure of a cut', () => {
  it('goes from a cold rig to a cold rig, for any plate, either fuel, any guide', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 12, noNaN: true }),
        fc.constantFrom('acetylene', 'propane'),
        fc.constantFrom('part', 'scrap', 'none'),
        (t, fuel, guide) => {
          const list = steps(`${t.toFixed(3)} in`, fuel, guide)
          const end = runLine(
            list.flatMap((s) => s.acts),
            { ...SETTING, fuel: fuel === 'propane' ? 'propane' : 'acetylene' },
          )
          expect(end.hazard).toBeUndefined()
          expect(hazardAtEnd(end.state)).toBeUndefined()
          expect(new Set(list.map((s) => s.id)).size).toBe(list.length)
        },
      ),
      { numRuns: 100 },
    )
  })
  it('cannot leave out a step that the line needs', () => {
    const list = steps('5/8 in')
    const needed = [
      'open-fuel',
      'set-fuel',
      'open-oxygen',
      'set-oxygen',
      'purge-oxygen',
      'light',
      'shut-torch',
      'shut-cylinders',
      'bleed-oxygen',
      'bleed-fuel',
      'wind-out',
    ]
    const missed = list
      .filter(
        (s) =>
          !accept(
            list.filter((o) => o !== s),
            SETTING,
          ).ok,
      )
      .map((s) => s.id)
    expect(missed).toEqual(expect.arrayContaining(needed))
  })
  it('keeps the order of work: set, purge, leak check, light, cut, shut, bleed', () => {
    const ids = steps('5/8 in').map((s) => s.id)
    const order = [
      'screws-out',
      'open-fuel',
      'set-fuel',
      'open-oxygen',
      'set-oxygen',
      'purge-fuel',
      'purge-oxygen',
      'leaks',
      'light',
      'trim',
      'preheat',
      'cut',
      'shut-torch',
      'shut-cylinders',
      'bleed-oxygen',
      'bleed-fuel',
      'wind-out',
      'fire-watch',
    ]
    expect(ids.filter((id) => order.includes(id))).toEqual(order)
  })
  it('warms the line of heavy plate only, and clamps a guide only where there is one', () => {
    expect(steps('1 in').map((s) => s.id)).toContain('warm-line')
    expect(steps('1/2 in').map((s) => s.id)).not.toContain('warm-line')
    expect(steps('1/2 in', 'acetylene', 'none').map((s) => s.id)).not.toContain('guide')
  })
  it('gives nothing for a plan with a stop', () => {
    expect(procedure('13 in')).toMatchObject({ ok: false, because: 'stop' })
    const chart = [
      { orifice: '0.052 in', thicknessMin: '1/2 in', thicknessMax: '1 in', fuelPressure: '14 psi' },
    ]
    expect(procedure('5/8 in', 'acetylene', 'part', chart)).toMatchObject({
      ok: false,
      text: expect.stringContaining('explode'),
    })
  })
  it('purges long enough for the hose: 3 volumes of 25 ft of 1/4 in at the set pressure', () => {
    const timer = steps('5/8 in').find((s) => s.id === 'purge-fuel')?.timer
    expect(timer).toMatchObject({ kind: 'at-least' })
    if (timer?.kind === 'at-least') expect(timer.seconds).toBeGreaterThanOrEqual(13)
  })
  it('names the shade by thickness (ANSI Z49.1 guide)', () => {
    expect([0.01, 0.05, 0.2].map(cuttingShade)).toEqual(['3 or 4', '4 or 5', '5 or 6'])
  })
})
