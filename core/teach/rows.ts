/** Moves of a bench as rows: the moment, what is done, and one figure or two. */
export type MoveRow<Do extends string> = readonly [at: number, what: Do, a?: number, b?: number]

/** A move as it is written down: figures that it has none of are left out. */
export const rowOf = <Do extends string>(at: number, what: Do, a?: number, b?: number): MoveRow<Do> =>
  a === undefined ? [at, what] : b === undefined ? [at, what, a] : [at, what, a, b]

/** Plays rows moment by moment, for whoever has something else to do meanwhile; ends with the state or at a moment. */
export function* inParts<
  State extends { readonly at: number; readonly finished: boolean },
  Row extends readonly [at: number, ...rest: unknown[]],
>(
  state: State,
  made: readonly Row[],
  until: number,
  { move, tick }: { readonly move: (state: State, row: Row) => void; readonly tick: (state: State) => void },
): Generator<State, void> {
  let next = 0
  for (;;) {
    for (let m = made[next]; m && m[0] <= state.at; m = made[++next]) move(state, m)
    if (state.at >= until || state.finished) return
    tick(state)
    yield state
  }
}
