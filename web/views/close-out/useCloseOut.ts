import { dayOf } from '../../ui/dates.ts'
import { format } from 'date-fns/format'
import { addCosts, costOf, readPrice, printMoney } from '#core/cost.ts'
import { jobTook } from '#core/record/close-out.ts'
import { sayFigure } from '#core/saying.ts'
import type { CloseOut, LogSummary } from '#contract/types.ts'
import { useShop } from '../../app/shop.ts'
import { STATES } from '../plan/Pieces.tsx'
import { ENTRY_KIND_NAMES, OUTCOME_NAMES } from '#core/record/fields.ts'
import { useTell } from '../log/useTell.ts'

/** A line of the register: a cut or joint with what was found and tested. */
export interface RegisterRow {
  readonly title: string
  readonly about: string
  readonly state: string
  readonly failed: boolean
  readonly lines: readonly string[]
  readonly photos: readonly string[]
}

/** The close-out in words: the page and the PDF say the same. */
export interface CloseOutWords {
  readonly title: string
  readonly place: string
  readonly day: string
  readonly sums: readonly (readonly [what: string, value: string])[]
  readonly rows: readonly RegisterRow[]
  readonly open: readonly string[]
  /** A joint of the job that a test of its line may be begun from; undefined where one was tested, or none is a joint. */
  readonly untested: string | undefined
}

const JUDGED: ReadonlySet<LogSummary['kind']> = new Set(['cut', 'braze', 'pressure-test', 'vacuum-test'])

/** Puts a close-out into the shop's words and units. */
export function useCloseOutWords(data: CloseOut | undefined): CloseOutWords | undefined {
  const { settings, print, say, units } = useShop()
  const weighed = (kg: number) =>
    sayFigure('fillerMass', { value: kg, low: kg, high: kg, unit: 'kg', source: 'worked-out' }, units)
  const tell = useTell()
  if (!data) return undefined
  const took = jobTook(data.pieces.flatMap((p) => p.runs))
  const cost = addCosts(
    costOf(
      { torchS: took.minutes * 60, cleanUpS: 0, oxygenM3: took.oxygenM3, fuelM3: took.fuelM3 },
      settings.prices,
    ),
    ...took.fillers.map(({ filler, kg }) => {
      const price = readPrice(settings.shelf.find((r) => r.class === filler)?.perKg ?? '')
      return price === undefined ? undefined : price * kg
    }),
  )
  const sums: (readonly [string, string])[] = [
    ['Runs', String(took.runs)],
    ['Time, from start to shut down', print(took.minutes * 60, 'time')],
    ['Time lit, as planned', print(took.torchS, 'time')],
    ['Oxygen, as planned', print(took.oxygenM3, 'volume')],
    ['Fuel, as planned', print(took.fuelM3, 'volume')],
    ...(took.nitrogenM3 > 0 ? [['Nitrogen, as planned', print(took.nitrogenM3, 'volume')] as const] : []),
    ...took.fillers.map((f) => [f.filler, weighed(f.kg)] as const),
    ...(cost === undefined || took.runs === 0
      ? []
      : [['Cost, as far as things are priced', printMoney(cost, settings.prices)] as const]),
    ...(data.remnants.length > 0
      ? [
          [
            'Remnants on the rack',
            data.remnants.map((r) => `${r.count} × ${r.name}, ${print(r.lengthM, 'length')}`).join('; '),
          ] as const,
        ]
      : []),
  ]
  const rows = data.pieces.map((p): RegisterRow => {
    const lines = p.entries
      .filter((e) => JUDGED.has(e.kind) && e.correctedBy === null)
      .map((e) =>
        `${dayOf(e.at)}, ${ENTRY_KIND_NAMES[e.kind].toLowerCase()}${e.personName ? `, ${e.personName}` : ''}: ${tell(e.told)}. ${OUTCOME_NAMES[e.outcome]}`.trim(),
      )
    return {
      title: p.title,
      about: say(p.about),
      state: STATES[p.state].word,
      failed: p.state === 'failed',
      lines,
      photos: p.photos,
    }
  })
  const open = rows.filter((r) => r.state !== 'in the log').map((r) => `${r.title}: ${r.state}`)
  return {
    title: data.job.name,
    place: data.job.place,
    day: format(new Date(), 'd MMMM yyyy'),
    sums,
    rows,
    open,
    untested: untestedOf(data),
  }
}

/** The first joint of a job in which nothing was brought under pressure or vacuum yet. */
const untestedOf = ({ pieces }: CloseOut): string | undefined =>
  pieces.some((p) => p.entries.some((e) => e.kind === 'pressure-test' || e.kind === 'vacuum-test'))
    ? undefined
    : pieces.find((p) => p.kind === 'braze')?.id
