import { Minus, Plus } from 'lucide-react'
import { memo, useState } from 'react'
import {
  ATMOSPHERE_PA,
  countedFromNothing,
  fromSi,
  parseQuantity,
  printQuantity,
  sayBeside,
  toSi,
  unitFor,
  unitUse,
  VACUUM_UNIT,
  withUnit,
  type GaugeKind,
  type Kind,
  type Sheet,
  type UnitId,
} from '#core/quantity/index.ts'
import { useShop } from '../app/shop.ts'
import { Field } from './Field.tsx'

/** What is typed with its unit, one value or a range of it. */
export interface TypedProps {
  readonly label: string
  readonly of?: string | undefined
  readonly kind: Kind
  /** What was typed, with its unit. */
  readonly value: string
  readonly onChange: (text: string) => void
  /** What the core says against it: shown when the text itself is understood. */
  readonly error?: string | undefined
  readonly beside?: boolean
  /** Shown in an empty field that may stay empty. */
  readonly empty?: string
}
interface Props extends TypedProps {
  readonly hint?: string
  readonly stepper?: boolean
  /** A bare number is in this unit, whatever the screen shows: that of the gauge it is read off. */
  readonly unit?: UnitId | undefined
  /** The gauge that a pressure is read from, where that is no pressure gauge. */
  readonly gauge?: GaugeKind | undefined
  /** What a gauge number is of, where the metal is known. */
  readonly sheet?: Sheet | undefined
}

/**
 * A number as tradespeople type it. Shows what it understood; a text it does not understand stays as it is, with the
 * reason and the ways out as buttons.
 */
export const QuantityField = memo(function QuantityField({
  label,
  of,
  kind,
  value,
  onChange,
  error,
  beside = false,
  empty = '',
  hint,
  stepper = false,
  gauge,
  unit = gauge === 'vacuum' ? VACUUM_UNIT : undefined,
  sheet,
}: Props) {
  const { settings, units } = useShop()
  const [typed, setTyped] = useState<string | undefined>(undefined)
  // on a pressure or a temperature that was pasted no unit is guessed
  const [pasted, setPasted] = useState(false)
  const guess = !(pasted && (kind === 'pressure' || kind === 'temperature'))
  const options = (guessed: boolean) => ({
    unit: guessed ? (unit ?? unitFor(kind, units)) : undefined,
    decimalMark: settings.decimalMark,
    sheet,
  })
  const text = typed ?? value
  const parsed = text.trim() === '' ? undefined : parseQuantity(text, kind, options(guess))
  const counted = parsed?.ok && gauge ? countedFromNothing(parsed, gauge, ATMOSPHERE_PA) : undefined
  const read = counted?.ok === false ? counted : parsed
  const also = read?.ok ? unitUse(read.unit).other : undefined
  const change = (next: string, wasPasted = false) => {
    setTyped(next)
    setPasted(wasPasted)
    onChange(withUnit(next, kind, options(!(wasPasted && (kind === 'pressure' || kind === 'temperature')))))
  }
  const step = (sign: number) => {
    if (!read?.ok) return
    const size = unitUse(read.unit).step ?? 1
    // to the next whole step, so that 0.7 in goes to 11/16 or 3/4
    const now = fromSi(read.value, read.unit) / size
    const next = sign > 0 ? Math.floor(now + 1e-6) + 1 : Math.ceil(now - 1e-6) - 1
    if (next * size <= 0 && kind !== 'temperature') return
    setTyped(undefined)
    onChange(printQuantity(toSi(next * size, read.unit), read.unit))
  }
  const wrong = read && !read.ok ? read.message : error
  return (
    <Field label={label} of={of} beside={beside} error={wrong} hint={hint}>
      {({ id, describedBy }) => (
        <>
          <div className="flex">
            <div className="relative grow">
              <input
                id={id}
                className={`field ${wrong ? 'border-alarm!' : ''} ${stepper ? 'rounded-r-none!' : ''}`}
                value={text}
                placeholder={empty}
                autoComplete="off"
                autoCapitalize="off"
                spellCheck={false}
                aria-invalid={wrong ? true : undefined}
                aria-describedby={describedBy}
                onChange={(e) =>
                  change(e.target.value, (e.nativeEvent as InputEvent).inputType === 'insertFromPaste')
                }
                onBlur={() => setTyped(undefined)}
              />
              {also && read?.ok ? (
                <output className="name pointer-events-none absolute top-1/2 right-2.5 -translate-y-1/2 bg-sheet pl-2 text-soft">
                  {sayBeside(read.value, also)}
                </output>
              ) : null}
            </div>
            {stepper ? (
              <>
                <button
                  type="button"
                  className="grid w-11 place-items-center border-y-[1.5px] border-ink bg-sheet"
                  aria-label={`${label}: less`}
                  onClick={() => step(-1)}
                >
                  <Minus size={18} />
                </button>
                <button
                  type="button"
                  className="grid w-11 place-items-center rounded-r-md border-[1.5px] border-ink bg-sheet"
                  aria-label={`${label}: more`}
                  onClick={() => step(1)}
                >
                  <Plus size={18} />
                </button>
              </>
            ) : null}
          </div>
          {read && !read.ok && read.choices ? (
            <div className="flex flex-wrap gap-2 pt-2">
              {read.choices.map((c) => (
                <button
                  key={c.text}
                  type="button"
                  className="name min-h-9 rounded-md border-[1.5px] border-ink bg-paper px-2"
                  onClick={() => change(c.text)}
                >
                  {c.label}
                </button>
              ))}
            </div>
          ) : null}
        </>
      )}
    </Field>
  )
})
