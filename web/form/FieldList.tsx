import { memo, useMemo, type ReactNode } from 'react'
import {
  applies,
  told,
  type Field as FieldSpec,
  type Print,
  type Said,
  type Table,
} from '#core/fields/spec.ts'
import type { FieldError } from '#core/figure.ts'
import type { Sheet } from '#core/quantity/index.ts'
import { useShop } from '../app/shop.ts'
import { Group } from '../ui/Field.tsx'
import { QuantityField } from '../ui/QuantityField.tsx'
import { RangeField } from '../ui/RangeField.tsx'
import { Segmented } from '../ui/Segmented.tsx'
import { SelectField } from '../ui/SelectField.tsx'
import { TextField } from '../ui/TextField.tsx'
import { Toggles } from '../ui/Toggles.tsx'
import { Assumed } from './Assumed.tsx'
import { optionsOf } from './options.ts'

/** What a field holds in a form: text, or a list of words. */
export type Typed = string | string[]

interface Props<T extends Table> {
  readonly table: T
  /** What was typed so far. */
  readonly said: Said
  /** These fields in this order; every one of the table, when this is absent. */
  readonly names?: readonly (keyof T & string)[]
  /** Only this group's fields. */
  readonly group?: string
  /** Where the group stands in the errors: `work`. */
  readonly path: string
  readonly errors: readonly FieldError[]
  /** The same function from one key to the next. */
  readonly onChange: (name: string, value: Typed) => void
  /** Fields that a form draws itself: a list of metals, a button that opens a chart. `null` draws nothing. */
  readonly special?: Readonly<Partial<Record<keyof T & string, ReactNode>>>
  /** Lines under fields that only this page can say. */
  readonly help?: Readonly<Partial<Record<string, string>>>
  /** Labels above their controls instead of beside them. */
  readonly above?: boolean
  /** Fields that nobody has said yet, and how somebody agrees to one. */
  readonly assumed?: { readonly names: readonly string[]; readonly onAgree: (name: string) => void }
  /** What gauge numbers are of, where the metal is known. */
  readonly sheet?: Sheet | undefined
  /** Whose fields these are, for those who hear a label alone: "of row 2". */
  readonly of?: string
}

/** The fields of a table as a form: those that are asked for, by what else was typed. */
export function FieldList<T extends Table>({
  table,
  said,
  names,
  group,
  path,
  errors,
  onChange,
  special,
  above = false,
  of,
  help,
  sheet,
  assumed,
}: Props<T>) {
  const { say, print } = useShop()
  const set = useMemo(
    () =>
      Object.fromEntries(Object.keys(table).map((name) => [name, (value: Typed) => onChange(name, value)])),
    [table, onChange],
  )
  const shown: readonly string[] = names ?? Object.keys(table)
  return shown.map((name) => {
    const field = table[name]
    const change = set[name]
    if (!field || !change || (group !== undefined && field.group !== group) || !applies(field, said))
      return null
    const own = special?.[name as keyof T & string]
    const shownField = own ?? (
      <OneField
        field={field}
        label={say(told(field.label, said))}
        empty={say(emptyOf(field, said, print))}
        value={valueOf(field, said, name)}
        error={errors.find((e) => e.field === (path === '' ? name : `${path}.${name}`))?.message}
        above={above}
        of={of}
        help={help?.[name] ?? field.help}
        sheet={sheet}
        onChange={change}
      />
    )
    return (
      <Assumed
        key={name}
        on={assumed?.names.includes(name) === true}
        of={say(told(field.label, said))}
        onAgree={() => assumed?.onAgree(name)}
      >
        {shownField}
      </Assumed>
    )
  })
}

/** In an empty field: what it is then taken for. */
function emptyOf(field: FieldSpec, said: Said, print: Print): string {
  const words = told(field.empty, said, print)
  if (words !== '' || field.type !== 'quantity') return words
  return typeof field.usual === 'number' && field.usual !== 0 ? print(field.usual, field.bounds.kind) : ''
}

/** What the control shows: a choice that was left open shows what it is taken for. */
function valueOf(field: FieldSpec, said: Said, name: string): Typed {
  const value = said[name]
  if (Array.isArray(value)) return value.map(String)
  const typed = typeof value === 'string' ? value : ''
  return typed === '' && field.type === 'choice' && field.open === true ? told(field.usual, said) : typed
}

/** A list cannot hold a blank word: this stands for it. */
const UNSAID = 'unsaid'
/** Whether a choice may be left open: nothing is taken for it, and a new thing does not say it. */
const mayBeUnsaid = (field: FieldSpec): boolean =>
  field.type === 'choice' && field.usual === undefined && field.first === undefined && field.needed !== true

/** The words of a choice; one that lies open and may be left unsaid says so. */
function optionsFor(field: FieldSpec, say: (text: string) => string) {
  if (!('names' in field)) return []
  const named = optionsOf(field.names).map((o) => ({ ...o, label: say(o.label) }))
  return field.type === 'choice' && field.open && mayBeUnsaid(field)
    ? [{ value: '', label: 'Not given' }, ...named]
    : named
}

const OneField = memo(function OneField({
  field,
  label,
  empty,
  value,
  error,
  above,
  of,
  help,
  sheet,
  onChange,
}: {
  readonly field: FieldSpec
  readonly label: string
  readonly empty: string
  readonly value: Typed
  readonly error: string | undefined
  readonly above: boolean
  readonly of: string | undefined
  readonly help: string | undefined
  readonly sheet: Sheet | undefined
  readonly onChange: (value: Typed) => void
}) {
  const { say } = useShop()
  const text = typeof value === 'string' ? value : ''
  const options = useMemo(() => optionsFor(field, say), [field, say])
  switch (field.type) {
    case 'quantity':
      return (
        <QuantityField
          beside={!above}
          stepper={field.stepper === true}
          label={label}
          of={of}
          kind={field.bounds.kind}
          sheet={sheet}
          gauge={field.bounds.gauge}
          value={text}
          error={error}
          empty={empty}
          {...(help === undefined ? {} : { hint: help })}
          onChange={onChange}
        />
      )
    case 'range':
      return (
        <RangeField
          beside={!above}
          label={label}
          of={of}
          kind={field.bounds.kind}
          value={text}
          error={error}
          empty={empty}
          onChange={onChange}
        />
      )
    case 'choice':
      return field.open === true ? (
        <Group beside={!above} label={label} error={error}>
          <Segmented
            label={of === undefined ? label : `${label} ${of}`}
            value={text}
            options={options}
            onChange={onChange}
          />
        </Group>
      ) : (
        <SelectField
          beside={!above}
          label={label}
          of={of}
          value={text === '' && mayBeUnsaid(field) ? UNSAID : text}
          options={
            mayBeUnsaid(field) ? [{ value: UNSAID, label: empty || 'not given' }, ...options] : options
          }
          error={error}
          onChange={(v) => onChange(v === UNSAID ? '' : v)}
        />
      )
    case 'flag':
      return (
        <Group beside={!above} label={label} error={error}>
          <Segmented
            label={label}
            value={text}
            options={[
              { value: '', label: 'No' },
              { value: 'yes', label: say(field.yes) },
            ]}
            onChange={onChange}
          />
        </Group>
      )
    case 'several':
      return (
        <Group beside={!above} label={label} error={error}>
          <Toggles
            label={label}
            options={options}
            value={Array.isArray(value) ? value : []}
            onChange={onChange}
          />
        </Group>
      )
    case 'count':
      return (
        <TextField
          beside={!above}
          inputMode="numeric"
          label={label}
          of={of}
          value={text}
          placeholder={empty === '' ? String(field.usual) : empty}
          error={error}
          onChange={onChange}
        />
      )
    case 'text':
    case 'special':
      return (
        <TextField
          beside={!above}
          label={label}
          of={of}
          value={text}
          maxLength={field.most ?? 60}
          placeholder={field.example ?? empty}
          error={error}
          onChange={onChange}
        />
      )
    case 'day':
    case 'instant':
      return (
        <TextField
          beside={!above}
          type={field.type === 'day' ? 'date' : 'text'}
          label={label}
          of={of}
          value={text}
          error={error}
          onChange={onChange}
        />
      )
    // each of these is drawn by the form that has it
    case 'rows':
    case 'group':
    case 'reference':
    case 'number':
    case 'yes-no':
    case 'list':
    case 'made':
      return null
  }
})
