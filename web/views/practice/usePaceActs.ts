import { useEffect, useMemo, useRef, useState, type RefObject } from 'react'
import { clamp } from '#core/cut-sim/pace-case.ts'
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

/** What the hands hold: ahead of what the bench tells. mm/s, mm, degrees, mm; the lever; when the torch was led last, ms. */
interface Held {
  go: number
  height: number
  lean: number
  y: number
  down: boolean
  moved: number
}
type Make = PaceBenchHeld['make']

/** Where the torch goes: led to a place, or by itself along the line. @param told the pace that is told, mm/s */
function ways(make: Make, held: RefObject<Held>, told: number, start: () => number) {
  const to = (x: number, y: number) => {
    held.current.go = 0
    held.current.y = tenth(y)
    make('at', tenth(x), held.current.y)
  }
  const go = (speed: number) => {
    held.current.go = speed
    make('go', speed)
  }
  return {
    lead: (x: number, y: number) => {
      const at = performance.now()
      if (at - held.current.moved < STEP_MS) return
      held.current.moved = at
      to(x, y)
    },
    toStart: () => to(start(), 0),
    stop: () => go(0),
    quicker: (by: 1 | -1) => {
      const now = held.current.go
      // from a standstill it sets off at half the pace
      go(tenth(now === 0 && by > 0 ? told / 2 : Math.max(0, now + (by * told) / 16)))
    },
    across: (by: number) => {
      held.current.y = tenth(held.current.y + by)
      make('across', held.current.y)
    },
  }
}

/** How the torch is held: lever, height, lean. @param eased whether the lever is eased down */
function holds(make: Make, held: RefObject<Held>, eased: boolean) {
  return {
    lever: (down: boolean) => {
      if (held.current.down === down) return
      held.current.down = down
      if (down && eased) make('lever', 1, 1)
      else make('lever', down ? 1 : 0)
    },
    height: (by: number) => {
      held.current.height = tenth(clamp(held.current.height + by, LOWEST_MM, HIGHEST_MM))
      make('height', held.current.height)
    },
    lean: (by: number) => {
      held.current.lean = clamp(held.current.lean + by, -LEANS_MOST, LEANS_MOST)
      make('lean', held.current.lean)
    },
  }
}

/** @param again changes whenever it begins anew: the hands then hold nothing */
export function usePaceActs({ make, latest }: PaceBenchHeld, board: PaceBoard, again: unknown): PaceActs {
  const [eased, setEased] = useState(board.plate.start === 'pierce')
  const held = useRef<Held>({ go: 0, height: 0, lean: 0, y: 0, down: false, moved: 0 })
  useEffect(() => {
    held.current = { go: 0, height: board.plan.height * 1000, lean: 0, y: 0, down: false, moved: 0 }
  }, [board, again])
  return useMemo(() => {
    const start = () => latest.current?.lostAt ?? startsAtM(board.plate) * 1000
    const { across, ...where } = ways(make, held, board.told.speed * 1000, start)
    const how = holds(make, held, eased)
    const ease = () => setEased((e) => !e)
    return {
      ...where,
      ...how,
      eased,
      ease,
      finish: () => make('finish'),
      keys: {
        lever: how.lever,
        each: {
          ArrowRight: () => where.quicker(1),
          ArrowLeft: () => where.quicker(-1),
          ArrowUp: () => how.height(HEIGHT_STEP_MM),
          ArrowDown: () => how.height(-HEIGHT_STEP_MM),
          w: () => across(-ACROSS_STEP_MM),
          x: () => across(ACROSS_STEP_MM),
        },
        once: {
          s: where.stop,
          h: where.toStart,
          e: ease,
          q: () => how.lean(-LEAN_STEP),
          r: () => how.lean(LEAN_STEP),
        },
      },
    }
  }, [make, latest, board, eased])
}
