/** What a shop owns beside its torches and tips, kind by kind, and the fields that each kind has. Pure data. */
import type { GearKind } from './kinds.ts'
import { FUEL_IDS, HOSE_GRADES } from '../gas/fuels.ts'
import { parseQuantity, type Kind, type UnitId } from '../quantity/index.ts'

/** A thing of the shop: its fields as typed, blank where nothing was said. */
export interface Gear {
  readonly id: string
  readonly kind: GearKind
  readonly name: string
  readonly fields: Readonly<Record<string, string>>
}

/** How one field is typed. `quantity` carries its kind; a bare number takes no unit but for lengths. */
export type FieldSpec = { readonly name: string; readonly label: string } & (
  | { readonly type: 'text' | 'date' | 'count' | 'members' | 'torch' }
  | { readonly type: 'choice'; readonly options: readonly string[] }
  | { readonly type: 'quantity'; readonly of: Kind; readonly unit?: UnitId }
)

const GASES = ['oxygen', ...FUEL_IDS] as const
const text = (name: string, label: string): FieldSpec => ({ name, label, type: 'text' })
const date = (name: string, label: string): FieldSpec => ({ name, label, type: 'date' })
const count = (name: string, label: string): FieldSpec => ({ name, label, type: 'count' })
const choice = (name: string, label: string, options: readonly string[]): FieldSpec => ({
  name,
  label,
  type: 'choice',
  options,
})
const quantity = (name: string, label: string, of: Kind, unit?: UnitId): FieldSpec => ({
  name,
  label,
  type: 'quantity',
  of,
  ...(unit ? { unit } : {}),
})
const CONDITION = choice('condition', 'Condition', ['good', 'worn', 'damaged'])
const EVERY = count('everyMonths', 'Looked at every … months')

/** The fields of each kind, in the order in which they are asked. */
export const GEAR_FIELDS: Readonly<Record<GearKind, readonly FieldSpec[]>> = {
  hose: [
    choice('gas', 'Gas', GASES),
    choice('grade', 'Grade', HOSE_GRADES),
    quantity('bore', 'Bore', 'length'),
    quantity('length', 'Length', 'length'),
    choice('colours', 'Coloured for', ['us', 'iso', 'au-nz']),
    date('made', 'Made'),
    date('checked', 'Last inspected'),
    EVERY,
    CONDITION,
  ],
  regulator: [
    choice('gas', 'Gas', [...GASES, 'nitrogen']),
    quantity('division', 'One division of its gauge', 'pressure'),
    quantity('rating', 'Rated to', 'pressure'),
    quantity('lockUp', 'Rise when shut, measured', 'pressure'),
    date('checked', 'Last checked'),
    EVERY,
    CONDITION,
  ],
  arrestor: [
    choice('type', 'What it is', ['flashback-arrestor', 'check-valve']),
    choice('gas', 'Gas', GASES),
    choice('place', 'Fitted at', ['torch', 'regulator']),
    date('checked', 'Last tested'),
    EVERY,
    CONDITION,
  ],
  cylinder: [
    choice('gas', 'Gas', [...GASES, 'nitrogen']),
    quantity('size', 'Full contents', 'volume'),
    quantity('massSize', 'or full weight of gas', 'mass'),
    quantity('water', 'Water volume', 'volume'),
    quantity('pressure', 'Gauge reads', 'pressure'),
    quantity('weight', 'Weighs now', 'mass'),
    quantity('tare', 'Tare stamped on it', 'mass'),
    quantity('scale', 'One division of the scale', 'mass'),
    quantity('temperature', 'Air round it', 'temperature'),
    date('readAt', 'Read on'),
    text('owner', 'Owner'),
    choice('position', 'Stands', ['chained', 'loose', 'lying']),
    choice('use', 'State', ['in-use', 'full', 'empty']),
    date('checked', 'Last hydrostatic test'),
    EVERY,
  ],
  nitrogen: [
    choice('type', 'What it is', ['regulator', 'flow-meter', 'purge-valve']),
    quantity('relief', 'Relief opens at', 'pressure'),
    date('checked', 'Last checked'),
    EVERY,
    CONDITION,
  ],
  consumable: [
    choice('type', 'What it is', ['rod', 'flux', 'lens', 'striker', 'tip-cleaner', 'leak-solution', 'other']),
    text('of', 'Which'),
    count('amount', 'On the shelf'),
    count('least', 'Buy when down to'),
    text('unit', 'Counted in'),
  ],
  ppe: [
    choice('type', 'What it is', [
      'helmet',
      'goggles',
      'gloves',
      'jacket',
      'boots',
      'hearing',
      'extinguisher',
    ]),
    count('shade', 'Shade'),
    text('for', 'Whose'),
    date('checked', 'Last looked at'),
    EVERY,
    CONDITION,
  ],
  set: [
    { name: 'torch', label: 'Torch', type: 'torch' },
    { name: 'members', label: 'What belongs to it', type: 'members' },
  ],
}

const MONTHS_MOST = 240
const COUNT_MOST = 100_000
/** A day as it is written: 2026-03-02. */
export const isDay = (value: string): boolean => {
  const match = /^(\d{4})-(\d\d)-(\d\d)$/.exec(value)
  if (!match) return false
  const [y, m, d] = match.slice(1).map(Number) as [number, number, number]
  const days = [
    31,
    y % 4 === 0 && (y % 100 !== 0 || y % 400 === 0) ? 29 : 28,
    31,
    30,
    31,
    30,
    31,
    31,
    30,
    31,
    30,
    31,
  ]
  return y >= 1950 && y <= 2199 && m >= 1 && m <= 12 && d >= 1 && d <= (days[m - 1] ?? 0)
}

/** What is wrong with one field as typed, or nothing. Blank is always allowed. */
export function fieldFault(spec: FieldSpec, value: string): string | undefined {
  if (value.trim() === '') return undefined
  switch (spec.type) {
    case 'choice':
      return spec.options.includes(value) ? undefined : `This should be one of: ${spec.options.join(', ')}.`
    case 'date':
      return isDay(value) ? undefined : 'A day is written 2026-03-02.'
    case 'count': {
      const n = Number(value)
      const most = spec.name === 'everyMonths' ? MONTHS_MOST : COUNT_MOST
      return Number.isFinite(n) && n >= 0 && n <= most ? undefined : `A plain number, at most ${most}.`
    }
    case 'quantity': {
      const read = parseQuantity(value, spec.of, spec.unit ? { unit: spec.unit } : {})
      if (!read.ok) return read.message
      return read.value > 0 || spec.of === 'temperature' || spec.of === 'pressure'
        ? undefined
        : 'This should be more than nothing.'
    }
    default:
      return value.length > 2000 ? 'At most 2000 characters.' : undefined
  }
}

/** The first field of a thing that is not known or not understood. */
export function gearFault(
  gear: Pick<Gear, 'kind' | 'fields'>,
): { field: string; message: string } | undefined {
  const specs = GEAR_FIELDS[gear.kind]
  for (const [name, value] of Object.entries(gear.fields)) {
    const spec = specs.find((s) => s.name === name)
    if (!spec) return { field: name, message: `“${name.slice(0, 40)}” is not known of a ${gear.kind}.` }
    const message = fieldFault(spec, value)
    if (message !== undefined) return { field: name, message }
  }
  return undefined
}

/** A quantity of a thing, SI; undefined when blank or not understood. */
export function gearQuantity(gear: Gear, name: string): number | undefined {
  const spec = GEAR_FIELDS[gear.kind].find((s) => s.name === name)
  const value = gear.fields[name] ?? ''
  if (spec?.type !== 'quantity' || value.trim() === '') return undefined
  const read = parseQuantity(value, spec.of, spec.unit ? { unit: spec.unit } : {})
  return read.ok ? read.value : undefined
}

/** The ids of what belongs to a set. */
export const membersOf = (set: Gear): readonly string[] =>
  (set.fields['members'] ?? '').split(',').filter((id) => id !== '')
