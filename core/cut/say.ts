import { CUT_MAX_THICKNESS_M, OXYGEN_MIN_PURITY } from '../limits.ts'
import { INCH_M } from '../quantity/index.ts'
import type { Draft } from './draft.ts'
import { needsWarmLine } from './preheat.ts'
import type { Metal } from './types.ts'

const METAL_NAME: Readonly<Record<Exclude<Metal, 'low-carbon-steel'>, string>> = {
  'stainless-steel': 'Stainless steel',
  aluminium: 'Aluminium',
  copper: 'Copper',
  brass: 'Brass',
}
const THIN_M = 0.003
const TABLE_FROM_M = INCH_M / 8
const FROST_K = 278.15
const HIGH_M = 300

const percent = (share: number) => `${Math.round(share * 1000) / 10} %`

/** Says what is to be said of the work itself; false when it can't be cut, so that no settings are worked out. */
export function sayWork(draft: Draft): boolean {
  const { work, rig, shop, ignored } = draft.request
  if (ignored.length > 0)
    draft.say(
      'note',
      'ignored-input',
      'Not understood',
      `Left out, since it is not known here: ${ignored.join(', ')}.`,
    )
  if (work.metal !== 'low-carbon-steel') {
    draft.say(
      'stop',
      'metal-not-cut',
      'Does not cut with oxygen',
      `${METAL_NAME[work.metal]} does not cut with oxygen: its oxide will not melt away. Use plasma, a saw or a shear.`,
      { field: 'work.metal' },
    )
    return false
  }
  if (work.thicknessM > CUT_MAX_THICKNESS_M * (1 + 1e-9)) {
    draft.say(
      'stop',
      'too-thick',
      'Too thick',
      `Figures end at ${draft.show(CUT_MAX_THICKNESS_M, 'length')}. Thicker plate needs a heavy-cutting rig and its maker's chart.`,
      { field: 'work.thickness' },
    )
    return false
  }
  if (rig.oxygenPurity <= OXYGEN_MIN_PURITY + 1e-4) {
    draft.say(
      'stop',
      'oxygen-purity-too-low',
      'Oxygen too impure',
      `At ${percent(rig.oxygenPurity)} the jet melts the plate instead of cutting it. Use oxygen of 99.5 %.`,
      { field: 'rig.oxygenPurity' },
    )
    return false
  }
  sayPlate(draft)
  if (rig.oxygenPurity < 0.98)
    draft.say(
      'mind',
      'oxygen-purity-low',
      'Impure oxygen',
      `${percent(rig.oxygenPurity)} cuts slowly and rough. Speed and oxygen flow are set for it; better oxygen is cheaper than the grinding.`,
      { field: 'rig.oxygenPurity' },
    )
  if (rig.guide === 'none')
    draft.say(
      'note',
      'no-guide',
      'Freehand',
      'A clamped guide keeps the line straight and the tip off your nerves.',
      { field: 'rig.guide' },
    )
  if (shop.altitudeM >= HIGH_M && rig.chart.length > 0)
    draft.say(
      'note',
      'altitude',
      'Charts are made at sea level',
      `At ${draft.showHoseLength(shop.altitudeM)} a charted oxygen pressure gives a little less flow. Worked-out settings allow for it; never raise acetylene for it.`,
    )
  return true
}

function sayPlate(draft: Draft): void {
  const { work, rig } = draft.request
  const surface = { field: 'work.surface' }
  if (work.surface === 'scale' || work.surface === 'rust')
    draft.say(
      'mind',
      'surface-dirty',
      work.surface === 'scale' ? 'Scale on the line' : 'Rust on the line',
      `It flies into the tip and ridges the edge. Knock it off ${draft.round('50 mm', '2 in')} each side; more fuel is allowed for what stays.`,
      surface,
    )
  if (work.surface === 'coated')
    draft.say(
      'mind',
      'surface-coated',
      'Coated plate',
      `Zinc, paint and oil burn to poisonous smoke; unknown paint counts as lead. Strip ${draft.round('100 mm', '4 in')} each side, top and bottom, and keep out of the fume.`,
      surface,
    )
  if (work.thicknessM < THIN_M)
    draft.say(
      'mind',
      'thin-plate',
      'Thin plate',
      `Below ${draft.round('3 mm', '1/8 in')} a shear or plasma usually does it better: heat warps it and the cut closes behind the torch. Smallest tip, least fuel, torch laid well forward, go fast.`,
      { field: 'work.thickness' },
    )
  else if (work.thicknessM < TABLE_FROM_M * (1 - 1e-6))
    draft.say(
      'note',
      'below-table',
      'Thinner than the table',
      `Settings are those for ${draft.show(TABLE_FROM_M, 'length')}, the thinnest published.`,
      { field: 'work.thickness' },
    )
  if (needsWarmLine(work))
    draft.say(
      'note',
      'preheat-pass',
      'Warm the line first',
      'Cold heavy plate: go once along the whole line with the lever up before starting. The time for it is not counted here.',
      { figure: 'preheatTime' },
    )
  if (work.temperatureK < FROST_K)
    draft.say(
      'mind',
      'cold-plate',
      'Cold or damp plate',
      'Wet, frosty plate spits and starts badly. Warm it and drive the damp off first.',
      { field: 'work.temperature' },
    )
  if (rig.tipOrificeM !== undefined && rig.tipRadiusM !== undefined && rig.tipOrificeM >= 2 * rig.tipRadiusM)
    draft.say(
      'mind',
      'tip-radius',
      'Check the tip',
      'The orifice is wider than the tip itself. One of the two is wrong.',
      { field: 'rig.tipRadius' },
    )
}

/** Judges the share of the cutting oxygen that burns. */
export function sayOxygenBurnt(draft: Draft, share: number): void {
  const where = { figure: 'oxygenShareBurnt' }
  if (share > 1)
    draft.say(
      'stop',
      'oxygen-impossible',
      'Not enough oxygen',
      `The cut would burn ${percent(share)} of the oxygen that the jet brings, which is more than there is. Go slower, or fit a larger tip.`,
      where,
    )
  else if (share > 0.8)
    draft.say(
      'mind',
      'oxygen-starved',
      'The cut is starving',
      `The cut burns ${percent(share)} of the oxygen that the jet brings; 20 to 60 % is usual. Go slower, or fit a larger tip.`,
      where,
    )
  else if (share < 0.2)
    draft.say(
      'note',
      'oxygen-plenty',
      'Oxygen to spare',
      `The cut burns ${percent(share)} of the jet's oxygen; 20 to 60 % is usual. A smaller tip would do.`,
      where,
    )
}
