import { refuseSetting } from '../limits.ts'
import { FUELS, type FuelId } from '../gas/fuels.ts'
import { hoseDrop } from '../gas/hose.ts'
import { chartedSetting, dropTooLarge, highestSetting, sayAcetyleneLimit, type Gate } from '../gas/setting.ts'
import { downToDivision, INCH_M, PSI_PA } from '../quantity/index.ts'
import { CHART_SPREAD, spreadOfSpan, type Learned } from '../record/learn.ts'
import { learnedPressure } from '../record/own.ts'
import { capital } from '../words.ts'
import type { Draft } from './draft.ts'
import type { Range } from './steel-table.ts'
import type { ChartRow } from './types.ts'

const inches = (n: number) => n * INCH_M * (1 + 1e-9)
/** Acetylene at the torch by thickness, Pa gauge, equal-pressure torches. */
const ACETYLENE_BANDS: readonly (readonly [number, Range])[] = [
  [inches(0.25), [3 * PSI_PA, 5 * PSI_PA]],
  [inches(1), [4 * PSI_PA, 8 * PSI_PA]],
  [inches(3), [5 * PSI_PA, 10 * PSI_PA]],
  [Infinity, [8 * PSI_PA, 12 * PSI_PA]],
]
const HEAVY_GAS_BAND: Range = [4 * PSI_PA, 10 * PSI_PA]
const NATURAL_GAS_BAND: Range = [2 * PSI_PA, 10 * PSI_PA]

/** The usual fuel pressure at an equal-pressure torch, Pa gauge: low and high. Injector torches take far less. */
export function fuelBand(fuel: FuelId, thicknessM: number): Range {
  if (fuel === 'natural-gas') return NATURAL_GAS_BAND
  if (fuel !== 'acetylene') return HEAVY_GAS_BAND
  return ACETYLENE_BANDS.find(([upTo]) => thicknessM <= upTo)?.[1] ?? [8 * PSI_PA, 12 * PSI_PA]
}

/** Works out the fuel setting at the regulator and puts it in the plan if it passes the gate. */
export function planFuelPressure(
  draft: Draft,
  fuelFlow: number,
  ambientPa: number,
  row: ChartRow | undefined,
  { own, factor }: { readonly own: readonly number[]; readonly factor: number },
): void {
  const { rig } = draft.request
  const fuel = FUELS[rig.fuel]
  const usual = fuelBand(rig.fuel, draft.thicknessM)
  const band: Range = [usual[0] * Math.min(1, factor), usual[1] * Math.max(1, factor)]
  const expected = row?.fuelGaugePa ?? (usual[0] + usual[1]) / 2
  const log = learnedPressure(
    own,
    expected,
    row?.fuelGaugePa === undefined ? spreadOfSpan(usual[0], usual[1]) : CHART_SPREAD,
  )
  const said = log?.value ?? row?.fuelGaugePa
  const charted =
    said === undefined || factor === 1 ? said : downToDivision(said * factor, rig.fuelDivisionPa)
  const atTorch = charted ?? ((usual[0] + usual[1]) / 2) * factor
  const drop = hoseDrop(rig.fuelHose, fuel, fuelFlow, atTorch, ambientPa)
  if (dropTooLarge(drop, atTorch, ambientPa)) {
    draft.say(
      'stop',
      'fuel-hose-drop-too-large',
      'Fuel hose too small',
      `The fuel hose takes more pressure than can be reckoned with, so no setting is given. Use a wider or shorter hose.`,
      { field: 'rig.fuelHose', figure: 'fuelPressure' },
    )
    return
  }
  const common = {
    gas: rig.fuel,
    ambientPa,
    divisionPa: rig.fuelDivisionPa,
    lockUpPa: rig.fuelLockUpPa,
    ratingPa: rig.fuelRatingPa,
  } as const
  if (charted === undefined) putEstimate(draft, common, band, drop, factor)
  else
    putCharted(draft, common, {
      gaugePa: charted,
      at: log ? 'torch' : (row?.at ?? 'regulator'),
      drop,
      fuelFlow,
      band,
      log,
      factor,
    })
}

function putEstimate(draft: Draft, gate: Gate, band: Range, drop: number, factor: number): void {
  const division = gate.divisionPa
  const usual = fuelBand(draft.request.rig.fuel, draft.thicknessM)
  const middle = ((usual[0] + usual[1]) / 2) * factor
  const wanted = downToDivision(middle + drop, division)
  const highest = highestSetting(gate)
  const value = Math.min(wanted, highest)
  if (refuseSetting({ ...gate, gaugePa: value })) {
    refuse(draft, gate, value)
    return
  }
  if (wanted > highest)
    draft.say(
      'mind',
      'fuel-pressure-capped',
      'Fuel pressure held back',
      `${draft.show(wanted, 'pressure')} would be wanted; ${draft.show(value, 'pressure')} is the most that is ever set here, so that it stays safe when the valve shuts. A bigger hose or a smaller tip helps.`,
      { field: 'rig.fuelHose', figure: 'fuelPressure' },
    )
  draft.put('fuelPressure', {
    value,
    low: Math.min(value, downToDivision(band[0] + drop, division)),
    high: Math.min(highest, downToDivision(band[1] + drop, division)),
    ...(factor === 1 ? {} : { source: 'log' as const }),
    because: `The middle of ${draft.showSpan(usual[0], usual[1], 'pressure')} at the torch for this plate${factor === 1 ? '' : `, times ${factor.toFixed(2)} because of what came out last time,`} and ${draft.show(drop, 'pressure')} for the hose, down to a ${draft.show(division, 'pressure')} division.`,
    from: {
      fuel: gate.gas,
      bandLow: band[0],
      bandHigh: band[1],
      hoseDrop: drop,
      gaugeDivision: division,
      highestSetting: highest,
    },
    cites: 'usual bands of equal-pressure torches; the torch maker’s chart wins',
  })
}

/** What the chart says, Pa gauge at its place; the drop of the hose and the usual band, Pa. */
interface Charted {
  readonly gaugePa: number
  readonly at: ChartRow['at']
  readonly drop: number
  readonly fuelFlow: number
  readonly band: Range
  readonly log: Learned | undefined
  readonly factor: number
}

function putCharted(
  draft: Draft,
  gate: Gate,
  { gaugePa: charted, at, drop, fuelFlow, band, log, factor }: Charted,
): void {
  const {
    valuePa: asCharted,
    extraPa: extra,
    chartHosePa,
  } = chartedSetting({
    gas: FUELS[draft.request.rig.fuel],
    flow: fuelFlow,
    gaugePa: charted,
    at,
    dropPa: drop,
    ambientPa: gate.ambientPa,
    toDivision: (pa) => downToDivision(pa, gate.divisionPa),
  })
  const value = log ? downToDivision(charted + drop, gate.divisionPa) : asCharted
  if (refuseSetting({ ...gate, gaugePa: value })) {
    refuse(draft, gate, value)
    return
  }
  const changed = factor === 1 ? '' : ` Times ${factor.toFixed(2)} because of what came out last time.`
  draft.put('fuelPressure', {
    value,
    low: log ? log.low + drop : value,
    high: log ? Math.min(highestSetting(gate), log.high + drop) : value,
    source: log || factor !== 1 ? 'log' : 'chart',
    because: log
      ? `The median of ${log.count} good cuts here is ${draft.show(log.median, 'pressure')} at the torch; with what was expected it makes ${draft.show(log.value, 'pressure')}, and ${draft.show(drop, 'pressure')} for the hose.${changed}`
      : extra > 0
        ? `Your chart's ${draft.show(charted, 'pressure')} and ${draft.show(extra, 'pressure')} for the hose.${changed}`
        : `Your chart's ${draft.show(charted, 'pressure')}.${changed}`,
    from: {
      ...(log ? { goodRuns: log.count, medianOfRuns: log.median, setAside: log.setAside } : {}),
      chartedPressure: charted,
      chartedAt: at,
      hoseDrop: drop,
      chartHoseDrop: chartHosePa,
      gaugeDivision: gate.divisionPa,
    },
    cites: log ? 'your log' : 'your chart',
  })
  if (!log && (charted < band[0] * 0.999 || charted > band[1] * 1.001))
    draft.say(
      'note',
      'fuel-outside-band',
      'Fuel pressure unlike the usual',
      `Your chart says ${draft.show(charted, 'pressure')}; equal-pressure torches usually take ${draft.showSpan(band[0], band[1], 'pressure')} on this plate. Your chart is used.`,
      { figure: 'fuelPressure' },
    )
}

function refuse(draft: Draft, gate: Gate, value: number): void {
  const where = { field: 'rig.chart', figure: 'fuelPressure' }
  const refused = refuseSetting({ ...gate, gaugePa: value })
  if (gate.gas === 'acetylene' && refused?.code === 'acetylene-limit')
    sayAcetyleneLimit(draft, gate, 'The charted setting', where)
  else
    draft.say(
      'stop',
      refused?.code ?? 'fuel-limit',
      'Fuel pressure past its limit',
      `No fuel setting is given: the highest here is ${draft.show(refused?.limitPa ?? 0, 'pressure')}. Check the chart.`,
      where,
    )
}

/** Whether what is left in the cylinders will do for this. */
export function sayContents(draft: Draft): void {
  const { oxygenLeftM3, fuelLeftM3, fuel } = draft.request.rig
  const one = (left: number | undefined, name: 'oxygenUsed' | 'fuelUsed', gas: string) => {
    const used = draft.figures[name]
    if (left === undefined || !used || used.high <= left) return
    draft.say(
      'mind',
      name === 'oxygenUsed' ? 'oxygen-runs-out' : 'fuel-runs-out',
      `${gas} may run out`,
      `This takes ${draft.showSpan(used.low, used.high, 'volume')}; ${draft.show(left, 'volume')} is there. Have the next cylinder by, so that the cut does not stop half way.`,
      { field: 'rig.cylinders', figure: name },
    )
  }
  one(oxygenLeftM3, 'oxygenUsed', 'Oxygen')
  one(fuelLeftM3, 'fuelUsed', capital(FUELS[fuel].name))
}
