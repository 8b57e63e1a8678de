/** The two pieces that docs/worked.md works by hand, planned: the figures there, to the digits they are given in. */
import { describe, expect, it } from 'vitest'
import { METRIC_UNITS } from '#core/quantity/choices.ts'
import { INCH_M, PSI_PA } from '#core/quantity/index.ts'
import { figureNamed } from '#core/figure.ts'
import { firstBraze, firstDraft, FIRST_SETTINGS, firstPart } from './first.ts'
import { NO_RUNS, planPiece } from './plan-of.ts'
import type { PieceDraft, Settings } from '#contract/schemas.ts'

function figuresOf(draft: PieceDraft, settings: Settings): (name: string) => number {
  const planned = planPiece(draft, settings, NO_RUNS)
  if (!planned.ok) throw new Error(JSON.stringify(planned.errors))
  return (name) => figureNamed(planned.plan, name)?.value ?? Number.NaN
}

describe('half-inch plate, worked by hand', () => {
  const first = firstDraft(FIRST_SETTINGS)
  const of = figuresOf(
    {
      ...first,
      work: { ...first.work, thickness: '1/2 in', length: '24 in' },
      rig: { ...first.rig, tipOrifice: '0.052 in', tipRadius: '1/4 in', handling: 'hand', chart: [] },
    },
    FIRST_SETTINGS,
  )
  it.each([
    ['cuttingOxygenPressureAtTip', 137_570, 10],
    ['cuttingOxygenPressure', 21 * PSI_PA, 1],
    ['fuelPressure', 6 * PSI_PA, 1],
    ['travelSpeed', (14.75 * INCH_M) / 60, 1e-7],
    ['kerf', 2.481e-3, 1e-6],
    ['guideOffset', 5.109e-3, 1e-6],
    ['tipToWork', 6.638e-3, 1e-6],
    ['preheatTime', 10.95, 0.01],
    ['torchTime', 108.6, 0.05],
    ['oxygenUsed', 0.0628, 5e-5],
    ['fuelUsed', 0.00769, 5e-6],
    ['oxygenShareBurnt', 0.42, 0.005],
  ])('%s is %f', (name, value, off) => {
    expect(Math.abs(of(name) - value)).toBeLessThanOrEqual(off)
  })
})

describe('a 22 mm joint, worked by hand', () => {
  const settings = { ...FIRST_SETTINGS, units: { ...METRIC_UNITS } }
  const plain = firstBraze(settings)
  const first = { ...plain, rig: { ...plain.rig, braze: { ...plain.rig.braze, tipOrifice: '0.052 in' } } }
  const copper = firstPart('copper')
  const of = figuresOf(
    {
      ...first,
      work: {
        ...first.work,
        a: { ...copper, outsideDiameter: '22 mm', wall: '1 mm' },
        b: copper,
        clearance: '0.1 mm',
        pressure: '20 bar',
        service: ['refrigerant'],
        tubeRun: [{ outsideDiameter: '22 mm', wall: '1 mm', length: '3 m' }],
      },
    },
    settings,
  )
  it.each([
    ['brazingTemperature', 1033.15, 0.005],
    ['clearanceHot', 0.05e-3, 1e-9],
    ['overlapNeeded', 3e-3, 1e-9],
    ['jointStrength', 119.9e3, 50],
    ['partStrength', 13.66e3, 5],
    ['endLoad', 760, 0.5],
    ['fillerVolume', 78.77e-9, 5e-12],
    ['rodLength', 20e-3, 1e-9],
    // π/4 · 1.3208² mm² at 130 m/s, half of it fuel
    ['fuelFlow', 8.906e-5, 5e-8],
    // practice: 7/8 in tube at 12 cubic feet an hour takes 25 to 45 s, sets in 4 to 12, and nitrogen runs 1 to 2 min
    ['timeToTemperature', 35, 10],
    ['nitrogenAfter', 90, 30],
    ['purgeTime', 73, 0],
    ['setTime', 8, 4],
  ])('%s is %f', (name, value, off) => {
    expect(Math.abs(of(name) - value)).toBeLessThanOrEqual(off)
  })
})
