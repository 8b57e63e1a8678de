import { memo } from 'react'
import { Check, ChevronDown } from 'lucide-react'
import { Select } from 'radix-ui'
import { Field } from './Field.tsx'
import { SearchList } from './SearchList.tsx'
import type { Option } from './Segmented.tsx'

/** A list of more than this is typed into. */
const SEEN_AT_ONCE = 9

/** A choice from a list that is too long to lie open; a long one is searched by typing. */
function PlainSelectField<T extends string>({
  label,
  of,
  value,
  options,
  onChange,
  beside = false,
  inColumn = false,
  placeholder = 'Choose',
  error,
}: {
  readonly label: string
  readonly of?: string | undefined
  readonly value: T | ''
  readonly options: readonly Option<T>[]
  readonly onChange: (value: T) => void
  readonly beside?: boolean
  readonly inColumn?: boolean
  readonly placeholder?: string
  readonly error?: string | undefined
}) {
  return (
    <Field label={label} of={of} beside={beside} inColumn={inColumn} error={error}>
      {({ id, describedBy }) =>
        options.length > SEEN_AT_ONCE ? (
          <SearchList
            id={id}
            label={of === undefined ? label : `${label} ${of}`}
            describedBy={describedBy}
            value={value}
            options={options}
            placeholder={placeholder}
            onChange={onChange}
          />
        ) : (
          <Select.Root value={value} onValueChange={(v) => onChange(v as T)}>
            <Select.Trigger
              id={id}
              aria-label={of === undefined ? label : `${label} ${of}`}
              aria-describedby={describedBy}
              className="field flex items-center justify-between text-left"
            >
              <Select.Value placeholder={placeholder} />
              <Select.Icon>
                <ChevronDown size={18} />
              </Select.Icon>
            </Select.Trigger>
            <Select.Portal>
              <Select.Content
                position="popper"
                sideOffset={4}
                className="z-50 max-h-[60dvh] min-w-[var(--radix-select-trigger-width)] overflow-hidden rounded-md border-[1.5px] border-ink bg-sheet"
              >
                <Select.Viewport>
                  {options.map((o) => (
                    <Select.Item
                      key={o.value}
                      value={o.value}
                      className="name flex min-h-[44px] cursor-pointer items-center justify-between gap-4 px-3 text-field outline-none data-[highlighted]:bg-ink data-[highlighted]:text-paper"
                    >
                      <Select.ItemText>{o.label}</Select.ItemText>
                      <Select.ItemIndicator>
                        <Check size={18} />
                      </Select.ItemIndicator>
                    </Select.Item>
                  ))}
                </Select.Viewport>
              </Select.Content>
            </Select.Portal>
          </Select.Root>
        )
      }
    </Field>
  )
}

/** Drawn again only when what it shows changes: plans are worked out at every key. */
export const SelectField = memo(PlainSelectField) as typeof PlainSelectField
