/**
 * The rise after a pump is isolated, from as few readings as somebody types: by how its last rise compares with its
 * first, each reading brought to one temperature.
 */
import { printQuantity } from '../quantity/index.ts'
import type { HoldReading } from './readings.ts'
import type { VacuumVerdict } from './verdicts.ts'
import { waterVapourPa } from './water-vapour.ts'

/** It is watched for so long, s. */
export const FEW_HOLD_S = 600
/** Flattening: the last rise is at most this share of the first. Halved, straight: the same for a rise over the target. */
const FLATTENS = 3 / 4
const HALVED = 1 / 2
const STRAIGHT = 4 / 5
/** A rise of less than this share of the target is none. */
const NONE = 1 / 10

interface Rises {
  /** Rise by the second, of the first and of the last third, Pa/s; over the whole of it, Pa. */
  readonly first: number
  readonly last: number
  readonly whole: number
}

/** How pressures rise at their beginning and at their end. */
function rises(times: readonly number[], pa: readonly number[]): Rises {
  const n = pa.length
  const [a, b] = [Math.max(1, Math.round((n - 1) / 3)), Math.min(n - 2, Math.round((2 * (n - 1)) / 3))]
  const rate = (i: number, j: number) =>
    ((pa[j] ?? 0) - (pa[i] ?? 0)) / Math.max(1e-9, (times[j] ?? 0) - (times[i] ?? 0))
  return { first: rate(0, a), last: rate(b, n - 1), whole: (pa.at(-1) ?? 0) - (pa[0] ?? 0) }
}

const micron = (pa: number) => printQuantity(pa, 'micron')

/**
 * Judges four readings or more.
 * @param targetPaAbs the depth that is wanted, Pa absolute
 */
export function judgeFew(
  readings: readonly HoldReading[],
  targetPaAbs: number,
): { readonly verdict: VacuumVerdict; readonly because: string; readonly waitS?: number } {
  const [first] = readings
  const end = readings.at(-1)
  if (!first || !end) return { verdict: 'longer', because: 'There are no readings yet.', waitS: FEW_HOLD_S }
  const holdS = end.timeS - first.timeS
  if (holdS < FEW_HOLD_S)
    return {
      verdict: 'longer',
      because: `It is watched for ${FEW_HOLD_S / 60} minutes; there are ${Math.floor(holdS / 60)}.`,
      waitS: FEW_HOLD_S - holdS,
    }
  const times = readings.map((r) => r.timeS)
  // a fixed amount of air grows with the temperature, water with its vapour pressure
  const asAir = rises(
    times,
    readings.map((r) => (r.pressurePaAbs * first.temperatureK) / r.temperatureK),
  )
  const wet = readings.map(
    (r) => (r.pressurePaAbs * waterVapourPa(first.temperatureK)) / waterVapourPa(r.temperatureK),
  )
  const asWater = rises(times, wet)
  const last = end.pressurePaAbs
  const none = NONE * targetPaAbs
  if (last <= targetPaAbs) {
    if (asAir.whole < none)
      return {
        verdict: 'dry',
        because: `It rose ${micron(Math.max(0, asAir.whole))}, less than a tenth of the ${micron(targetPaAbs)} that are wanted, and stands at ${micron(last)}: dry and tight.`,
      }
    if (asAir.first > 0 && asAir.last <= FLATTENS * asAir.first)
      return {
        verdict: 'dry',
        because: `It flattens at ${micron(last)}, under the ${micron(targetPaAbs)} that are wanted: dry and tight.`,
      }
    return longer(
      `It still rises, and stands at ${micron(last)}, under the ${micron(targetPaAbs)} that are wanted.`,
      holdS,
    )
  }
  const vapour = waterVapourPa(end.temperatureK)
  // risen with the room and with nothing else, as water that has come to rest does
  if (Math.abs(asWater.whole) < none && asAir.whole > none && last < vapour)
    return {
      verdict: 'moist',
      because: `It rose as the pipe became warmer, just as water does, and stands at ${micron(last)}, over the ${micron(targetPaAbs)} that are wanted. ${AGAIN}`,
    }
  const level = levelOf(asWater, end, times) ?? Infinity
  if (asWater.first > 0 && asWater.last <= HALVED * asWater.first && level < vapour)
    return {
      verdict: 'moist',
      because: `Its rise has fallen to ${share(asWater)} of what it was, and it levels below the ${micron(vapour)} that water can reach at this temperature. ${AGAIN}`,
    }
  if (asAir.first > 0 && asAir.last >= STRAIGHT * asAir.first && asWater.last >= STRAIGHT * asWater.first)
    return {
      verdict: 'leaks',
      because: `It climbs on at ${share(asAir)} of its first rise and stands at ${micron(last)}: straight, as a leak does.`,
    }
  return longer(
    `It stands at ${micron(last)}, over the ${micron(targetPaAbs)} that are wanted, and has not shown yet whether it levels.`,
    holdS,
  )
}

const AGAIN = 'Break with dry nitrogen and pull again.'
const share = ({ first, last }: Rises) => `${Math.round((100 * Math.max(0, last)) / first)} %`
const longer = (because: string, holdS: number) =>
  ({ verdict: 'longer', because: `${because} Watch it for as long again.`, waitS: holdS }) as const

/** Where a rise that dies out by the same share each time comes to rest, Pa; undefined where it does not die out. */
function levelOf({ first, last }: Rises, end: HoldReading, times: readonly number[]): number | undefined {
  const span = (end.timeS - (times[0] ?? 0)) * (2 / 3)
  if (!(first > 0) || !(last < first)) return undefined
  if (last <= 0) return end.pressurePaAbs
  const tau = span / Math.log(first / last)
  return end.pressurePaAbs + last * tau
}
