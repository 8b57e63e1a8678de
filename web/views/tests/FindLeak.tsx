import { useMemo } from 'react'
import { Link } from 'react-router'
import { ELSEWHERE, halve, judgeHalf, lookFirst, type Suspect } from '#core/check/leak-hunt.ts'
import type { TestEvent, TestProgress, TestResult } from '#core/check/test-record.ts'
import { thermometerKOf } from '#core/check/trade-verdict.ts'
import type { JointTest, LogSummary } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { stateWord } from '../../drawing/JointMap.tsx'
import { Button } from '../../ui/Button.tsx'
import { ReadingFields } from './ReadingFields.tsx'

const NO_LINES: readonly LogSummary[] = []

/**
 * The brazed joints of a job as the log has them last, in the order in which they were made; repeats of a piece told
 * apart by their number.
 */
function suspects(lines: readonly LogSummary[]): readonly Suspect[] {
  const joints = [...lines]
    .reverse()
    .flatMap(({ id, title, told, correctedBy }) =>
      told.kind === 'braze' && correctedBy === null
        ? [{ id, name: title, places: Object.values(told.places), leakPath: told.leakPath }]
        : [],
    )
  return joints.map((joint) => {
    const alike = joints.filter((j) => j.name === joint.name)
    if (alike.length === 1) return joint
    return { ...joint, name: `${joint.name}, joint ${alike.indexOf(joint) + 1}` }
  })
}

/** How fast the whole line moved when it was told that it leaks, Pa/s, and the pressure in it then. */
function movedOf(test: JointTest, { readings }: TestProgress, told: TestResult) {
  const atPaAbs = readings[0]?.pressurePaAbs ?? 0
  if (told.kind === 'vacuum') {
    const rate = told.result.rate / (test.asked.volumeM3 ?? 1)
    return { movedPaPerS: Math.abs(rate), atPaAbs }
  }
  const { trade, result } = told
  const lost =
    trade && trade.holdS > 0 ? trade.dropPa / trade.holdS : result.rate / (test.asked.volumeM3 ?? 1)
  return { movedPaPerS: Math.abs(lost), atPaAbs }
}

/** A line that leaks: where to look first, and halving it until one joint is left; from there to its remedy and the test again. */
export function FindLeak({
  test,
  progress,
  told,
  add,
}: {
  readonly test: JointTest
  readonly progress: TestProgress
  readonly told: TestResult
  readonly add: (
    kind: TestEvent['kind'],
    over?: { readonly stage?: number; readonly pressure?: string; readonly temperature?: string },
  ) => void
}) {
  const { say } = useShop()
  const { data: page } = api.useLogQuery(
    { job: test.jobId ?? '', kind: 'braze' },
    { skip: test.jobId === null },
  )
  const joints = useMemo(() => suspects(page?.entries ?? NO_LINES), [page])
  const ranked = useMemo(() => lookFirst(joints), [joints])
  return (
    <section aria-label="Find the leak" className="grid gap-3 border-t-[1.5px] border-rule pt-3">
      <h2 className="text-section">Find the leak</h2>
      <p>
        {test.kind === 'vacuum'
          ? 'Pump off and its valve shut. Dry nitrogen to 25 psi (1.7 bar) at most'
          : 'Down to 25 psi (1.7 bar) or less'}
        , then solution on every joint: these first.
      </p>
      <ol className="grid list-decimal gap-1 pl-6">
        {ranked.map((j) => (
          <li key={j.id}>
            <Link className="underline underline-offset-4" to={`/log/${j.id}`}>
              {j.name}
            </Link>
            : {j.seen === 'way-through' ? 'a way through was seen' : stateWord(j.seen).toLowerCase()}
          </li>
        ))}
        {ELSEWHERE.map((what) => (
          <li key={what}>{say(what)}</li>
        ))}
      </ol>
      {joints.length > 1 ? (
        <div className="grid gap-2 border-l-[6px] border-rule pl-3">
          <Halving joints={joints} test={test} progress={progress} told={told} add={add} />
          {progress.hunt ? (
            <Button look="quiet" className="justify-self-start" onClick={() => add('whole-again')}>
              Begin with the whole line
            </Button>
          ) : null}
        </div>
      ) : null}
      <p>
        Once it is mended:{' '}
        <Link
          className="underline underline-offset-4"
          to={`/tests/new/${test.kind}${test.pieceId === null ? '' : `?piece=${test.pieceId}`}`}
        >
          test it again
        </Link>
        .
      </p>
    </section>
  )
}

/** The joints that are left, the half that is read, and what its readings say. */
function Halving({
  joints,
  test,
  progress,
  told,
  add,
}: {
  readonly joints: readonly Suspect[]
} & Parameters<typeof FindLeak>[0]) {
  const { print } = useShop()
  const { hunt, holdFrom } = progress
  const from = hunt?.from ?? 0
  const halves = halve(joints.slice(from, hunt?.to))
  const [one] = joints.slice(from)
  if (!halves)
    return (
      <p role="status">
        <strong>It is {one?.name}.</strong>{' '}
        <Link className="underline underline-offset-4" to={`/log/${one?.id ?? ''}`}>
          Its line, and what mends it
        </Link>
        .
      </p>
    )
  const { near, far } = halves
  const cut = hunt?.cut ?? from + near.length
  const half =
    hunt?.cut === undefined
      ? undefined
      : judgeHalf({
          kind: test.kind,
          ...movedOf(test, progress, told),
          ambientPa: test.asked.ambientPa,
          divisionPa: test.asked.divisionPa ?? undefined,
          thermometerK: thermometerKOf(test.asked.thermometer ?? 'same'),
          readings: hunt.readings,
          temperatureRead: hunt.temperatureRead,
        })
  const choose = (verdict: 'near' | 'far', label: string) => (
    <Button
      look={half?.verdict === verdict ? 'act' : 'plain'}

      onClick={() => add(verdict === 'near' ? 'near-falls' : 'far-falls', { stage: cut })}
    >
      {label}
    </Button>
  )
  const moves = test.kind === 'vacuum' ? 'rises' : 'falls'
  return (
    <>
      {half === undefined ? (
        <>
          <p>
            <strong>No bubbles:</strong> shut the line between {near.at(-1)?.name} and {far[0]?.name}, the
            gauge on the first of them. Does its half {test.kind === 'vacuum' ? 'rise' : 'fall'}?
          </p>
          {holdFrom === undefined ? null : (
            <Button className="justify-self-start" onClick={() => add('cut-between', { stage: cut })}>
              It is shut there: read the half with the gauge
            </Button>
          )}
        </>
      ) : (
        <p role="status" data-half={half.verdict}>
          {
            {
              near: `It ${moves}: the leak is in the half with the gauge.`,
              far: 'It stands, for longer than the leak would need to show: the leak is in the other half.',
              fed: 'It goes the other way: the valve between does not shut, or it is fed. Shut it and begin anew.',
              wait:
                half.waitS > 0
                  ? `Read it again in ${print(half.waitS, 'least')}: then it is told.`
                  : 'Write down what the gauge shows now.',
            }[half.verdict]
          }
        </p>
      )}
      {half === undefined ? null : (
        <ReadingFields
          gauge={test.kind}
          ambientPa={test.asked.ambientPa}
          label="The half with the gauge shows"
          pipe={test.kind === 'pressure' ? 'maybe' : 'needed'}
          onRead={(reading) => add('reading', reading)}
        />
      )}
      <div className="flex flex-wrap gap-3">
        {choose('near', near.length === 1 ? `Only ${near[0]?.name}` : `Up to ${near.at(-1)?.name}`)}
        {choose('far', far.length === 1 ? `Only ${far[0]?.name}` : `From ${far[0]?.name} on`)}
      </div>
    </>
  )
}
