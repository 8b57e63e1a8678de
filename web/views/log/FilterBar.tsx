import { useMemo, useState } from 'react'
import { ENTRY_KINDS, OUTCOMES } from '#core/record/entry.ts'
import { ENTRY_KIND_NAMES, OUTCOME_NAMES } from '#core/record/fields.ts'
import type { LogPage, LogSummary } from '#contract/types.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { ALL, NO_FILTERS, type Filters } from './filters.ts'

const optionsOf = (all: string, values: readonly string[], word: (v: string) => string = (v) => v) => [
  { value: ALL, label: all },
  ...values.map((v) => ({ value: v, label: word(v) })),
]
const KIND_OPTIONS = optionsOf('Everything', ENTRY_KINDS, (k) => ENTRY_KIND_NAMES[k as LogSummary['kind']])
const OUTCOME_OPTIONS = optionsOf(
  'Any',
  OUTCOMES.filter((o) => o !== 'none'),
  (o) => OUTCOME_NAMES[o as LogSummary['outcome']],
)
/** The same list for as long as it holds the same, whichever answer brought it. */
function useSame<T extends string | number>(list: readonly T[]): readonly T[] {
  const key = JSON.stringify(list)
  return useMemo(() => JSON.parse(key) as T[], [key])
}

const NO_CHOICES = { metals: [], people: [], tips: [] }

/** What the log is narrowed by: a search, and any of its fields. */
export function FilterBar({
  filters,
  choices = NO_CHOICES,
  change,
}: {
  readonly filters: Filters
  /** What the lines that fit have. */
  readonly choices: Pick<LogPage, 'metals' | 'people' | 'tips'> | undefined
  readonly change: (part: Partial<Filters>) => void
}) {
  const { say } = useShop()
  const [more, setMore] = useState(false)
  const options = useOptions(choices)
  // what is chosen from is drawn again only when it changes, not at every letter
  const on = useMemo(
    () => ({
      kind: (kind: string) => change({ kind }),
      outcome: (outcome: string) => change({ outcome }),
      person: (person: string) => change({ person }),
      metal: (metal: string) => change({ metal }),
      tip: (tip: string) => change({ tip }),
    }),
    [change],
  )
  return (
    <section aria-label="Filters" className="grid gap-3 pb-4 sm:grid-cols-2 lg:grid-cols-5">
      <Field label="Find">
        {({ id }) => (
          <input
            id={id}
            type="search"
            className="field"
            placeholder="piece, job, person, note"
            value={filters.q}
            onChange={(e) => change({ q: e.target.value })}
          />
        )}
      </Field>
      <SelectField label="What" value={filters.kind} options={KIND_OPTIONS} onChange={on.kind} />
      <SelectField label="Outcome" value={filters.outcome} options={OUTCOME_OPTIONS} onChange={on.outcome} />
      <SelectField label="Who" value={filters.person} options={options.people} onChange={on.person} />
      <div className="flex items-end gap-2">
        <Button aria-expanded={more} onClick={() => setMore(!more)}>
          {more ? 'Fewer' : 'More'} filters
        </Button>
        <Button look="quiet" onClick={() => change(NO_FILTERS)}>
          Clear
        </Button>
      </div>
      {more ? (
        <>
          <SelectField label="Metal" value={filters.metal} options={options.metals} onChange={on.metal} />
          <SelectField label={say('Tip')} value={filters.tip} options={options.tips} onChange={on.tip} />
          <QuantityField
            label="Thickness from"
            kind="length"
            value={filters.thinnest}
            empty="any"
            onChange={(thinnest) => change({ thinnest })}
          />
          <QuantityField
            label="to"
            kind="length"
            value={filters.thickest}
            empty="any"
            onChange={(thickest) => change({ thickest })}
          />
          <div className="grid grid-cols-2 gap-2">
            <TextField
              beside={false}
              label="From day"
              placeholder="2026-03-02"
              value={filters.from}
              onChange={(from) => change({ from })}
            />
            <TextField
              beside={false}
              label="to day"
              placeholder="2026-03-09"
              value={filters.to}
              onChange={(to) => change({ to })}
            />
          </div>
        </>
      ) : null}
    </section>
  )
}

/** What can be chosen among the lines that fit. */
function useOptions(choices: Pick<LogPage, 'metals' | 'people' | 'tips'>) {
  const { print } = useShop()
  const metals = useSame(choices.metals)
  const people = useSame(choices.people)
  const tips = useSame(choices.tips)
  return useMemo(
    () => ({
      people: optionsOf('Anybody', people),
      metals: optionsOf('Any', metals, (m) => m.replaceAll('-', ' ')),
      tips: optionsOf('Any', tips.map(String), (t) => print(Number(t), 'bore')),
    }),
    [metals, people, tips, print],
  )
}
