import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { InARow as Piece } from '#application/in-a-row.ts'
import { api, type Failure } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'

/** Makes pieces of what was planned as one thing, lays them out as a batch, and opens it. */
export function InARow({
  name,
  jobId,
  pieces,
  look = 'plain',
  children,
}: {
  /** Of the batch; and of the job, where one is begun for it. */
  readonly name: string
  /** Where the pieces belong; absent: a job of their own. */
  readonly jobId?: string
  /** Asked for when it is pressed. */
  readonly pieces: () => readonly Piece[]
  /** The one act of its page, or one of several ways. */
  readonly look?: 'act' | 'plain'
  readonly children: string
}) {
  const go = useNavigate()
  const [addJob] = api.useAddJobMutation()
  const [addPiece] = api.useAddPieceMutation()
  const [addBatch] = api.useAddBatchMutation()
  const [busy, setBusy] = useState(false)
  const [fault, setFault] = useState('')
  const make = async () => {
    setBusy(true)
    setFault('')
    try {
      const job =
        jobId ?? (await addJob({ id: crypto.randomUUID(), name, place: '', another: true }).unwrap()).id
      const made = pieces().map((p) => ({ ...p, id: crypto.randomUUID() }))
      for (const { id, title, draft } of made) await addPiece({ id, jobId: job, title, draft }).unwrap()
      const batch = await addBatch({
        id: crypto.randomUUID(),
        name,
        pieces: made.map(({ id, repeats }) => ({ pieceId: id, repeats })),
      }).unwrap()
      void go(`/batches/${batch.id}`)
    } catch (error) {
      setFault((error as Partial<Failure>).message ?? 'This could not be kept. Try it again.')
    } finally {
      setBusy(false)
    }
  }
  return (
    <>
      <Button look={look} className="w-full" disabled={busy} onClick={() => void make()}>
        {children}
      </Button>
      {fault === '' ? null : (
        <p role="alert" className="font-bold text-alarm">
          {fault}
        </p>
      )}
    </>
  )
}
