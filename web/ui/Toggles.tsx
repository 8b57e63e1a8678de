import type { Option } from './Segmented.tsx'

/** Several of some words, each on or off. */
export function Toggles({
  label,
  options,
  value,
  onChange,
}: {
  readonly label: string
  readonly options: readonly Option<string>[]
  readonly value: readonly string[]
  readonly onChange: (value: string[]) => void
}) {
  return (
    <ul className="flex flex-wrap gap-2" aria-label={label}>
      {options.map((o) => {
        const on = value.includes(o.value)
        return (
          <li key={o.value}>
            <button
              type="button"
              aria-pressed={on}
              className={`name min-h-[44px] rounded-md border-[1.5px] px-2 ${on ? 'border-ink bg-ink font-semibold text-paper' : 'border-rule bg-sheet'}`}
              onClick={() => onChange(on ? value.filter((v) => v !== o.value) : [...value, o.value])}
            >
              {o.label}
            </button>
          </li>
        )
      })}
    </ul>
  )
}
