/** Made-up readings of a hold, for the demo: a shop that warms while a tight line is watched, and a line with water in it. */
import { seeded } from '../seeded.ts'
import type { HoldReading } from './readings.ts'

/** Half an hour of readings each half minute; the same every time. */
export function testReadings(what: 'rising' | 'moist'): readonly HoldReading[] {
  const random = seeded(5)
  const scatter = () => 2 * random() - 1
  return Array.from({ length: 61 }, (_, i) => {
    const timeS = 30 * i
    const kelvin = 288 + (5 * timeS) / 3600
    return what === 'rising'
      ? {
          timeS,
          pressurePaAbs: (2.17e6 * kelvin) / 288 + 600 * scatter(),
          temperatureK: kelvin + 0.08 * scatter(),
        }
      : {
          timeS,
          pressurePaAbs: 235 - 195 * Math.exp(-timeS / 420) + 1.2 * scatter(),
          temperatureK: 291 + 0.1 * scatter(),
        }
  })
}
