import { CUBIC_FOOT_M3 } from '../quantity/index.ts'
import type { Telling } from './plan-draft.ts'
import { acetyleneDrawLimit, acetyleneDrawShare, stretchS, type DrawRule } from '../gas/cylinder.ts'
import { SHORT_BURN_S, shortBurnPauseS, type ShortBurns } from '../gas/short-burns.ts'
import { FUELS, type FuelId } from '../gas/fuels.ts'
import { soldAcetyleneM3 } from '../gas/sold.ts'

/** What the gas is drawn from: the fuel, its cylinders and the air round them. */
export interface DrawnFrom {
  readonly rig: {
    readonly fuel: FuelId
    readonly acetyleneCylinderM3?: number | undefined
    readonly acetyleneCylinders: number
    readonly drawRule?: DrawRule | undefined
    /** A heating head counts as continuous use however short. */
    readonly head?: string | undefined
  }
  readonly shop: { readonly airK: number }
}

/**
 * Acetylene draw against the cylinder: a stop over the limit, else the least cylinder that can feed this.
 * @param others what else would do within the limit, each in a few words
 * @returns what short burns keep to, where it is drawn in them
 */
export function adviseDraw(
  draft: Telling,
  { rig, shop }: DrawnFrom,
  fuelFlow: number,
  litS: number,
  others: readonly string[] = ['a smaller tip'],
): ShortBurns | undefined {
  switch (FUELS[rig.fuel].cylinder.draw) {
    case 'boils':
      adviseBoiling(draft, fuelFlow, shop.airK)
      return undefined
    case 'not-reckoned':
      return undefined
    case 'share':
      return adviseShare(draft, { rig, shop }, fuelFlow, litS, others)
  }
}

/** The next size that is sold, in words. */
const larger = (draft: Telling, leastM3: number): string => {
  const sold = soldAcetyleneM3(leastM3)
  return sold === undefined
    ? `cylinders that hold ${draft.show(leastM3, 'volume')} together`
    : `a ${draft.show(sold, 'contents')} cylinder or larger`
}

function adviseShare(
  draft: Telling,
  { rig, shop }: DrawnFrom,
  fuelFlow: number,
  litS: number,
  others: readonly string[],
): ShortBurns | undefined {
  const heating = rig.head === 'heating'
  const { acetyleneCylinderM3: ratedM3 } = rig
  const share = acetyleneDrawShare(stretchS(litS, heating), shop.airK, rig.drawRule)
  const least = (fuelFlow * 3600) / share
  const rule = `1/${Math.round(1 / share)} of its full contents an hour`
  if (ratedM3 === undefined || fuelFlow <= acetyleneDrawLimit(ratedM3, share)) {
    draft.say(
      'note',
      'cylinder-draw',
      'Acetylene draw',
      `This draws ${draft.show(fuelFlow, 'flow')}. It wants ${larger(draft, least)} (${rule}).`,
      { figure: 'fuelFlow' },
    )
    return undefined
  }
  const where = { field: 'rig.acetyleneCylinder', figure: 'fuelFlow' }
  const limit = acetyleneDrawLimit(ratedM3, share)
  // a heating head that starves flashes back: never in short burns
  const pauseS =
    rig.drawRule === 'short-burns' && !heating ? shortBurnPauseS(fuelFlow, limit, ratedM3) : undefined
  const has =
    rig.acetyleneCylinders > 1
      ? `${rig.acetyleneCylinders} cylinders of ${draft.show(ratedM3 / rig.acetyleneCylinders, 'contents')}`
      : `a ${draft.show(ratedM3, 'contents')} cylinder`
  const draws = `This draws ${draft.show(fuelFlow, 'flow')}; ${has} may give ${draft.show(limit, 'flow')} (${rule}).`
  if (pauseS !== undefined) {
    draft.say(
      'mind',
      'short-burns',
      'Short burns, by your shop’s method',
      `${draws} Lit a minute at most, then shut for ${draft.show(pauseS, 'least')}; upright, half its contents left.${litS > SHORT_BURN_S ? ` This one is lit for ${draft.show(litS, 'time')} in all: it goes cold in the pause and is heated up again.` : ''} Drawn faster, solvent comes along, the flame goes purple and spits: shut down, let it stand.`,
      where,
    )
    return { limit, flow: fuelFlow, pauseS }
  }
  const ways = [
    `take ${larger(draft, least)}`,
    `manifold ${Math.ceil(least / (ratedM3 / rig.acetyleneCylinders))} of these`,
    ...others.map((o) => `use ${o}`),
  ]
  draft.say(
    'stop',
    'cylinder-draw',
    'Acetylene cylinder too small',
    `${draws} Faster pulls the solvent out. Ways out: ${ways.join('; ')}.`,
    where,
  )
  return undefined
}

const CFH = CUBIC_FOOT_M3 / 3600
/** What a half-full liquid cylinder gives by boiling at 20 °C, m³/s: 20 lb and 100 lb; half of it at 0 °C. Estimates. */
const BOILS_20_LB = 15 * CFH
const BOILS_100_LB = 60 * CFH
const FREEZING_K = 273.15

function adviseBoiling(draft: Telling, fuelFlow: number, airK: number): void {
  const cold = airK <= FREEZING_K ? 0.5 : 1
  const enough =
    fuelFlow <= BOILS_20_LB * cold
      ? `A half-full ${draft.round('9 kg', '20 lb')} cylinder gives that`
      : fuelFlow <= BOILS_100_LB * cold
        ? `That takes a ${draft.round('45 kg', '100 lb')} cylinder`
        : `That is more than one ${draft.round('45 kg', '100 lb')} cylinder gives: manifold several`
  draft.say(
    fuelFlow > BOILS_100_LB * cold ? 'mind' : 'note',
    'boiling',
    'What the liquid can boil off',
    `This draws ${draft.show(fuelFlow, 'flow')}. ${enough} (an estimate${cold < 1 ? ' for frost' : ''}). Frost on the cylinder: too fast. Keep it upright; never warm it with a flame.`,
    { figure: 'fuelFlow' },
  )
}
