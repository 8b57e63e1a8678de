import type { SettingRefused } from '../gas/limits.ts'
import { FUELS, type FuelId } from '../gas/fuels.ts'
import { hoseDrop } from '../gas/hose.ts'
import { highestSetting, Setting, type Gate } from '../gas/gate.ts'
import { changedSource, changeWords } from '../piece/plan-change.ts'
import { chartedSetting, dropTooLarge, adviseAcetyleneLimit } from '../piece/setting.ts'
import { downToDivision } from '../quantity/index.ts'
import { CHART_SPREAD, spreadOfSpan, type Learned } from '../learn/learn.ts'
import { learnedPressure } from '../learn/own-runs.ts'
import { capital } from '../words/trade.ts'
import type { Draft } from './draft.ts'
import { chartedWords } from './oxygen.ts'
import type { Range } from './steel-table.ts'
import type { ChartedRow } from './types.ts'

/** The usual fuel pressure at an equal-pressure torch, Pa gauge: low and high. Injector torches take far less. */
export function fuelBand(fuel: FuelId, thicknessM: number): Range {
  const bands = FUELS[fuel].cutBands
  const [, low, high] = bands.find(([upTo]) => thicknessM <= upTo) ?? bands.at(-1) ?? [0, 0, 0]
  return [low, high]
}

/** What the log and the last result say of it, and what was said to be set, Pa gauge at the regulator. */
interface FuelAsked {
  readonly own: readonly number[]
  readonly factor: number
  readonly saidPa?: number | undefined
}

/** Works out the fuel setting at the regulator and puts it in the plan if it passes the gate. */
export function planFuelPressure(
  draft: Draft,
  fuelFlow: number,
  ambientPa: number,
  row: ChartedRow | undefined,
  { own, factor, saidPa }: FuelAsked,
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
  if (said === undefined && saidPa === undefined && rig.torchKind === 'injector') {
    draft.say(
      'mind',
      'injector',
      'Injector torch: its own chart',
      'An injector draws its fuel in with the oxygen, so only its maker’s chart says what to set, and its manual in which order. Enter both with the torch.',
      { field: 'rig.chart', figure: 'fuelPressure' },
    )
    return
  }
  const charted =
    said === undefined || factor === 1 ? said : downToDivision(said * factor, rig.fuelDivisionPa)
  const atTorch = saidPa ?? charted ?? ((usual[0] + usual[1]) / 2) * factor
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
  if (saidPa !== undefined) {
    putSaid(draft, common, saidPa, drop)
    return
  }
  const changed = factor === 1 ? undefined : changedSource(atTorch, own, rig.fuelDivisionPa)
  if (charted === undefined) putEstimate(draft, common, { band, drop, factor, changed })
  else
    putCharted(draft, common, {
      gaugePa: charted,
      at: log ? 'torch' : (row?.at ?? 'regulator'),
      row,
      drop,
      fuelFlow,
      band,
      log,
      factor,
      changed,
    })
}

/** The pressure as it was said: through the gate, or not at all. */
function putSaid(draft: Draft, gate: Gate, saidPa: number, drop: number): void {
  const half = gate.divisionPa / 2
  const asking = Setting.through(gate, {
    valuePa: saidPa,
    lowPa: Math.max(0, saidPa - half),
    highPa: saidPa + half,
    source: 'said',
  })
  if (!asking.ok) {
    refuse(draft, gate, asking.refused, 'Your own setting')
    return
  }
  draft.set('fuelPressure', asking.setting, {
    because: `As you said, and held whatever the plate; the hose takes about ${draft.show(drop, 'pressure')} of it.`,
    from: { usualFuel: saidPa, hoseDrop: drop, gaugeDivision: gate.divisionPa },
    hoseDropPa: drop,
    cites: 'what you said',
  })
}

/** What is worked out: the usual band, the drop of the hose, Pa; the change after the last result. */
type Worked = Pick<Charted, 'band' | 'drop' | 'factor' | 'changed'>

function putEstimate(draft: Draft, gate: Gate, { band, drop, factor, changed }: Worked): void {
  const division = gate.divisionPa
  const usual = fuelBand(draft.request.rig.fuel, draft.thicknessM)
  const middle = ((usual[0] + usual[1]) / 2) * factor
  const wanted = downToDivision(middle + drop, division)
  const highest = highestSetting(gate)
  const value = Math.min(wanted, highest)
  const asking = Setting.through(gate, {
    valuePa: value,
    lowPa: Math.min(value, downToDivision(band[0] + drop, division)),
    highPa: downToDivision(band[1] + drop, division),
    source: changed ?? 'worked-out',
  })
  if (!asking.ok) {
    refuse(draft, gate, asking.refused)
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
  draft.set('fuelPressure', asking.setting, {
    because: `The middle of ${draft.showSpan(usual[0], usual[1], 'pressure')} at the torch for this plate${factor === 1 ? '' : `, times ${factor.toFixed(2)},`} and ${draft.show(drop, 'pressure')} for the hose, down to a ${draft.show(division, 'pressure')} division.${changed ? ` ${changeWords(changed)}` : ''}`,
    from: {
      fuel: gate.gas,
      bandLow: band[0],
      bandHigh: band[1],
      hoseDrop: drop,
      gaugeDivision: division,
      highestSetting: highest,
    },
    hoseDropPa: drop,
    cites: 'usual bands of equal-pressure torches; the torch maker’s chart wins',
  })
}

/** What the chart says, Pa gauge at its place; the drop of the hose and the usual band, Pa. */
interface Charted {
  readonly gaugePa: number
  readonly at: ChartedRow['at']
  readonly row: ChartedRow | undefined
  readonly drop: number
  readonly fuelFlow: number
  readonly band: Range
  readonly log: Learned | undefined
  readonly factor: number
  /** Where a changed setting comes from; absent where nothing was changed. */
  readonly changed: 'change' | 'log' | undefined
}

function putCharted(
  draft: Draft,
  gate: Gate,
  { gaugePa: charted, at, row, drop, fuelFlow, band, log, factor, changed: source }: Charted,
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
  const wanted = log ? downToDivision(charted + drop, gate.divisionPa) : asCharted
  const range = factor === 1 ? row?.fuelPa : undefined
  // of a range what lies under the limit is still good
  const highest = highestSetting(gate)
  const value = range && range[0] + extra <= highest ? Math.min(wanted, highest) : wanted
  if (value < wanted)
    draft.say(
      'mind',
      'fuel-pressure-capped',
      'Fuel pressure held back',
      `Your chart's range goes past what is ever set here: ${draft.show(value, 'pressure')} is the most, so that it stays safe when the valve shuts.`,
      { field: 'rig.chart', figure: 'fuelPressure' },
    )
  const asking = Setting.through(gate, {
    valuePa: value,
    lowPa: log ? log.low + drop : range ? range[0] + extra : value,
    highPa: log ? log.high + drop : range ? range[1] + extra : value,
    source: source ?? (log ? 'log' : 'chart'),
  })
  if (!asking.ok) {
    refuse(draft, gate, asking.refused)
    return
  }
  const changed = source ? ` ${changeWords(source)} Times ${factor.toFixed(2)}.` : ''
  draft.set('fuelPressure', asking.setting, {
    because: log
      ? `The median of ${log.count} good cuts here is ${draft.show(log.median, 'pressure')} at the torch; with what was expected it makes ${draft.show(log.value, 'pressure')}, and ${draft.show(drop, 'pressure')} for the hose.${changed}`
      : extra > 0
        ? `Your chart's ${chartedWords(draft, charted, row, range)} and ${draft.show(extra, 'pressure')} for the hose.${changed}`
        : `Your chart's ${chartedWords(draft, charted, row, range)}.${changed}`,
    from: {
      ...(log ? { goodRuns: log.count, medianOfRuns: log.median, setAside: log.setAside } : {}),
      chartedPressure: charted,
      chartedAt: at,
      hoseDrop: drop,
      chartHoseDrop: chartHosePa,
      gaugeDivision: gate.divisionPa,
    },
    hoseDropPa: drop,
    ...(log ? { runs: log.count } : {}),
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

function refuse(
  draft: Draft,
  gate: Gate,
  refused: SettingRefused,
  what: 'The charted setting' | 'Your own setting' = 'The charted setting',
): void {
  const own = what === 'Your own setting'
  const where = { field: own ? 'usual.fuel' : 'rig.chart', figure: 'fuelPressure' }
  if (refused.code === 'acetylene-limit') adviseAcetyleneLimit(draft, gate, what, where)
  else
    draft.say(
      'stop',
      refused.code,
      'Fuel pressure past its limit',
      `No fuel setting is given: the highest here is ${draft.show(refused.limitPa, 'most')}. ${own ? 'Set less' : 'Check the chart'}.`,
      where,
    )
}

/** Whether what is left in the cylinders will do for this. */
export function adviseContents(draft: Draft): void {
  const { oxygenLeftM3, fuelLeftM3, fuel } = draft.request.rig
  const one = (left: number | undefined, name: 'oxygenUsed' | 'fuelUsed', gas: string) => {
    const used = draft.figures[name]
    if (left === undefined || !used || used.outerHigh <= left) return
    draft.say(
      'mind',
      name === 'oxygenUsed' ? 'oxygen-runs-out' : 'fuel-runs-out',
      `${gas} may run out`,
      `This takes ${draft.showSpan(used.outerLow, used.outerHigh, 'volume')}; ${draft.show(left, 'volume')} is there. Have the next cylinder by, so that the cut does not stop half way.`,
      { field: 'rig.cylinders', figure: name },
    )
  }
  one(oxygenLeftM3, 'oxygenUsed', 'Oxygen')
  one(fuelLeftM3, 'fuelUsed', capital(FUELS[fuel].name))
}
