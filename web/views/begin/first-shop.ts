import { FIRST_RIG, firstSettingsIn } from '#application/first.ts'
import { FUELS, type FuelId } from '#core/gas/fuels.ts'
import { parseQuantity } from '#core/quantity/index.ts'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import type { BodyOf, ChartRowDraft, Settings } from '#contract/schemas.ts'

/** What is answered on the first page, as it stands while it is answered. Ids are made once, so that a second sending is the same. */
export interface Answers {
  readonly units: 'inch' | 'metric'
  readonly region: Settings['region']
  readonly torchName: string
  readonly torchKind: 'cutting-torch' | 'cutting-attachment' | 'brazing-handle' | 'heating-head' | ''
  readonly fuel: FuelId
  /** Bores or drills, as they are written: "#60, #56, 0.040 in". */
  readonly tips: readonly string[]
  readonly otherTips: string
  readonly chart: readonly ChartRowDraft[]
  readonly oxygen: string
  readonly fuelCylinder: string
  readonly person: string
  readonly role: 'practised' | 'apprentice' | 'instructor'
  readonly ids: readonly string[]
}

/** So many ids as could be wanted: a torch, a person, two cylinders, tips. */
const IDS = 80
export const noAnswers = (): Answers => ({
  units: 'inch',
  region: 'us',
  torchName: '',
  torchKind: '',
  fuel: 'acetylene',
  tips: [],
  otherTips: '',
  chart: [],
  oxygen: '',
  fuelCylinder: '',
  person: '',
  role: 'practised',
  ids: Array.from({ length: IDS }, () => crypto.randomUUID()),
})

/** Single tips as they are sold, by number drill: from the smallest brazing tip to a cut of 12 in. */
export const SOLD_TIPS = [
  '#74',
  '#70',
  '#65',
  '#60',
  '#57',
  '#56',
  '#55',
  '#54',
  '#53',
  '#51',
  '#49',
  '#45',
] as const

/** The tips that were chosen or written, and those that cannot be read. */
export function tipsOf({ tips, otherTips }: Pick<Answers, 'tips' | 'otherTips'>): {
  readonly good: readonly string[]
  readonly bad: readonly string[]
} {
  const written = otherTips
    .split(/[;\n]|,(?!\d)/)
    .map((t) => t.trim())
    .filter((t) => t !== '')
  const all = [...new Set([...tips, ...written])]
  const good = all.filter((t) => parseQuantity(t, 'length').ok)
  return { good, bad: all.filter((t) => !good.includes(t)) }
}

/** What of a cylinder's contents cannot be read: a sentence; undefined where it can, or nothing was said. */
export function contentsFault(text: string): string | undefined {
  if (text.trim() === '') return undefined
  const read = parseQuantity(text, 'volume')
  return read.ok ? undefined : read.message
}

/** What goes to the server: what was skipped is nothing. */
export function bodyOf(a: Answers): BodyOf<'beginShop'> {
  const units = a.units === 'inch' ? INCH_UNITS : METRIC_UNITS
  const [torchId = '', personId = '', oxygenId = '', fuelId = '', ...tipIds] = a.ids
  const { good } = tipsOf(a)
  const brazes = a.torchKind === 'brazing-handle' || a.torchKind === 'heating-head'
  const named = a.torchName.trim()
  const saysTorch = named !== '' || a.torchKind !== '' || good.length > 0 || a.chart.length > 0
  const cylinder = (id: string, gas: string, title: string, size: string) =>
    size.trim() === ''
      ? []
      : [
          {
            id,
            kind: 'cylinder' as const,
            name: `${title}, ${size.trim()}`,
            fields: { gas, size: size.trim(), use: 'in-use' },
          },
        ]
  return {
    settings: { ...firstSettingsIn(units), region: a.region },
    person: a.person.trim() === '' ? null : { id: personId, name: a.person.trim(), role: a.role },
    torch: saysTorch
      ? {
          id: torchId,
          name: named === '' ? 'My torch' : named,
          rig: {
            ...FIRST_RIG,
            fuel: a.fuel,
            // one tip in the box is the tip
            tipOrifice: !brazes && good.length === 1 ? (good[0] ?? '') : '',
            acetyleneCylinder: a.fuel === 'acetylene' ? a.fuelCylinder.trim() : '',
            chart: brazes ? [] : [...a.chart],
            torch: { ...FIRST_RIG.torch, kind: a.torchKind },
            braze: {
              ...FIRST_RIG.braze,
              tipOrifice: brazes && good.length === 1 ? (good[0] ?? '') : '',
              chart: brazes ? [...a.chart] : [],
            },
          },
        }
      : null,
    tips: good.map((orifice, i) => ({ id: tipIds[i] ?? crypto.randomUUID(), name: orifice, orifice })),
    gear: [
      ...cylinder(oxygenId, 'oxygen', 'Oxygen', a.oxygen),
      ...cylinder(fuelId, a.fuel, FUELS[a.fuel].title, a.fuelCylinder),
    ],
  }
}
