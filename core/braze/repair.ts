import { specificHeatAt } from '../metal/base-metals.ts'
import { celsius } from '../metal/table.ts'
import { FUELS } from '../gas/fuels.ts'
import { burnerName, unjudged, warmingHead } from './burners.ts'
import type { BrazeDraft } from './draft.ts'
import { isBuiltUp } from './joint.ts'
import type { PlannedBurner } from './types.ts'

const ROOM_K = 293.15
/** Preheat of the whole part, K: low, planned, high. */
const IRON = {
  normal: [celsius(200), celsius(275), celsius(350)],
  restrained: [celsius(480), celsius(510), celsius(540)],
} as const
const BRONZE = [celsius(150), celsius(200), celsius(250)] as const
/** Share of a heating flame that stays in a part that is warmed through. */
const WARMING_SHARE = 0.3
/** Heat that dry sand takes off a buried part, W/(m² K): an estimate. */
const SAND_H = 6
const STILL_AIR_H = 25
const LEAST_BURIED_S = 3600

/**
 * What a casting or a built-up repair asks for before and after: how warm the whole part has to be, and the heat for it.
 * @returns the preheat in K, or undefined when none is wanted; what it is warmed with and for how long
 */
export function planRepair(draft: BrazeDraft): Warming {
  const { work } = draft.request
  const iron = work.a.metal.family === 'cast-iron'
  const bronze = work.a.metal.key === 'high-tin-bronze' || work.a.metal.key === 'cast-tin-bronze'
  if (!isBuiltUp(work) || !(iron || bronze)) return COLD
  const [low, value, high] = iron ? IRON[work.restraint] : BRONZE
  draft.put('preheatTo', {
    value,
    low,
    high,
    because: iron
      ? work.restraint === 'restrained'
        ? 'Spokes, frames and corners cannot give: the whole part is brought nearly to a dull glow, so that it shrinks as one.'
        : 'A small free part: warm enough that it shrinks as one.'
      : 'Broad and gentle: bronze with this much tin has little room before it melts, and cracks from a hard flame.',
    from: { metal: work.a.metal.key, restraint: work.restraint },
    cites: 'cast iron repair practice; AWS Brazing Handbook',
  })
  if (iron && work.restraint === 'restrained')
    draft.say(
      'mind',
      'restrained',
      'It cannot give',
      `Hand-hot, as some teach it, cracks a restrained casting beside the bead. Bring all of it to ${draft.showSpan(low, high, 'temperature')}, in a furnace or a brick box.`,
      { field: 'work.restraint', figure: 'preheatTo' },
    )
  const warmer = warmerOf(draft)
  const warmWith = warmer
    ? `, first stage, with the ${burnerName(warmer, (m) => draft.show(m, 'bore'))}`
    : ', in a furnace, a brick box or with a heating head'
  if (!warmer)
    draft.say(
      'mind',
      'no-warmer',
      'One tip does not warm it through',
      'A cone heats one place and cracks the casting beside it. A furnace, a brick box over charcoal, or a heating head.',
      { field: 'rig.box', figure: 'preheatTo' },
    )
  draft.detail = { ...draft.detail, warmWith }
  const told = { preheatK: value, warmWith, warmsByCutting: warmer?.kind === 'cutting-head' }
  if (work.massKg === undefined) return { ...told, warmS: undefined }
  const joules =
    (work.massKg * specificHeatAt(work.a.metal, (value + ROOM_K) / 2) * (value - ROOM_K)) / WARMING_SHARE
  const heat = draft.put('preheatHeat', {
    value: joules,
    low: (joules * WARMING_SHARE) / 0.45,
    high: (joules * WARMING_SHARE) / 0.2,
    because: `Mass, specific heat and rise, over the ${Math.round(WARMING_SHARE * 100)} % of a flame that stays in the part.`,
    from: { mass: work.massKg, preheatTo: value, shareKept: WARMING_SHARE },
    cites: 'm·cp·ΔT',
  })
  if (!warmer) return { ...told, warmS: undefined }
  const power = warmer.fuelFlow * FUELS[warmer.fuel].brazing.grossHeat
  const warmS = draft.put('warmTime', {
    value: heat / power,
    low: (heat / power) * 0.65,
    high: (heat / power) * 1.5,
    because: `The heat that it takes, at ${draft.show(warmer.fuelFlow, 'flow')} of fuel, moved over all of it.`,
    from: { preheatHeat: heat, flamePower: power },
    cites: 'heat over the flame’s power',
  })
  return { ...told, warmS }
}

/** How a casting is warmed through; nothing where it is not. */
export interface Warming {
  readonly preheatK: number | undefined
  /** What with, as the end of a sentence. */
  readonly warmWith: string
  /** By the preheat flames of a cutting head. */
  readonly warmsByCutting: boolean
  /** How long, s; undefined where nobody knows. */
  readonly warmS: number | undefined
}
const COLD: Warming = { preheatK: undefined, warmWith: '', warmsByCutting: false, warmS: undefined }

/** The largest head or cutting head of the box, or one that is sold; a box without either has none. */
function warmerOf({ request: { rig } }: BrazeDraft): PlannedBurner | undefined {
  const heads = rig.box.filter((b) => b.kind === 'head' || b.kind === 'cutting-head')
  const [largest] = [...heads].sort((a, b) => b.flow - a.flow)
  if (largest) return unjudged({ ...largest, count: rig.torches })
  return rig.box.length > 0 ? undefined : unjudged(warmingHead(rig))
}

/**
 * Time for a part to cool, s, rounded up: its wall gives heat off through both faces, exponentially.
 * @param buried in dry sand or lime, else in still air
 * @example coolingS({ wallM: 0.01, density: 7200, specificHeat: 550 }, 1100, 323, 293, false) // 2608
 */
export function coolingS(
  part: { readonly wallM: number; readonly density: number; readonly specificHeat: number },
  fromK: number,
  toK: number,
  airK: number,
  buried: boolean,
): number {
  const tau = (part.density * part.specificHeat * part.wallM) / 2 / (buried ? SAND_H : STILL_AIR_H)
  const seconds = tau * Math.log((fromK - airK) / Math.max(1, toK - airK))
  return Math.ceil(Math.max(buried ? LEAST_BURIED_S : 0, seconds))
}
