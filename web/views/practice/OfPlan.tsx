import type { ReactNode } from 'react'
import { Missing } from '../../ui/Missing.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { Alone } from './Alone.tsx'

/** A planned piece for a bench, or why it is none. */
type Made<T extends object> =
  ({ readonly ok: true } & T) | { readonly ok: false; readonly message: string } | undefined

/** The page of a planned piece's bench: while it is opened, where there is no such piece, where the bench has none of it. */
export function OfPlan<T extends object>({
  piece,
  made,
  failure,
  children,
}: {
  readonly piece: { readonly title: string } | undefined
  readonly made: Made<T>
  readonly failure: unknown
  readonly children: (title: string, made: T) => ReactNode
}) {
  if (failure && !piece) return <Missing what="piece" failure={failure} />
  if (!made || !piece) return <Opening />
  if (!made.ok)
    return (
      <Alone title={piece.title}>
        <p role="alert">{made.message}</p>
      </Alone>
    )
  return children(piece.title, made)
}
