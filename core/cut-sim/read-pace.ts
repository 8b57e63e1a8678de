import { group, list, number, oneOf, readWith, Wrong, type CaseOrError } from '../case-file.ts'
import { BASE_METALS } from '../metal/base-metals.ts'
import {
  alongJet,
  CONE_M,
  CONE_SHARE,
  GAS_DEFAULTS,
  PACE_DT_S,
  PACE_DX_M,
  PACE_FUELS,
  PACE_STARTS,
  PACE_SURFACES,
  PLATE_DEFAULTS,
  type PaceCase,
  type PaceFuel,
  type PaceGas,
  type PaceHand,
  type PacePlan,
  type PacePlate,
} from './pace-case.ts'
import { stepShare } from './plate-heat.ts'

/** A hand's cut lasts two hours at most, s, and has so many samples and so many steps times columns at most. */
const LONGEST_S = 7200
const MOST_SAMPLES = 500_000
const MOST_WORK = 2e9

/** Metals by their own names: a family is no plate. */
const METALS: readonly string[] = BASE_METALS.map((m) => m.key)

function readPlate(value: unknown): PacePlate {
  const p = group(value, 'plate', ['metal', 'thickness', 'length', 'temperature', 'surface', 'start'])
  const metal = p['metal'] ?? PLATE_DEFAULTS.metal
  if (typeof metal !== 'string' || !METALS.includes(metal))
    throw new Wrong('plate.metal', `plate.metal should be one of: ${METALS.join(', ')}.`)
  return {
    metal,
    thickness: number(p['thickness'], 'plate.thickness', 0.0009, 0.305),
    length: number(p['length'], 'plate.length', 0.01, 3),
    temperature: number(p['temperature'], 'plate.temperature', -40, 800, PLATE_DEFAULTS.temperature),
    surface: oneOf(p['surface'], 'plate.surface', PACE_SURFACES, PLATE_DEFAULTS.surface),
    start: oneOf(p['start'], 'plate.start', PACE_STARTS, PLATE_DEFAULTS.start),
  }
}

function readGas(value: unknown): PaceGas {
  const g = group(value, 'gas', ['fuel', 'flameHeat', 'orifice', 'pressure', 'purity', 'ambient'])
  if (g['fuel'] === undefined)
    throw new Wrong('gas.fuel', `gas.fuel should be one of: ${PACE_FUELS.join(', ')}.`)
  return {
    fuel: oneOf<PaceFuel>(g['fuel'], 'gas.fuel', PACE_FUELS, 'acetylene'),
    flameHeat: number(g['flameHeat'], 'gas.flameHeat', 0, 60_000),
    orifice: number(g['orifice'], 'gas.orifice', 0.0003, 0.004),
    pressure: number(g['pressure'], 'gas.pressure', 0, 1.1e6),
    purity: number(g['purity'], 'gas.purity', 0, 1, GAS_DEFAULTS.purity),
    ambient: number(g['ambient'], 'gas.ambient', 5e4, 1.1e5, GAS_DEFAULTS.ambient),
  }
}

function readPlan(value: unknown, gas: PaceGas): PacePlan {
  const p = group(value, 'plan', ['height', 'standoff', 'speed', 'orifice', 'pressure', 'flameHeat', 'bevel'])
  const height = number(p['height'], 'plan.height', 0.002, 0.05)
  return {
    height,
    standoff: number(p['standoff'], 'plan.standoff', 0.0005, 0.02, Math.min(CONE_M, CONE_SHARE * height)),
    speed: number(p['speed'], 'plan.speed', 1e-4, 0.05),
    orifice: number(p['orifice'], 'plan.orifice', 0.0003, 0.004, gas.orifice),
    pressure: number(p['pressure'], 'plan.pressure', 0, 1.1e6, gas.pressure),
    flameHeat: number(p['flameHeat'], 'plan.flameHeat', 0, 60_000, gas.flameHeat),
    bevel: number(p['bevel'], 'plan.bevel', 0, 60, 0),
  }
}

const LEAN_MOST = 60

function readHand(value: unknown, plan: PacePlan): readonly PaceHand[] {
  const read = list(value, 'hand', MOST_SAMPLES).map((sample, i): PaceHand => {
    const at = `hand.${i}`
    const h = group(sample, at, ['t', 'x', 'y', 'height', 'lean', 'lever', 'tilt', 'flame'])
    const lean = number(h['lean'], `${at}.lean`, -360, 360, 0)
    return {
      t: number(h['t'], `${at}.t`, -1e9, 1e9),
      x: number(h['x'], `${at}.x`, -10, 10, 0),
      y: number(h['y'], `${at}.y`, -10, 10, 0),
      height: number(h['height'], `${at}.height`, -1, 10, plan.height),
      lean: Math.min(LEAN_MOST, Math.max(-LEAN_MOST, lean)),
      lever: number(h['lever'], `${at}.lever`, 0, 1, 0),
      tilt: number(h['tilt'], `${at}.tilt`, -90, 90, 0),
      flame: number(h['flame'], `${at}.flame`, 0, 2, 1),
    }
  })
  const [first, last] = [read[0], read.at(-1)]
  if (!first || !last || read.length < 2) throw new Wrong('hand', 'hand should have two samples or more.')
  const back = read.findIndex((h, i) => i > 0 && h.t <= (read[i - 1] as PaceHand).t)
  if (back > 0) throw new Wrong(`hand.${back}.t`, `hand.${back}.t should be later than the one before.`)
  if (last.t - first.t > LONGEST_S) throw new Wrong('hand', 'hand should last two hours at most.')
  return read
}

function readOptions(
  value: unknown,
  { length, thickness }: PacePlate,
  { bevel }: PacePlan,
): PaceCase['options'] {
  const o = value === undefined ? {} : group(value, 'options', ['dt', 'dx'])
  const dt = number(o['dt'], 'options.dt', 1e-4, 0.05, PACE_DT_S)
  const wanted = number(o['dx'], 'options.dx', 2e-4, 0.004, PACE_DX_M)
  const dx = length / Math.max(4, Math.round(length / wanted))
  if (stepShare(dt, dx, alongJet(thickness, bevel)) > 1)
    throw new Wrong(
      'options.dt',
      'options.dt should be shorter, or options.dx longer: the heat would not be followed.',
    )
  return { dt, dx: wanted }
}

/** Reads a hand's cut; what is wrong with it is told with its place. */
export const readPace = (value: unknown): CaseOrError<PaceCase> =>
  readWith(() => {
    const given = group(value, '', ['plate', 'gas', 'plan', 'hand', 'options'])
    const plate = readPlate(given['plate'])
    const gas = readGas(given['gas'])
    const plan = readPlan(given['plan'], gas)
    const hand = readHand(given['hand'], plan)
    const options = readOptions(given['options'], plate, plan)
    const lasts = (hand.at(-1)?.t ?? 0) - (hand[0]?.t ?? 0)
    if ((lasts / options.dt) * (plate.length / options.dx) > MOST_WORK)
      throw new Wrong('options', 'That is more than is worked: a longer dt or dx, or a shorter hand.')
    return { plate, gas, plan, hand, options }
  })
