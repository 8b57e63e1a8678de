import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { ONLY_MAKING, sameMaking } from '#core/record/run.ts'
import { api } from '../../app/api.ts'
import { Missing } from '../../ui/Missing.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { CheckBraze } from './CheckBraze.tsx'
import { CheckCut } from './CheckCut.tsx'
import { useRun } from '../run/useRun.ts'
import { Makings } from './Makings.tsx'
import { ofEntry, ofPiece, ofRun, type Subject } from './subject.ts'

const inLogAlready = (kind: string) => (
  <main className="p-6">
    <h1 className="text-page">This {kind} is in the log already</h1>
    <p className="pt-3">
      <Link className="underline" to="/log">
        See the log
      </Link>
    </p>
  </main>
)

/** What came out of a run: looked at and written down; of a batch one by one. */
export default function CheckRun() {
  const { runId = '' } = useParams()
  const { inHand, error } = useRun(runId)
  const run = inHand?.run
  const subject = useMemo(() => run && ofRun(run, ONLY_MAKING), [run])
  if (error && !run) return <Missing what="run" failure={error} />
  if (!inHand || !run || !subject) return <Opening />
  if (run.batchId !== null) return <Makings inHand={inHand} />
  return run.logged ? inLogAlready(subject.draft.kind) : <CheckOf subject={subject} />
}

/** What came out of one making of a batch. */
export function CheckMaking() {
  const { runId = '', place = '', repeat = '' } = useParams()
  const { inHand, error } = useRun(runId)
  const run = inHand?.run
  const making = useMemo(() => ({ place: Number(place), repeat: Number(repeat) }), [place, repeat])
  const subject = useMemo(() => run && ofRun(run, making), [run, making])
  if (error && !run) return <Missing what="run" failure={error} />
  if (!run) return <Opening />
  if (!subject)
    return (
      <main className="p-6">
        <h1 className="text-page">This run has no such piece</h1>
      </main>
    )
  return run.lines.some((l) => sameMaking(l, making)) ? (
    inLogAlready(subject.draft.kind)
  ) : (
    <CheckOf subject={subject} />
  )
}

/** A piece that is looked at without a run: an older joint, or somebody else's. */
export function CheckPiece() {
  const { pieceId = '' } = useParams()
  const { currentData: piece, error } = api.usePieceQuery(pieceId)
  const subject = useMemo(() => piece && ofPiece(piece), [piece])
  if (error && !piece) return <Missing what="piece" failure={error} />
  return subject ? <CheckOf subject={subject} /> : <Opening />
}

/** A line of the log that is corrected by a new one. */
export function CorrectEntry() {
  const { entryId = '' } = useParams()
  const { data: entry, error } = api.useEntryQuery(entryId)
  const subject = useMemo(() => entry && ofEntry(entry), [entry])
  if (error && !entry) return <Missing what="entry" failure={error} />
  if (!entry) return <Opening />
  if (!subject || (entry.kind !== 'cut' && entry.kind !== 'braze'))
    return (
      <main className="p-6">
        <h1 className="text-page">This line is not corrected here</h1>
        <p className="pt-2">It came from another log, or it wrote itself. Note it with the piece instead.</p>
      </main>
    )
  return <CheckOf subject={subject} />
}

function CheckOf({ subject }: { readonly subject: Subject }) {
  const { place, repeat } = subject.making
  const key = `${subject.pieceId} ${place} ${repeat} ${subject.corrects?.id ?? ''}`
  return subject.draft.kind === 'cut' ? (
    <CheckCut key={key} subject={subject} />
  ) : (
    <CheckBraze key={key} subject={subject} />
  )
}
