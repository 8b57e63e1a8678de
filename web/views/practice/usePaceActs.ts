import { useEffect, useMemo, useRef, useState } from 'react'
import { startsAtM, type PaceBoard } from '#core/teach/pace-board.ts'
import { HIGHEST_MM, LEANS_MOST, LOWEST_MM } from '#core/teach/pace-play.ts'
import type { PaceBenchHeld } from '../../work/usePaceBench.ts'
import type { PaceKeys } from './usePaceKeys.ts'

/** Everything that hands do at the pace bench, from buttons, keys and fingers alike. */
export interface PaceActs {
  readonly keys: PaceKeys
  /** Leads the torch to a place, mm along and across. */
  readonly lead: (x: number, y: number) => void
  readonly lever: (down: boolean) => void
  /** The lever is eased down in place of pressed. */
  readonly eased: boolean
  readonly ease: () => void
  readonly height: (byMm: number) => void
  readonly lean: (by: number) => void
  /** Quicker or slower, by a step. */
  readonly quicker: (by: 1 | -1) => void
  readonly stop: () => void
  /** To where it begins; after a loss back to the edge of the cut. */
  readonly toStart: () => void
  readonly finish: () => void
}

/** The torch is led no further than this in a step of its own, ms. */
const STEP_MS = 28
const HEIGHT_STEP_MM = 0.5
const LEAN_STEP = 5
const ACROSS_STEP_MM = 0.5
const tenth = (v: number) => Math.round(v * 10) / 10
const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v))

/** @param again changes whenever it begins anew: the hands then hold nothing */
export function usePaceActs({ make, latest }: PaceBenchHeld, board: PaceBoard, again: unknown): PaceActs {
  const [eased, setEased] = useState(board.plate.start === 'pierce')
  // what the hands hold: ahead of what the bench tells
  const held = useRef({ go: 0, height: 0, lean: 0, y: 0, down: false, moved: 0 })
  useEffect(() => {
    held.current = { go: 0, height: board.plan.height * 1000, lean: 0, y: 0, down: false, moved: 0 }
  }, [board, again])
  return useMemo(() => {
    const told = board.told.speed * 1000
    const lever = (down: boolean) => {
      const has = held.current
      if (has.down === down) return
      has.down = down
      if (down && eased) make('lever', 1, 1)
      else make('lever', down ? 1 : 0)
    }
    const height = (by: number) => {
      const has = held.current
      has.height = tenth(clamp(has.height + by, LOWEST_MM, HIGHEST_MM))
      make('height', has.height)
    }
    const lean = (by: number) => {
      const has = held.current
      has.lean = clamp(has.lean + by, -LEANS_MOST, LEANS_MOST)
      make('lean', has.lean)
    }
    const quicker = (by: 1 | -1) => {
      const has = held.current
      // from a standstill it sets off at half the pace
      has.go = tenth(has.go === 0 && by > 0 ? told / 2 : Math.max(0, has.go + (by * told) / 16))
      make('go', has.go)
    }
    const stop = () => {
      held.current.go = 0
      make('go', 0)
    }
    const across = (by: number) => {
      const has = held.current
      has.y = tenth(has.y + by)
      make('across', has.y)
    }
    const toStart = () => {
      const has = held.current
      const lost = latest.current?.lostAt
      has.go = 0
      has.y = 0
      make('at', tenth(lost ?? startsAtM(board.plate) * 1000), 0)
    }
    const lead = (x: number, y: number) => {
      const has = held.current
      const at = performance.now()
      if (at - has.moved < STEP_MS) return
      has.moved = at
      has.go = 0
      has.y = tenth(y)
      make('at', tenth(x), has.y)
    }
    const ease = () => setEased((e) => !e)
    const finish = () => make('finish')
    return {
      lead,
      lever,
      eased,
      ease,
      height,
      lean,
      quicker,
      stop,
      toStart,
      finish,
      keys: {
        lever,
        each: {
          ArrowRight: () => quicker(1),
          ArrowLeft: () => quicker(-1),
          ArrowUp: () => height(HEIGHT_STEP_MM),
          ArrowDown: () => height(-HEIGHT_STEP_MM),
          w: () => across(-ACROSS_STEP_MM),
          x: () => across(ACROSS_STEP_MM),
        },
        once: {
          s: stop,
          h: toStart,
          e: ease,
          q: () => lean(-LEAN_STEP),
          r: () => lean(LEAN_STEP),
        },
      },
    }
  }, [make, latest, board, eased])
}
