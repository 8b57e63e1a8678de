import { useCallback, useEffect, useRef, useState } from 'react'
import { scoreFacts, type FactAnswer, type FactsRecording } from '#core/teach/facts.ts'
import type { Card } from '#core/teach/card.ts'
import { momentSince } from './moment.ts'
import { useKeepAttempt } from './useAttempts.ts'

/** A round of cards as far as it has come. */
export interface Round {
  /** The card in hand; none when all are answered. */
  readonly card: Card | undefined
  /** From 1. */
  readonly place: number
  /** What was chosen for the card in hand. */
  readonly chosen: string | undefined
  readonly choose: (key: string) => void
  readonly next: () => void
  readonly recording: FactsRecording | undefined
  readonly points: number
  /** Cards that were answered wrong. */
  readonly missed: readonly Card[]
}

/**
 * Asks cards one after the other, and writes the round down when it is over: also one that is left before its end, as far
 * as it came.
 * @param cards one or more
 */
export function useRound(task: string, cards: readonly Card[], seed: number): Round {
  const [made, setMade] = useState<readonly FactAnswer[]>([])
  const [place, setPlace] = useState(0)
  const [recording, setRecording] = useState<FactsRecording | undefined>(undefined)
  const begun = useRef<number | undefined>(undefined)
  const keep = useKeepAttempt()
  const open = useRef<readonly FactAnswer[]>([])
  const close = useCallback(() => {
    const answers = open.current
    open.current = []
    if (answers.length === 0) return undefined
    const over: FactsRecording = {
      kind: 'facts',
      task,
      seed,
      made: answers,
      until: answers.at(-1)?.[0] ?? 0,
    }
    keep(over)
    return over
  }, [keep, seed, task])
  useEffect(() => {
    // what was answered is not lost with the page
    const leave = () => void close()
    addEventListener('pagehide', leave)
    return () => {
      removeEventListener('pagehide', leave)
      leave()
    }
  }, [close])
  const card = cards[place]
  const last = made.at(-1)
  return {
    card,
    place: place + 1,
    chosen: card && last?.[1] === card.id && made.length === place + 1 ? last[2] : undefined,
    choose: (key) => {
      if (!card || made.length > place) return
      begun.current ??= Date.now()
      const answers = [...made, [momentSince(begun.current), card.id, key] as const]
      open.current = answers
      setMade(answers)
      if (place === cards.length - 1) setRecording(close())
    },
    next: () => {
      if (made.length > place) setPlace(place + 1)
    },
    recording,
    points: recording ? scoreFacts(recording).points : 0,
    missed: cards.filter((c, i) => made[i] !== undefined && made[i][2] !== c.right.key),
  }
}
