import { BenchClock } from './bench-clock.ts'

/** What is practised: with its moves, what is watched again. */
export interface Practisable<Move> {
  readonly made?: readonly Move[] | undefined
  readonly until?: number | undefined
}

/** What a bench is made of, for the run of it. Moves are rows that begin with their moment. */
export interface BenchRules<
  Of extends Practisable<Move>,
  State extends { readonly at: number; readonly finished: boolean },
  Move extends readonly [at: number, ...rest: unknown[]],
  Frame,
> {
  /** One moment, s; a page that fell behind catches up with so many of them at most. */
  readonly momentS: number
  readonly mostBehind: number
  /** Moments between two frames that are told; ms between two that are painted. */
  readonly frameTicks: number
  readonly paintMs: number
  /** It lasts no longer, and takes no more moves. */
  readonly mostTicks: number
  readonly mostMoves: number
  readonly begin: (of: Of) => State
  /** What a hand does that is watched, where it has to be worked out first. */
  readonly hand: (of: Of, state: State) => Pick<Of, 'made' | 'until'> | undefined
  readonly move: (state: State, move: Move) => void
  /** The next moment, with whatever goes on beside it. */
  readonly tick: (state: State) => void
  /** The move that ends it. */
  readonly finish: (at: number) => Move
  readonly judge: (state: State, of: Of, made: readonly Move[]) => void
  readonly frame: (state: State) => Frame
  readonly paint: (state: State) => void
}

/** A bench as its worker runs it: one thing at a time, by the clock or sooner, by hand or from a recording. */
export class StagedRun<
  Of extends Practisable<Move>,
  State extends { readonly at: number; readonly finished: boolean },
  Move extends readonly [at: number, ...rest: unknown[]],
  Frame,
> {
  state: State | undefined
  #of: Of | undefined
  #made: Move[] = []
  #replayed = 0
  #judged = false
  #painted = 0
  #tell: ((frame: Frame) => void) | undefined
  readonly #rules: BenchRules<Of, State, Move, Frame>
  readonly #clock: BenchClock

  constructor(rules: BenchRules<Of, State, Move, Frame>) {
    this.#rules = rules
    this.#clock = new BenchClock(rules.momentS, rules.mostBehind, (due) => this.#pass(due))
  }

  /** Begins anew, or plays a recording from its first moment. */
  begin(of: Of, told: (frame: Frame) => void): void {
    this.rest()
    this.#tell = told
    this.#made = []
    this.#replayed = 0
    this.#judged = false
    this.#clock.pace = 1
    const state = this.#rules.begin(of)
    this.state = state
    this.#of = { ...of, ...this.#rules.hand(of, state) }
    this.#show()
    this.wake()
  }

  /** What a hand does now; while a recording is played hands do nothing. @param move of a moment */
  make(move: (at: number) => Move): void {
    const { state } = this
    if (!state || state.finished || this.#of?.made) return
    const now = move(state.at)
    this.#made.push(now)
    this.#does(now)
  }

  /** How much sooner than the clock a recording is watched. */
  pace(times: number): void {
    this.#clock.pace = times
  }

  rest(): void {
    this.#clock.rest()
  }

  wake(): void {
    if (this.state && !this.state.finished) this.#clock.wake()
  }

  /** Paints it as it stands. */
  paint(): void {
    if (!this.state) return
    this.#painted = performance.now()
    this.#rules.paint(this.state)
  }

  #show(): void {
    this.paint()
    if (this.state) this.#tell?.(this.#rules.frame(this.state))
  }

  #ended(): void {
    const { state } = this
    if (!state?.finished || !this.#of || this.#judged) return
    this.#judged = true
    this.#rules.judge(state, this.#of, this.#of.made ?? this.#made)
    this.rest()
    this.#show()
  }

  #does(move: Move): void {
    const { state } = this
    if (!state || state.finished) return
    this.#rules.move(state, move)
    this.#ended()
  }

  /** Lets so many moments pass. */
  #pass(due: number): void {
    const { state } = this
    for (let i = 0; state && i < due && !state.finished; i++) this.#next(state)
    if (due > 0 && performance.now() - this.#painted >= this.#rules.paintMs) this.paint()
  }

  #next(state: State): void {
    const { frameTicks, mostTicks, mostMoves, finish, tick, frame } = this.#rules
    const made = this.#of?.made
    for (let m = made?.[this.#replayed]; m && m[0] <= state.at; m = made?.[++this.#replayed]) this.#does(m)
    if (state.finished) return
    if (state.at >= (this.#of?.until ?? mostTicks - 1) || this.#made.length >= mostMoves - 1) {
      // judged as it stands, and so again whenever it is watched
      const end = finish(state.at)
      if (!made) this.#made.push(end)
      this.#does(end)
      return
    }
    tick(state)
    if (state.finished) this.#ended()
    else if (state.at % frameTicks === 0) this.#tell?.(frame(state))
  }
}
