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
      {children} <Key k={k} />
    </Button>
  )
}

/** The key that does the same. */
export const Key = ({ k }: { readonly k: string }) => (
  <kbd
    className="hidden rounded-sm border border-rule px-2 font-figure text-foot text-soft md:inline"
    aria-hidden="true"
  >
    {k}
  </kbd>
)
