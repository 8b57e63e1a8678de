import { printMoney } from '#core/cost.ts'
import { Printer } from 'lucide-react'
import { memo, useEffect, useMemo, useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import type { PieceDraft } from '#contract/schemas.ts'
import type { Job } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import type { Made } from '../../paper/useMade.ts'
import { Button } from '../../ui/Button.tsx'
import { Pieces } from './Pieces.tsx'
import type { useDraft } from './useDraft.ts'

/** A job by its name and where it is. */
export const placeOf = ({ name, place }: Job): string => (place ? `${name}, ${place}` : name)

/** The head of a piece's plan: its name, its job, the other pieces, print, and what is done with it. */
export function PieceHead<D extends PieceDraft>({
  job,
  pieceId,
  draft,
  failure,
  paper,
  stopped = false,
  children,
}: {
  readonly job: Job
  readonly pieceId: string
  readonly draft: ReturnType<typeof useDraft<D>>
  readonly failure?: string | undefined
  /** The plan on paper. */
  readonly paper: Made
  /** A plan with a stop has no steps, sheets or paper to go by. */
  readonly stopped?: boolean
  readonly children?: ReactNode
}) {
  return (
    <div>
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b-[1.5px] border-rule bg-sheet px-4 py-2 max-md:gap-x-2 max-md:px-3">
        <h1 className="sr-only">{draft.title.trim() || 'A piece without a name'}</h1>
        <div className="min-w-[220px] grow">
          <input
            aria-label="Name of the piece"
            className="name w-full max-w-[420px] rounded-md border-[1.5px] border-transparent bg-transparent text-section leading-tight font-semibold text-ellipsis hover:border-rule"
            value={draft.title}
            maxLength={120}
            onChange={(e) => draft.edit.change({ title: e.target.value })}
          />
          <p className="truncate text-soft">
            {placeOf(job)}
            {draft.stored ? '' : ' · keeping'}
          </p>
        </div>
        <Pieces job={job} current={pieceId} />
        {stopped ? null : <HeadLinks jobId={job.id} pieceId={pieceId} onPrint={paper.open} />}
        {children}
      </header>
      {failure ? (
        <p role="alert" className="border-b-[1.5px] border-alarm bg-sheet px-4 py-2 font-bold text-alarm">
          {failure}
        </p>
      ) : null}
      {draft.changedElsewhere ? (
        <ChangedElsewhere onMine={() => void draft.keepMine()} onTheirs={() => void draft.takeTheirs()} />
      ) : null}
    </div>
  )
}

/** What leads from a plan to the rest of its piece, drawn once. */
const HeadLinks = memo(function HeadLinks({
  jobId,
  pieceId,
  onPrint,
}: {
  readonly jobId: string
  readonly pieceId: string
  readonly onPrint: () => void
}) {
  return (
    <>
      <Link
        to={`/jobs/${jobId}/${pieceId}/work`}
        className="name inline-flex min-h-[44px] items-center rounded-md border-[1.5px] border-ink bg-sheet px-3 text-field font-semibold"
      >
        Steps, gas, sheets
      </Link>
      <Button aria-label="Print the plan, or save it as PDF" onClick={onPrint}>
        <Printer size={20} aria-hidden="true" />
      </Button>
    </>
  )
})

/** What all pieces of a job take together, as they are stored: time, gases, and cost where things are priced. */
export function useWholeJob(jobId: string): string {
  const { print, settings } = useShop()
  const whole = api.useWholeJobQuery(jobId).data
  return useMemo(() => {
    if (!whole || whole.pieces < 2) return ''
    const rods = whole.rods.map(({ filler, metres }) => `${print(metres, 'length')} of ${filler}`)
    return `${whole.pieces} pieces: ${print(whole.torchS, 'time')}, ${print(whole.oxygenM3, 'volume')} of oxygen, ${print(whole.fuelM3, 'volume')} of fuel${rods.length > 0 ? `, rod: ${rods.join(', ')}` : ''}${whole.fluxKg > 0 ? `, ${Math.ceil(whole.fluxKg * 1000)} g of flux` : ''}${whole.cost === null ? '' : `, cost ${printMoney(whole.cost, settings.prices)}`}. Lighting and trimming come on top.`
  }, [whole, print, settings])
}

function ChangedElsewhere({
  onMine,
  onTheirs,
}: {
  readonly onMine: () => void
  readonly onTheirs: () => void
}) {
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-3 border-b-[1.5px] border-brass bg-sheet px-4 py-2"
    >
      <strong>This piece was changed on another screen.</strong>
      <Button onClick={onMine}>Keep what is here</Button>
      <Button onClick={onTheirs}>Take what is there</Button>
    </div>
  )
}

/**
 * How long typing has to rest before what it changed is shown, ms: the drawing follows each key; the figures on the
 * line and what is said at the foot follow after it.
 */
export const RESTS_MS = { line: 40, told: 120 } as const

/** A value that is taken over only when it has not changed for some time. */
export function useRested<T>(value: T, ms: number): T {
  const [rested, setRested] = useState(value)
  useEffect(() => {
    const timer = window.setTimeout(() => setRested(value), ms)
    return () => window.clearTimeout(timer)
  }, [value, ms])
  return rested
}
