/** What a shop owns beside its torches and tips, and what can be wrong with what is said of it. Pure data. */
import { GEAR } from './gear-fields.ts'
import { wordsOf, type Field, type Table } from '../fields/spec.ts'
import { parseQuantity } from '../quantity/index.ts'
import type { GearKind } from './kinds.ts'

/** A thing of the shop: its fields as typed, blank where nothing was said. */
export interface Gear {
  readonly id: string
  readonly kind: GearKind
  readonly name: string
  readonly fields: Readonly<Record<string, string>>
}

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

/** The fields of a kind of thing, by name in the order in which they are asked. */
export const gearFields = (kind: GearKind): Table => GEAR[kind]

/** What is wrong with one field as typed, or nothing. Blank is always allowed. */
export function fieldFault(field: Field, value: string): string | undefined {
  if (value.trim() === '') return undefined
  switch (field.type) {
    case 'choice': {
      const words: readonly string[] = wordsOf(field)
      return words.includes(value) ? undefined : `This should be one of: ${words.join(', ')}.`
    }
    case 'day':
      return isDay(value) ? undefined : 'A day is written 2026-03-02.'
    case 'count': {
      const n = Number(value)
      return Number.isFinite(n) && n >= 0 && n <= field.most
        ? undefined
        : `A plain number, at most ${field.most}.`
    }
    case 'quantity': {
      const read = parseQuantity(value, field.bounds.kind)
      if (!read.ok) return read.message
      return read.value >= field.bounds.min ? undefined : 'This should be more than nothing.'
    }
    default:
      return value.length > 2000 ? 'At most 2000 characters.' : undefined
  }
}

/** The first field of a thing that is not known or not understood. */
export function gearFault(
  gear: Pick<Gear, 'kind' | 'fields'>,
): { field: string; message: string } | undefined {
  const table = gearFields(gear.kind)
  for (const [name, value] of Object.entries(gear.fields)) {
    const field = table[name]
    if (!field) return { field: name, message: `“${name.slice(0, 40)}” is not known of a ${gear.kind}.` }
    const message = fieldFault(field, value)
    if (message !== undefined) return { field: name, message }
  }
  return undefined
}

/** A quantity of a thing, SI; undefined when blank or not understood. */
export function gearQuantity(gear: Gear, name: string): number | undefined {
  const field = gearFields(gear.kind)[name]
  const value = gear.fields[name] ?? ''
  if (field?.type !== 'quantity' || value.trim() === '') return undefined
  const read = parseQuantity(value, field.bounds.kind)
  return read.ok ? read.value : undefined
}

/** The ids of what belongs to a set. */
export const membersOf = (set: Gear): readonly string[] =>
  (set.fields['members'] ?? '').split(',').filter((id) => id !== '')

/** What lies between two strokes of the gauges of the regulators that are fitted, Pa, where somebody said. */
export interface Divisions {
  readonly oxygenPa?: number
  readonly fuelPa?: number
}

type Kept = Gear & { readonly active: boolean }

/** Each set with its torch: the regulators in it that are not put away, nitrogen's left out. */
function regulatorsBySet(
  gear: readonly Kept[],
): readonly (readonly [torch: string, fitted: readonly Gear[]])[] {
  const active = gear.filter((g) => g.active)
  return active.flatMap((set) => {
    const torch = set.kind === 'set' ? (set.fields['torch'] ?? '') : ''
    if (torch === '') return []
    const members = new Set(membersOf(set))
    const fitted = active.filter(
      (g) => g.kind === 'regulator' && members.has(g.id) && g.fields['gas'] !== 'nitrogen',
    )
    return [[torch, fitted] as const]
  })
}

/**
 * The gauges that each torch is set by: those of the regulators in its set, by the torch's id. A regulator that is put
 * away, or of which nobody said the division, says nothing.
 */
export function fittedDivisions(gear: readonly Kept[]): Readonly<Record<string, Divisions>> {
  const found: Record<string, Divisions> = {}
  for (const [torch, regulators] of regulatorsBySet(gear)) {
    const divisions: { oxygenPa?: number; fuelPa?: number } = {}
    for (const g of regulators) {
      const pa = gearQuantity(g, 'division')
      if (pa === undefined || !(pa > 0)) continue
      const gas = g.fields['gas'] ?? ''
      if (gas === 'oxygen') divisions.oxygenPa = pa
      else if (gas !== '') divisions.fuelPa = pa
    }
    if (Object.keys(divisions).length > 0) found[torch] = divisions
  }
  return found
}

/** Names of the regulators in the set of a torch, oxygen's first. */
export function regulatorsOf(gear: readonly Kept[], torchId: string): readonly string[] {
  const first = (g: Gear) => (g.fields['gas'] === 'oxygen' ? 0 : 1)
  const fitted = regulatorsBySet(gear).flatMap(([torch, of]) => (torch === torchId ? of : []))
  return [...new Set(fitted)].sort((a, b) => first(a) - first(b)).map((g) => g.name)
}
