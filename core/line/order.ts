/** In which order pieces of a batch are made, so that the least is changed between them. */
import { areHotNeighbours, onAnotherRun, type LedStep, type OnLine } from './led.ts'

/** What is changed in a batch beside its pieces. */
export interface Changes {
  readonly attachments: number
  readonly tips: number
  /** How often the flame is lit. */
  readonly lights: number
}

/** Counts what the steps of a batch change. */
export function changesOf(steps: readonly Pick<LedStep, 'acts'>[]): Changes {
  const count = (name: 'change-attachment' | 'change-tip' | 'light') =>
    steps.filter((s) => s.acts.some((a) => a.do === name)).length
  return { attachments: count('change-attachment'), tips: count('change-tip'), lights: count('light') }
}

/** Whether one order changes less than another: attachments weigh most, then tips, then lighting again. */
export function changesLess(a: Changes, b: Changes): boolean {
  if (a.attachments !== b.attachments) return a.attachments < b.attachments
  return a.tips === b.tips ? a.lights < b.lights : a.tips < b.tips
}

const ofRun = ({ setup, run }: OnLine): string => (setup.setting.line === undefined ? '' : (run ?? ''))
/** What is changed last goes first: what a change of it costs sinks from one to the next. */
const BY: readonly ((p: OnLine) => string)[] = [
  ({ setup }) => setup.torch.kind,
  ofRun,
  ({ setup }) => JSON.stringify(setup.setting.tip ?? null),
  ({ setup }) => `${setup.oxygenPa} ${setup.fuelPa}`,
  ({ setup }) => setup.setting.flame ?? '',
]

/** Indices put together by a key, each group where its first one stood, and each group by the keys after it. */
function grouped(pieces: readonly OnLine[], at: readonly number[], keys: typeof BY): number[] {
  const [key, ...rest] = keys
  if (!key) return [...at]
  const groups = new Map<string, number[]>()
  for (const i of at) {
    const name = key(pieces[i] as OnLine)
    groups.set(name, [...(groups.get(name) ?? []), i])
  }
  return [...groups.values()].flatMap((group) =>
    key === ofRun && group.every((i) => pieces[i]?.run !== undefined && pieces[i]?.atM !== undefined)
      ? alongRun(pieces, group)
      : grouped(pieces, group, rest),
  )
}

/**
 * Joints of one run from its far end to its near one, so that hot gas leaves through work that is done; one that lies so
 * near the last that it would let that go waits for another between, where there is one.
 */
function alongRun(pieces: readonly OnLine[], at: readonly number[]): number[] {
  const place = (i: number) => pieces[i]?.atM ?? 0
  const left = [...at].sort((a, b) => place(b) - place(a))
  const order: number[] = []
  while (left.length > 0) {
    const last = pieces[order.at(-1) ?? -1]
    const cool = last ? left.findIndex((i) => !areHotNeighbours(last, pieces[i] as OnLine)) : 0
    order.push(...left.splice(Math.max(0, cool), 1))
  }
  return order
}

/**
 * How often an order goes on with a joint that is too near the last, or goes back along its run towards the far end.
 * @param pieces in the order in which they are made
 */
export const disorderOf = (pieces: readonly OnLine[]): number =>
  pieces.reduce((sum, next, i) => {
    const last = pieces[i - 1]
    if (
      !last ||
      last === next ||
      onAnotherRun(last, next) ||
      last.atM === undefined ||
      next.atM === undefined
    )
      return sum
    return sum + (areHotNeighbours(last, next) ? 1 : 0) + (next.atM > last.atM ? 1 : 0)
  }, 0)

/**
 * The order that changes least: pieces of one attachment together, in it those of one run of tube, then of one tip, of
 * one pressure, of one flame. What comes first stays first, and pieces that are alike keep their order.
 * @returns the indices of the pieces in that order, each once
 * @example proposeOrder([]) // []
 */
export const proposeOrder = (pieces: readonly OnLine[]): readonly number[] =>
  grouped(
    pieces,
    pieces.map((_, i) => i),
    BY,
  )

/** What is done between two pieces: how the flame goes over, and what is changed or set on the way. */
export interface Gap {
  readonly flame: 'stays' | 'lit-again'
  readonly attachment: boolean
  readonly tip: boolean
  /** Figures of the next piece that are set anew, by their names. */
  readonly sets: readonly string[]
  /** Nitrogen is ended on one run of tube and begun on another, or its end moved along one. */
  readonly nitrogen: 'another-run' | 'along' | 'none'
}

function gapOf(steps: readonly LedStep[]): Gap {
  const does = (name: string) => steps.some((s) => s.acts.some((a) => a.do === name))
  return {
    flame: does('light') ? 'lit-again' : 'stays',
    attachment: does('change-attachment'),
    tip: does('change-tip'),
    sets: steps.flatMap((s) => (/^set-/.test(s.id) && s.figure !== undefined ? [s.figure] : [])),
    nitrogen: steps.some((s) => /^(open-line|nitrogen-)/.test(s.id))
      ? 'another-run'
      : steps.some((s) => s.id.startsWith('next-end'))
        ? 'along'
        : 'none',
  }
}

/**
 * What lies between the makings of a batch.
 * @returns before each making but the first, in their order
 */
export function gapsOf(steps: readonly LedStep[]): readonly (Gap & {
  /** The making that comes after it, from 1. */
  readonly piece: number
  readonly repeat: number
})[] {
  const gaps: (Gap & { piece: number; repeat: number })[] = []
  let between: LedStep[] = []
  let last: LedStep | undefined
  for (const step of steps) {
    if (step.stage === 'next') between.push(step)
    // what is done with the last piece while it cools lies in the gap
    if (step.stage !== 'piece' || step.phase === 'after') continue
    const { piece = 1, repeat = 1 } = step
    if (last && (last.piece !== step.piece || last.repeat !== step.repeat))
      gaps.push({ ...gapOf(between), piece, repeat })
    between = []
    last = step
  }
  return gaps
}

/**
 * The longest time that the torch of a batch burns without being shut, s.
 * @param litS how long one making of each piece is lit by its plan, s, by its place from 0
 */
export function longestLitS(steps: readonly LedStep[], litS: readonly number[]): number {
  const lit = (piece: number) => litS[piece - 1] ?? 0
  let [longest, now] = [lit(1), lit(1)]
  for (const { flame, piece } of gapsOf(steps)) {
    now = flame === 'stays' ? now + lit(piece) : lit(piece)
    longest = Math.max(longest, now)
  }
  return longest
}
