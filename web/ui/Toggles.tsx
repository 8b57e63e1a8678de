import { ToggleGroup } from 'radix-ui'
import type { Option } from './Segmented.tsx'

/** Several of some words, each on or off: one stop of the Tab key, the arrows go from word to word. */
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
    <ToggleGroup.Root
      role="group"
      type="multiple"
      aria-label={label}
      className="flex flex-wrap gap-2"
      value={[...value]}
      onValueChange={onChange}
    >
      {options.map((o) => (
        <ToggleGroup.Item
          key={o.value}
          value={o.value}
          className="name min-h-[44px] rounded-md border-[1.5px] border-rule bg-sheet px-2 data-[state=on]:border-ink data-[state=on]:bg-ink data-[state=on]:font-semibold data-[state=on]:text-paper"
        >
          {o.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}
