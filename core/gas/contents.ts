/** What a cylinder holds, how long it lasts, and what has to be ordered. Gas at 70 F and 1 atm throughout, m³. */
import { PSI_PA } from '../quantity/units.ts'
import { FUELS, isFuel, type FuelId } from './fuels.ts'
import { STANDARD_PRESSURE_PA, STANDARD_TEMPERATURE_K } from './standard.ts'

/** Gases whose contents show by pressure, and those that are weighed. */
export type CylinderGas = 'oxygen' | 'nitrogen' | FuelId

const Z_AT_PSIG = [0, 500, 1000, 1500, 2000, 2400, 3000] as const
/** Compressibility at 70 F. */
const Z: Readonly<Record<'oxygen' | 'nitrogen', readonly number[]>> = {
  oxygen: [1, 0.978, 0.961, 0.949, 0.942, 0.942, 0.947],
  nitrogen: [1, 0.994, 0.996, 1.003, 1.017, 1.033, 1.061],
}
/** Gas from a kg of what is weighed, m³; undefined for a gas that goes by its pressure. */
const perKgOf = (gas: CylinderGas): number | undefined =>
  isFuel(gas) ? FUELS[gas].cylinder.m3PerKg : undefined
/**
 * Whether a gas is weighed to know what is left of it.
 * @example isWeighed('propane') // true
 */
export const isWeighed = (gas: CylinderGas): boolean => perKgOf(gas) !== undefined
/**
 * Gas from so many kg, m³; undefined for gases that go by pressure.
 * @example gasFromMass('acetylene', 1) / CUBIC_FOOT_M3 // 32.41
 */
export const gasFromMass = (gas: CylinderGas, kg: number): number | undefined => {
  const per = perKgOf(gas)
  return per === undefined ? undefined : per * kg
}
/** What is left in a cylinder so that no air gets in, Pa gauge. */
export const KEEP_PA = 25 * PSI_PA
const FULL_PA = 2216 * PSI_PA

/**
 * Compressibility of a permanent gas at a gauge pressure, linear between the published points, level past them.
 * @example compressibility('oxygen', 2216 * PSI_PA) // 0.942
 */
export function compressibility(gas: 'oxygen' | 'nitrogen', gaugePa: number): number {
  const psi = Math.max(0, gaugePa / PSI_PA)
  const row = Z[gas]
  for (let i = 1; i < Z_AT_PSIG.length; i++) {
    const [a, b] = [Z_AT_PSIG[i - 1] ?? 0, Z_AT_PSIG[i] ?? 0]
    if (psi <= b) return (row[i - 1] ?? 1) + (((row[i] ?? 1) - (row[i - 1] ?? 1)) * (psi - a)) / (b - a)
  }
  return row.at(-1) ?? 1
}

/** A cylinder as it was read. SI; pressures gauge. */
export interface CylinderRead {
  readonly gas: CylinderGas
  /** Rated full contents. */
  readonly ratedM3?: number | undefined
  readonly waterM3?: number | undefined
  readonly gaugePa?: number | undefined
  readonly weightKg?: number | undefined
  readonly tareKg?: number | undefined
  /** A division of the scale, kg: taken off, as contents round down. */
  readonly scaleKg?: number | undefined
  readonly kelvin?: number | undefined
}

/** What a cylinder holds, with its span and how it is known. */
export interface Contents {
  /** What is in it. */
  readonly thereM3: number
  /** What may be used of that, rounded towards less. */
  readonly m3: number
  readonly lowM3: number
  readonly highM3: number
  readonly from: 'pressure' | 'weight' | 'rated'
  readonly because: string
}

/**
 * Contents of one cylinder, rounded towards less.
 * Pressure: p·V·294.26/(Z·T·101 325), less what stays in it at the same pressure; without a water volume, the rated
 * contents times p/p full. Weight: over the tare, less a division. Neither known: the rated contents, as if full.
 * @returns undefined when nothing at all is known of it
 * @throws never; a weight under the tare counts as empty
 * @example contentsOf({ gas: 'oxygen', ratedM3: 7, gaugePa: 1108 * PSI_PA, kelvin: 294.26 }).m3 // 3.421
 */
export function contentsOf(c: CylinderRead): Contents | undefined {
  const perKg = perKgOf(c.gas)
  if (perKg !== undefined && c.weightKg !== undefined && c.tareKg !== undefined) {
    const division = c.scaleKg ?? 0.05
    const kg = c.weightKg - c.tareKg
    const at = (d: number) => Math.max(0, kg + d) * perKg
    return {
      thereM3: at(0),
      m3: at(-division),
      lowM3: at(-2 * division),
      highM3: at(division),
      from: 'weight',
      because:
        'Weight over the stamped tare, less a division of the scale. Ask what the tare includes: cap off.',
    }
  }
  if (perKg === undefined && c.gaugePa !== undefined) {
    const kelvin = c.kelvin ?? STANDARD_TEMPERATURE_K
    const gas = c.gas === 'nitrogen' ? 'nitrogen' : 'oxygen'
    const held = (pa: number) => {
      const volume = c.waterM3
      return volume === undefined
        ? ((c.ratedM3 ?? 0) * pa) / FULL_PA
        : ((pa + STANDARD_PRESSURE_PA) * volume * STANDARD_TEMPERATURE_K) /
            (compressibility(gas, pa) * kelvin * STANDARD_PRESSURE_PA)
    }
    if (c.waterM3 === undefined && c.ratedM3 === undefined) return undefined
    const kept = held(KEEP_PA)
    const m3 = Math.max(0, held(c.gaugePa) - kept)
    return {
      thereM3: Math.max(0, held(c.gaugePa)),
      m3,
      lowM3: m3 * (c.waterM3 === undefined ? 0.9 : 0.97),
      highM3: m3 * (c.waterM3 === undefined ? 1.1 : 1.03),
      from: 'pressure',
      because: `Gauge pressure × ${c.waterM3 === undefined ? 'rated contents, since the water volume is not known' : 'water volume, with compressibility and temperature'}; about 25 psi stays in it.`,
    }
  }
  if (c.ratedM3 === undefined) return undefined
  return {
    thereM3: c.ratedM3,
    m3: c.ratedM3,
    lowM3: 0,
    highM3: c.ratedM3,
    from: 'rated',
    because:
      `As if full: nobody ${perKg === undefined ? 'read its gauge' : 'weighed it'}. ${isFuel(c.gas) ? (FUELS[c.gas].cylinder.gaugeHint ?? '') : ''}`.trim(),
  }
}

/** One use of gas in the log's order. */
export interface GasUse {
  readonly at: string
  readonly m3: number
}
/** A cylinder of a gas: when it was read, and what it held then. */
export interface CylinderLeft {
  readonly id: string
  readonly readAt: string
  readonly m3: number
}

/**
 * What is left of cylinders after what the log used since each was read: one is used up before the next is begun,
 * in the order in which they are given, and never below nothing.
 * @returns by id, and what was used that no cylinder had
 * @example usedUp([{ id: 'a', m3: 2, readAt: '2026-03-01' }], [{ at: '2026-03-02', m3: 0.5 }]).left.a // 1.5
 */
export function usedUp(
  cylinders: readonly CylinderLeft[],
  uses: readonly GasUse[],
): { readonly left: Readonly<Record<string, number>>; readonly missingM3: number } {
  const left = new Map(cylinders.map((c) => [c.id, c.m3]))
  let missingM3 = 0
  for (const use of [...uses].sort((a, b) => a.at.localeCompare(b.at))) {
    let need = use.m3
    for (const c of cylinders) {
      // what was used before it was read is in the reading already
      if (c.readAt >= use.at) continue
      const has = left.get(c.id) ?? 0
      const taken = Math.min(has, need)
      left.set(c.id, has - taken)
      need -= taken
      if (need <= 0) break
    }
    if (need > 0 && cylinders.some((c) => c.readAt < use.at)) missingM3 += need
  }
  return { left: Object.fromEntries(left), missingM3 }
}

/** How far a gas goes: for one job, and at a flow. */
export interface Lasts {
  /** How many such jobs, rounded down. */
  readonly jobs: number
  /** How long at this flow, s. */
  readonly seconds: number
  /** What is short for one job, m³; 0 when there is enough. */
  readonly shortM3: number
}

/**
 * How far what is left goes. All counts round down.
 * @param leftM3 in all cylinders together
 * @param jobM3 that one job takes; 0 lasts for ever
 * @param flow m³/s while it runs
 * @example lasts(6, 2.5, 0.001) // { jobs: 2, seconds: 6000, shortM3: 0 }
 */
export function lasts(leftM3: number, jobM3: number, flow: number): Lasts {
  return {
    jobs: jobM3 > 0 ? Math.floor(leftM3 / jobM3 + 1e-9) : Infinity,
    seconds: flow > 0 ? leftM3 / flow : Infinity,
    shortM3: Math.max(0, jobM3 - leftM3),
  }
}

/**
 * How many cylinders of a size stand together for this flow at a share per hour.
 * @example manifoldCount((30 * CUBIC_FOOT_M3) / 3600, 145 * CUBIC_FOOT_M3, 1 / 10) // 3
 */
export const manifoldCount = (flow: number, sizeM3: number, sharePerHour: number): number =>
  Math.max(1, Math.ceil((flow * 3600) / (sizeM3 * sharePerHour) - 1e-9))

/**
 * What to order: cylinders of a size for so many jobs, with what is there already.
 * @example toOrder(20, 4, 7) // 3
 */
export const toOrder = (needM3: number, leftM3: number, sizeM3: number): number =>
  Math.max(0, Math.ceil((needM3 - leftM3) / sizeM3 - 1e-9))
