import { randomUUID } from 'node:crypto'
import type { testReadings } from '#core/check/made-up.ts'
import type { TestAsked } from '#core/check/test-record.ts'
import { PSI_PA } from '#core/quantity/units.ts'
import { RunHub } from '../hub.ts'
import { addTestEvent } from '../routes/tests.ts'
import type { Store } from '../store.ts'

const TEST: TestAsked = {
  testPa: 300 * PSI_PA,
  volumeM3: 0.003,
  weakestPa: 450 * PSI_PA,
  reliefPa: 320 * PSI_PA,
  divisionPa: 5 * PSI_PA,
  limit: null,
  askedS: 1800,
  thermometer: 'same',
  targetPaAbs: null,
  ambientPa: 101_325,
  pressureChannel: '',
  temperatureChannel: '',
}

/** A test that was led to its end. */
export function tested(
  store: Store,
  asked: {
    readonly kind: 'pressure' | 'vacuum'
    readonly pieceId: string | null
    readonly personId: string | null
    readonly from: Date
    readonly readings: ReturnType<typeof testReadings>
    readonly stages: number
  },
): void {
  const id = randomUUID()
  const { kind, pieceId, personId, from, readings } = asked
  const test: TestAsked =
    kind === 'pressure'
      ? TEST
      : { ...TEST, testPa: 0, weakestPa: null, reliefPa: null, divisionPa: null, volumeM3: null }
  store.tests.add({ id, kind, pieceId, personId, asked: test, at: from.toISOString() })
  const context = { store, hub: new RunHub() }
  const at = (s: number) => new Date(from.getTime() + s * 1000).toISOString()
  const event = (
    kindOf: 'raised' | 'supply-off' | 'hold' | 'lowered' | 'ended',
    s: number,
    stage: number | null = null,
  ) =>
    addTestEvent(context, id, {
      id: randomUUID(),
      kind: kindOf,
      at: at(s),
      stage,
      pressurePaAbs: null,
      temperatureK: null,
      source: '',
    })
  for (let stage = 0; stage < asked.stages; stage++) event('raised', 60 * stage, stage)
  const began = 60 * asked.stages
  if (kind === 'pressure') event('supply-off', began)
  event('hold', began)
  for (const r of readings)
    addTestEvent(context, id, {
      id: randomUUID(),
      kind: 'reading',
      at: at(began + r.timeS),
      stage: null,
      pressurePaAbs: r.pressurePaAbs,
      temperatureK: r.temperatureK,
      source: 'Test gauge, Thermocouple on the pipe',
    })
  const over = began + (readings.at(-1)?.timeS ?? 0)
  if (kind === 'pressure') event('lowered', over + 30)
  event('ended', over + 60)
}
