import { useMemo } from 'react'
import { useNavigate } from 'react-router'
import { NO_RUNS, type GoodPiece, type OwnRuns } from '#application/plan-of.ts'
import { fitted, waysOut } from '#application/ways-out.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import type { Finding } from '#core/figure.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { RankTag } from '../../ui/Tag.tsx'

const NONE = [] as const

/** Stops that are answered beside the drawing, where they came from: a filler's reason, a habit that is judged. */
const IN_PLACE: ReadonlySet<string> = new Set(['override-reason', 'filler-forbidden'])

/** The stop of a plan that is told in its drawing's place; undefined where there is none. */
export const stopOf = (findings: readonly Finding[]): Finding | undefined =>
  findings.find((f) => f.rank === 'stop' && !IN_PLACE.has(f.code) && f.field?.startsWith('usual.') !== true)

/** What stops a plan, in the place of its drawing: why, what it would do, and the ways out that were found. */
export function StopPanel({
  stop,
  planned,
  draft,
  title,
  jobId,
  records = NO_RUNS,
  onDraft,
}: {
  readonly stop: Finding
  readonly planned: GoodPiece
  readonly draft: PieceDraft
  readonly title: string
  /** Where a piece of its own would belong. */
  readonly jobId: string
  readonly records?: OwnRuns
  /** Takes the piece as a way out has it. */
  readonly onDraft: (next: PieceDraft) => void
}) {
  const { settings, say } = useShop()
  const go = useNavigate()
  const torches = api.useTorchesQuery().data ?? NONE
  const tips = api.useTipsQuery().data ?? NONE
  const gear = api.useGearQuery().data ?? NONE
  const [addPiece, adding] = api.useAddPieceMutation()
  const ways = useMemo(
    () => waysOut(draft, stop, planned, { torches, tips, gear, settings, records }),
    [draft, stop, planned, torches, tips, gear, settings, records],
  )
  const beside = async (next: PieceDraft) => {
    const id = crypto.randomUUID()
    await addPiece({ id, jobId, title: `${title}, brazed`, draft: next }).unwrap()
    void go(`/jobs/${jobId}/${id}`)
  }
  const others = planned.plan.findings.filter((f) => f.rank === 'stop').length - 1
  return (
    <section aria-label="What stops it" className="min-h-0 overflow-y-auto px-6 py-4">
      <div className="grid max-w-[760px] gap-4 border-l-[6px] border-alarm pl-4">
        <p>
          <RankTag rank="stop" />
        </p>
        <h2 className="text-page">{say(stop.title)}</h2>
        <p className="max-w-[60ch] text-field">{say(stop.text)}</p>
        {others > 0 ? (
          <p className="text-soft">
            {others === 1 ? 'One more thing stops it' : `${others} more things stop it`}: see below.
          </p>
        ) : null}
        {draft.rig.toFit.length > 0 ? (
          <div className="grid gap-2">
            <h3 className="text-section">To fit</h3>
            <ul>
              {draft.rig.toFit.map((fit) => (
                <li
                  key={fit.thing}
                  className="flex flex-wrap items-center justify-between gap-3 border-b border-rule py-1"
                >
                  <span className="name text-field font-semibold">☐ {say(fit.thing)}</span>
                  <Button onClick={() => onDraft(fitted(draft, fit))}>It is fitted</Button>
                </li>
              ))}
            </ul>
          </div>
        ) : null}
        {ways.length > 0 ? (
          <div className="grid gap-2">
            <h3 className="text-section">Ways out</h3>
            <ul className="grid gap-2 sm:grid-cols-2">
              {ways.map(({ kind, label, draft: next }, i) => (
                <li key={label}>
                  <Button
                    look={i === 0 ? 'act' : 'plain'}
                    className="w-full"
                    disabled={adding.isLoading}
                    onClick={() =>
                      kind === 'braze' ? void beside(next).catch(() => undefined) : onDraft(next)
                    }
                  >
                    {say(label)}
                  </Button>
                </li>
              ))}
            </ul>
          </div>
        ) : draft.rig.toFit.length > 0 ? null : (
          <p className="text-soft">
            Change the work at the left, or the rig; each change is planned at once.
          </p>
        )}
        {adding.error ? (
          <p role="alert" className="font-bold text-alarm">
            {(adding.error as Failure).message}
          </p>
        ) : null}
      </div>
    </section>
  )
}
