import { useNavigate } from 'react-router'
import type { PieceSummary } from '#contract/types.ts'
import { api, type Failure } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'

/** Begins a batch, of pieces that are at hand or of none yet, and opens it. */
export function LayOut({
  name,
  pieces = [],
  children,
  ...look
}: {
  /** As it is first called. */
  readonly name: string
  readonly pieces?: readonly PieceSummary[]
  readonly children: string
  readonly look?: 'plain' | 'quiet'
  readonly className?: string
}) {
  const go = useNavigate()
  const [add, { isLoading, error }] = api.useAddBatchMutation()
  const begin = async () => {
    const batch = await add({
      id: crypto.randomUUID(),
      name,
      pieces: pieces.map((p) => ({ pieceId: p.id, repeats: 1 })),
    }).unwrap()
    void go(`/batches/${batch.id}`)
  }
  return (
    <>
      <Button {...look} disabled={isLoading} onClick={() => void begin().catch(() => undefined)}>
        {children}
      </Button>
      {error ? (
        <p role="alert" className="basis-full font-bold text-alarm">
          {(error as Failure).message}
        </p>
      ) : null}
    </>
  )
}
