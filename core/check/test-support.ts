import { seeded } from '../seeded.ts'
import type { HoldReading } from './readings.ts'

/** Normal numbers of mean 0 and spread 1, from a seed. */
export function normals(seed: number): () => number {
  const random = seeded(seed)
  return () => Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random())
}

/** A pipe of nitrogen that loses `leak` Pa·m³/s, in a shop whose temperature drifts, as gauges of some scatter read it. */
export function hold(asked: {
  readonly leak: number
  readonly volumeM3?: number
  readonly pressurePa?: number
  readonly minutes?: number
  readonly everyS?: number
  readonly kelvinPerHour?: number
  readonly scatterPa?: number
  readonly scatterK?: number
  readonly roundPa?: number
  readonly seed?: number
}): HoldReading[] {
  const { leak, volumeM3 = 0.003, pressurePa = 2.17e6, minutes = 60, everyS = 60, kelvinPerHour = 0 } = asked
  const g = normals(asked.seed ?? 1)
  return Array.from({ length: Math.round((minutes * 60) / everyS) + 1 }, (_, i) => {
    const timeS = i * everyS
    const k = 288 + (kelvinPerHour * timeS) / 3600
    const p = ((pressurePa - (leak / volumeM3) * timeS) * k) / 288 + (asked.scatterPa ?? 0) * g()
    const step = asked.roundPa ?? 0
    return {
      timeS,
      pressurePaAbs: step > 0 ? Math.round(p / step) * step : p,
      temperatureK: k + (asked.scatterK ?? 0) * g(),
    }
  })
}

/** A line after its pump was isolated. */
export function rise(
  at: (seconds: number) => number,
  scatterPa: number,
  seed = 1,
  minutes = 15,
  everyS = 15,
): HoldReading[] {
  const g = normals(seed)
  return Array.from({ length: Math.round((minutes * 60) / everyS) + 1 }, (_, i) => ({
    timeS: i * everyS,
    pressurePaAbs: Math.max(0, at(i * everyS) + scatterPa * g()),
    temperatureK: 293.15,
  }))
}
