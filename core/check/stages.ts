/** How a pressure test is raised, and what is stored in the line meanwhile. */
import { STANDARD_PRESSURE_PA } from '../gas/standard.ts'
import { PSI_PA } from '../quantity/units.ts'

/** Ratio of specific heats of nitrogen. */
const GAMMA = 1.4
/** The first stage is looked over with solution; nothing higher is looked at from near, Pa gauge. */
export const SOLUTION_TEST_PA = 25 * PSI_PA
/** The regulator's relief is set to this much of the test pressure at most. */
export const RELIEF_SHARE = 1.1
/** Energy above which people have been hurt by a line letting go, J: keep everybody away, not only clear. */
export const DANGEROUS_ENERGY_J = 10_000

/**
 * The pressures of a test in their order, Pa gauge: at most 25 psi for the solution, half, then steps of a tenth.
 * @param testPa the test pressure, gauge, above 0
 */
export function testStages(testPa: number): readonly number[] {
  const first = Math.min(SOLUTION_TEST_PA, testPa)
  const tenths = [0.5, 0.6, 0.7, 0.8, 0.9, 1].map((s) => s * testPa)
  return [first, ...tenths.filter((p) => p > first * (1 + 1e-9))]
}

/**
 * Energy that the compressed gas would let go, J: p·V/(γ−1)·(1 − (p_a/p)^((γ−1)/γ)), p absolute.
 * @param gaugePa above the air's pressure
 */
export function storedEnergy(gaugePa: number, volumeM3: number, ambientPa = STANDARD_PRESSURE_PA): number {
  const p = gaugePa + ambientPa
  return ((p * volumeM3) / (GAMMA - 1)) * (1 - (ambientPa / p) ** ((GAMMA - 1) / GAMMA))
}

/** Highest setting of the relief, Pa gauge. */
export const reliefAtMost = (testPa: number): number => RELIEF_SHARE * testPa

/** What keeps a test from being begun, as sentences; empty when it may. */
export function testRefused(asked: {
  readonly testPa: number
  readonly weakestPa: number | undefined
  readonly reliefPa: number | undefined
  readonly gas: string
}): readonly { readonly field: string; readonly message: string }[] {
  const { testPa, weakestPa, reliefPa, gas } = asked
  const faults: { field: string; message: string }[] = []
  if (gas !== 'nitrogen')
    faults.push({
      field: 'gas',
      message: 'Only dry nitrogen: oxygen, fuel gas and air with oil in it can explode in the line.',
    })
  if (!(testPa > 0))
    faults.push({
      field: 'pressure',
      message: 'Give the test pressure that the local code or the maker names.',
    })
  if (weakestPa === undefined)
    faults.push({ field: 'weakest', message: 'Say what the weakest part of the line is rated for.' })
  else if (testPa > weakestPa)
    faults.push({
      field: 'pressure',
      message: 'That is over the rating of the weakest part: it can burst. Isolate that part or test lower.',
    })
  if (reliefPa === undefined)
    faults.push({ field: 'relief', message: 'Say at what the relief valve of the regulator opens.' })
  else if (testPa > 0 && reliefPa > reliefAtMost(testPa) * (1 + 1e-9))
    faults.push({
      field: 'relief',
      message: 'The relief opens too late: at most a tenth above the test pressure.',
    })
  return faults
}
