import type { ReactNode } from 'react'
import { Button } from './Button.tsx'

/** Leafs through a list that is shown a page at a time: what is turned to is read from its top. */
export function Pager({
  back,
  on,
  onBack,
  onOn,
  children,
}: {
  /** What the two ways are called: `Newer`, `Older jobs`. */
  readonly back: string
  readonly on: string
  /** Not given where there is nothing that way. */
  readonly onBack: (() => void) | undefined
  readonly onOn: (() => void) | undefined
  readonly children?: ReactNode
}) {
  const turn = (go: (() => void) | undefined) => () => {
    go?.()
    window.scrollTo({ top: 0 })
  }
  return (
    <nav aria-label="Pages" className="flex flex-wrap items-center gap-4 pt-4">
      <Button disabled={!onBack} onClick={turn(onBack)}>
        {back}
      </Button>
      {children}
      <Button disabled={!onOn} onClick={turn(onOn)}>
        {on}
      </Button>
    </nav>
  )
}
