import type { ReactNode } from 'react'
import type { FieldError } from '#core/figure.ts'
import { useShop } from '../../app/shop.ts'

/**
 * Figures that hang on what was typed: while something cannot be read they go hollow at that key, with its cause
 * beside them, so that nobody sets what was worked out from half a word.
 */
export function Stale({
  errors,
  children,
}: {
  readonly errors: readonly FieldError[]
  readonly children: ReactNode
}) {
  const { say } = useShop()
  const [first] = errors
  return (
    <div className={first ? 'stale relative' : 'relative'} aria-busy={first !== undefined}>
      {children}
      {first ? (
        <p className="name absolute top-1 left-1/2 max-w-[60%] -translate-x-1/2 border-[1.5px] border-dashed border-ink bg-sheet px-3 py-1 text-text">
          Not to be set: {say(first.message)}
        </p>
      ) : null}
    </div>
  )
}
