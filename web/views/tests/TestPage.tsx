import { format } from 'date-fns/format'
import { lazy, Suspense, useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { corrected } from '#core/check/pressure-test.ts'
import { judgePullDown } from '#core/check/pull-down.ts'
import { VACUUM_TARGET_PA } from '#core/check/vacuum-test.ts'
import {
  foldTest,
  judgeTest,
  verdictOf,
  type TestAsked,
  type TestEvent,
  type TestProgress,
  type TestResult,
} from '#core/check/test-record.ts'
import { fromSi, printQuantity } from '#core/quantity/index.ts'
import type { JointTest } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { outbox } from '../../app/outbox.ts'
import { ServerNotice } from '../../app/ServerNotice.tsx'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import { HookUp } from '../../drawing/HookUp.tsx'
import { Button } from '../../ui/Button.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { SheetTools } from '../work/Sheet.tsx'
import { FindLeak } from './FindLeak.tsx'
import { ReadingFields } from './ReadingFields.tsx'
import { testReport } from './report.ts'
import { Forecast, Verdict } from './Verdict.tsx'
import { ORDER, PULL_AGAIN, TEST_NAMES } from './words.ts'

const Chart = lazy(() => import('../../ui/Chart.tsx'))

/** A test being led, and its report once it has ended. */
export default function TestPage() {
  const { testId = '' } = useParams()
  const { data: test, error } = api.useTestQuery(testId)
  if (error && !test) return <Missing what="test" failure={error} />
  if (!test) return <p className="p-6 text-soft">Opening.</p>
  return <Led test={test} />
}

/** An event as typed, before the server has it: told here at once where nothing has to be read. */
const asEvent = (body: {
  id: string
  kind: TestEvent['kind']
  at: string
  stage: number | null
}): TestEvent => ({
  id: body.id,
  kind: body.kind,
  at: body.at,
  stage: body.stage,
  pressurePaAbs: null,
  temperatureK: null,
  source: '',
})

function useEvents(test: JointTest) {
  const send = useSend()
  const items = useApp((s) => s.outbox.items)
  const events = useMemo(() => {
    const have = new Set(test.events.map((e) => e.id))
    const waiting = items
      .filter((i) => i.route === 'addTestEvent' && i.params['id'] === test.id && !have.has(i.id))
      .map((i) => i.body as Parameters<typeof asEvent>[0])
      .filter((b) => b.kind !== 'reading')
    return [...test.events, ...waiting.map(asEvent)]
  }, [test, items])
  const add = (
    kind: TestEvent['kind'],
    over: { stage?: number; pressure?: string; temperature?: string } = {},
  ) => {
    const id = crypto.randomUUID()
    send(
      outbox.actions.enqueued({
        id,
        key: `test:${id}`,
        route: 'addTestEvent',
        params: { id: test.id },
        body: {
          id,
          kind,
          at: new Date(Date.now()).toISOString(),
          stage: over.stage ?? null,
          pressure: over.pressure ?? '',
          temperature: over.temperature ?? '',
        },
        notBefore: 0,
      }),
    )
  }
  return { events, add }
}

function Led({ test }: { readonly test: JointTest }) {
  const { units, print, say } = useShop()
  const { events, add } = useEvents(test)
  const progress = useMemo(() => foldTest(test.kind, test.asked, events), [test, events])
  const result = useMemo(() => judgeTest(test.kind, test.asked, progress, units), [test, progress, units])
  const { verdict } = verdictOf(result)
  const begun = progress.readings.length > 0 || progress.state === 'ended'
  return (
    <main className="mx-auto max-w-[1180px] px-4 py-6">
      <ServerNotice />
      <header className="flex flex-wrap items-baseline gap-x-4 pb-3">
        <h1 className="text-page">{TEST_NAMES[test.kind]}</h1>
        <p className="grow text-soft">
          {test.jobId && test.pieceId ? (
            <Link className="underline underline-offset-4" to={`/jobs/${test.jobId}/${test.pieceId}`}>
              {test.title}
            </Link>
          ) : (
            test.title
          )}
          , begun {format(new Date(test.startedAt), 'd MMMM yyyy, HH:mm')}
          {test.personName ? ` by ${test.personName}` : ''}.
        </p>
      </header>
      <div className={`grid gap-6 ${progress.state === 'ended' ? '' : 'lg:grid-cols-[1fr_1.25fr]'}`}>
        <section aria-label="The test, step by step" className="grid content-start gap-4">
          <Steps test={test} progress={progress} add={add} result={result} />
        </section>
        <section
          aria-label="What it comes to"
          className={`grid content-start gap-4 ${progress.state === 'ended' ? 'lg:grid-cols-2' : ''}`}
        >
          {begun ? (
            <Verdict test={test} told={result} state={progress.state} />
          ) : (
            <HookUp kind={test.kind} by={test.asked.hookUp ?? 'valves'} />
          )}
          {progress.state === 'holding' && test.kind === 'pressure' && verdict !== 'leaks' ? (
            <Forecast test={test} progress={progress} />
          ) : null}
          {begun ? <Curve test={test} progress={progress} result={result} /> : null}
          <Asked asked={test.asked} kind={test.kind} />
          {verdict === 'leaks' ? <FindLeak test={test} progress={progress} told={result} add={add} /> : null}
        </section>
      </div>
      {begun ? (
        <div className="pt-6">
          <SheetTools
            pages={[testReport(test, progress, result, { print, say, units })]}
            name={`${TEST_NAMES[test.kind]} ${test.title}`}
            print="Print this page"
          />
        </div>
      ) : null}
      {begun ? <Readings progress={progress} kind={test.kind} asked={test.asked} /> : null}
    </main>
  )
}

type Add = ReturnType<typeof useEvents>['add']

function Steps({
  test,
  progress,
  add,
  result,
}: {
  readonly test: JointTest
  readonly progress: TestProgress
  readonly add: Add
  readonly result: TestResult
}) {
  const { print } = useShop()
  const { state, stages, raised } = progress
  const big = 'min-h-[56px] text-section'
  if (state === 'ended')
    return (
      <>
        <p className="text-label">The test has ended and is in the log.</p>
        <Link className="name text-label underline underline-offset-4" to={`/log/${test.id}`}>
          Its line in the log
        </Link>
      </>
    )
  if (state === 'raising')
    return (
      <>
        <ol className="name grid gap-1 text-label">
          {stages.map((p, i) => (
            <li
              key={p}
              className={`border-l-4 py-0.5 pl-3 ${i < raised ? 'border-verdigris text-soft' : i === raised ? 'border-brick text-section font-semibold' : 'border-rule text-soft'}`}
            >
              {i < raised ? '✓ ' : ''}
              {print(p, 'pressure')}
              {i === 0 ? ', and look with solution' : i === stages.length - 1 ? ', the test pressure' : ''}
            </li>
          ))}
        </ol>
        <p className="border-l-[6px] border-alarm pl-3 font-bold">
          {raised === 0
            ? 'Screw in slowly. At this stage, and only here, look at every joint with solution.'
            : 'Nobody near the line while it is raised: a joint that lets go throws its parts.'}
        </p>
        {raised < stages.length ? (
          <Button look="act" className={big} onClick={() => add('raised', { stage: raised })}>
            {raised === 0 ? 'No bubbles anywhere' : `It stands at ${print(stages[raised] ?? 0, 'pressure')}`}
          </Button>
        ) : (
          <>
            <SupplyOff progress={progress} add={add} />
            <Button look="act" className={big} onClick={() => add('hold')}>
              Begin the hold
            </Button>
          </>
        )}
        <Button look="alarm" onClick={() => add('lowered')}>
          It leaks: let it down
        </Button>
      </>
    )
  if (state === 'pumping')
    return (
      <>
        <ol className="grid list-decimal gap-2 pl-6 text-field">
          {ORDER.vacuum.slice(0, 3).map((o) => (
            <li key={o}>{o}</li>
          ))}
        </ol>
        <PumpDown test={test} progress={progress} add={add} />
        <Button look="act" className={big} onClick={() => add('hold')}>
          Pump’s valve is shut: watch it
        </Button>
      </>
    )
  if (state === 'lowered')
    return (
      <>
        <p className="text-label">
          Down to nothing. Tighten or reheat only now.
          {verdictOf(result).verdict === 'leaks'
            ? ' Find the leak with solution at 25 psi or less before the next test.'
            : ''}
        </p>
        <Button look="act" className={big} onClick={() => add('ended')}>
          Save the test to the log
        </Button>
      </>
    )
  return <Holding test={test} progress={progress} add={add} result={result} />
}

/** While the pump runs: what the gauge shows is written down now and then, and how the line comes down follows from it. */
function PumpDown({
  test,
  progress,
  add,
}: {
  readonly test: JointTest
  readonly progress: TestProgress
  readonly add: Add
}) {
  const { print } = useShop()
  const target = test.asked.targetPaAbs ?? VACUUM_TARGET_PA
  const down = judgePullDown(progress.pullDown, target)
  const micron = (pa: number) => printQuantity(pa, 'micron')
  return (
    <div className="grid gap-3 border-t-[1.5px] border-rule pt-3">
      {down ? (
        <p role="status" className="text-field">
          From {micron(down.startPaAbs)} to {micron(down.lastPaAbs)}
          {down.toTargetS === undefined
            ? `; ${micron(target)} are wanted.`
            : `: at ${micron(target)} after ${print(down.toTargetS, 'time')}.`}
        </p>
      ) : null}
      {down?.stalledS === undefined ? null : (
        <p className="border-l-[6px] border-brass pl-3 font-semibold">
          ▲ Mind. It has stood still for {print(down.stalledS, 'time')} above what is wanted: a leak, water in
          the line, a hose that leaks, or the pump’s own oil. Shut its valve and watch: the rise tells which.
        </p>
      )}
      <ReadingFields
        gauge="vacuum"
        ambientPa={test.asked.ambientPa}
        pipe="not"
        onRead={(reading) => add('reading', reading)}
      />
    </div>
  )
}

/** The supply shut off and its hose taken off: one that feeds the line hides what it loses. */
function SupplyOff({ progress, add }: { readonly progress: TestProgress; readonly add: Add }) {
  return progress.supplyOff ? (
    <p className="border-l-[6px] border-verdigris pl-3 text-field">
      ✓ The supply is shut off, its hose off the line.
    </p>
  ) : (
    <Button className="justify-start! text-left text-label" onClick={() => add('supply-off')}>
      ☐ The supply is shut off, and its hose is off the line
    </Button>
  )
}

/** While it holds: readings come by themselves, or are typed. */
function Holding({
  test,
  progress,
  add,
  result,
}: {
  readonly test: JointTest
  readonly progress: TestProgress
  readonly add: Add
  readonly result: TestResult
}) {
  const byItself = test.asked.pressureChannel !== ''
  const { data: now } = api.useInstrumentsQuery(undefined, { skip: !byItself })
  const channel = now?.instruments
    .flatMap((i) => i.channels)
    .find((c) => c.channel === test.asked.pressureChannel)
  return (
    <>
      <p className="text-label">
        {test.kind === 'pressure'
          ? 'It holds by itself now. First reading ten minutes after filling, since filling warmed the gas; the last at the end. Two will do.'
          : 'The pump is shut off. Read it at the beginning, at the end, and twice between, over ten minutes.'}
      </p>
      {test.kind === 'pressure' ? <SupplyOff progress={progress} add={add} /> : null}
      {byItself ? (
        <p
          role="status"
          className={`border-l-[6px] pl-3 ${channel?.quality === 'good' ? 'border-verdigris' : 'border-alarm font-bold'}`}
        >
          {channel?.quality === 'good'
            ? 'The instruments are read every ten seconds, also when this page is closed.'
            : 'The instrument gives nothing good just now: nothing is written down until it does. Type what you read.'}
        </p>
      ) : null}
      {progress.hunt ? null : (
        <div className="border-t-[1.5px] border-rule pt-3">
          <ReadingFields
            gauge={test.kind}
            ambientPa={test.asked.ambientPa}
            // nobody has to read the pipe under pressure: the verdict then says what it hangs on
            pipe={test.kind === 'pressure' ? 'maybe' : 'needed'}
            onRead={(reading) => add('reading', reading)}
          />
        </div>
      )}
      {test.kind === 'pressure' ? (
        <>
          {verdictOf(result).verdict === 'void' ? (
            <Button className="text-label" onClick={() => add('hold')}>
              Begin the hold anew
            </Button>
          ) : null}
          <Button look="act" className="text-section" onClick={() => add('lowered')}>
            End the hold: let it down
          </Button>
        </>
      ) : (
        <>
          {verdictOf(result).verdict === 'moist' ? (
            <div className="grid gap-2 border-t-[1.5px] border-rule pt-3">
              <ol className="grid list-decimal gap-1 pl-6">
                {PULL_AGAIN.map((o) => (
                  <li key={o}>{o}</li>
                ))}
              </ol>
              <Button className="text-label" onClick={() => add('pull-again')}>
                It is broken with nitrogen: pull again
              </Button>
            </div>
          ) : null}
          <Button look="act" className="text-section" onClick={() => add('ended')}>
            End it, and save it to the log
          </Button>
        </>
      )}
    </>
  )
}

function Curve({
  test,
  progress,
  result,
}: {
  readonly test: JointTest
  readonly progress: TestProgress
  readonly result: TestResult
}) {
  const { units } = useShop()
  const { readings } = progress
  const series = useMemo(() => {
    const x = readings.map((r) => r.timeS / 60)
    if (test.kind === 'vacuum') {
      const micron = (pa: number) => fromSi(pa, 'micron')
      const told = result.kind === 'vacuum' ? result.result : undefined
      return [
        { name: 'read', x, y: readings.map((r) => micron(r.pressurePaAbs)), look: 'point' as const },
        ...(told?.curves ?? [])
          .filter((c) => c.name === 'leak' || c.name === 'moisture')
          .map((c) => ({
            name: c.name === 'leak' ? 'as a leak would go' : 'as moisture would go',
            x,
            y: readings.map((r) => micron(c.at(r.timeS - (readings[0]?.timeS ?? 0)))),
            look: c.name === 'leak' ? ('thin' as const) : ('line' as const),
          })),
        ...(told === undefined
          ? []
          : [
              {
                name: 'wanted',
                x: [0, Math.max(1, ...x)],
                y: [micron(told.targetPaAbs), micron(told.targetPaAbs)],
                look: 'limit' as const,
              },
            ]),
      ]
    }
    const gauge = (pa: number) => fromSi(pa - test.asked.ambientPa, units.pressure)
    const straight = corrected(readings)
    return [
      { name: 'the gauge', x, y: readings.map((r) => gauge(r.pressurePaAbs)), look: 'thin' as const },
      { name: 'at one temperature', x, y: straight.map(gauge), look: 'line' as const },
    ]
  }, [test, readings, result, units])
  if (readings.length < 2) return null
  return (
    <Suspense fallback={<p className="text-soft">Drawing.</p>}>
      <Chart
        label={
          test.kind === 'vacuum'
            ? 'Vacuum over time, with the curves of a leak and of moisture'
            : 'Pressure over time, as the gauge showed it and brought to one temperature'
        }
        xTitle="minutes"
        yTitle={test.kind === 'vacuum' ? 'micron, absolute' : `${units.pressure}, gauge`}
        series={series}
        fromZero={test.kind === 'vacuum'}
      />
    </Suspense>
  )
}

function Asked({ asked, kind }: { readonly asked: TestAsked; readonly kind: JointTest['kind'] }) {
  const { print } = useShop()
  const rows: (readonly [string, string])[] =
    kind === 'pressure'
      ? [
          ['Test pressure', print(asked.testPa, 'pressure')],
          ['Weakest part', asked.weakestPa === null ? '' : print(asked.weakestPa, 'pressure')],
          ['Relief', asked.reliefPa === null ? '' : print(asked.reliefPa, 'pressure')],
          ['Volume', asked.volumeM3 === null ? '' : `${Number((asked.volumeM3 * 1000).toPrecision(3))} l`],
        ]
      : [
          [
            'Volume',
            asked.volumeM3 === null ? 'not known' : `${Number((asked.volumeM3 * 1000).toPrecision(3))} l`,
          ],
        ]
  return (
    <p className="text-soft">
      {rows
        .filter(([, v]) => v !== '')
        .map(([n, v]) => `${n}: ${v}`)
        .join('. ')}
      . Gas: {kind === 'pressure' ? 'dry nitrogen' : 'none, pulled down'}.
    </p>
  )
}

/** Every reading, for the report. */
function Readings({
  progress,
  kind,
  asked,
}: {
  readonly progress: TestProgress
  readonly kind: JointTest['kind']
  readonly asked: TestAsked
}) {
  const { print, units } = useShop()
  const { readings } = progress
  const step = Math.max(1, Math.ceil(readings.length / 40))
  return (
    <details className="pt-6">
      <summary className="name cursor-pointer text-section font-semibold">
        Readings ({readings.length})
      </summary>
      <table className="name mt-2 text-left text-text">
        <thead>
          <tr className="border-b border-rule text-soft">
            {['Minute', kind === 'pressure' ? 'Gauge' : 'Vacuum', 'Pipe'].map((h) => (
              <th key={h} scope="col" className="pr-6 font-medium">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {readings
            .filter((_, i) => i % step === 0 || i === readings.length - 1)
            .map((r) => (
              <tr key={r.timeS} className="border-b border-rule">
                <td className="pr-6">{(r.timeS / 60).toFixed(1)}</td>
                <td className="pr-6">
                  {kind === 'pressure'
                    ? print(r.pressurePaAbs - asked.ambientPa, 'pressure')
                    : `${Math.round(fromSi(r.pressurePaAbs, 'micron'))} micron`}
                </td>
                <td>
                  {fromSi(r.temperatureK, units.temperature).toFixed(1)} °{units.temperature}
                </td>
              </tr>
            ))}
        </tbody>
      </table>
    </details>
  )
}
