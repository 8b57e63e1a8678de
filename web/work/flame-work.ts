import { BURNT_FUELS } from '#core/flame/burn.ts'
import { flameMap, readMap, type FlameMap } from '#core/flame/flame-map.ts'
import type { SeenFlame } from '#core/flame/seen.ts'
import type { Hands } from '#core/flame/torch.ts'
import { FUELS } from '#core/gas/fuels.ts'
import {
  beginBench,
  MOST_MOVES,
  MOST_TICKS,
  move,
  seenNow,
  tick,
  TICK_S,
  type BenchState,
  type Happening,
  type Made,
  type Move,
} from '#core/teach/bench.ts'
import { happenedNow, looksNow, soundsNow, tipNow } from '#core/teach/bench-words.ts'
import { allSaid, taskMarks, taskStart, taskWanted } from '#core/teach/flame-tasks.ts'
import { pointsOf, type Mark } from '#core/teach/points.ts'
import type { FlameRecording } from '#core/teach/recording.ts'

/** The bench as it stands, for the page: what is painted, said, heard and judged. */
export interface BenchFrame {
  readonly at: number
  readonly seen: SeenFlame | undefined
  readonly hands: Hands
  readonly near: boolean
  readonly lit: boolean
  readonly warm: number
  readonly wind: number
  /** Volumes of oxygen to one of fuel, and over that of the neutral setting. */
  readonly ratio: number
  readonly mixture: number
  readonly gasRuns: boolean
  /** K at the cones, and hydrogen over water there; none of what no molecule is known of, or does not burn. */
  readonly kelvin: number | undefined
  readonly reducing: number | undefined
  readonly looks: string
  readonly sounds: string
  readonly tip: string
  readonly happened: Happening | undefined
  readonly happenedWords: string | undefined
  readonly said: readonly string[]
  readonly marks: readonly Mark[]
  /** Once it is finished: what it is worth, and what somebody did. */
  readonly points: number | undefined
  readonly recording: FlameRecording | undefined
}

/** What is practised, or, with its moves, watched again. */
export type Practised = Pick<FlameRecording, 'task' | 'bench' | 'seed'> &
  Partial<Pick<FlameRecording, 'made' | 'until'>>

/** Moments between two frames of the picture, between two that are read, and between two looks at the marks. */
const PICTURE_TICKS = 2
const FRAME_TICKS = 5
const MARK_TICKS = 10
/** With less oxygen the flame burns with the air round it, and has no cone to be as hot as one. */
const MIXED_FROM = 0.4
/** What is longer is judged as it stands. */
const LAST_TICK = MOST_TICKS - 1
/** A page that fell behind is not caught up with in one go. */
const MOST_BEHIND = 15

let practised: Practised | undefined
let state: BenchState | undefined
let made: Made[] = []
let replayed = 0
let marks: readonly Mark[] = []
let map: FlameMap | undefined
let tell: ((frame: BenchFrame) => void) | undefined
/** Where the picture is painted: the page is not asked to pass it on. */
let picture: MessagePort | undefined
let clock: ReturnType<typeof setInterval> | undefined
let last = 0

function judge(): void {
  if (practised && state) marks = taskMarks(practised.task, state, practised.bench, practised.seed)
}

function frame(now: BenchState, of: Practised): BenchFrame {
  const ratio = now.mixture * FUELS[now.torch.fuel].flame.neutral
  const read = map && now.lit && now.mixture > MIXED_FROM ? readMap(map, ratio) : undefined
  return {
    at: now.at,
    seen: seenNow(now),
    hands: now.hands,
    near: now.near,
    lit: now.lit,
    warm: now.warm,
    wind: now.start.wind,
    ratio,
    mixture: now.mixture,
    gasRuns: now.hold.share > 0.02,
    kelvin: read?.kelvin,
    reducing: read?.reducing,
    looks: looksNow(now),
    sounds: soundsNow(now),
    tip: tipNow(now),
    happened: now.happened,
    happenedWords: happenedNow(now),
    said: now.said,
    marks,
    points: now.finished ? pointsOf(marks) : undefined,
    recording: now.finished
      ? { kind: 'flame', task: of.task, bench: of.bench, seed: of.seed, made: of.made ?? made, until: now.at }
      : undefined,
  }
}

/** What the painter needs of a moment. */
export type Pictured = Pick<BenchFrame, 'at' | 'seen' | 'near' | 'lit' | 'warm' | 'wind' | 'happened'> & {
  readonly jet: boolean
}
const pictureOf = (now: BenchState): Pictured => ({
  at: now.at,
  seen: seenNow(now),
  near: now.near,
  lit: now.lit,
  warm: now.warm,
  wind: now.start.wind,
  happened: now.happened,
  jet: now.lit && now.hands.lever,
})

function show(): void {
  if (!state || !practised) return
  picture?.postMessage(pictureOf(state))
  tell?.(frame(state, practised))
}

function does(next: Move): void {
  if (!state || !practised || state.finished) return
  state = move(state, next)
  if (allSaid(practised.task, state)) state = move(state, { do: 'finish' })
  judge()
  if (state.finished) rest()
  show()
}

/** Lets as many moments pass as the clock says. */
function run(): void {
  if (!state || !practised) return
  const now = performance.now()
  const due = Math.min(MOST_BEHIND, Math.floor((now - last) / (TICK_S * 1000)))
  last = due === MOST_BEHIND ? now : last + due * TICK_S * 1000
  for (let i = 0; i < due && !state.finished; i++) {
    for (let m = practised.made?.[replayed]; m && m.at <= state.at; m = practised.made?.[++replayed])
      state = move(state, m.move)
    state = tick(state, taskWanted(practised.task))
    if (state.at >= (practised.until ?? Infinity)) state = move(state, { do: 'finish' })
    if (!practised.made && (state.at >= LAST_TICK || made.length >= MOST_MOVES - 1)) {
      // judged as it stands, and so again whenever it is watched
      made.push({ at: state.at, move: { do: 'finish' } })
      state = move(state, { do: 'finish' })
    }
    if (state.at % MARK_TICKS === 0 || state.finished) judge()
    if (state.finished || state.at % FRAME_TICKS === 0 || state.happened?.at === state.at) show()
    else if (state.at % PICTURE_TICKS === 0) picture?.postMessage(pictureOf(state))
  }
  if (state.finished) rest()
}

function rest(): void {
  clearInterval(clock)
  clock = undefined
}

function wake(): void {
  if (clock !== undefined || !state || state.finished) return
  last = performance.now()
  clock = setInterval(run, TICK_S * 1000)
}

/** The flame bench as its worker runs it: one at a time. */
export const flameWork = {
  /** Begins a task anew, or plays a recording from its first moment. `painted` hears how its picture changes. */
  begin(of: Practised, told: (frame: BenchFrame) => void, painted?: MessagePort): void {
    rest()
    picture = painted
    practised = of
    tell = told
    made = []
    replayed = 0
    const { fuel } = of.bench.torch
    const known = BURNT_FUELS.find((f) => f === fuel)
    if (map?.fuel !== known) map = known && flameMap(known)
    state = beginBench(taskStart(of.task, of.bench, of.seed))
    judge()
    show()
    wake()
  },
  /** What a hand does now; while a recording is played hands do nothing. */
  make(next: Move): void {
    if (!state || state.finished || practised?.made) return
    made.push({ at: state.at, move: next })
    does(next)
  },
  /** The clock of the bench stands while nobody looks. */
  rest,
  wake,
}
export type FlameWorker = typeof flameWork
