/** What somebody did at a practice bench: a recording, from which its score follows. */
import { array, boolean, mixed, number } from 'yup'
import { FUEL_IDS } from '#core/gas/fuels.ts'
import { MOST_MOVES, MOST_PARTS, MOST_TICKS, type Move } from '#core/teach/bench.ts'
import { FLAME_TASKS } from '#core/teach/flame-tasks.ts'
import { isRecord } from '#core/objects.ts'
import { instant, reference, shape, typed, uuid, word } from './primitives.ts'

const between = (what: string, low: number, high: number) =>
  number()
    .typeError(`${what} should be a number.`)
    .min(low, `${what} is less than can be.`)
    .max(high, `${what} is more than can be.`)
    .required(`${what} is missing.`)
const whole = (what: string, high: number) => between(what, 0, high).integer(`${what} should be whole.`)
const hose = () =>
  shape({ lengthM: between('The hose', 0.1, 500), boreM: between('The hose’s bore', 0.001, 0.05) }).required()
const yes = (what: string) => boolean().typeError(`${what} is yes or no.`).required(`${what} is missing.`)

/** A move of the hands, one of those that the bench knows. */
const isMove = (v: unknown): v is Move => {
  if (!isRecord(v)) return false
  switch (v['do']) {
    case 'oxygen':
    case 'fuel':
    case 'handle':
      return Number.isInteger(v['to']) && Number(v['to']) >= 0 && Number(v['to']) <= MOST_PARTS
    case 'lever':
      return typeof v['down'] === 'boolean'
    case 'near':
      return typeof v['on'] === 'boolean'
    case 'strike':
    case 'finish':
      return true
    case 'say':
      return typeof v['word'] === 'string' && v['word'].length <= 20
    default:
      return false
  }
}
const SENTENCE = 200

export const flameRecordingSchema = shape({
  kind: word(['flame'], 'The kind'),
  task: word(FLAME_TASKS, 'The task'),
  seed: whole('The seed', 2 ** 32),
  until: whole('The end', MOST_TICKS),
  bench: shape({
    torch: shape({
      fuel: word(FUEL_IDS, 'The fuel'),
      ports: between('The ports', 1, 200).integer('The ports should be whole.'),
      portM: between('The port', 0.0001, 0.01),
      jetM: between('The jet', 0.0002, 0.01).optional(),
      handleValve: yes('The handle valve'),
      oxygenPa: between('The oxygen', 1000, 2e6),
      fuelPa: between('The fuel', 1000, 2e6),
      oxygenHose: hose(),
      fuelHose: hose(),
      ambientPa: between('The barometer', 30_000, 130_000),
    }).required(),
    lighting: shape({
      trace: between('The trace of oxygen', 0, 2),
      fuel: between('The fuel for lighting', 0.05, 2),
      near: yes('Close to the plate'),
      raise: word(['soot', 'parts', 'not'], 'What it is raised to'),
      light: typed(SENTENCE),
      trim: typed(SENTENCE),
      retrim: typed(SENTENCE).optional(),
    }).required(),
  }).required(),
  made: array(
    shape({
      at: whole('The moment', MOST_TICKS),
      move: mixed(isMove).typeError('This is no move of the hands.').required('The move is missing.'),
    }).required('A move is missing.'),
  )
    .typeError('The moves should be a list.')
    .max(MOST_MOVES, `At most ${MOST_MOVES} moves are kept.`)
    .required('The moves are missing.')
    .test('in-order', 'The moves should be in their order.', (made) =>
      made.every((m, i) => i === 0 || m.at >= (made[i - 1]?.at ?? 0)),
    ),
}).required()

export const practiceSchema = shape({
  id: uuid('The attempt'),
  personId: reference('The person'),
  at: instant(),
  recording: flameRecordingSchema,
}).required()
