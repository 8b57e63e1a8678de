import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { ELSEWHERE, halve, lookFirst, type Suspect } from '#core/check/leak-hunt.ts'
import type { JointTest, LogSummary } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { stateWord } from '../../drawing/JointMap.tsx'
import { Button } from '../../ui/Button.tsx'

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

/** A line that leaks: where to look first, and halving it until one joint is left; from there to its remedy and the test again. */
export function FindLeak({ test }: { readonly test: JointTest }) {
  const { say } = useShop()
  const { data: page } = api.useLogQuery(
    { job: test.jobId ?? '', kind: 'braze' },
    { skip: test.jobId === null },
  )
  const joints = useMemo(() => suspects(page?.entries ?? NO_LINES), [page])
  const ranked = useMemo(() => lookFirst(joints), [joints])
  const [left, setLeft] = useState<readonly Suspect[] | undefined>(undefined)
  const now = left ?? joints
  const halves = halve(now)
  const [one] = now
  return (
    <section aria-label="Find the leak" className="grid gap-3 border-t-[1.5px] border-rule pt-3 print:hidden">
      <h2 className="text-2xl">Find the leak</h2>
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
          {halves ? (
            <>
              <p>
                <strong>No bubbles:</strong> shut the line between {halves.near.at(-1)?.name} and{' '}
                {halves.far[0]?.name}, and read both halves. Which one falls?
              </p>
              <div className="flex flex-wrap gap-2.5">
                <Button className="min-h-[56px]" onClick={() => setLeft(halves.near)}>
                  {halves.near.length === 1
                    ? `Only ${halves.near[0]?.name}`
                    : `Up to ${halves.near.at(-1)?.name}`}
                </Button>
                <Button className="min-h-[56px]" onClick={() => setLeft(halves.far)}>
                  {halves.far.length === 1 ? `Only ${halves.far[0]?.name}` : `From ${halves.far[0]?.name} on`}
                </Button>
              </div>
            </>
          ) : (
            <p role="status">
              <strong>It is {one?.name}.</strong>{' '}
              <Link className="underline underline-offset-4" to={`/log/${one?.id ?? ''}`}>
                Its line, and what mends it
              </Link>
              .
            </p>
          )}
          {left ? (
            <Button look="quiet" className="justify-self-start" onClick={() => setLeft(undefined)}>
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
