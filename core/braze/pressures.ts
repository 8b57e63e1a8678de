import { FUELS, OXYGEN, type FuelId, type Gas } from '../gas/fuels.ts'
import { ambientPressurePa } from '../gas/standard.ts'
import { hoseDrop } from '../gas/hose.ts'
import { highestSetting, Setting, type Gate } from '../gas/gate.ts'
import { chartedSetting, dropTooLarge, adviseAcetyleneLimit } from '../piece/setting.ts'
import type { SettingRefused } from '../gas/limits.ts'
import { downToDivision, toDivision } from '../quantity/index.ts'
import { median } from '../learn/statistics.ts'
import type { Learned } from '../learn/learn.ts'
import { learnedPressure } from '../learn/own-runs.ts'
import type { BrazeDraft } from './draft.ts'
import type { BrazeRequest, TipRow } from './types.ts'

/** A worked-out brazing pressure may be out by this share either way. */
const SPAN = 0.4

/** The usual fuel pressure at an equal-pressure torch, Pa gauge, low and high; undefined where none is known. */
export function brazingBand(
  fuel: FuelId,
  orificeM: number,
  heating: boolean,
): readonly [number, number] | undefined {
  const bands = FUELS[fuel].brazeBands
  if (heating) return bands?.head
  const found = bands?.tips.find(([upTo]) => orificeM <= upTo * (1 + 1e-9))
  return found && [found[1], found[2]]
}

/** What pressures are worked out from: flows of all torches on the hose, m³/s; the barometer, Pa. */
export interface GasAsked {
  readonly orificeM: number
  readonly heating: boolean
  readonly fuelFlow: number
  readonly oxygenFlow: number
  readonly ambientPa: number
  readonly row: TipRow | undefined
  /** What good brazes had at the torch, Pa gauge. */
  readonly own: { readonly fuel: readonly number[]; readonly oxygen: readonly number[] }
  /** Put in where the row comes from the log. */
  readonly log?: { readonly fuel: Learned; readonly oxygen: Learned } | undefined
}

/** How many times the fuel's pressure the oxygen has at the torch. */
const oxygenTimes = ({ rig, shop }: Pick<BrazeRequest, 'rig' | 'shop'>, heating: boolean): number =>
  FUELS[rig.fuel].oxygenTimes ?? (heating || shop.methods.pressures === 'twice' ? 2 : 1)

/**
 * Whether the hoses can feed so much fuel and its oxygen at the usual pressures: where they cannot, no setting is given.
 * @param fuelFlow through all torches, m³/s
 */
export function hosesFeed(
  { rig, shop }: BrazeRequest,
  { orificeM, heating, fuelFlow }: Pick<GasAsked, 'orificeM' | 'heating' | 'fuelFlow'>,
): boolean {
  const band = brazingBand(rig.fuel, orificeM, heating)
  if (!band) return true
  const fuel = FUELS[rig.fuel]
  const ambientPa = ambientPressurePa(shop.altitudeM)
  const middle = (band[0] + band[1]) / 2
  const times = oxygenTimes({ rig, shop }, heating)
  // a slightly richer or leaner flame changes this little
  const oxygenFlow = fuelFlow * fuel.brazing.neutral[1] * RICHEST
  const feeds = (hose: typeof rig.fuelHose, gas: Gas, flow: number, atTorch: number) =>
    !dropTooLarge(hoseDrop(hose, gas, flow, atTorch, ambientPa), atTorch, ambientPa)
  return (
    feeds(rig.fuelHose, fuel, fuelFlow, middle) && feeds(rig.oxygenHose, OXYGEN, oxygenFlow, middle * times)
  )
}
/** Of the oxygen that any flame here is set to, over the neutral one. */
const RICHEST = 1.12

const CITES = 'usual bands of equal-pressure brazing torches; the torch maker’s chart wins'

/** Works out both settings at the regulators, or says why there are none. */
export function planPressures(draft: BrazeDraft, worked: GasAsked): void {
  const { rig, shop } = draft.request
  const asked = withOwn(rig.fuel, worked)
  const charted = asked.row
  if (charted?.fuelGaugePa === undefined && rig.torchKind === 'injector') {
    draft.say(
      'mind',
      'injector',
      'Injector torch: its own chart',
      'An injector draws its fuel in with the oxygen, so only its maker’s chart says what to set. Enter it with the torch.',
      { field: 'rig.chart', figure: 'fuelPressure' },
    )
    return
  }
  const band = brazingBand(rig.fuel, asked.orificeM, asked.heating)
  if (!band && (charted?.fuelGaugePa === undefined || charted.oxygenGaugePa === undefined)) {
    draft.say(
      'mind',
      'no-band',
      'No pressures to work from',
      `For ${FUELS[rig.fuel].name}${FUELS[rig.fuel].brazeBands ? ' through so large an orifice' : ''} no usual pressures are known here. Enter the torch maker’s chart; set the rest by flow and flame.`,
      { field: 'rig.chart', figure: 'fuelPressure' },
    )
    return
  }
  const middle = band ? (band[0] + band[1]) / 2 : 0
  const fuelDrop = dropOf(draft, 'fuel', asked, charted?.fuelGaugePa ?? middle)
  if (fuelDrop === undefined) return
  const fuel =
    charted?.fuelGaugePa === undefined
      ? putFuelEstimate(draft, asked, band ?? [0, 0], fuelDrop)
      : putCharted(draft, 'fuelPressure', asked, charted.fuelGaugePa, fuelDrop)
  if (fuel === undefined) return
  if (charted?.oxygenGaugePa !== undefined) {
    const drop = dropOf(draft, 'oxygen', asked, charted.oxygenGaugePa)
    if (drop !== undefined) putCharted(draft, 'oxygenPressure', asked, charted.oxygenGaugePa, drop)
    return
  }
  const times = oxygenTimes({ rig, shop }, asked.heating)
  const atTorch = middle * times
  const drop = dropOf(draft, 'oxygen', asked, atTorch)
  if (drop === undefined) return
  const value = Math.max(rig.oxygenDivisionPa, toDivision(atTorch + drop, rig.oxygenDivisionPa))
  const gate = gateOf(draft, 'oxygen', asked.ambientPa)
  const asking = Setting.through(gate, {
    valuePa: value,
    lowPa: toDivision(value * (1 - SPAN), rig.oxygenDivisionPa),
    highPa: toDivision(value * (1 + SPAN), rig.oxygenDivisionPa),
    source: 'worked-out',
  })
  if (!asking.ok) {
    refused(draft, 'oxygenPressure', gate, asking.refused)
    return
  }
  draft.set('oxygenPressure', asking.setting, {
    because:
      times === 1
        ? `Equal to the fuel at the torch, and ${draft.show(drop, 'pressure')} for the hose. An estimate: set by the flame in the end.`
        : `${times} times the fuel at the torch, and ${draft.show(drop, 'pressure')} for the hose. An estimate: set by the flame in the end.`,
    from: { fuelAtTorch: middle, timesFuel: times, hoseDrop: drop, method: shop.methods.pressures },
    hoseDropPa: drop,
    cites: CITES,
  })
}

/** The good brazes' pressures in place of the chart's, once there are enough of both. */
function withOwn(gas: FuelId, asked: GasAsked): GasAsked {
  const band = brazingBand(gas, asked.orificeM, asked.heating)
  const middle = band && (band[0] + band[1]) / 2
  const side = (values: readonly number[], charted: number | undefined) => {
    const expected = charted ?? middle ?? (values.length > 0 ? median(values) : undefined)
    return expected === undefined
      ? undefined
      : learnedPressure(values, expected, charted === undefined ? SPAN : undefined)
  }
  const fuel = side(asked.own.fuel, asked.row?.fuelGaugePa)
  const oxygen = side(asked.own.oxygen, asked.row?.oxygenGaugePa)
  if (!fuel || !oxygen) return asked
  const row = {
    orificeM: asked.orificeM,
    wallMinM: 0,
    wallMaxM: Infinity,
    ...asked.row,
    at: 'torch' as const,
    fuelGaugePa: fuel.value,
    oxygenGaugePa: oxygen.value,
  }
  return { ...asked, row, log: { fuel, oxygen } }
}

function dropOf(
  draft: BrazeDraft,
  side: 'fuel' | 'oxygen',
  asked: GasAsked,
  atTorch: number,
): number | undefined {
  const { rig } = draft.request
  const gas = side === 'fuel' ? FUELS[rig.fuel] : OXYGEN
  const hose = side === 'fuel' ? rig.fuelHose : rig.oxygenHose
  const drop = hoseDrop(
    hose,
    gas,
    side === 'fuel' ? asked.fuelFlow : asked.oxygenFlow,
    atTorch,
    asked.ambientPa,
  )
  if (!dropTooLarge(drop, atTorch, asked.ambientPa)) return drop
  draft.say(
    'stop',
    `${side}-hose-drop-too-large`,
    side === 'fuel' ? 'Fuel hose too small' : 'Oxygen hose too small',
    'The hose takes more pressure than can be reckoned with, so no setting is given. Use a wider or shorter hose.',
    { field: `rig.${side}Hose`, figure: `${side}Pressure` },
  )
  return undefined
}

function gateOf(draft: BrazeDraft, side: 'fuel' | 'oxygen', ambientPa: number): Gate {
  const { rig } = draft.request
  return side === 'oxygen'
    ? { gas: 'oxygen', ambientPa, divisionPa: rig.oxygenDivisionPa, ratingPa: rig.oxygenRatingPa }
    : {
        gas: rig.fuel,
        ambientPa,
        divisionPa: rig.fuelDivisionPa,
        lockUpPa: rig.fuelLockUpPa,
        ratingPa: rig.fuelRatingPa,
      }
}

function putFuelEstimate(
  draft: BrazeDraft,
  asked: GasAsked,
  band: readonly [number, number],
  drop: number,
): number | undefined {
  const { rig } = draft.request
  const division = rig.fuelDivisionPa
  const gate = gateOf(draft, 'fuel', asked.ambientPa)
  const middle = (band[0] + band[1]) / 2
  const highest = highestSetting(gate)
  const value = Math.min(Math.max(division, downToDivision(middle + drop, division)), highest)
  const asking = Setting.through(gate, {
    valuePa: value,
    lowPa: Math.min(value, Math.max(division, downToDivision(value * (1 - SPAN), division))),
    highPa: downToDivision(value * (1 + SPAN), division),
    source: 'worked-out',
  })
  if (!asking.ok) return refused(draft, 'fuelPressure', gate, asking.refused)
  return draft.set('fuelPressure', asking.setting, {
    because: `The middle of ${draft.showSpan(band[0], band[1], 'pressure')} at the torch for ${asked.heating ? 'a heating head' : `a ${draft.show(asked.orificeM, 'bore')} orifice`} and ${draft.show(drop, 'pressure')} for the hose, down to a ${draft.show(division, 'pressure')} division. An estimate: set by flow and flame in the end.`,
    from: {
      fuel: rig.fuel,
      tipOrifice: asked.orificeM,
      bandLow: band[0],
      bandHigh: band[1],
      hoseDrop: drop,
      gaugeDivision: division,
      highestSetting: highest,
    },
    hoseDropPa: drop,
    cites: CITES,
  })
}

function putCharted(
  draft: BrazeDraft,
  name: 'fuelPressure' | 'oxygenPressure',
  asked: GasAsked,
  charted: number,
  drop: number,
): number | undefined {
  const { rig } = draft.request
  const side = name === 'fuelPressure' ? 'fuel' : 'oxygen'
  const gas = side === 'fuel' ? FUELS[rig.fuel] : OXYGEN
  const flow = side === 'fuel' ? asked.fuelFlow : asked.oxygenFlow
  const at = asked.row?.at ?? 'regulator'
  const division = side === 'fuel' ? rig.fuelDivisionPa : rig.oxygenDivisionPa
  const {
    valuePa: asCharted,
    extraPa: extra,
    chartHosePa,
  } = chartedSetting({
    gas,
    flow,
    gaugePa: charted,
    at,
    dropPa: drop,
    ambientPa: asked.ambientPa,
    toDivision: (pa) => (side === 'fuel' ? downToDivision : toDivision)(pa, division),
  })
  const gate = gateOf(draft, side, asked.ambientPa)
  const log = asked.log?.[side]
  const value = log ? (side === 'fuel' ? downToDivision : toDivision)(charted + drop, division) : asCharted
  const asking = Setting.through(gate, {
    valuePa: value,
    lowPa: log ? log.low + drop : value,
    highPa: log ? log.high + drop : value,
    source: log ? 'log' : 'chart',
  })
  if (!asking.ok) return refused(draft, name, gate, asking.refused)
  if (log)
    return draft.set(name, asking.setting, {
      because: `The median of ${log.count} good brazes here is ${draft.show(log.median, 'pressure')} at the torch; with what was expected it makes ${draft.show(charted, 'pressure')}, and ${draft.show(drop, 'pressure')} for the hose.`,
      from: { goodRuns: log.count, medianOfRuns: log.median, setAside: log.setAside, hoseDrop: drop },
      hoseDropPa: drop,
      runs: log.count,
      cites: 'your log',
    })
  return draft.set(name, asking.setting, {
    because: `Your chart's ${draft.show(charted, 'pressure')}${extra > 0 ? ` and ${draft.show(extra, 'pressure')} for the hose` : ''}.`,
    from: { chartedPressure: charted, chartedAt: at, hoseDrop: drop, chartHoseDrop: chartHosePa },
    hoseDropPa: drop,
    cites: 'your chart',
  })
}

function refused(
  draft: BrazeDraft,
  figure: 'fuelPressure' | 'oxygenPressure',
  gate: Gate,
  why: SettingRefused,
): undefined {
  if (why.code === 'acetylene-limit')
    adviseAcetyleneLimit(draft, gate, 'The setting', { field: 'rig.chart', figure })
  else
    draft.say(
      'stop',
      why.code,
      'Pressure past its limit',
      `No setting is given: the highest here is ${draft.show(why.limitPa, 'most')}. Check the chart and the rating.`,
      { field: 'rig.chart', figure },
    )
  return undefined
}
