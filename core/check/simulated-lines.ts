/** Lines of known truth, as somebody with a gauge and a thermometer would read them: by them the verdicts are measured. */
import { seeded } from '../seeded.ts'
import { PSI_PA } from '../quantity/units.ts'
import { STANDARD_PRESSURE_PA } from '../gas/standard.ts'
import type { HoldReading } from './readings.ts'
import { waterVapourPa } from './water-vapour.ts'

/** A line under pressure, and how it is read. */
export interface PressureLine {
  readonly testPa: number
  readonly divisionPa: number
  readonly holdS: number
  /** What it loses at one temperature over the hold, Pa; below nothing where its supply was left open and feeds it. */
  readonly lostPa: number
  /** How much warmer the pipe becomes, K. */
  readonly warmerK: number
  readonly readings: readonly HoldReading[]
}

/** Normal numbers of mean 0 and spread 1. */
const normal = (random: () => number) =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

/**
 * A line under pressure from a seed: sound, or losing or gaining so many times what its gauge can show; the shop warms or
 * cools, the needle sticks within half a division and is read to half of one, readings drop out.
 * @param times what is lost over the hold, by what `least` gives for its gauge
 */
export function pressureLine(
  seed: number,
  times: number,
  least: (paAbs: number, kelvin: number, divisionPa: number) => number,
): PressureLine {
  const random = seeded(seed)
  const one = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)] as T
  const testPa = one([690e3, 1034e3, 2068e3, 2413e3, 3792e3])
  const divisionPa = one([1, 2, 5]) * PSI_PA
  const holdS = one([900, 1800, 3600, 14_400])
  const firstK = 280 + 20 * random()
  const warmerK = -6 + 12 * random()
  const start = testPa + STANDARD_PRESSURE_PA
  const lostPa = times * least(start, firstK, divisionPa)
  const count = one([2, 2, 3, 7, 13])
  const sticks = random() < 0.3 ? (random() - 0.5) * divisionPa : 0
  const readings = Array.from({ length: count }, (_, i): HoldReading => {
    const share = i / (count - 1)
    const kelvin = firstK + warmerK * share
    const pa = ((start - lostPa * share) * kelvin) / firstK + (i === 0 ? 0 : sticks * 0.5)
    return {
      timeS: holdS * share,
      // a needle is read to half a division
      pressurePaAbs:
        Math.round((pa - STANDARD_PRESSURE_PA) / (divisionPa / 2)) * (divisionPa / 2) + STANDARD_PRESSURE_PA,
      temperatureK: kelvin + 0.1 * normal(random),
    }
  }).filter((_, i, all) => i === 0 || i === all.length - 1 || random() > 0.3)
  return { testPa, divisionPa, holdS, lostPa, warmerK, readings }
}

/** What is the matter with a line under vacuum. */
export type VacuumTruth = 'dry' | 'moist' | 'leaks'
/**
 * A line under vacuum from a seed, read so many times over 12 to 20 minutes in a room that may move.
 * @param warms how far the room moves at most, K
 */
export function vacuumLine(
  seed: number,
  truth: VacuumTruth,
  count: number,
  targetPaAbs: number,
  warms: number,
): readonly HoldReading[] {
  const random = seeded(seed)
  const minutes = 12 + 8 * random()
  const firstK = 283 + 15 * random()
  const moves = warms * (2 * random() - 1)
  const start = targetPaAbs * (0.4 + 0.3 * random())
  const tau = minutes * 60 * (0.15 + 0.2 * random())
  // wet lines come to rest well under water's vapour pressure, as pumps leave them
  const level = targetPaAbs * (2.5 + 6 * random())
  const climb = (targetPaAbs * (2 + 8 * random())) / (minutes * 60)
  return Array.from({ length: count }, (_, i): HoldReading => {
    const timeS = (minutes * 60 * i) / (count - 1)
    const kelvin = firstK + (moves * i) / (count - 1)
    const gas = kelvin / firstK
    const water = waterVapourPa(kelvin) / waterVapourPa(firstK)
    const pa =
      truth === 'dry'
        ? start * gas
        : truth === 'leaks'
          ? (start + climb * timeS) * gas
          : start * gas + (level - start) * (1 - Math.exp(-timeS / tau)) * water
    return {
      timeS,
      pressurePaAbs: pa * (1 + 0.01 * normal(random)),
      temperatureK: kelvin + 0.1 * normal(random),
    }
  })
}
