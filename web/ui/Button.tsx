import type { ButtonHTMLAttributes } from 'react'

const LOOKS = {
  /** The one thing to do next. */
  act: 'bg-brick text-on border-brick',
  plain: 'bg-sheet text-ink border-ink',
  quiet: 'bg-transparent text-ink border-transparent underline underline-offset-4 decoration-rule',
  alarm: 'bg-transparent text-alarm border-alarm',
} as const

/** A button: at least 44 px high, sturdy letters. */
export function Button({
  look = 'plain',
  className = '',
  type = 'button',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof LOOKS }) {
  return (
    <button
      type={type}
      className={`name inline-flex min-h-[44px] items-center justify-center gap-2 rounded-md border-[1.5px] px-4 text-lg font-semibold disabled:opacity-50 ${LOOKS[look]} ${className}`}
      {...rest}
    />
  )
}
