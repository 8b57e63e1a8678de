import { format } from 'date-fns/format'
import { useMemo, type ReactNode } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { isRoundJoint } from '#core/braze/types.ts'
import { type Source, figureNamed } from '#core/figure.ts'
import { CUT_FIGURE_UNIT, type CutFigureName } from '#core/cut/index.ts'
import { BRAZE_FIGURE_UNIT, type BrazeFigureName } from '#core/braze/index.ts'
import { sayFigure } from '#core/saying.ts'
import type { BrazeResult, CutResult, TestResult, Used } from '#core/record/entry.ts'
import { clockOffS, type RunEvent, type RunEventKind } from '#core/record/run.ts'
import type { LogEntry, LogSummary } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import { CutStrip } from '../../drawing/CutStrip.tsx'
import { JointDial, JointStrip } from '../../drawing/JointMap.tsx'
import { EdgeTile, SlagTile } from '../../drawing/OutcomeTiles.tsx'
import { Button } from '../../ui/Button.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { SourceTag } from '../../ui/Tag.tsx'
import { VerdictLine } from '../check/Frame.tsx'
import { PhotoRow } from '../check/Photos.tsx'
import { FIGURE_NAMES } from '../plan/figure-words.ts'
import { usePlanFigures } from '../plan/plan-words.ts'
import { nextActOf } from './next-act.ts'
import { RemedyButton } from './RemedyButton.tsx'
import {
  BREAKING_NAMES,
  FAR_END_NAMES,
  INSIDE_NAMES,
  LET_GO_NAMES,
  OUTSIDE_NAMES,
} from '#core/check/acceptance.ts'
import { CUT_RESULT, ENTRY_KIND_NAMES } from '#core/record/fields.ts'
import { TEST_WORDS } from './outcome-words.ts'
import { BREAK_WORDS } from '../run/break-words.ts'
import { useTell } from './useTell.ts'

/** A line of the log: what was planned, what was used, what came out, and what belongs to it. */
export default function Entry() {
  const { entryId = '' } = useParams()
  const { data: entry, error } = api.useEntryQuery(entryId)
  const onItsWay = useApp((s) => s.outbox.items.some((i) => i.id === entryId))
  if (onItsWay && !entry)
    return (
      <main className="p-6">
        <h1 className="text-page">On the way to the log</h1>
        <p className="pt-2 text-soft">It is kept here until the server has it.</p>
      </main>
    )
  if (error && !entry) return <Missing what="entry" failure={error} />
  if (!entry) return <Opening />
  return <Page entry={entry} />
}

function Page({ entry }: { readonly entry: LogEntry }) {
  const { print } = useShop()
  const tell = useTell()
  const { told } = entry
  return (
    <main className="mx-auto max-w-[1100px] px-4 py-6">
      <p>
        <Link className="underline underline-offset-4" to="/log">
          Log
        </Link>
      </p>
      <h1 className="pt-1 text-page">{entry.title || ENTRY_KIND_NAMES[entry.kind]}</h1>
      <p className="pb-4 text-soft">
        {ENTRY_KIND_NAMES[entry.kind]}
        {entry.jobName === '' ? '' : ', '}
        {entry.jobId ? (
          <Link
            className="underline decoration-rule underline-offset-4"
            to={`/jobs/${entry.jobId}/${entry.pieceId ?? ''}`}
          >
            {entry.jobName}
          </Link>
        ) : (
          entry.jobName
        )}
        {entry.thicknessM === null ? '' : `, ${print(entry.thicknessM, 'length')}`}.{' '}
        {format(new Date(entry.at), 'd MMMM yyyy, HH:mm')}
        {entry.personName ? `, ${entry.personName}` : ''}.
      </p>
      <Corrections entry={entry} />
      {told.kind === 'cut' ? (
        <CutFound entry={entry} told={told} />
      ) : told.kind === 'braze' ? (
        <BrazeFound told={told} />
      ) : told.kind === 'pressure-test' || told.kind === 'vacuum-test' ? (
        <TestFound told={told} />
      ) : (
        <p className="border-l-4 border-brass pl-4 text-field">{tell(told)}.</p>
      )}
      <WhatNext entry={entry} />
      {entry.photos.length > 0 ? (
        <section aria-label="Pictures" className="pt-6">
          <PhotoRow ids={entry.photos} title={entry.title} />
        </section>
      ) : null}
      {entry.plan && (told.kind === 'cut' || told.kind === 'braze') ? <Signed plan={entry.plan} /> : null}
      {entry.run && entry.plan && (told.kind === 'cut' || told.kind === 'braze' || told.kind === 'run') ? (
        <Steps run={entry.run} plan={entry.plan} />
      ) : null}
      <Beside entry={entry} />
    </main>
  )
}

/** That this line was corrected, or corrects another: who and why. */
function Corrections({ entry }: { readonly entry: LogEntry }) {
  return (
    <>
      {entry.correctedBy ? (
        <p role="status" className="mb-4 border-l-[6px] border-brass pl-3">
          <strong>This line was corrected.</strong>{' '}
          <Link className="underline" to={`/log/${entry.correctedBy}`}>
            See the line that took its place
          </Link>
          .
        </p>
      ) : null}
      {entry.corrects ? (
        <p className="mb-4 border-l-[6px] border-brass pl-3">
          {entry.personName} corrects{' '}
          <Link className="underline" to={`/log/${entry.corrects}`}>
            an older line
          </Link>
          : {entry.why}
        </p>
      ) : null}
      {entry.kind === 'reading' && entry.why !== '' ? (
        <p className="mb-4 border-l-[6px] border-brass pl-3">Not as planned, and gone on with: {entry.why}</p>
      ) : null}
    </>
  )
}

/** The one thing to do next, large; then what else can be done from here. */
function WhatNext({ entry }: { readonly entry: LogEntry }) {
  const go = useNavigate()
  const job = api.useJobQuery(
    { id: entry.jobId ?? '', around: entry.pieceId ?? '' },
    { skip: entry.jobId === null },
  ).data
  const lines = useLinesBeside(entry)
  const next = nextActOf(entry, job, lines)
  const judged = entry.kind === 'cut' || entry.kind === 'braze'
  return (
    <section aria-label="What next" className="flex flex-wrap items-center gap-3 pt-4">
      {next ? (
        <>
          <p className="text-field">{next.because}</p>
          <Button look="act" onClick={() => void go(next.to)}>
            <span className="max-w-[300px] truncate">{next.label}</span>
          </Button>
        </>
      ) : null}
      {entry.correctedBy ? null : (
        <>
          {entry.outcome === 'failed' ? <RemedyButton entry={entry} /> : null}
          {judged && entry.outcome !== 'failed' ? (
            <Button onClick={() => void go(`/faults?entry=${entry.id}`)}>Find the fault</Button>
          ) : null}
          {entry.kind === 'braze' && entry.pieceId
            ? TESTS_OF_A_LINE.filter(({ to }) => next?.to !== to(entry.pieceId ?? '')).map(
                ({ label, to }) => (
                  <Button key={label} onClick={() => void go(to(entry.pieceId ?? ''))}>
                    {label}
                  </Button>
                ),
              )
            : null}
          {judged && entry.pieceId && entry.draft ? (
            <Button onClick={() => void go(`/log/${entry.id}/correct`)}>Correct this line</Button>
          ) : null}
        </>
      )}
    </section>
  )
}
const TESTS_OF_A_LINE = [
  { label: 'Pressure test', to: (piece: string) => `/tests/new/pressure?piece=${piece}` },
  { label: 'Vacuum test', to: (piece: string) => `/tests/new/vacuum?piece=${piece}` },
] as const

const CUT_ROWS: readonly (readonly [CutFigureName, keyof CutResult['used'] | 'kerf'])[] = [
  ['tipOrifice', 'tipOrifice'],
  ['cuttingOxygenPressure', 'oxygenPressure'],
  ['fuelPressure', 'fuelPressure'],
  ['travelSpeed', 'travelSpeed'],
  ['preheatTime', 'preheat'],
  ['kerf', 'kerf'],
]
const BRAZE_ROWS: readonly (readonly [BrazeFigureName, string, keyof BrazeResult['used']])[] = [
  ['tipOrifice', 'Tip', 'tipOrifice'],
  ['oxygenPressure', 'Oxygen', 'oxygenPressure'],
  ['fuelPressure', 'Fuel', 'fuelPressure'],
  ['timeToTemperature', 'Time to temperature', 'timeToTemperature'],
  ['timeToTemperature', 'Trial heat', 'trialHeat'],
  ['rodLength', 'Rod for one joint', 'fillerLength'],
]

function CutFound({ entry, told }: { readonly entry: LogEntry; readonly told: CutResult }) {
  const { say, units } = useShop()
  const used = (name: (typeof CUT_ROWS)[number][1]): Used | null =>
    name === 'kerf' ? told.kerf : told.used[name]
  return (
    <div className="grid gap-6 lg:grid-cols-[1fr_1.15fr]">
      <Part name="Result">
        <div className="grid grid-cols-3 gap-4 pt-4">
          <NamedValue name="Edge" value={CUT_RESULT.edge.names[told.edge]}>
            {told.edge === 'not-seen' ? null : <EdgeTile edge={told.edge} />}
          </NamedValue>
          <NamedValue name="Slag" value={CUT_RESULT.slag.names[told.slag]}>
            {told.slag === 'not-seen' ? null : <SlagTile slag={told.slag} />}
          </NamedValue>
          <NamedValue name="Dropped" value={CUT_RESULT.drop.names[told.drop]} />
        </div>
        <div className="pt-4">
          <VerdictLine verdict={told.verdict} />
        </div>
        {told.marks.length > 0 ? (
          <div className="pt-4">
            <CutStrip marks={told.marks} />
          </div>
        ) : null}
        <Note text={told.note} />
      </Part>
      <PlannedAndUsed
        rows={CUT_ROWS.map(([figure, name]) => {
          const planned = (entry.plan && figureNamed(entry.plan, figure)) ?? told.planned[figure]
          return {
            name: say(FIGURE_NAMES[figure]),
            planned: planned
              ? sayFigure(figure, { ...planned, unit: CUT_FIGURE_UNIT[figure] }, units)
              : undefined,
            source: planned?.source,
            used: used(name)?.text,
          }
        })}
      />
    </div>
  )
}

function BrazeFound({ told }: { readonly told: BrazeResult }) {
  const { say, units } = useShop()
  const Map = isRoundJoint(told.joint) ? JointDial : JointStrip
  return (
    <div className="grid gap-6 lg:grid-cols-[1fr_1.15fr]">
      <Part name="Result">
        <div className="pt-4">
          <Map places={told.places} />
        </div>
        <div className="pt-4">
          <VerdictLine verdict={told.verdict} />
        </div>
        <p className="pt-3">
          Inside: {INSIDE_NAMES[told.inside].toLowerCase()}. {BREAKING_NAMES[told.breaking]}
          {told.penetration
            ? `, filled ${told.penetration.map((q) => `${Math.round(q * 100)} %`).join(', ')}`
            : ''}
          .{told.lot === '' ? '' : ` Filler lot ${told.lot}.`}
          {told.farEnd === 'not-seen'
            ? ''
            : ` Filler at the far end: ${FAR_END_NAMES[told.farEnd].toLowerCase()}.`}
          {told.outside === 'not-seen' ? '' : ` Outside: ${OUTSIDE_NAMES[told.outside].toLowerCase()}.`}
          {told.breaking === 'none'
            ? ''
            : ` ${LET_GO_NAMES[told.letGo]}${told.took === '' ? '' : `, at ${told.took}`}.`}
          {told.bowAfter === null
            ? ''
            : ` Under a straight edge ${told.bowBefore === null ? '' : `${told.bowBefore.text} before, `}${told.bowAfter.text} after.`}
          {told.twistAfter === null ? '' : ` Twist ${told.twistAfter.text}.`}
        </p>
        <Note text={told.note} />
      </Part>
      <PlannedAndUsed
        rows={BRAZE_ROWS.filter(
          // most heats are no trial
          ([, , key]) => key !== 'trialHeat' || told.used.trialHeat !== null,
        ).map(([figure, name, key]) => {
          const kept = told.planned[figure]
          return {
            name: say(name),
            planned: kept
              ? sayFigure(figure, { ...kept, unit: BRAZE_FIGURE_UNIT[figure] }, units)
              : undefined,
            source: kept?.source,
            used: told.used[key]?.text,
          }
        })}
      />
    </div>
  )
}

function TestFound({ told }: { readonly told: TestResult }) {
  const tell = useTell()
  const { print } = useShop()
  return (
    <section aria-label="The test" className="grid gap-3">
      <h2 className="text-page">{TEST_WORDS[told.verdict]}</h2>
      <p className="max-w-[72ch] text-field">{told.because}</p>
      <p>
        {tell(told)} (95 %), from {told.count} readings over {print(told.holdS, 'time')}.
      </p>
      <p>
        <Link className="name text-field underline underline-offset-4" to={`/tests/${told.testId}`}>
          The test with its curve and report
        </Link>
      </p>
    </section>
  )
}

interface Row {
  readonly name: string
  readonly planned: string | undefined
  readonly source: Source | undefined
  readonly used: string | undefined
}

function PlannedAndUsed({ rows }: { readonly rows: readonly Row[] }) {
  return (
    <Part name="Planned and used">
      <table className="name w-full text-left text-field">
        <thead>
          <tr className="border-b border-rule text-soft">
            <th scope="col" className="py-2 font-medium">
              Setting
            </th>
            <th scope="col" className="font-medium">
              Planned
            </th>
            <th scope="col" className="font-medium">
              Used
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.name} className="border-b border-rule">
              <th scope="row" className="py-2 pr-3 font-medium">
                {row.name}
              </th>
              <td className="pr-3 whitespace-nowrap">
                {row.planned ? (
                  <>
                    {row.planned} {row.source ? <SourceTag source={row.source} /> : null}
                  </>
                ) : (
                  'not planned'
                )}
              </td>
              <td className="font-bold whitespace-nowrap">{row.used ?? 'not given'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Part>
  )
}

function Part({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <section aria-label={name}>
      <h2 className="border-b-[1.5px] border-ink pb-1 text-section">{name}</h2>
      {children}
    </section>
  )
}

function Note({ text }: { readonly text: string }) {
  return text === '' ? null : (
    <blockquote className="mt-4 border-l-4 border-brass pl-4 text-field whitespace-pre-wrap">
      {text}
    </blockquote>
  )
}

function NamedValue({
  name,
  value,
  children,
}: {
  readonly name: string
  readonly value: string
  readonly children?: ReactNode
}) {
  return (
    <div>
      <p className="text-soft">{name}</p>
      {children}
      <p className="name text-label leading-tight font-semibold">{value}</p>
    </div>
  )
}

/** A trial outside the chart, and the cautions that were asked with the names under them. */
function Signed({ plan }: { readonly plan: NonNullable<LogEntry['plan']> }) {
  const { say } = useShop()
  const trial = plan.findings.find((f) => f.code === 'chart-trial')
  if (!trial && plan.cautions.length === 0) return null
  return (
    <section aria-label="Trial and cautions" className="pt-6">
      {trial ? (
        <p className="border-l-4 border-brass pl-4">
          <strong>{say(trial.title)}.</strong> {say(trial.text)}
        </p>
      ) : null}
      {plan.cautions.map((c) => (
        <p key={c.code} className="border-l-4 border-brass py-1 pl-4">
          <strong>{c.tickedBy ? `Signed by ${c.tickedBy}` : 'Nobody signed'}:</strong> {say(c.text)}
        </p>
      ))}
    </section>
  )
}

const STEP_WORDS = {
  done: '',
  skip: 'left out: ',
  assert: 'was so already: ',
  back: 'gone back from: ',
  trouble: 'trouble at: ',
  stop: 'stopped at: ',
  break: 'left the work at: ',
  'hand-over': 'handed over at: ',
  ready: 'the rig stood ready at: ',
  timer: '',
  unread: 'cannot be read any more: ',
} as const satisfies Record<RunEventKind, string>

const aside = (event: RunEvent): string => {
  if ('reason' in event) return event.reason ? ` (${event.reason})` : ''
  return event.kind === 'break'
    ? ` (${BREAK_WORDS.find((b) => b.name === event.name)?.title ?? event.name})`
    : ''
}

/** Every confirmed step with its time. */
function Steps({
  run,
  plan,
}: {
  readonly run: NonNullable<LogEntry['run']>
  readonly plan: NonNullable<LogEntry['plan']>
}) {
  const { sentence } = usePlanFigures(plan)
  const people = api.usePeopleQuery().data ?? []
  const nameOf = (id: string | null) => people.find((p) => p.id === id)?.name
  const told = run.events.filter((e) => e.kind !== 'timer')
  const sentenceAt = (id: string) => {
    const step = run.steps.find((s) => s.id === id)
    return step ? sentence(step) : id
  }
  return (
    <details className="pt-6">
      <summary className="name cursor-pointer text-section font-semibold">
        The run, step by step ({told.length})
      </summary>
      <ol className="pt-2">
        {told.map((e) => (
          <li key={e.id} className="grid grid-cols-[72px_1fr] gap-3 border-b border-rule py-2">
            <time dateTime={e.at} className="name text-field text-soft">
              {format(new Date(e.at), 'HH:mm:ss')}
            </time>
            <span>
              {STEP_WORDS[e.kind]}
              {sentenceAt(e.stepId)}
              {aside(e)}
              {clockOffS(e) !== undefined && e.storedAt !== undefined ? (
                <strong className="text-alarm">
                  {' '}
                  Stored {format(new Date(e.storedAt), 'd MMM, HH:mm:ss')}: the clock of that device was
                  ahead.
                </strong>
              ) : null}
              {e.kind === 'hand-over' ? ` (to ${nameOf(e.to) ?? 'somebody'})` : ''}
              <span className="text-soft">{e.personId === null ? '' : ` ${nameOf(e.personId) ?? ''}`}</span>
            </span>
          </li>
        ))}
      </ol>
    </details>
  )
}

/** The other lines of the same piece. */
function useLinesBeside(entry: LogEntry): readonly LogSummary[] {
  const { data } = api.useLogQuery({ piece: entry.pieceId ?? '' }, { skip: entry.pieceId === null })
  return useMemo(() => (data?.entries ?? []).filter((l) => l.id !== entry.id), [data, entry])
}

/** What else the log has of the same piece. */
function Beside({ entry }: { readonly entry: LogEntry }) {
  const tell = useTell()
  const lines = useLinesBeside(entry)
  if (lines.length === 0) return null
  return (
    <section aria-label="Of the same piece" className="pt-6">
      <h2 className="border-b-[1.5px] border-ink pb-1 text-section">Of the same piece</h2>
      <ul>
        {lines.map((l) => (
          <li key={l.id} className="grid grid-cols-[110px_110px_1fr] gap-3 border-b border-rule py-2">
            <span className="name text-soft">{format(new Date(l.at), 'd MMM, HH:mm')}</span>
            <Link
              className={`name underline underline-offset-4 ${l.correctedBy ? 'line-through' : ''}`}
              to={`/log/${l.id}`}
            >
              {ENTRY_KIND_NAMES[l.kind]}
            </Link>
            <span className="truncate">{tell(l.told)}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}
