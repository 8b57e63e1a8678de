/** Pieces that are made one after the other on one set-up, out of what was planned as one thing. */
import { layOutPractice, type PlacedItem } from '#core/cut/practice-layout.ts'
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

/** Where the first of some cuts lies on the plate, and what lies between it and the next. */
function placeWords(placed: readonly PlacedItem[], print: (m: number) => string): string {
  const [first, second] = placed
  if (!first) return ''
  const middle = { x: first.x + first.width / 2, y: first.y + first.height / 2 }
  const round = first.item.shape === 'hole' || first.item.shape === 'disc' || first.item.shape === 'pierce'
  const at = round
    ? `its middle ${print(middle.x)} in and ${print(middle.y)} up`
    : `${print(middle.y)} from the edge`
  if (!second) return at
  const apart = Math.hypot(second.x + second.width / 2 - middle.x, second.y + second.height / 2 - middle.y)
  return `${at}, the next ${print(apart)} on`
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
 * A practice plate as a lesson: each of its cuts a piece of its own, in its place, with its own plan, steps and result,
 * made as often as the plate has it.
 * @param draft a cut whose shape is a practice plate
 */
export function lessonOf(
  draft: CutDraft,
  { request }: Pick<GoodCut, 'request'>,
  units: UnitChoices,
): readonly InARow[] {
  const { placed } = layOutPractice(request.work.practice)
  const print = (m: number) => printAs(m, 'rule', units)
  return request.work.practice.flatMap((item, i) => {
    const typed = draft.work.practice[i]
    if (!typed) return []
    const where = placeWords(
      placed.filter((p) => p.item === item),
      print,
    )
    return [
      {
        title: `${NAMES[item.shape]}, ${where}`,
        repeats: item.count,
        draft: {
          ...draft,
          work: {
            ...draft.work,
            shape: item.shape,
            length: typed.length,
            width: typed.width,
            diameter: typed.diameter,
            bevel: typed.bevel,
            bevelFrom: 'square',
            start: '',
            count: '1',
            practice: [],
          },
        },
      },
    ]
  })
}

/** The bar of a cut list and the torch that it is cut with, as typed. */
interface Bar {
  readonly width: string
  readonly thickness: string
  readonly torchId: string
}

/** One cut across a bar, planned with its torch as the rig has it; a torch that is gone is a usual one. */
export function cutAcross(
  { width, thickness, torchId }: Bar,
  torches: readonly Torch[],
  settings: Settings,
): CutDraft {
  const first = firstDraft(settings)
  const torch = torches.find((t) => t.id === torchId)
  return {
    ...first,
    torchId: torch?.id ?? null,
    rig: torch?.rig ?? FIRST_RIG,
    work: { ...first.work, shape: 'straight', thickness, length: width },
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
