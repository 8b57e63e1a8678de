import type { ReactNode } from 'react'
import { keysOf } from '#core/objects.ts'

/** A row of large tiles of which one is chosen. */
export function Tiles({
  label,
  error,
  columns = 'grid-cols-3 sm:grid-cols-5',
  children,
}: {
  readonly label: string
  readonly error?: string | undefined
  readonly columns?: string
  readonly children: ReactNode
}) {
  return (
    <div role="radiogroup" aria-label={label}>
      <h2 className="pb-2 text-section">{label}</h2>
      <div className={`grid gap-3 ${columns}`}>{children}</div>
      {error ? (
        <p role="alert" className="pt-1 font-bold text-alarm">
          {error}
        </p>
      ) : null}
    </div>
  )
}

/** A row of tiles of which one is chosen by its name alone, in the order of the names. */
export function TileChoice<T extends string>({
  names,
  value,
  onPick,
  ...row
}: {
  readonly label: string
  readonly error?: string | undefined
  readonly columns?: string
  readonly names: Readonly<Record<T, string>>
  /** Empty: none is chosen yet. */
  readonly value: T | ''
  readonly onPick: (picked: T) => void
}) {
  return (
    <Tiles {...row}>
      {keysOf(names).map((name) => (
        <Tile key={name} word={names[name]} on={value === name} onPick={() => onPick(name)} />
      ))}
    </Tiles>
  )
}

export function Tile({
  word,
  on,
  onPick,
  role = 'radio',
  children,
}: {
  readonly word: string
  readonly on: boolean
  readonly onPick: () => void
  readonly role?: 'radio' | 'checkbox'
  readonly children?: ReactNode
}) {
  return (
    <button
      type="button"
      role={role}
      aria-checked={on}
      onClick={onPick}
      className={`name grid min-h-[56px] content-center justify-items-center gap-1 rounded-md border-[1.5px] px-2 py-2 text-field leading-tight ${on ? 'border-ink bg-ink font-semibold text-paper' : 'border-[var(--edge)] bg-sheet'}`}
    >
      {children}
      <span>
        {on ? '✓ ' : ''}
        {word}
      </span>
    </button>
  )
}
