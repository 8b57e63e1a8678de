import { format } from 'date-fns/format'
import type { ReactNode } from 'react'
import { Link, useParams } from 'react-router'
import { cutFigureKind, type CutFigureName } from '#core/cut/index.ts'
import type { LogEntry } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { EdgeTile, SlagTile } from '../../drawing/OutcomeTiles.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { SourceTag } from '../../ui/Tag.tsx'
import { FIGURE_NAMES } from '../plan/figure-words.ts'
import { DROP_WORDS, EDGE_WORDS, SLAG_WORDS } from './outcome-words.ts'

const ROWS: readonly {
  readonly figure: CutFigureName
  readonly used: (e: LogEntry) => string | undefined
}[] = [
  { figure: 'tipOrifice', used: (e) => e.used.tipOrifice?.text },
  { figure: 'cuttingOxygenPressure', used: (e) => e.used.oxygenPressure?.text },
  { figure: 'fuelPressure', used: (e) => e.used.fuelPressure?.text },
  { figure: 'travelSpeed', used: (e) => e.used.travelSpeed?.text },
  { figure: 'kerf', used: (e) => e.kerf?.text },
]

/** One cut: planned, used, and what came out. */
export default function Entry() {
  const { entryId = '' } = useParams()
  const { data: entry, error } = api.useEntryQuery(entryId)
  const { print, say } = useShop()
  if (error && !entry) return <Missing what="entry" failure={error} />
  if (!entry) return <p className="p-8 text-soft">Opening.</p>
  return (
    <main className="mx-auto max-w-[1060px] px-5 py-6">
      <p>
        <Link className="underline underline-offset-4" to="/log">
          Log
        </Link>
      </p>
      <h1 className="pt-1 text-4xl">{entry.title}</h1>
      <p className="pb-5 text-soft">
        <Link
          className="underline decoration-rule underline-offset-4"
          to={`/jobs/${entry.jobId}/${entry.ticketId}`}
        >
          {entry.jobName}
        </Link>
        , {print(entry.thicknessM, 'length')} plate. {format(new Date(entry.at), 'd MMMM yyyy, HH:mm')}
        {entry.personName ? `, ${entry.personName}` : ''}.
      </p>
      <div className="grid gap-8 lg:grid-cols-[1fr_1.15fr]">
        <section aria-label="What came out">
          <h2 className="border-b-[1.5px] border-ink pb-1 text-2xl">What came out</h2>
          <div className="grid grid-cols-3 gap-4 pt-4">
            <Told name="Edge" value={EDGE_WORDS[entry.edge]}>
              <EdgeTile edge={entry.edge} />
            </Told>
            <Told name="Slag" value={SLAG_WORDS[entry.slag]}>
              <SlagTile slag={entry.slag} />
            </Told>
            <Told name="Dropped" value={DROP_WORDS[entry.drop]} />
          </div>
          {entry.note === '' ? null : (
            <blockquote className="mt-5 border-l-4 border-brass pl-4 text-[1.1rem] whitespace-pre-wrap">
              {entry.note}
            </blockquote>
          )}
        </section>
        <section aria-label="Planned and used">
          <h2 className="border-b-[1.5px] border-ink pb-1 text-2xl">Planned and used</h2>
          <table className="name w-full text-left text-[1.15rem]">
            <thead>
              <tr className="border-b border-rule text-soft">
                <th scope="col" className="py-1.5 font-medium">
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
              {ROWS.map((row) => {
                const planned = entry.plan?.figures[row.figure]
                return (
                  <tr key={row.figure} className="border-b border-rule">
                    <th scope="row" className="py-2 pr-3 font-medium">
                      {say(FIGURE_NAMES[row.figure])}
                    </th>
                    <td className="pr-3 whitespace-nowrap">
                      {planned ? (
                        <>
                          {print(planned.value, cutFigureKind(row.figure))}{' '}
                          <SourceTag source={planned.source} />
                        </>
                      ) : (
                        'not planned'
                      )}
                    </td>
                    <td className="font-bold whitespace-nowrap">{row.used(entry) ?? 'not said'}</td>
                  </tr>
                )
              })}
            </tbody>
          </table>
        </section>
        {entry.plan ? <Signed plan={entry.plan} /> : null}
        {entry.run ? <Steps run={entry.run} /> : null}
      </div>
    </main>
  )
}

function Told({
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
      <p className="name text-[1.25rem] leading-tight font-semibold">{value}</p>
    </div>
  )
}

/** A trial outside the chart, and the cautions that were asked with the names under them. */
function Signed({ plan }: { readonly plan: NonNullable<LogEntry['plan']> }) {
  const { say } = useShop()
  const trial = plan.findings.find((f) => f.code === 'chart-trial')
  if (!trial && plan.cautions.length === 0) return null
  return (
    <section aria-label="Trial and cautions" className="lg:col-span-2">
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

/** Every confirmed step with its time. */
function Steps({ run }: { readonly run: NonNullable<LogEntry['run']> }) {
  const { say } = useShop()
  const told = run.events.filter((e) => e.kind !== 'timer')
  const words = {
    done: '',
    skip: 'left out: ',
    back: 'gone back from: ',
    trouble: 'trouble at: ',
    stop: 'stopped at: ',
    break: 'left the work at: ',
    'hand-over': 'handed over at: ',
    timer: '',
  }
  return (
    <details className="lg:col-span-2">
      <summary className="name cursor-pointer text-2xl font-semibold">
        The run, step by step ({told.length})
      </summary>
      <ol className="pt-2">
        {told.map((e) => (
          <li key={e.id} className="grid grid-cols-[72px_1fr] gap-3 border-b border-rule py-1.5">
            <time dateTime={e.at} className="name text-lg text-soft">
              {format(new Date(e.at), 'HH:mm:ss')}
            </time>
            <span>
              {words[e.kind]}
              {say(run.steps.find((s) => s.id === e.stepId)?.act ?? e.stepId)}
              {e.reason ? ` (${e.reason})` : ''}
            </span>
          </li>
        ))}
      </ol>
    </details>
  )
}
