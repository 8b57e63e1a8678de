/** Pieces that are made one after the other on one set-up, out of what was planned as one thing. */
import { layOutPractice, type PlacedItem } from '#core/cut/practice-layout.ts'
import { MOST_PIECES } from '#core/line/agree.ts'
import { wayOf, type OutlinePlan } from '#core/outline/index.ts'
import { printAs } from '#core/quantity/index.ts'
import type { UnitChoices } from '#core/quantity/choices.ts'
import type { CutListPlan } from '#core/stock/types.ts'
import type { CutDraft, Settings } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import { firstDraft, FIRST_RIG } from './first.ts'
import type { GoodCut } from './plan-of.ts'

/** One of them: what it is called, what is planned, and how often it is made. */
export interface InARow {
  readonly title: string
  readonly draft: CutDraft
  readonly repeats: number
}

/** Where a cut lies on the plate. */
function placeWords({ item, x, y, width, height }: PlacedItem, print: (m: number) => string): string {
  const middle = { x: x + width / 2, y: y + height / 2 }
  return item.shape === 'hole' || item.shape === 'disc' || item.shape === 'pierce'
    ? `its middle ${print(middle.x)} in and ${print(middle.y)} up`
    : `${print(middle.y)} from the edge`
}

const NAMES = {
  straight: 'Line',
  bevel: 'Bevel',
  hole: 'Circle',
  disc: 'Disc',
  slot: 'Slot',
  pierce: 'Pierce',
} as const

/**
 * A practice plate as a lesson: each of its cuts a piece of its own, in its place, with its own plan, steps and result.
 * Where the plate has more cuts than a batch takes, those of a kind are one piece, made so often.
 * @param draft a cut whose shape is a practice plate
 */
export function lessonOf(
  draft: CutDraft,
  { request }: Pick<GoodCut, 'request'>,
  units: UnitChoices,
): readonly InARow[] {
  const { practice } = request.work
  const { placed } = layOutPractice(practice)
  const print = (m: number) => printAs(m, 'rule', units)
  const apart = practice.reduce((n, { count }) => n + count, 0) <= MOST_PIECES
  return practice.flatMap((item, i) => {
    const typed = draft.work.practice[i]
    const places = placed.filter((p) => p.item === item)
    if (!typed) return []
    const work = {
      ...draft.work,
      shape: item.shape,
      length: typed.length,
      width: typed.width,
      diameter: typed.diameter,
      bevel: typed.bevel,
      bevelFrom: 'square' as const,
      start: '',
      count: '1',
      practice: [],
    }
    const name = NAMES[item.shape]
    // no more than fit a plate are laid out: the rest lie in the same places on the next
    const cuts = Array.from({ length: apart ? item.count : 1 }, (_, n) => places[n % places.length])
    return cuts.map((place, n) => ({
      title: `${name}${cuts.length > 1 ? ` ${n + 1}` : ''}${place ? `, ${placeWords(place, print)}` : ''}`,
      repeats: apart ? 1 : item.count,
      draft: { ...draft, work },
    }))
  })
}

/**
 * The cuts of an outline in a row, in the order in which they are to be made: holes before their outside, each near the
 * last one but off its heat.
 * @param draft a cut whose shape is an outline
 * @param plan its drawing as it is ordered; no more of it than a batch takes
 */
export function outlineInARow(
  draft: CutDraft,
  { cuts, box }: Pick<OutlinePlan, 'cuts' | 'box'>,
  units: UnitChoices,
): readonly InARow[] {
  const print = (mm: number, as: 'rule' | 'length') => printAs(mm / 1000, as, units)
  const parts = new Set(cuts.map((c) => c.part)).size
  return cuts.slice(0, MOST_PIECES).map((cut, i) => {
    const { kind, part, pierce } = cut
    const frees = `${kind === 'hole' ? 'Hole' : 'Outside'}${parts > 1 ? ` of part ${part + 1}` : ''}`
    const length = print(wayOf(cut), 'length')
    return {
      title: `${i + 1}. ${frees}, pierced ${print(pierce.x - box.minX, 'rule')} in and ${print(pierce.y - box.minY, 'rule')} up`,
      repeats: 1,
      draft: { ...draft, work: { ...draft.work, length, pierces: '1' } },
    }
  })
}

/** The bar of a cut list and the torch that it is cut with, as typed. */
interface Bar {
  readonly width: string
  readonly thickness: string
  readonly torchId: string
  /** Absent: steel, as most bars are. */
  readonly metal?: string
}

/** One cut across a bar, planned with its torch as the rig has it; a torch that is gone is a usual one. */
export function cutAcross(
  { width, thickness, torchId, metal }: Bar,
  torches: readonly Torch[],
  settings: Settings,
): CutDraft {
  const first = firstDraft(settings)
  const torch = torches.find((t) => t.id === torchId)
  return {
    ...first,
    torchId: torch?.id ?? null,
    rig: torch?.rig ?? FIRST_RIG,
    work: { ...first.work, shape: 'straight', thickness, length: width, metal: metal ?? first.work.metal },
    // what a bar is of is said with its list, as far as it is said
    assumed: metal === undefined ? ['metal'] : [],
  }
}

/**
 * The lengths of a cut list as cuts in a row, the longest first: the bar stays where it lies, each cut as far from the
 * last one's heat as the bar allows.
 * @param bar with width and thickness given
 */
export function cutListInARow(
  plan: Pick<CutListPlan, 'patterns'>,
  bar: Bar,
  torches: readonly Torch[],
  settings: Settings,
): readonly InARow[] {
  const counts = new Map<number, number>()
  for (const { piecesM, times } of plan.patterns)
    for (const m of piecesM) counts.set(m, (counts.get(m) ?? 0) + times)
  const draft = cutAcross(bar, torches, settings)
  return [...counts]
    .sort(([a], [b]) => b - a)
    .map(([m, repeats]) => ({
      title: `${bar.width} × ${bar.thickness} bar, ${printAs(m, 'length', settings.units)}`,
      repeats,
      draft,
    }))
}
