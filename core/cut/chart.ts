import { downToDivision, toDivision } from '../quantity/index.ts'
import { sameOrifice } from './tip.ts'
import type { ChartedRow, ChartRow } from './types.ts'

/** How a chart answers for a plate: by a row, between two rows of a tip, or by its nearest row, as a trial. */
export interface Charted {
  readonly row: ChartedRow
  readonly how: 'row' | 'between' | 'trial'
}

/** What to look up. Thickness and orifice in m, the gauges' divisions in Pa. */
export interface ChartAsked {
  readonly thicknessM: number
  readonly orificeM?: number | undefined
  /** A thickness just outside the chart takes its nearest row. */
  readonly trial: boolean
  readonly oxygenDivisionPa: number
  readonly fuelDivisionPa: number
}

/** How far outside a chart a thickness may lie to be tried with its nearest row, as a ratio. */
export const TRIAL_RATIO = 1.25
const TOUCH = 1e-6

/** Distance of a thickness from a row's span, as a logarithm; 0 inside it. */
const outside = (row: ChartRow, t: number) =>
  Math.max(0, Math.log(row.thicknessMinM / t), Math.log(t / row.thicknessMaxM))
const covers = (row: ChartRow, t: number) => outside(row, t) <= TOUCH
const offMiddle = (row: ChartRow, t: number) =>
  Math.abs(Math.log((t * t) / (row.thicknessMinM * row.thicknessMaxM)))

/**
 * What the shop's chart says for a plate: the row of the fitted tip when one is named, else of the tip whose span of
 * thickness has this plate nearest its middle; between two rows of one tip what lies between them, linear in the
 * logarithm of the thickness. Nothing is taken from outside a chart, except as a trial, which says so.
 */
export function lookUpChart(chart: readonly ChartRow[], asked: ChartAsked): Charted | undefined {
  const { thicknessM: t, orificeM } = asked
  const rows = chart.filter((r) => orificeM === undefined || sameOrifice(r.orificeM, orificeM))
  const inside = rows.filter((r) => covers(r, t)).sort((a, b) => offMiddle(a, t) - offMiddle(b, t))[0]
  if (inside) return { row: atPlate(inside, t, asked), how: 'row' }
  const between = betweenRows(rows, asked)
  if (between) return { row: between, how: 'between' }
  if (!asked.trial) return undefined
  const nearest = [...rows].sort((a, b) => outside(a, t) - outside(b, t))[0]
  return nearest && outside(nearest, t) <= Math.log(TRIAL_RATIO) + TOUCH
    ? { row: atPlate(nearest, t, asked), how: 'trial' }
    : undefined
}

/** Where a plate stands among those of a row, by the logarithm of the thickness, 0 to 1; a row for one plate: the middle. */
function upRow(
  { thicknessMinM, thicknessMaxM }: Pick<ChartRow, 'thicknessMinM' | 'thicknessMaxM'>,
  t: number,
): number {
  const wide = Math.log(thicknessMaxM / thicknessMinM)
  return wide > TOUCH ? Math.min(1, Math.max(0, Math.log(t / thicknessMinM) / wide)) : 0.5
}

type Ends = readonly [number, number]
/** A charted range that is one; undefined for a single value, and for none. */
const rangeOf = (ends: Ends | undefined): Ends | undefined => (ends && ends[1] > ends[0] ? ends : undefined)

/** A row for one plate of it: its ranges' middle for the middle of its plates, sliding with the thickness inside them. */
function atPlate(
  { oxygenPa, fuelPa, speeds, ...row }: ChartRow,
  t: number,
  asked: Pick<ChartAsked, 'oxygenDivisionPa' | 'fuelDivisionPa'>,
): ChartedRow {
  const up = upRow(row, t)
  const at = (ends: Ends | undefined, share: number) => ends && ends[0] + (ends[1] - ends[0]) * share
  // a single value stands as it is charted; a place in a range goes to the gauge
  const settle = (ends: Ends | undefined, toGauge: (pa: number) => number) => {
    const value = at(ends, up)
    return value === undefined || !rangeOf(ends) ? value : toGauge(value)
  }
  return {
    ...row,
    up,
    oxygenGaugePa: settle(oxygenPa, (pa) => toDivision(pa, asked.oxygenDivisionPa)),
    fuelGaugePa: settle(fuelPa, (pa) => downToDivision(pa, asked.fuelDivisionPa)),
    // the thicker the plate, the slower
    speed: at(speeds, 1 - up),
    oxygenPa: rangeOf(oxygenPa),
    fuelPa: rangeOf(fuelPa),
    speeds: rangeOf(speeds),
  }
}

/** Whether a thickness could be tried with a row of the chart although none covers it. */
export const couldTry = (chart: readonly ChartRow[], asked: ChartAsked): boolean =>
  lookUpChart(chart, { ...asked, trial: true })?.how === 'trial'

function betweenRows(rows: readonly ChartRow[], asked: ChartAsked): ChartedRow | undefined {
  const { thicknessM: t } = asked
  for (const thin of rows) {
    if (thin.thicknessMaxM >= t) continue
    const thick = rows
      .filter((r) => r.thicknessMinM > t && sameOrifice(r.orificeM, thin.orificeM) && r.at === thin.at)
      .sort((a, b) => a.thicknessMinM - b.thicknessMinM)[0]
    const closer =
      thick &&
      rows.some(
        (r) =>
          sameOrifice(r.orificeM, thin.orificeM) &&
          r.thicknessMaxM < t &&
          r.thicknessMaxM > thin.thicknessMaxM,
      )
    if (!thick || closer) continue
    const share = Math.log(t / thin.thicknessMaxM) / Math.log(thick.thicknessMinM / thin.thicknessMaxM)
    const mix = (a: number | undefined, b: number | undefined) =>
      a === undefined || b === undefined ? undefined : a + (b - a) * share
    const [below, above] = [
      atPlate(thin, thin.thicknessMaxM, asked),
      atPlate(thick, thick.thicknessMinM, asked),
    ]
    const oxygen = mix(below.oxygenGaugePa, above.oxygenGaugePa)
    const fuel = mix(below.fuelGaugePa, above.fuelGaugePa)
    return {
      tip: thin.tip,
      orificeM: thin.orificeM,
      boreKnown: thin.boreKnown,
      thicknessMinM: t,
      thicknessMaxM: t,
      at: thin.at,
      up: 0.5,
      oxygenGaugePa: oxygen === undefined ? undefined : toDivision(oxygen, asked.oxygenDivisionPa),
      fuelGaugePa: fuel === undefined ? undefined : downToDivision(fuel, asked.fuelDivisionPa),
      speed: mix(below.speed, above.speed),
      kerfM: mix(thin.kerfM, thick.kerfM),
    }
  }
  return undefined
}
