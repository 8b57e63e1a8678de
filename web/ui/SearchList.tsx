import { Command } from 'cmdk'
import { Check, ChevronDown } from 'lucide-react'
import { Popover } from 'radix-ui'
import { useRef, useState, type KeyboardEvent } from 'react'
import { findIn } from '#core/words/find.ts'
import type { Option } from './Segmented.tsx'

/** A key that types something. */
const typed = (e: KeyboardEvent): string =>
  e.key.length === 1 && e.key !== ' ' && !e.ctrlKey && !e.metaKey && !e.altKey ? e.key : ''

/** A choice from a long list: a few letters or figures find it. Typing begins on the closed field as well. */
export function SearchList<T extends string>({
  id,
  label,
  describedBy,
  value,
  options,
  placeholder,
  onChange,
}: {
  readonly id: string
  readonly label: string
  readonly describedBy: string | undefined
  readonly value: T | ''
  readonly options: readonly Option<T>[]
  readonly placeholder: string
  readonly onChange: (value: T) => void
}) {
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  const search = useRef<HTMLInputElement>(null)
  const chosen = options.find((o) => o.value === value)
  const found = open ? findIn(options, text) : []
  const begin = (first = '') => {
    setText(first)
    setOpen(true)
  }
  return (
    <Popover.Root open={open} onOpenChange={(on) => (on ? begin() : setOpen(false))}>
      <Popover.Trigger
        id={id}
        role="combobox"
        aria-label={label}
        aria-describedby={describedBy}
        aria-expanded={open}
        aria-haspopup="listbox"
        className="field flex items-center justify-between gap-2 text-left"
        onKeyDown={(e) => {
          const first = typed(e)
          if (first === '' && e.key !== 'ArrowDown') return
          e.preventDefault()
          // a quick hand types on before the list has the keyboard
          if (open) setText((t) => t + first)
          else begin(first)
        }}
      >
        <span className={`min-w-0 truncate ${chosen ? '' : 'text-soft'}`}>
          {chosen?.label ?? placeholder}
        </span>
        <ChevronDown size={18} aria-hidden="true" className="shrink-0" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          collisionPadding={8}
          onOpenAutoFocus={(e) => {
            // what was typed to open it stays, with the caret after it
            e.preventDefault()
            search.current?.focus()
            search.current?.setSelectionRange(text.length, text.length)
          }}
          aria-label={label}
          className="z-50 w-[max(var(--radix-popover-trigger-width),18rem)] max-h-[min(26rem,var(--radix-popover-content-available-height))] max-w-[92vw] overflow-hidden rounded-md border-[1.5px] border-ink bg-sheet"
        >
          <Command shouldFilter={false} label={label} loop className="flex max-h-[inherit] flex-col">
            <Command.Input
              ref={search}
              value={text}
              onValueChange={setText}
              placeholder="Type to find"
              className="min-h-[44px] w-full shrink-0 border-b-[1.5px] border-ink bg-paper px-3 text-field outline-none"
            />
            <Command.List label={label} className="min-h-0 overflow-y-auto">
              <Command.Empty className="px-3 py-3 text-soft">
                Nothing here has “{text}” in its name.
              </Command.Empty>
              {found.map((o) => (
                <Command.Item
                  key={o.value}
                  value={o.value}
                  className="name flex min-h-[44px] cursor-pointer items-center justify-between gap-4 px-3 text-field data-[selected=true]:bg-ink data-[selected=true]:text-paper"
                  onSelect={() => {
                    onChange(o.value)
                    setOpen(false)
                  }}
                >
                  {o.label}
                  {o.value === value ? <Check size={18} aria-label="chosen" /> : null}
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
