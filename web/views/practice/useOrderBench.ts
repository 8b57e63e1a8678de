import { orderTaskOf } from '#core/teach/order-board.ts'
import { useMemo, useRef, useState } from 'react'
import type { OrderBoard } from '#core/teach/order-board.ts'
import { goodOrder, judgeOrder, type OrderRecording } from '#core/teach/order-judge.ts'
import {
  beginOrder,
  MOST_ORDER_MOVES,
  moveOrder,
  playOrder,
  type OrderMove,
  type OrderState,
} from '#core/teach/order-play.ts'
import { momentSince } from './moment.ts'
import { useKeepAttempt } from './useAttempts.ts'
import type { Watched } from './useOnStage.ts'

/** What is watched, move by move. */
interface Watching {
  readonly title: string
  readonly board: OrderBoard
  readonly made: readonly OrderMove[]
  /** So many of its moves have been seen. */
  readonly seen: number
}
/** A try, as far as it has come. */
interface Try {
  readonly state: OrderState
  readonly made: readonly OrderMove[]
}

/** The order bench in the hand. */
export interface OrderBench {
  readonly board: OrderBoard
  readonly state: OrderState
  /** The last move, for what is said of it. */
  readonly last: OrderMove | undefined
  readonly watched: Watched
  readonly own: OrderRecording | undefined
  readonly score: ReturnType<typeof judgeOrder> | undefined
  /** Counts what was put on the bench. */
  readonly round: number
  readonly move: (what: OrderMove[1], a?: number) => void
  /** The next move of what is watched; nothing where it has been seen. */
  readonly next: (() => void) | undefined
  readonly begin: () => void
  readonly watchGood: () => void
  readonly watchOwn: () => void
}

/**
 * A board under somebody's hands: each move goes through the state model, and what is over is written down.
 * @param anew a board to begin with, mixed anew at each try
 * @param file a recording that is watched first
 */
export function useOrderBench(anew: () => OrderBoard, file?: OrderRecording): OrderBench {
  const [now, setNow] = useState<Try>(() => ({ state: beginOrder(file ? file.board : anew()), made: [] }))
  const [watching, setWatching] = useState<Watching | undefined>(() =>
    file ? { title: 'A recording', board: file.board, made: file.made, seen: 0 } : undefined,
  )
  const [round, setRound] = useState(0)
  const [own, setOwn] = useState<OrderRecording | undefined>(undefined)
  const keep = useKeepAttempt()
  const begun = useRef<number | undefined>(undefined)
  const seen = useMemo(
    () => watching && playOrder(watching.board, watching.made.slice(0, watching.seen)),
    [watching],
  )
  const state = seen ?? now.state
  const score = useMemo(() => (state.finished ? judgeOrder(state) : undefined), [state])
  const watch = (title: string, { board, made }: Pick<OrderRecording, 'board' | 'made'>) =>
    setWatching({ title, board, made, seen: 0 })
  return {
    board: state.board,
    state,
    last: watching ? watching.made[watching.seen - 1] : now.made.at(-1),
    watched: watching && { title: watching.title },
    own,
    score,
    round,
    move: (what, a) => {
      if (watching || now.state.finished) return
      // past what a recording holds only its end is still taken
      if (now.made.length >= MOST_ORDER_MOVES - 1 && what !== 'finish') return
      begun.current ??= Date.now()
      const at = momentSince(begun.current)
      const made: OrderMove = a === undefined ? [at, what] : [at, what, a]
      const after = moveOrder(now.state, made)
      const next = { state: after, made: [...now.made, made] }
      setNow(next)
      if (!after.finished) return
      const { board } = after
      const recording: OrderRecording = {
        kind: 'order',
        task: orderTaskOf(board),
        board,
        made: next.made,
        until: at,
      }
      setOwn(recording)
      keep(recording)
    },
    next:
      watching && watching.seen < watching.made.length && !state.finished
        ? () => setWatching({ ...watching, seen: watching.seen + 1 })
        : undefined,
    begin: () => {
      begun.current = undefined
      setRound(round + 1)
      setWatching(undefined)
      setNow({ state: beginOrder(anew()), made: [] })
    },
    watchGood: () => watch('A good hand', { board: state.board, made: goodOrder(state.board) }),
    watchOwn: () => {
      if (own) watch('Yours', own)
    },
  }
}
