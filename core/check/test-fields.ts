/** What a test of a line is asked before it begins. */
import { USUAL_AMBIENT_PA } from './test-record.ts'
import type { Bounds } from '../fields/bounds.ts'
import { choice, quantity, text, type Said } from '../fields/spec.ts'

const of = (kind: 'pressure' | 'volume' | 'leak', what: string, max: number, says: string): Bounds => ({
  kind,
  what,
  min: Number.MIN_VALUE,
  max,
  says,
})
const pressure = (what: string) => of('pressure', what, 7e6, 'above 0 and up to 70 bar')
const counted = (gauge: 'barometer' | 'vacuum', what: string): Bounds => ({ ...pressure(what), gauge })
const raised = (said: Said) => said['kind'] !== 'vacuum'
const drawn = (said: Said) => said['kind'] === 'vacuum'

/** What lies between the supply or the pump and the line. */
export const HOOK_UPS = { valves: 'Single valves', manifold: 'A gauge manifold' } as const

/** `kind` of the test is typed beside these: pressure or vacuum. */
export const TEST_ASKED = {
  gas: choice(
    { nitrogen: 'Dry nitrogen', oxygen: 'Oxygen', air: 'Air' },
    { label: 'Gas', first: 'nitrogen', applies: raised },
  ),
  pressure: quantity(pressure('the test pressure'), {
    label: 'Test pressure',
    as: 'testPa',
    applies: raised,
  }),
  weakest: quantity(pressure('the rating'), {
    label: 'Weakest part is rated',
    as: 'weakestPa',
    applies: raised,
  }),
  relief: quantity(pressure('the relief'), { label: 'Relief opens at', as: 'reliefPa', applies: raised }),
  target: quantity(counted('vacuum', 'the target'), {
    label: 'Target',
    as: 'targetPaAbs',
    first: '500 micron',
    applies: drawn,
  }),
  hold: quantity(
    { kind: 'time', what: 'the hold', min: 60, max: 7 * 86_400, says: 'from a minute to a week' },
    {
      label: 'It has to stand',
      as: 'askedS',
      first: '30 min',
      applies: raised,
      empty: 'as long as it takes',
    },
  ),
  thermometer: choice(
    {
      same: 'One, on the pipe, at the same place',
      two: 'Two, or at two places',
      air: 'The air’s only',
      none: 'Nobody reads it',
    },
    { label: 'Thermometer', first: 'same', applies: raised },
  ),
  allowed: quantity(pressure('the loss'), {
    label: 'Loss allowed in an hour',
    as: 'allowedPaPerHour',
    applies: raised,
    empty: 'none is named',
  }),
  volume: quantity(of('volume', 'the volume', 100, 'above 0 and up to 100 m³'), {
    label: 'Volume of the line',
    as: 'volumeM3',
    empty: (said) => (drawn(said) ? 'not known' : ''),
  }),
  division: quantity(pressure('the division'), {
    label: 'Division of the gauge',
    as: 'divisionPa',
    applies: raised,
    empty: 'as the readings show',
  }),
  limit: quantity(of('leak', 'the leak', 1000, 'above 0'), {
    label: 'Leak that is allowed',
    applies: raised,
    empty: 'one division over the hold',
  }),
  barometer: quantity(counted('barometer', 'the barometer'), {
    label: 'Barometer',
    as: 'ambientPa',
    usual: USUAL_AMBIENT_PA,
    empty: 'sea level',
  }),
  hookUp: choice(HOOK_UPS, { label: 'Hooked up by', first: 'valves' }),
  pressureChannel: text({ label: 'Pressure from' }),
  temperatureChannel: text({ label: 'Temperature from' }),
} as const
