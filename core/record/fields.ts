/**
 * A line of the log: what every line has, and what each kind of line tells. From these come its type, how it is
 * stored, the columns of the CSV, the published JSON schema, what is typed to make one, and the columns of the list.
 */
import {
  BREAKING_NAMES,
  CUT_MARK_NAMES,
  FAR_END_NAMES,
  INSIDE_NAMES,
  LET_GO_NAMES,
  OUTSIDE_NAMES,
  isJointState,
  JOINT_STATES,
  type JointState,
} from '../check/acceptance.ts'
import { HOLD_VERDICTS, VACUUM_VERDICTS } from '../check/verdicts.ts'
import { SI_UNIT, type Kind, type SiUnit } from '../quantity/units.ts'
import { DROP_NAMES, EDGE_NAMES, NOT_SEEN, SLAG_NAMES } from '../check/outcome.ts'
import type { PlannedFigure } from './planned.ts'
import { SOURCES } from '../figure.ts'
import { isRecord, keysOf } from '../objects.ts'
import type { Bounds } from '../fields/bounds.ts'
import { choice, group, list, made, number, quantity, rows, text, yesNo, type Table } from '../fields/spec.ts'

const named = <const W extends readonly string[]>(words: W) =>
  Object.fromEntries(words.map((w) => [w, w])) as { readonly [K in W[number]]: string }

/* ---- what every line has ---- */

export const ENTRY_KIND_NAMES = {
  cut: 'Cut',
  braze: 'Braze',
  'pressure-test': 'Pressure test',
  'vacuum-test': 'Vacuum test',
  run: 'Run',
  override: 'Left out',
  reading: 'Reading',
  fault: 'Fault',
  trouble: 'Trouble',
} as const
/** `open`: something that decides was not seen; `none`: there is nothing to judge. Each by sign and word. */
export const OUTCOME_NAMES = { passed: '✓ passed', failed: '✕ failed', open: '? open', none: '' } as const

/** One thing that every line has. */
export interface LineField {
  readonly is: 'uuid' | 'instant' | 'text' | 'id' | 'length' | 'yes-no' | 'word'
  /** The words of a word. */
  readonly names?: Readonly<Record<string, string>>
  /** Its column in the log, and its head in the CSV, with its unit. */
  readonly column: string
  readonly head: string
  readonly about?: string
  /** What the list of lines calls its column; not there, when this is absent. */
  readonly shown?: string
  /** Only a line's own page and its files have it, the list has not. */
  readonly onlyWhole?: true
}

export const LINE = {
  id: { is: 'uuid', column: 'id', head: 'id' },
  at: { is: 'instant', column: 'at', head: 'at_UTC', about: 'UTC', shown: 'When' },
  title: { is: 'text', column: 'title', head: 'piece', shown: 'Piece' },
  kind: { is: 'word', names: ENTRY_KIND_NAMES, column: 'kind', head: 'kind', shown: 'What' },
  jobName: { is: 'text', column: 'job_name', head: 'job', shown: 'Job' },
  personName: { is: 'text', column: 'person_name', head: 'person', shown: 'Who' },
  metal: { is: 'text', column: 'metal', head: 'metal' },
  thicknessM: { is: 'length', column: 'thickness_m', head: 'thickness_m', shown: 'Thickness' },
  tipOrificeM: { is: 'length', column: 'tip_orifice_m', head: 'tip_orifice_m', shown: 'Tip' },
  fuel: { is: 'text', column: 'fuel', head: 'fuel', onlyWhole: true },
  handling: { is: 'text', column: 'handling', head: 'handling', onlyWhole: true },
  outcome: { is: 'word', names: OUTCOME_NAMES, column: 'outcome', head: 'outcome', shown: 'Outcome' },
  good: { is: 'yes-no', column: 'good', head: 'good_run', about: 'a run to learn from', onlyWhole: true },
  corrects: { is: 'id', column: 'corrects', head: 'corrects' },
  why: { is: 'text', column: 'why', head: 'why' },
  pieceId: { is: 'id', column: 'ticket_id', head: 'piece_id' },
  runId: { is: 'id', column: 'run_id', head: 'run_id', onlyWhole: true },
} as const satisfies Readonly<Record<string, LineField>>
export type LineName = keyof typeof LINE

type LineValue<F extends LineField> = F extends { is: 'word'; names: infer N }
  ? keyof N & string
  : F extends { is: 'yes-no' }
    ? boolean
    : F extends { is: 'length' }
      ? number | null
      : F extends { is: 'id' }
        ? string | null
        : string
/** What every line has. */
export type LineHead = { readonly [K in LineName]: LineValue<(typeof LINE)[K]> }
/** What the list shows of it. */
export type LineBrief = {
  readonly [K in LineName as (typeof LINE)[K] extends { onlyWhole: true } ? never : K]: LineHead[K]
}
export const LINE_NAMES = keysOf(LINE)

/* ---- what is told, by kind ---- */

/** Something that was measured or used: above nothing, and no more than could be true. */
const measured = (
  kind: Kind,
  label: string,
  max: number,
  more: { readonly csv?: string; readonly empty?: string; readonly orNone?: true } = {},
) => {
  const bounds: Bounds = {
    kind,
    what: label.toLowerCase(),
    min: more.orNone ? 0 : Number.MIN_VALUE,
    max,
    says: 'what it can have been',
  }
  const { csv, empty } = more
  return quantity(bounds, {
    label,
    ...(csv === undefined ? {} : { csv }),
    ...(empty === undefined ? {} : { empty }),
  })
}
const PRESSURE_MOST = 3.5e6
const NOT_MEASURED = 'not measured'

/** What was set at the rig. */
const AT_THE_RIG = {
  tipOrifice: measured('length', 'Tip', 0.01),
  oxygenPressure: measured('pressure', 'Oxygen at the regulator', PRESSURE_MOST, { csv: 'oxygen_Pa' }),
  fuelPressure: measured('pressure', 'Fuel at the regulator', PRESSURE_MOST, { csv: 'fuel_Pa' }),
} as const
export const CUT_USED = {
  ...AT_THE_RIG,
  travelSpeed: measured('speed', 'Travel speed', 0.2, { csv: 'speed_m_s' }),
  preheat: measured('time', 'Preheat', 3600, { csv: 'preheat_s', empty: 'not timed' }),
} as const
export const BRAZE_USED = {
  ...AT_THE_RIG,
  timeToTemperature: measured('time', 'Time to temperature', 4 * 3600, { empty: 'not timed' }),
  trialHeat: measured('time', 'Trial heat, timed for this tip', 4 * 3600, { empty: 'none' }),
  fillerLength: measured('length', 'Rod used, one joint', 20, { empty: NOT_MEASURED }),
} as const

const VERDICT = {
  outcome: choice({ passed: 'passed', failed: 'failed', open: 'open' }, { label: 'Outcome', sure: true }),
  because: text({ label: 'Because' }),
  judged: rows(
    {
      what: text({ label: 'What' }),
      passed: yesNo({ label: 'Passed' }),
      found: text({ label: 'Found' }),
      limit: text({ label: 'Limit' }),
    },
    { label: 'Judged', what: 'What was judged', most: 100 },
  ),
} as const
const isSpan = (f: Readonly<Record<string, unknown>>): boolean =>
  ['value', 'low', 'high'].every((name) => typeof f[name] === 'number')
/** How the log had moved an estimate, where it is told: numbers that can be divided by. */
const isHeld = (v: unknown): boolean =>
  v === undefined ||
  (isRecord(v) &&
    ['moved', 'widened', 'runs'].every((name) => {
      const n = v[name]
      return typeof n === 'number' && n > 0
    }))
const isPlanned = (v: unknown): v is Readonly<Partial<Record<string, PlannedFigure>>> =>
  isRecord(v) &&
  Object.values(v).every(
    (f) =>
      isRecord(f) && isSpan(f) && isHeld(f['held']) && (SOURCES as readonly unknown[]).includes(f['source']),
  )
/** What is written of any piece of work. */
const WRITTEN = {
  verdict: group(VERDICT, { label: 'Verdict', what: 'The verdict', draft: false }),
  planned: made(isPlanned, {
    label: 'As planned',
    draft: false,
    json: {
      type: 'object',
      additionalProperties: {
        type: 'object',
        required: ['value', 'low', 'high', 'source'],
        properties: {
          value: { type: 'number' },
          low: { type: 'number' },
          high: { type: 'number' },
          outerLow: { type: 'number' },
          outerHigh: { type: 'number' },
          held: {
            type: 'object',
            required: ['moved', 'widened', 'runs'],
            properties: {
              moved: { type: 'number' },
              widened: { type: 'number' },
              runs: { type: 'number' },
            },
          },
          source: { enum: [...SOURCES] },
          hoseDrop: { type: ['number', 'null'] },
        },
      },
    },
  }),
  lot: text({ label: 'Lot', most: 120 }),
  cylinder: text({ label: 'Cylinder', most: 120 }),
  note: text({ label: 'Note', most: 2000, lines: true, csv: 'note' }),
  tried: group(
    {
      sign: text({ label: 'Sign' }),
      cause: text({ label: 'Cause' }),
      helped: yesNo({ label: 'Whether it helped' }),
    },
    { label: 'What was tried', what: 'What was tried', nullable: true },
  ),
} as const
const BREAKING = choice(BREAKING_NAMES, { label: 'How it was opened', sure: true, first: 'none' })

/** What came out of a cut. */
export const CUT_RESULT = {
  used: group(CUT_USED, { label: 'Used', what: 'What was used' }),
  edge: choice({ ...EDGE_NAMES, ...NOT_SEEN }, { label: 'The edge', sure: true, csv: 'edge' }),
  slag: choice(
    { ...SLAG_NAMES, ...NOT_SEEN },
    { label: 'Slag underneath comes off', sure: true, csv: 'slag' },
  ),
  drop: choice({ ...DROP_NAMES, ...NOT_SEEN }, { label: 'Did it drop?', sure: true, csv: 'dropped' }),
  kerf: measured('length', 'Kerf, measured', 0.05, { csv: 'kerf_m', empty: 'leave empty if not measured' }),
  drag: measured('length', 'Drag', 0.3, { empty: NOT_MEASURED, orNone: true }),
  outOfSquare: measured('length', 'Out of square', 0.1, { empty: NOT_MEASURED, orNone: true }),
  sizeWanted: { ...measured('length', 'Part as drawn', 20, { empty: NOT_MEASURED }), page: true },
  sizeMeasured: { ...measured('length', 'Part as measured', 20, { empty: NOT_MEASURED }), page: true },
  sizeEdges: choice(
    { '1': 'one edge', '2': 'both edges' },
    { label: 'Cut on', sure: true, first: '1', page: true },
  ),
  size: group(
    {
      wanted: { ...measured('length', 'As drawn', 20), needed: true },
      measured: { ...measured('length', 'As measured', 20), needed: true },
      edges: made((v: unknown): v is 1 | 2 => v === 1 || v === 2, {
        label: 'Cut edges',
        json: { enum: [1, 2] },
      }),
    },
    { label: 'Size', what: 'The size', nullable: true, draft: false },
  ),
  marks: rows(
    {
      kind: choice(CUT_MARK_NAMES, { label: 'The mark', sure: true }),
      at: number({ label: 'The place', least: 0, most: 1 }),
      side: choice({ part: 'part', scrap: 'scrap' }, { label: 'The side', sure: true }),
    },
    { label: 'Marks', what: 'The marks', most: 200 },
  ),
  breaking: BREAKING,
  ...WRITTEN,
} as const satisfies Table

const isPlaces = (v: unknown): v is Readonly<Record<string, JointState>> =>
  isRecord(v) && Object.values(v).every(isJointState)
/** What came out of a braze. */
export const BRAZE_RESULT = {
  used: group(BRAZE_USED, { label: 'Used', what: 'What was used' }),
  joint: text({ label: 'Joint', draft: false }),
  metals: text({ label: 'Metals', draft: false }),
  filler: text({ label: 'Filler', draft: false }),
  outsideDiameterM: number({ label: 'Outside diameter', draft: false }),
  rodAreaM2: number({ label: 'Section of the rod that was fed, m²', draft: false }),
  flameTimes: number({
    label: 'What the flame gave, over what is usual; 0 where it was not timed',
    draft: false,
  }),
  flameTorch: text({ label: 'The torch of a timed heat', draft: false }),
  places: made(isPlaces, {
    label: 'The joint, place by place',
    json: { type: 'object', additionalProperties: { enum: JOINT_STATES } },
  }),
  fluxOff: yesNo({ label: 'Whether the flux is off' }),
  moved: measured('length', 'Moved from its marks', 0.2, {
    empty: 'no marks were made',
    orNone: true,
  }),
  inside: choice(INSIDE_NAMES, { label: 'The inside', sure: true, first: 'not-seen' }),
  farEnd: choice(FAR_END_NAMES, { label: 'Filler at the far end', sure: true, first: 'not-seen' }),
  outside: choice(OUTSIDE_NAMES, { label: 'The metal outside', sure: true, first: 'not-seen' }),
  bowBefore: measured('length', 'Gap under a straight edge, before', 0.2, {
    empty: NOT_MEASURED,
    orNone: true,
  }),
  bowAfter: measured('length', 'Gap under it, after', 0.2, { empty: NOT_MEASURED, orNone: true }),
  twistAfter: measured('length', 'Twist, corner to corner', 0.2, { empty: NOT_MEASURED, orNone: true }),
  breaking: BREAKING,
  letGo: choice(LET_GO_NAMES, { label: 'Where it let go', sure: true, first: 'not-broken' }),
  took: text({ label: 'Load or bend that it took', most: 120 }),
  penetration: list('number', { label: 'Penetration, quarter by quarter', nullable: true, draft: false }),
  leakPath: yesNo({ label: 'Whether there is a way through' }),
  ...WRITTEN,
} as const satisfies Table

const tested = <const V extends readonly string[]>(verdicts: V) =>
  ({
    testId: text({ label: 'Test' }),
    verdict: choice(named(verdicts), { label: 'Verdict', sure: true }),
    rate: number({ label: 'Rate, Pa·m³/s, or Pa/s without a volume', csv: 'rate' }),
    uncertainty: number({ label: 'Uncertainty of the rate' }),
    limit: number({ label: 'Limit' }),
    perVolume: yesNo({ label: 'Whether the volume is known' }),
    holdS: number({ label: 'Hold, s' }),
    count: number({ label: 'Readings' }),
    because: text({ label: 'Because' }),
  }) as const

/** What a line tells of a trouble: that it was seen, an act that was done, or that a named person cleared it. */
export const TROUBLE_STEP_NAMES = { seen: 'Seen', done: 'Done', cleared: 'Cleared' } as const

/** What each kind of line tells. */
export const RESULTS = {
  cut: CUT_RESULT,
  braze: BRAZE_RESULT,
  'pressure-test': tested(HOLD_VERDICTS),
  'vacuum-test': tested(VACUUM_VERDICTS),
  run: {
    state: choice(named(['finished', 'stopped'] as const), { label: 'How it ended', sure: true }),
    steps: number({ label: 'Steps' }),
    skipped: number({ label: 'Left out' }),
    seconds: number({ label: 'Took, s' }),
  },
  override: { what: text({ label: 'What was left out' }), reason: text({ label: 'Why' }) },
  reading: {
    /** The figure that it is a reading of. */
    what: text({ label: 'What was read' }),
    text: text({ label: 'As read' }),
    si: number({ label: 'In SI' }),
    unit: made((v: unknown): v is SiUnit => Object.values<unknown>(SI_UNIT).includes(v), {
      label: 'Unit',
      json: { type: 'string' },
    }),
    /** The instrument's name; empty when it was read off and typed. */
    device: text({ label: 'Instrument' }),
    target: group(
      {
        low: number({ label: 'Least' }),
        value: number({ label: 'Planned' }),
        high: number({ label: 'Most' }),
      },
      { label: 'Target', what: 'The target', nullable: true },
    ),
  },
  fault: {
    signs: list('text', { label: 'Signs' }),
    cause: text({ label: 'Cause' }),
    fix: text({ label: 'Remedy' }),
  },
  trouble: {
    /** The card, by name and as it was read. */
    card: text({ label: 'Card' }),
    title: text({ label: 'What was seen' }),
    step: choice(TROUBLE_STEP_NAMES, { label: 'What of it', sure: true }),
    /** The act that was done, or why it was cleared. */
    what: text({ label: 'What was done' }),
    /** The line that first said so; blank for that line itself. */
    of: text({ label: 'First line' }),
    /** The torch that it was met on; blank where nobody knows. */
    torchId: text({ label: 'Torch' }),
  },
} as const satisfies Readonly<Record<keyof typeof ENTRY_KIND_NAMES, Table>>
