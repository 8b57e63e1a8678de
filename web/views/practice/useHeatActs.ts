import { useMemo, useRef } from 'react'
import type { HeatJoint } from '#core/teach/heat-joint.ts'
import { FARTHEST_MM, NEAREST_MM, reachMm } from '#core/teach/heat-play.ts'
import type { HeatBenchHeld } from '../../work/useHeatBench.ts'
import type { HeatActs } from './HeatControls.tsx'
import type { HeatKeys, Place } from './useHeatKeys.ts'

/** Everything that hands do at the heat bench, from buttons, keys and fingers alike. */
export interface HeatHands extends HeatActs {
  readonly keys: HeatKeys
  /** Leads the flame to a place, on the work, what is left out as it was; lifts it off where there is none. */
  readonly lead: (place: Partial<Place> | undefined) => void
  /** Holds the rod to a place of the lip; lifts it where there is none. */
  readonly feed: (pos: number | undefined) => void
}

/** The flame is led no further than this in a step of its own, ms. */
const STEP_MS = 45
const half = (v: number) => Math.round(v * 2) / 2
const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v))

export function useHeatActs({ make, latest }: HeatBenchHeld, joint: HeatJoint): HeatHands {
  // where the hands have torch and rod: ahead of what the bench tells
  const torch = useRef<Place>({ pos: 0, z: -25 })
  const rod = useRef(90)
  const moved = useRef(0)
  return useMemo(() => {
    const round = joint.made.type === 'tube'
    const [low, high] = reachMm(joint)
    const wide = (joint.made.W * 1000) / 2
    const across = (pos: number) => (round ? ((pos % 360) + 360) % 360 : clamp(pos, -wide, wide))
    const to = ({ pos, z }: Place) => {
      torch.current = { pos: half(across(pos)), z: half(clamp(z, low, high)) }
      make('torch', torch.current.pos, torch.current.z)
      // the second goes round opposite, in step
      if (joint.torches === 2) make('torch2', across(round ? pos + 180 : -pos), torch.current.z)
    }
    const isOn = (k: number) => latest.current?.torches[k]?.on === true
    const flame = (on: boolean) => make('flame', on ? 1 : 0)
    const rodTo = (pos: number | undefined) => {
      if (pos === undefined) make('lift')
      else {
        rod.current = half(across(pos))
        make('rod', rod.current)
      }
    }
    const switched = (what: 'nitrogen' | 'rag', now: boolean | undefined) => make(what, now === true ? 0 : 1)
    const acts: HeatActs = {
      flame: () => flame(!isOn(0)),
      second: () => make('flame2', isOn(1) ? 0 : 1),
      rod: (on) => rodTo(on ? rod.current : undefined),
      away: (by) => make('away', clamp((latest.current?.awayMm ?? 13) + by, NEAREST_MM, FARTHEST_MM)),
      nitrogen: () => switched('nitrogen', latest.current?.nitrogen),
      rag: () => switched('rag', latest.current?.rag),
      flux: () => make('flux'),
      finish: () => make('finish'),
    }
    return {
      ...acts,
      lead: (place) => {
        if (!place) {
          if (isOn(0)) flame(false)
          return
        }
        const now = performance.now()
        const begins = !isOn(0)
        if (!begins && now - moved.current < STEP_MS) return
        moved.current = now
        to({ ...torch.current, ...place })
        if (begins) flame(true)
      },
      feed: rodTo,
      keys: {
        by: (pos, z) => to({ pos: torch.current.pos + pos, z: torch.current.z + z }),
        rodBy: (pos) => {
          rod.current = across(rod.current + pos)
          if (latest.current?.rod !== undefined) make('rod', half(rod.current))
        },
        rod: acts.rod,
        flame: acts.flame,
        away: acts.away,
        once: { n: acts.nitrogen, x: acts.flux, g: acts.rag, '2': acts.second },
      },
    }
  }, [make, latest, joint])
}
