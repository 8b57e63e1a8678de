import type { ReactNode } from 'react'
import { Button } from '../../ui/Button.tsx'

/** Something in the hand that is so or not. */
export function Toggle({
  on,
  k,
  children,
  ...rest
}: {
  readonly on: boolean
  readonly k: string
  readonly disabled: boolean
  readonly onClick: () => void
  readonly children: ReactNode
}) {
  return (
    <Button big aria-pressed={on} className={on ? 'bg-ink! text-paper!' : ''} {...rest}>
      {on ? '✓ ' : ''}
      {children} <Key k={k} on={on} />
    </Button>
  )
}

/** The key that does the same. */
export const Key = ({ k, on = false }: { readonly k: string; readonly on?: boolean }) => (
  <kbd className={`hidden text-foot md:inline ${on ? 'text-paper' : 'text-soft'}`} aria-hidden="true">
    {k}
  </kbd>
)
