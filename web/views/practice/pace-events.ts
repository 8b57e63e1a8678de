import type { PaceCame } from '../../work/pace-work.ts'

/** Something that happened along a cut. */
export interface PaceEvent {
  readonly kind: 'start' | 'loss' | 'blow' | 'pop'
  readonly t: number
  readonly xMm: number
  /** One sign that stands for it. */
  readonly mark: string
  readonly says: string
}

const STARTS = { edge: 'Started at the edge', kerf: 'Started again', pierce: 'Pierced' } as const
const WHY = {
  'lever-part': 'the lever was half up',
  'oxygen-low': 'too little oxygen',
  purity: 'impure oxygen',
  'too-high': 'held too high',
  scale: 'scale or rust in the way',
  metal: 'this metal burns badly',
  'too-fast': 'too fast',
  popping: 'the flame was out',
  'preheat-little': 'the flame did not keep up',
  'not-through': 'moved before it was through',
  'pierced-low': 'pierced too low',
} as const

/** What happened along a cut, in its order. @param along a place in the shop's words */
export function eventsOf(
  {
    starts,
    losses,
    blows,
    pops,
    poppedMm,
  }: Pick<PaceCame, 'starts' | 'losses' | 'blows' | 'pops' | 'poppedMm'>,
  along: (metres: number) => string,
): readonly PaceEvent[] {
  const at = (x: number) => `at ${along(Math.max(0, x))}`
  // what blew back as it was lost is told with the loss
  const alone = blows.filter((b) => !losses.some((l) => l.t === b.t))
  return [
    ...starts.map(({ t, x, kind }): PaceEvent => ({
      kind: 'start',
      t,
      xMm: x * 1000,
      mark: '▲',
      says: `${STARTS[kind]}, ${at(x)}.`,
    })),
    ...losses.map(({ t, x, cause }): PaceEvent => ({
      kind: 'loss',
      t,
      xMm: x * 1000,
      mark: '✕',
      says: `Lost ${at(x)}: ${WHY[cause]}.`,
    })),
    ...alone.map(({ t, x, cause }): PaceEvent => ({
      kind: 'blow',
      t,
      xMm: x * 1000,
      mark: '↑',
      says: `Blew back ${at(x)}: ${WHY[cause]}.`,
    })),
    ...pops.map((t, i): PaceEvent => {
      const xMm = poppedMm[i] ?? 0
      return { kind: 'pop', t, xMm, mark: '✱', says: `Popped ${at(xMm / 1000)}: the cones touched.` }
    }),
  ].sort((a, b) => a.t - b.t)
}

/** A mark that a finger finds, px. */
export const MARK_PX = 44
type Place = readonly [left: number, top: number]

/** Marks lie side by side where they would lie on each other: each as near to its own place as there is room, on the sheet. */
export function spreadOut(
  wanted: readonly Place[],
  { width, height }: { readonly width: number; readonly height: number },
): readonly Place[] {
  const laid: Place[] = []
  const free = ([left, top]: Place) =>
    laid.every(([l, t]) => Math.abs(l - left) >= MARK_PX || Math.abs(t - top) >= MARK_PX)
  const inside = ([left, top]: Place) =>
    Math.abs(left - width / 2) <= (width - MARK_PX) / 2 &&
    Math.abs(top - height / 2) <= (height - MARK_PX) / 2
  for (const place of wanted) {
    const [left, top] = place
    const tries = STEPS.map(([dx, dy]): Place => [left + dx * MARK_PX, top + dy * MARK_PX])
    laid.push(free(place) ? place : (tries.find((t) => free(t) && inside(t)) ?? place))
  }
  return laid
}
/** Steps of one mark around a place, the nearest first, up and down before along. */
const STEPS: readonly Place[] = [-3, -2, -1, 0, 1, 2, 3]
  .flatMap((dx) => [-2, -1, 0, 1, 2].map((dy): Place => [dx, dy]))
  .sort((a, b) => Math.hypot(2 * a[0], a[1]) - Math.hypot(2 * b[0], b[1]))
