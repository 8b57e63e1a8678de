import { memo } from 'react'
import { ToggleGroup } from 'radix-ui'

export interface Option<T extends string> {
  readonly value: T
  readonly label: string
  /** Other things that it is called, for a list that is searched. */
  readonly also?: string | undefined
}

/** The group takes an empty word for nothing chosen: this stands for an option that is empty, such as “No”. */
const BLANK = 'blank'
const inGroup = (value: string): string => (value === '' ? BLANK : value)

/** A choice of a few, all in sight. */
function PlainSegmented<T extends string>({
  label,
  value,
  options,
  onChange,
  tall = false,
}: {
  readonly label: string
  readonly value: T
  readonly options: readonly Option<T>[]
  readonly onChange: (value: T) => void
  readonly tall?: boolean
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={inGroup(value)}
      // pressing what is chosen already gives nothing
      onValueChange={(v) => (v === '' ? undefined : onChange((v === BLANK ? '' : v) as T))}
      className="flex w-full overflow-hidden rounded-md border-[1.5px] border-ink"
    >
      {options.map((o) => (
        <ToggleGroup.Item
          key={o.value}
          value={inGroup(o.value)}
          className={`name grow border-l border-rule bg-sheet px-2 text-text text-ink first:border-l-0 data-[state=on]:bg-ink data-[state=on]:font-semibold data-[state=on]:text-paper ${tall ? 'min-h-[48px]' : 'min-h-[44px]'}`}
        >
          {o.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}

/** Drawn again only when what it shows changes: plans are worked out at every key. */
export const Segmented = memo(PlainSegmented) as typeof PlainSegmented
