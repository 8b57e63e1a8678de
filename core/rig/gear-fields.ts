/** What a shop owns beside its torches and tips: the fields of each kind of thing. Nothing of a thing has to be said. */
import { FUELS, HOSE_GRADES, type FuelId } from '../gas/fuels.ts'
import type { GearKind } from './kinds.ts'
import type { Bounds } from '../fields/bounds.ts'
import { choice, count, day, quantity, special, text, type Table } from '../fields/spec.ts'

type Measured = 'length' | 'pressure' | 'volume' | 'mass' | 'temperature'
/** Anything more than nothing; a gauge may stand at nothing, and a thermometer under it. */
const of = (kind: Measured, what: string): Bounds => ({
  kind,
  what,
  min: kind === 'temperature' || kind === 'pressure' ? -Infinity : Number.MIN_VALUE,
  max: Infinity,
  says: 'more than nothing',
})
const EXAMPLES: Readonly<Record<Measured, string>> = {
  length: '25 ft, 1/4 in, 8 mm',
  pressure: '2200 psi, 150 bar',
  volume: '145 cu ft, 4 m3, 40 l',
  mass: '105 lb, 48 kg',
  temperature: '60 F, 15 C',
}
const measured = (kind: Measured, label: string) =>
  quantity(of(kind, label.toLowerCase()), { label, empty: EXAMPLES[kind] })
const number = (label: string) =>
  count({ label, what: label, usual: 0, least: 0, most: 100_000, parts: true })

const FUEL_NAMES = Object.fromEntries(Object.values(FUELS).map((f) => [f.id, f.title])) as Readonly<
  Record<FuelId, string>
>
const GASES = { oxygen: 'Oxygen', ...FUEL_NAMES } as const
const WITH_NITROGEN = { ...GASES, nitrogen: 'Nitrogen' } as const
const CONDITION = choice({ good: 'Good', worn: 'Worn', damaged: 'Damaged' }, { label: 'Condition' })
const EVERY = count({
  label: 'Looked at every … months',
  what: 'how many months',
  usual: 0,
  least: 0,
  most: 240,
  parts: true,
})

export const GEAR = {
  hose: {
    gas: choice(GASES, { label: 'Gas' }),
    grade: choice(
      Object.fromEntries(HOSE_GRADES.map((g) => [g, g === 'T' ? 'T, any fuel' : `${g}, acetylene only`])),
      { label: 'Grade' },
    ),
    bore: measured('length', 'Bore'),
    length: measured('length', 'Length'),
    colours: choice(
      { us: 'North America', iso: 'ISO 3821', 'au-nz': 'Australia, New Zealand' },
      { label: 'Coloured for' },
    ),
    made: day({ label: 'Made' }),
    checked: day({ label: 'Last inspected' }),
    everyMonths: EVERY,
    condition: CONDITION,
  },
  regulator: {
    gas: choice(WITH_NITROGEN, { label: 'Gas' }),
    division: measured('pressure', 'Smallest division of its gauge'),
    rating: measured('pressure', 'Rated to'),
    lockUp: measured('pressure', 'Lock-up, measured'),
    checked: day({ label: 'Last checked' }),
    everyMonths: EVERY,
    condition: CONDITION,
  },
  arrestor: {
    type: choice(
      { 'flashback-arrestor': 'Flashback arrestor', 'check-valve': 'Check valve' },
      { label: 'What it is' },
    ),
    gas: choice(GASES, { label: 'Gas' }),
    place: choice({ torch: 'Torch', regulator: 'Regulator' }, { label: 'Fitted at' }),
    checked: day({ label: 'Last tested' }),
    everyMonths: EVERY,
    condition: CONDITION,
  },
  cylinder: {
    gas: choice(WITH_NITROGEN, { label: 'Gas' }),
    size: measured('volume', 'Full contents'),
    massSize: measured('mass', 'or full weight of gas'),
    water: measured('volume', 'Water volume'),
    pressure: measured('pressure', 'Gauge reads'),
    weight: measured('mass', 'Gross weight'),
    tare: measured('mass', 'Tare stamped on it'),
    scale: measured('mass', 'Smallest division of the scale'),
    temperature: measured('temperature', 'Ambient'),
    readAt: day({ label: 'Read on' }),
    owner: text({ label: 'Owner', most: 200 }),
    position: choice({ chained: 'Chained', loose: 'Loose', lying: 'Lying' }, { label: 'Stands' }),
    use: choice({ 'in-use': 'In use', full: 'Full', empty: 'Empty' }, { label: 'State' }),
    checked: day({ label: 'Last hydrostatic test' }),
    everyMonths: EVERY,
  },
  nitrogen: {
    type: choice(
      { regulator: 'Regulator', 'flow-meter': 'Flow meter', 'purge-valve': 'Purge valve' },
      { label: 'What it is' },
    ),
    relief: measured('pressure', 'Relief opens at'),
    checked: day({ label: 'Last checked' }),
    everyMonths: EVERY,
    condition: CONDITION,
  },
  consumable: {
    type: choice(
      {
        rod: 'Rod',
        flux: 'Flux',
        lens: 'Lens',
        striker: 'Striker',
        'tip-cleaner': 'Tip cleaner',
        'leak-solution': 'Leak solution',
        other: 'Other',
      },
      { label: 'What it is' },
    ),
    of: text({ label: 'Which', most: 200 }),
    amount: number('On the shelf'),
    least: number('Buy when down to'),
    unit: text({ label: 'Counted in', most: 200 }),
  },
  ppe: {
    type: choice(
      {
        helmet: 'Helmet',
        goggles: 'Goggles',
        gloves: 'Gloves',
        jacket: 'Jacket',
        boots: 'Boots',
        hearing: 'Hearing',
        extinguisher: 'Extinguisher',
      },
      { label: 'What it is' },
    ),
    shade: number('Shade'),
    for: text({ label: 'Whose', most: 200 }),
    checked: day({ label: 'Last looked at' }),
    everyMonths: EVERY,
    condition: CONDITION,
  },
  set: {
    torch: special({ label: 'Torch', most: 2000 }),
    members: special({ label: 'What belongs to it', most: 2000 }),
  },
} as const satisfies Readonly<Record<GearKind, Table>>
