/** What somebody did at a practice bench: a recording, from which its score follows. */
import { array, boolean, lazy, mixed, number } from 'yup'
import { PACE_FUELS, PACE_STARTS, PACE_SURFACES } from '#core/cut-sim/pace-case.ts'
import { wordsOf } from '#core/fields/spec.ts'
import { FUEL_IDS, HOSE_GRADES } from '#core/gas/fuels.ts'
import { findBaseMetal } from '#core/metal/base-metals.ts'
import { PACE_SHAPES } from '#core/teach/pace-board.ts'
import { MOST_PACE_MOVES, MOST_PACE_TICKS, PACE_DOES, type PaceMove } from '#core/teach/pace-play.ts'
import { MOST_MOVES, MOST_PARTS, MOST_TICKS, type Move } from '#core/teach/bench.ts'
import { FLAME_TASKS } from '#core/teach/flame-tasks.ts'
import { findShellMetal } from '#core/heat/shell-metals.ts'
import { isRecord } from '#core/objects.ts'
import { SET_FLAMES } from '#core/flame/set.ts'
import { readLineMethods, type LineMethods } from '#core/line/methods.ts'
import { TORCH } from '#core/rig/fields.ts'
import { DECK_IDS } from '#core/teach/card.ts'
import { MIXED, MOST_FACTS, type FactAnswer } from '#core/teach/facts.ts'
import { beginBoard, ORDER_TASKS, ORDER_WAYS } from '#core/teach/order-board.ts'
import { MOST_ORDER_MOMENTS, MOST_ORDER_MOVES, ORDER_DOES, type OrderMove } from '#core/teach/order-play.ts'
import { BENCH_IDS } from '#core/teach/task-titles.ts'
import { HEAT_SHAPES } from '#core/teach/heat-joint.ts'
import { HEAT_DOES, MOST_HEAT_MOVES, MOST_HEAT_TICKS, type HeatMove } from '#core/teach/heat-play.ts'
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

/** A move that is written as a row: when, what of those that the bench knows, and one figure or two. */
const isRow =
  <M extends readonly [at: number, ...rest: unknown[]]>(does: readonly M[1][], most = FARTHEST) =>
  (v: unknown): v is M =>
    Array.isArray(v) &&
    v.length >= 2 &&
    v.length <= 4 &&
    Number.isInteger(v[0]) &&
    does.some((d) => d === v[1]) &&
    v.slice(2).every((n) => typeof n === 'number' && Math.abs(n) <= most)
/** Degrees or mm that a hand is ever moved to. */
const FARTHEST = 100_000
/** The furthest that a screw is ever wound in, Pa. */
const MOST_PA = 2e6
const metal = (what: string) =>
  mixed((v): v is string => typeof v === 'string' && v.length <= 60 && findShellMetal(v) !== undefined)
    .typeError(`${what} is no metal of the bench.`)
    .required(`${what} is missing.`)
const celsius = (what: string) => between(what, -60, 3000)
const share = (what: string) => between(what, 0, 10)

/** Two of a kind. */
const isPair =
  <T>(is: (v: unknown) => v is T) =>
  (v: unknown): v is readonly [T, T] =>
    Array.isArray(v) && v.length === 2 && v.every(is)
const NAMED = 60

const heatJointSchema = shape({
  shape: word(HEAT_SHAPES, 'The shape'),
  title: typed(SENTENCE),
  parts: mixed(isPair((v): v is string => typeof v === 'string' && v.length <= NAMED))
    .typeError('There are two parts.')
    .required('The parts are missing.'),
  made: shape({
    type: word(['tube', 'lap'], 'The type'),
    D: between('The diameter', 0.001, 1),
    W: between('The width', 0.001, 1),
    t1: between('The first wall', 1e-4, 0.05),
    t2: between('The second wall', 1e-4, 0.05),
    t_body: between('The body', 1e-4, 0.1),
    c: between('The gap', 0, 0.01),
    L: between('The overlap', 0.0005, 0.5),
    Lt: between('What goes on', 0.001, 2),
    Lb: between('What goes on', 0.001, 2),
    mat1: metal('The first part'),
    mat2: metal('The second part'),
    Tamb: between('The air', -60, 60),
  }).required(),
  ends: yes('Whether it ends'),
  filler: shape({
    id: typed().required(),
    rodM: between('The rod', 0.0002, 0.02),
    Tsol: celsius('The solidus'),
    Tliq: celsius('The liquidus'),
    Tflow: celsius('The flow point'),
    k: between('Its conductivity', 0.1, 1000),
    rho: between('Its density', 100, 30_000),
    cp: between('Its heat', 10, 10_000),
    latent: between('Its heat of melting', 0, 1e7),
    gamma: share('Its tension'),
    mu: between('Its viscosity', 1e-5, 10),
    cos_wet: share('Its wetting'),
    v_wet: between('Its speed', 1e-5, 10),
  }).required(),
  flux: shape({
    lo: celsius('The flux’s lower end'),
    hi: celsius('The flux’s upper end'),
    life: between('Its life', 1, 1e5),
    half: between('What halves its life', 1, 1000),
    t_clean: between('Its cleaning', 0.01, 1000),
    k: share('Its conductivity'),
  })
    .optional()
    .default(undefined),
  torch: shape({
    powerW: between('The power', 1, 1e6),
    driveC: between('The flame', 200, 4000),
    airShare: share('Its share').optional(),
    times: between('What it gives', 0.1, 5),
    flow: between('The flow', 0, 1),
    name: typed(SENTENCE),
  }).required(),
  torches: mixed((v): v is 1 | 2 => v === 1 || v === 2)
    .typeError('One torch or two.')
    .required('The torches are missing.'),
  nitrogen: yes('Nitrogen'),
  ragM: between('The rag', 0, 2),
  coneM: between('The distance', 0.001, 0.1),
  wantedS: mixed(isPair((v): v is number => typeof v === 'number' && v >= 0 && v <= 1e5))
    .typeError('Two times are wanted.')
    .required('The times are missing.'),
}).required()

/** Moves of a bench that writes them as rows: when, what, and one figure or two; in their order. */
const rowsSchema = <M extends readonly [at: number, ...rest: unknown[]]>(
  isMove: (v: unknown) => v is M,
  most: number,
) =>
  array(mixed(isMove).typeError('This is no move of the hands.').required('A move is missing.'))
    .typeError('The moves should be a list.')
    .max(most, `At most ${most} moves are kept.`)
    .required('The moves are missing.')
    .test('in-order', 'The moves should be in their order.', (made) =>
      made.every((m, i) => i === 0 || m[0] >= (made[i - 1]?.[0] ?? 0)),
    )

export const heatRecordingSchema = shape({
  kind: word(['heat'], 'The kind'),
  task: typed().required(),
  joint: heatJointSchema,
  made: rowsSchema(isRow<HeatMove>(HEAT_DOES), MOST_HEAT_MOVES),
  until: whole('The end', MOST_HEAT_TICKS),
}).required()

const baseMetal = mixed((v): v is string => typeof v === 'string' && findBaseMetal(v) !== undefined)
  .typeError('The plate is of no metal of the bench.')
  .required('The metal is missing.')
const tipSchema = {
  orifice: between('The tip', 0.0003, 0.004),
  pressure: between('The oxygen', 0, 1.1e6),
  flameHeat: between('The flame', 0, 60_000),
}
const pace = between('The pace', 1e-4, 0.05)

const paceBoardSchema = shape({
  title: typed(SENTENCE),
  shape: word(PACE_SHAPES, 'The shape'),
  plate: shape({
    metal: baseMetal,
    thickness: between('The thickness', 0.0009, 0.305),
    length: between('The length', 0.01, 0.5),
    temperature: between('The plate', -40, 800),
    surface: word(PACE_SURFACES, 'The surface'),
    start: word(PACE_STARTS, 'The start'),
  }).required(),
  gas: shape({
    fuel: word(PACE_FUELS, 'The fuel'),
    ...tipSchema,
    purity: between('The purity', 0, 1),
    ambient: between('The barometer', 5e4, 1.1e5),
  }).required(),
  plan: shape({
    ...tipSchema,
    height: between('The height', 0.002, 0.05),
    standoff: between('The cones', 0.0005, 0.04),
    speed: pace,
    bevel: between('The bevel', 0, 60),
  }).required(),
  told: shape({ speed: pace, preheatS: between('The preheat', 0, 3600) }).required(),
  guide: yes('A guide'),
  collar: yes('A collar'),
  calibration: shape({
    kindling: between('The kindling', 0.001, 100).optional(),
    flame: between('The flame', 0, 1).optional(),
    purity: between('What purity leaves', 0, 1).optional(),
  })
    .optional()
    .default(undefined),
}).required()

export const paceRecordingSchema = shape({
  kind: word(['pace'], 'The kind'),
  task: typed().required(),
  board: paceBoardSchema,
  made: rowsSchema(isRow<PaceMove>(PACE_DOES), MOST_PACE_MOVES),
  until: whole('The end', MOST_PACE_TICKS),
}).required()

const clockSchema = () =>
  shape({
    fullS: between('The purge', 0, 7200),
    freeS: between('The purge', 0, 7200),
    partS: between('The purge', 0, 7200),
  }).required()
const perGas = () =>
  shape({ oxygen: between('The sweep', 0, 7200), fuel: between('The sweep', 0, 7200) })
    .optional()
    .default(undefined)
const pressure = (what: string) => between(what, 0, 2e6)
const maybe = <T extends string>(words: readonly T[], what: string) => word(words, what).optional()

const orderRigSchema = shape({
  setting: shape({
    fuel: word(FUEL_IDS, 'The fuel'),
    ambientPa: between('The barometer', 30_000, 130_000),
    fuelDivisionPa: between('The division', 1, 1e6),
    oxygenDivisionPa: between('The division', 1, 1e6),
    fuelLockUpPa: pressure('The rise').optional(),
    fuelRatingPa: between('The rating', 0, 1e8).optional(),
    oxygenRatingPa: between('The rating', 0, 1e8).optional(),
    sweepS: perGas(),
    partSweepS: perGas(),
    checkValves: boolean().optional(),
    tip: shape({
      flames: between('The flames', 1, 500),
      orificeM: between('The orifice', 0, 0.05),
      pieces: mixed((v): v is 1 | 2 => v === 1 || v === 2).optional(),
    })
      .optional()
      .default(undefined),
    hoseGrade: maybe(HOSE_GRADES, 'The grade'),
    regulatorFor: maybe(FUEL_IDS, 'The fuel'),
    traceByManual: boolean().optional(),
    handleValve: boolean().optional(),
    flame: maybe(SET_FLAMES, 'The flame'),
    lever: boolean().optional(),
  }).required(),
  torch: shape({
    kind: word(wordsOf(TORCH.kind), 'The torch'),
    lighting: maybe(wordsOf(TORCH.lighting), 'The lighting'),
    shutdown: maybe(wordsOf(TORCH.shutdown), 'The shutting'),
    seat: maybe(wordsOf(TORCH.seat), 'The seat'),
    mixing: maybe(wordsOf(TORCH.mixing), 'The mixer'),
    checkValves: yes('Check valves'),
  }).required(),
  hand: word(['left', 'right'], 'The hand'),
  oxygenPa: pressure('The oxygen'),
  fuelPa: pressure('The fuel'),
  purge: shape({ oxygen: clockSchema(), fuel: clockSchema() }).required(),
  methods: mixed((v): v is LineMethods => isRecord(v) && readLineMethods(v).errors.length === 0)
    .typeError('A method is not known.')
    .required('The methods are missing.'),
}).required()

export const orderRecordingSchema = shape({
  kind: word(['order'], 'The kind'),
  task: typed().required(),
  board: shape({
    task: word(ORDER_TASKS, 'The task'),
    as: word(ORDER_WAYS, 'The way'),
    rig: orderRigSchema,
    seed: whole('The seed', 2 ** 32),
  })
    .required()
    .test('goes', 'No safe order is known for this rig.', (board) => beginBoard(board).ok),
  made: rowsSchema(isRow<OrderMove>(ORDER_DOES, MOST_PA), MOST_ORDER_MOVES),
  until: whole('The end', MOST_ORDER_MOMENTS),
}).required()

const isFactAnswer = (v: unknown): v is FactAnswer =>
  Array.isArray(v) &&
  v.length === 3 &&
  Number.isInteger(v[0]) &&
  v.slice(1).every((t) => typeof t === 'string' && t.length <= SENTENCE)
export const factsRecordingSchema = shape({
  kind: word(['facts'], 'The kind'),
  task: word([MIXED, ...DECK_IDS], 'The deck'),
  seed: whole('The seed', 2 ** 32),
  made: array(mixed(isFactAnswer).typeError('This is no answer.').required('An answer is missing.'))
    .typeError('The answers should be a list.')
    .min(1, 'Nothing was answered.')
    .max(MOST_FACTS, `At most ${MOST_FACTS} answers are kept.`)
    .required('The answers are missing.')
    .test('in-order', 'The answers should be in their order.', (made) =>
      made.every((m, i) => i === 0 || m[0] >= (made[i - 1]?.[0] ?? 0)),
    ),
  until: whole('The end', MOST_ORDER_MOMENTS),
}).required()

const SCHEMAS = {
  flame: flameRecordingSchema,
  heat: heatRecordingSchema,
  pace: paceRecordingSchema,
  order: orderRecordingSchema,
  facts: factsRecordingSchema,
} as const
/** A recording of any bench. */
export const recordingSchema = lazy((value: unknown) => {
  const kind = isRecord(value) ? value['kind'] : undefined
  const known = BENCH_IDS.find((bench) => bench === kind)
  return SCHEMAS[known ?? 'flame']
})

export const practiceSchema = shape({
  id: uuid('The attempt'),
  personId: reference('The person'),
  at: instant(),
  recording: recordingSchema,
}).required()
