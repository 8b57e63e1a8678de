/**
 * What older and newer versions stored or sent, read as this one writes it: a log is kept for years, and a browser may
 * send a piece that was typed before the server was brought up to date.
 */
import type { ReadyTold } from '#core/line/ready.ts'
import { BRAZE_WORK } from '#core/braze/fields.ts'
import { CUT_WORK, USUAL } from '#core/cut/fields.ts'
import { draftAsNow } from '#core/fields/draft.ts'
import { BRAZE_RESULT, CUT_RESULT, RESULTS } from '#core/record/fields.ts'
import { RIG } from '#core/rig/fields.ts'
import { SHOP } from '#core/shop/fields.ts'
import type { Table } from '#core/fields/spec.ts'
import { resultAsNow } from '#core/fields/result.ts'
import { TEST_ASKED } from '#core/check/test-fields.ts'
import { plainName } from '#core/names.ts'
import { isRecord, type Json } from '#core/objects.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { PROOF_KINDS, type Proof } from '#core/line/skip.ts'
import { PLAIN_TORCH } from '#core/line/cut-procedure.ts'
import { methodsAsNow, readLineMethods } from '#core/line/methods.ts'
import type { LineSetup } from '#core/line/setup.ts'
import { USUAL_SWEEP_S, type LineSetting } from '#core/line/state.ts'
import type { Step, StepRole } from '#core/line/steps.ts'
import { BREAK_NAMES, ONLY_MAKING, PLAIN_EVENTS, type RunEvent } from '#core/record/run.ts'
import type { BrazePlan } from '#core/braze/types.ts'
import type { TipSaid } from '#core/cut/tip-limits.ts'
import type { CutPlan } from '#core/cut/types.ts'
import { KIND_OF_UNIT, type Figure } from '#core/figure.ts'
import { isReasonKey, kindOfReason, type Reason } from '#core/reason.ts'
import type { PieceDraft, RigDraft, Settings } from '#contract/schemas.ts'
import type { RouteName } from '#contract/paths.ts'
import { pieceNamedAsNow } from './older-names.ts'

/** Reasons were once a record by key; those of several runs of tube had a number behind it. */
type OldReasons = Readonly<Record<string, number | string>>
type OldFigure = Omit<Figure, 'from' | 'outerLow' | 'outerHigh'> & {
  readonly from: OldReasons | readonly Reason[]
  readonly outerLow?: number
  readonly outerHigh?: number
}
type OldPlan = Omit<CutPlan | BrazePlan, 'figures' | 'detail'> & {
  readonly figures: Readonly<Partial<Record<string, OldFigure>>>
  readonly detail?: object
}

const isOld = (from: OldFigure['from']): from is OldReasons => !Array.isArray(from)

function figureAsNow(old: OldFigure): Figure {
  // a plan that was frozen with one span keeps it: what was promised then is what the log is held against
  const figure = { ...old, outerLow: old.outerLow ?? old.low, outerHigh: old.outerHigh ?? old.high }
  const { from } = figure
  if (!isOld(from)) return { ...figure, from }
  const own = KIND_OF_UNIT[figure.unit]
  const { hoseDrop, goodRuns, measuredCuts } = from
  const runs = goodRuns ?? measuredCuts
  return {
    ...figure,
    from: Object.entries(from).flatMap(([name, value]) => {
      const key = name.replace(/\d+$/, '')
      return isReasonKey(key) ? [{ key, value, kind: kindOfReason(key, own) }] : []
    }),
    ...(typeof hoseDrop === 'number' && figure.at === 'regulator' ? { hoseDropPa: hoseDrop } : {}),
    ...(typeof runs === 'number' ? { runs } : {}),
  }
}

/** What drawings and steps go by, as it once stood among the reasons. */
function detailOf({ kind, figures }: OldPlan): object {
  const said = (name: string, key: string): number | undefined => {
    const from = figures[name]?.from
    const value = from && isOld(from) ? from[key] : undefined
    return typeof value === 'number' ? value : undefined
  }
  if (kind === 'braze') {
    const ports = said('tipOrifice', 'ports')
    return ports === undefined ? {} : { ports }
  }
  const [low, high] = [said('tipOrifice', 'tableLow'), said('tipOrifice', 'tableHigh')]
  const [lengthM, portM] = [said('tipToWork', 'coneLength'), said('tipToWork', 'portDiameter')]
  return {
    starts: said('pathLength', 'starts') ?? 1,
    ...(low === undefined || high === undefined ? {} : { tipTableM: [low, high] }),
    ...(lengthM === undefined || portM === undefined ? {} : { cone: { lengthM, portM } }),
  }
}

/** A plan from the log, whichever version stored it. */
export function planAsNow(stored: unknown): CutPlan | BrazePlan {
  const plan = stored as OldPlan
  if (plan.kind === 'cut' && !('tip' in plan)) return cutAsNow(plan)
  if (plan.detail !== undefined)
    return (plan.kind === 'braze' ? { burners: [], ...plan } : stored) as CutPlan | BrazePlan
  return partsAsNow(plan)
}

/** What its findings said of a tip before it was judged by one verdict. */
function tipOf({ findings }: OldPlan): TipSaid {
  const said = (code: string, verdict: TipSaid['verdict']) => {
    const found = findings.find((f) => f.code === code)
    return found && { verdict, because: found.text }
  }
  return (
    said('tip-too-big', 'too-large') ??
    said('tip-too-small', 'slow') ?? {
      verdict: 'does',
      because: 'Nothing was said against it when it was planned.',
    }
  )
}

/** A cut that was planned before its tip was judged, and before it was told how often it had gone well. */
function cutAsNow(plan: OldPlan): CutPlan {
  const now = plan.detail === undefined ? partsAsNow(plan) : (plan as unknown as CutPlan)
  return { ...now, tip: tipOf(plan), detail: { goodCuts: 0, ...now.detail } } as CutPlan
}

function partsAsNow(plan: OldPlan): CutPlan | BrazePlan {
  return {
    ...plan,
    figures: Object.fromEntries(
      Object.entries(plan.figures).flatMap(([name, f]) => (f ? [[name, figureAsNow(f)]] : [])),
    ),
    detail: detailOf(plan),
  } as CutPlan | BrazePlan
}

/** A group of these fields: one that has none of them is no older version's, and is left to be refused. */
const isOf = (table: Table, v: unknown): v is Json =>
  isRecord(v) && Object.keys(v).some((name) => Object.hasOwn(table, name))

/** A rig, whichever version stored it: what it lacks is as in a new one. */
export function rigAsNow(stored: unknown): RigDraft {
  const rig = draftAsNow(RIG, stored, INCH_UNITS)
  // the mixer was once asked with what a torch is brazed with
  const braze = isRecord(stored) && isRecord(stored['braze']) ? stored['braze'] : {}
  return rig.torch.mixing === '' && braze['torchKind'] === 'injector'
    ? { ...rig, torch: { ...rig.torch, mixing: 'injector' } }
    : rig
}

/** A piece, whichever version stored it: what it lacks is as in a new one, what is not known here is kept. */
export function pieceAsNow(stored: unknown): PieceDraft {
  const kept = isRecord(stored) ? stored : {}
  const rig = isOf(RIG, kept['rig']) ? rigAsNow(kept['rig']) : kept['rig']
  const of = (name: 'work' | 'usual', table: Table) =>
    isOf(table, kept[name]) || (name === 'usual' && kept[name] === undefined)
      ? draftAsNow(table, kept[name], INCH_UNITS)
      : kept[name]
  const piece =
    kept['kind'] === 'braze'
      ? { ...kept, work: of('work', BRAZE_WORK), rig }
      : { ...kept, work: of('work', CUT_WORK), usual: of('usual', USUAL), rig }
  return piece as unknown as PieceDraft
}

/** A shop's settings, whichever version stored them. Its ways were once called schools. */
export function settingsAsNow(stored: unknown): Settings {
  if (!isRecord(stored)) return draftAsNow(SHOP, {}, INCH_UNITS)
  const { schools, ...kept } = stored
  const methods = kept['methods'] ?? schools
  return draftAsNow(
    SHOP,
    { ...kept, methods: isRecord(methods) ? methodsAsNow(methods) : methods },
    INCH_UNITS,
  )
}

const isKind = (kind: unknown): kind is keyof typeof RESULTS =>
  typeof kind === 'string' && Object.hasOwn(RESULTS, kind)
/** What a line of the log tells, whichever version wrote it; what is no line's is left as it is. */
export const resultOfLine = (stored: unknown): unknown =>
  isRecord(stored) && isKind(stored['kind']) ? resultAsNow(RESULTS[stored['kind']], stored) : stored

/** What steps were for before they said so themselves, by the names they had. */
const ROLE_OF_ID: Readonly<Partial<Record<string, StepRole>>> = {
  rig: 'look-over',
  guide: 'guide',
  'fit-1': 'fit',
  'fit-2': 'fit',
  'prepare-3': 'flux',
  'open-line': 'open-line',
  'nitrogen-on': 'nitrogen-on',
  'nitrogen-sweep': 'nitrogen-sweep',
  'nitrogen-hold': 'nitrogen-hold',
  trim: 'trim',
  retrim: 'retrim',
  'warm-line': 'warm-line',
  preheat: 'preheat',
  cut: 'cut',
  'heat-1': 'heat',
  'heat-2': 'heat',
  'feed-1': 'feed',
  'feed-2': 'feed',
  'cool-1': 'set',
  'cool-2': 'cool',
  'shut-torch': 'shut-torch',
  hot: 'mark-hot',
  'fire-watch': 'fire-watch',
}
type OldStep = Step & { readonly schools?: Step['methods'] }
/**
 * Steps of a run, whichever version stored them: the methods that shaped one were once called schools, and what a step
 * is for was told by its id alone.
 */
export function stepsAsNow(stored: readonly Step[]): readonly Step[] {
  const say = stored.some((s) => s.role !== undefined)
  return (stored as readonly OldStep[]).map(({ schools, ...step }) => {
    const role = say ? undefined : ROLE_OF_ID[step.id]
    return { ...step, ...(schools === undefined ? {} : { methods: schools }), ...(role ? { role } : {}) }
  })
}

/** Once, the ways out of a run were stored with it: by their names, and by where the rig stood. */
export type OldBreaks = Readonly<Partial<Record<string, Readonly<Partial<Record<string, readonly Step[]>>>>>>
/** The steps of a way out as an older version stored them with its run. */
const ledByOld = (breaks: OldBreaks, name: string, stand: string): { steps?: readonly Step[] } => {
  const steps = breaks[name]?.[stand]
  return steps ? { steps: stepsAsNow(steps) } : {}
}

/** What a run's ways out are made from: as it was stored beside the setting, or as its steps tell of an older one. */
export function setupAsNow(stored: unknown, setting: LineSetting, steps: readonly Step[]): LineSetup {
  const kept = isRecord(stored) && isRecord(stored['setup']) ? stored['setup'] : undefined
  if (kept) {
    const { methods } = readLineMethods(isRecord(kept['methods']) ? kept['methods'] : {})
    return { ...(kept as unknown as LineSetup), setting, methods }
  }
  // the first of all versions stored steps without acts
  const acts = steps.flatMap((s) => (s.acts as Step['acts'] | undefined) ?? [])
  const set = (side: 'oxygen' | 'fuel') =>
    acts.reduce((pa, a) => (a.do === 'screw-in' && a.side === side ? a.toPa : pa), 0)
  const clock = (side: 'oxygen' | 'fuel') => {
    const s = setting.sweepS?.[side] ?? USUAL_SWEEP_S
    return { fullS: s, freeS: s, partS: s }
  }
  const ofNitrogen = (role: StepRole) => steps.find((s) => s.role === role)?.timer
  const sweep = ofNitrogen('nitrogen-sweep')
  const hold = ofNitrogen('nitrogen-hold')
  const cuts = setting.lever === true
  return {
    setting,
    torch: {
      ...PLAIN_TORCH,
      kind: setting.handleValve === true ? 'cutting-attachment' : cuts ? 'cutting-torch' : 'brazing-handle',
      checkValves: setting.checkValves === true,
    },
    hand: 'right',
    oxygenPa: set('oxygen'),
    fuelPa: set('fuel'),
    figures: { oxygen: cuts ? 'cuttingOxygenPressure' : 'oxygenPressure', fuel: 'fuelPressure' },
    ...(sweep?.kind === 'at-least' && hold?.kind === 'at-least'
      ? {
          nitrogen: {
            sweepS: sweep.seconds,
            coolS: hold.seconds,
            regulatorPa: acts.reduce(
              (pa, a) => (a.do === 'screw-in' && a.side === 'nitrogen' ? a.toPa : pa),
              0,
            ),
          },
        }
      : {}),
    purge: { oxygen: clock('oxygen'), fuel: clock('fuel') },
    units: INCH_UNITS,
    methods: readLineMethods({}).methods,
  }
}

const isOneOf = <T extends string>(words: readonly T[], word: unknown): word is T =>
  (words as readonly unknown[]).includes(word)
const NOBODY = '-'
/** An event of a run as it is stored, and as older browsers send it: a break stands in `reason` as `short-pause lit`. */
export type StoredEvent = Omit<Extract<RunEvent, { kind: 'unread' }>, 'kind'> & {
  readonly kind: string
  readonly reason: string | null
}

/** What an event says beside its kind, where it says more than a sentence; undefined where that cannot be read. */
function recordOf(stored: string | null): Json | undefined {
  if (stored?.startsWith('{') !== true) return undefined
  try {
    return JSON.parse(stored) as Json
  } catch {
    return undefined
  }
}

/** A proof as it was stored; undefined where it cannot be read. */
function proofOf(stored: string | null): Proof | undefined {
  const value = recordOf(stored)
  if (!value || !isOneOf(PROOF_KINDS, value['kind'])) return undefined
  const { kind, si, seconds } = value
  const by = typeof value['by'] === 'string' ? value['by'] : null
  if (kind === 'seen') return { kind, by }
  if (kind === 'reading') return typeof si === 'number' ? { kind, by, si } : undefined
  return typeof seconds === 'number' ? { kind: 'ago', by, seconds } : undefined
}

/** What is stored of a way out: its steps, with its name or who goes on. */
function ledOf(stored: string | null):
  | {
      readonly name?: string
      readonly to?: string | null
      readonly steps?: readonly Step[]
      readonly told?: ReadyTold
    }
  | undefined {
  const value = recordOf(stored)
  if (!value) return undefined
  const { name, to, steps, by, purgedS } = value
  return {
    ...(typeof name === 'string' ? { name } : {}),
    to: typeof to === 'string' ? to : null,
    ...(typeof purgedS === 'number' ? { told: { by: typeof by === 'string' ? by : null, purgedS } } : {}),
    ...(Array.isArray(steps) ? { steps: stepsAsNow(steps as Step[]) } : {}),
  }
}

/**
 * An event of a run as it was stored, whichever version did; one that says nothing known is `unread`.
 * @param breaks the ways out that an older version stored with the run
 */
export function eventAsNow({ kind, reason, ...said }: StoredEvent, breaks: OldBreaks = {}): RunEvent {
  if (isOneOf(PLAIN_EVENTS, kind)) return { ...said, kind }
  if (kind === 'stop' || kind === 'trouble') return { ...said, kind, reason }
  if (kind === 'skip') return { ...said, kind, reason: reason ?? '' }
  if (kind === 'assert') {
    const proof = proofOf(reason)
    return proof ? { ...said, kind, proof } : { ...said, kind: 'unread' }
  }
  const led = ledOf(reason)
  const [name, stand = '', to] = led ? [led.name] : (reason ?? '').split(' ')
  const steps = led ? (led.steps ? { steps: led.steps } : {}) : ledByOld(breaks, name ?? '', stand)
  if (kind === 'hand-over') {
    // once, the one who goes on was the one who said it
    const goesOn = led ? (led.to ?? null) : to === undefined ? said.personId : to === NOBODY ? null : to
    return { ...said, kind, to: goesOn, ...steps }
  }
  if (kind === 'ready' && led?.told) return { ...said, kind, ...led.told, ...steps }
  if (kind === 'break' && isOneOf(BREAK_NAMES, name)) return { ...said, kind, name, ...steps }
  return { ...said, kind: 'unread' }
}

/** What of an event is stored beside its kind. */
export const reasonOfEvent = (event: RunEvent): string | null => {
  if ('reason' in event) return event.reason
  if (event.kind === 'break') return JSON.stringify({ name: event.name, steps: event.steps })
  if (event.kind === 'assert') return JSON.stringify(event.proof)
  if (event.kind === 'ready')
    return JSON.stringify({ by: event.by, purgedS: event.purgedS, steps: event.steps })
  return event.kind === 'hand-over' ? JSON.stringify({ to: event.to, steps: event.steps }) : null
}
/** Sent by a browser that was open before the server was brought up to date. */
const runEvent = (body: Json): Json => {
  const { reason, stand, ...rest } = body
  const { kind } = rest
  // where the rig stood was once said with a way out
  if (stand !== undefined && reason === undefined) return rest as Json
  if (typeof kind !== 'string' || !('reason' in body) || ['skip', 'stop', 'trouble'].includes(kind))
    return body
  if (reason !== null && typeof reason !== 'string') return body
  const now = eventAsNow({ ...(body as unknown as StoredEvent), kind, reason })
  return now.kind === 'unread' ? body : ({ ...now } as unknown as Json)
}

const piece = (body: Json): Json =>
  isRecord(body['draft']) ? { ...body, draft: pieceAsNow(body['draft']) } : body
const torch = (body: Json): Json => (isOf(RIG, body['rig']) ? { ...body, rig: rigAsNow(body['rig']) } : body)
/** What came out: typed for the fields that its browser had. */
const entry = (body: Json): Json => {
  const table: Table = body['kind'] === 'braze' ? BRAZE_RESULT : CUT_RESULT
  const made = { ...ONLY_MAKING, ...body }
  return isOf(table, body) ? draftAsNow(table, made, INCH_UNITS) : made
}
const test = (body: Json): Json =>
  isOf(TEST_ASKED, body['asked'])
    ? { ...body, asked: draftAsNow(TEST_ASKED, body['asked'], INCH_UNITS) }
    : body
/** What each route takes that a browser may have typed before the server was brought up to date. */
const BODIES: Readonly<Partial<Record<RouteName, (body: Json) => Json>>> = {
  addPiece: piece,
  changePiece: piece,
  addTorch: torch,
  changeTorch: torch,
  addLog: entry,
  startTest: test,
  addRunEvent: runEvent,
  addReading: (body) => ({ reason: '', stepId: '', ...body }),
  startRun: (body) => ({ batchId: null, ...body }),
}
/** What somebody called a thing or a person, with nothing in it that is not seen. */
const plainlyNamed = (body: Json): Json => ({
  ...body,
  ...Object.fromEntries(
    ['name', 'title'].flatMap((field) => {
      const text = body[field]
      return typeof text === 'string' ? [[field, plainName(text)]] : []
    }),
  ),
})

/** The body of a request with the fields that it lacks; nothing that it says is changed. */
export function bodyAsNow(route: RouteName, body: unknown): unknown {
  if (!isRecord(body)) return body
  const named = plainlyNamed(pieceNamedAsNow(body))
  return BODIES[route]?.(named) ?? named
}
