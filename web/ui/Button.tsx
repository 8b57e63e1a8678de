import type { ComponentProps } from 'react'

const LOOKS = {
  /** The one thing to do next, one a screen. */
  act: 'px-4 text-label bg-brick text-on border-brick',
  plain: 'px-4 text-field bg-sheet text-ink border-ink',
  /** No inset, but as much to hit as any other. */
  quiet: 'text-field bg-transparent text-ink border-transparent underline underline-offset-4 decoration-rule',
  alarm: 'px-4 text-field bg-transparent text-alarm border-alarm',
} as const

/** A button: its look says how high it is; in a run all of them are for gloves. */
export function Button({
  look = 'plain',
  big = false,
  className = '',
  type = 'button',
  ...rest
}: ComponentProps<'button'> & {
  look?: keyof typeof LOOKS
  /** 56 px high: in a run, with gloves on. */
  big?: boolean
}) {
  return (
    <button
      type={type}
      className={`name inline-flex items-center justify-center gap-2 rounded-md border-[1.5px] font-semibold disabled:opacity-50 ${LOOKS[look]} ${big ? 'min-h-[56px]' : look === 'act' ? 'min-h-[52px]' : 'min-h-[44px]'} ${className}`}
      {...rest}
    />
  )
}
