import type { PaceResult } from '#core/cut-sim/run-pace.ts'

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
  { starts, losses, blows }: Pick<PaceResult, 'starts' | 'losses' | 'blows'>,
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
  ].sort((a, b) => a.t - b.t)
}
