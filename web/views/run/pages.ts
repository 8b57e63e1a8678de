import { omit } from '#core/objects.ts'
import { STAGES, type Stretch } from '#core/line/stage.ts'
import type { LedStep } from '#core/line/led.ts'
import { makingTitle } from '#core/record/run.ts'
import type { RunPiece } from '#contract/types.ts'

type Named = readonly Pick<RunPiece, 'title' | 'repeats'>[]

/** What a page of a run is called: the making, the change, or its stage. */
export function pageName(stretch: Stretch, steps: readonly LedStep[], pieces: Named): string {
  const piece = pieces[(stretch.piece ?? 1) - 1]
  if (stretch.stage === 'piece' && piece)
    return makingTitle(piece.title, piece.repeats, { repeat: stretch.repeat ?? 1 })
  if (stretch.stage !== 'next') return STAGES[stretch.stage]
  const does = (name: 'change-tip' | 'change-attachment') =>
    steps.slice(stretch.from, stretch.to).some((s) => s.acts.some((a) => a.do === name))
  if (does('change-attachment')) return 'Attachment change'
  return does('change-tip') ? 'Tip change' : STAGES.next
}

/** Pages that stand under one tab: all makings of a piece one after another, with what lies between them. */
export interface Tab {
  readonly name: string
  readonly from: number
  readonly to: number
}

/** The tabs of a run: its pages, those of one piece drawn together. */
export function tabsOf(
  stretches: readonly Stretch[],
  steps: readonly LedStep[],
  pieces: Named,
): readonly Tab[] {
  const tabs: (Tab & { readonly piece: number | undefined })[] = []
  stretches.forEach((s, i) => {
    const last = tabs.at(-1)
    const ofPiece = s.stage === 'piece' ? (s.piece ?? 1) : undefined
    // between two makings of one piece
    const within = s.stage === 'next' && last?.piece !== undefined && stretches[i + 1]?.piece === last.piece
    if (last && last.piece !== undefined && (within || ofPiece === last.piece))
      tabs[tabs.length - 1] = { ...last, to: s.to }
    else {
      const name =
        (ofPiece === undefined ? undefined : pieces[ofPiece - 1]?.title) ?? pageName(s, steps, pieces)
      tabs.push({ name, from: s.from, to: s.to, piece: ofPiece })
    }
  })
  return tabs.map(({ name, from, to }) => ({ name, from, to }))
}

/** So many tabs have room beside each other. */
const TABS_SHOWN = 7

/** The tabs that are shown: those round the one in hand, where there are too many. */
export function tabsNear(tabs: readonly Tab[], index: number): readonly Tab[] {
  const at = tabs.findIndex((t) => index >= t.from && index < t.to)
  const from = Math.max(0, Math.min(at - 2, tabs.length - TABS_SHOWN))
  return tabs.slice(from, from + TABS_SHOWN)
}

/**
 * What stands beside a page: what stands beside the step in hand, with the pace and the pattern of the first of the page
 * that has one, and every further figure of it; those were told with the first making of a piece, and are not told again.
 * @param ahead the steps of the page from the one in hand on
 */
export function besidePage(step: LedStep, ahead: readonly LedStep[]): LedStep {
  const pace = ahead.find((s) => s.pace)?.pace
  const pattern = ahead.find((s) => s.pattern)?.pattern
  const also = (step.repeat ?? 1) > 1 ? [] : [...new Set(ahead.flatMap((s) => s.also ?? []))]
  return {
    ...omit(step, ['also']),
    ...(pace ? { pace } : {}),
    ...(pattern ? { pattern } : {}),
    ...(also.length > 0 ? { also } : {}),
  }
}

/** So many of the next pages are told. */
const NEXT_PAGES = 4

/** What comes after a page, in a few words: equal pieces are counted together. */
export function pagesAfter(
  stretches: readonly Stretch[],
  now: Stretch,
  steps: readonly LedStep[],
  pieces: Named,
): readonly string[] {
  const after = stretches.slice(stretches.findIndex((s) => s.from === now.from) + 1)
  const said: string[] = []
  for (let i = 0; i < after.length && said.length < NEXT_PAGES;) {
    const s = after[i] as Stretch
    said.push(pageName(s, steps, pieces))
    i += 1
    if (s.stage !== 'piece') continue
    const others = after.slice(i).findIndex((o) => o.stage !== 'piece' || o.piece !== s.piece)
    const more = others < 0 ? after.length - i : others
    if (more > 0) said.push(`then ${more} more`)
    i += more
  }
  return said
}
