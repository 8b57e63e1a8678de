import type { MethodName } from '#core/braze/method-words.ts'
import { BRAZE_METHODS, BRAZE_REASONS, METHOD_NAMES, optionsOfBraze } from '#core/braze/method-words.ts'
import { METHOD_WORDS, optionWords, type Topic } from '#core/line/method-words.ts'
import { LINE_METHOD_NAMES, optionsOfLine, type LineMethodName } from '#core/line/methods.ts'
import type { Settings } from '#contract/schemas.ts'
import { useShop } from '../../app/shop.ts'
import { SelectField } from '../../ui/SelectField.tsx'

/** A row of the book: one way of working, whatever it is about. */
export interface BookRow {
  readonly name: LineMethodName | MethodName
  readonly topic: Topic | 'brazing-itself'
  readonly label: string
  readonly options: readonly { readonly value: string; readonly label: string; readonly reason: string }[]
}

/** Every row of the book of methods; the first option of each is the usual one. */
export const BOOK: readonly BookRow[] = [
  ...LINE_METHOD_NAMES.map((name): BookRow => ({
    name,
    topic: METHOD_WORDS[name].topic,
    label: METHOD_WORDS[name].label,
    options: optionsOfLine(name).map((value) => ({ value: value as string, ...optionWords(name, value) })),
  })),
  ...METHOD_NAMES.map((name): BookRow => ({
    name,
    topic: 'brazing-itself',
    label: BRAZE_METHODS[name].label,
    options: optionsOfBraze(name).map((value) => ({
      value: value as string,
      label: (BRAZE_METHODS[name].options as Readonly<Record<string, string>>)[value] ?? '',
      reason: (BRAZE_REASONS[name] as Readonly<Record<string, string>>)[value] ?? '',
    })),
  })),
]
/** What the rows are gathered under. */
export const TOPICS: Readonly<Record<BookRow['topic'], string>> = {
  cylinders: 'Cylinders',
  pressures: 'Setting and purging',
  flame: 'The flame',
  shutting: 'Shutting down',
  cutting: 'Cutting',
  brazing: 'Brazing',
  'brazing-itself': 'Brazing itself',
}

/** Where a row stands on the page. */
export const anchorOfRow = (name: string): string => `method-${name}`

/** One row: what is chosen, why it is taught, and what is usual where the shop does otherwise. */
export function MethodRow({
  row,
  settings,
  onChange,
}: {
  readonly row: BookRow
  readonly settings: Settings
  readonly onChange: (methods: Settings['methods']) => void
}) {
  const { say } = useShop()
  const chosen = settings.methods[row.name] as string
  const [usual] = row.options
  const reason = row.options.find((o) => o.value === chosen)?.reason ?? ''
  const differs = usual !== undefined && chosen !== usual.value
  return (
    <div
      id={anchorOfRow(row.name)}
      className={`grid scroll-mt-4 gap-x-4 border-b border-rule py-2 target:bg-sheet md:grid-cols-[1fr_1fr] ${differs ? 'border-l-4 border-l-brass pl-3' : ''}`}
    >
      <SelectField
        label={say(row.label)}
        value={chosen}
        options={row.options.map(({ value, label }) => ({ value, label: say(label) }))}
        onChange={(option) => onChange({ ...settings.methods, [row.name]: option })}
      />
      <p className="self-center leading-snug text-soft">
        {say(reason)}
        {differs ? (
          <span className="block text-ink">
            ▲ {say(`Not the usual one, which is: ${usual.label.toLowerCase()}.`)}
          </span>
        ) : null}
      </p>
    </div>
  )
}
