import { useCallback, useMemo, type RefObject } from 'react'
import { HANDLE_OPEN_TURNS, MOST_PARTS, type Move } from '#core/teach/bench.ts'
import type { BenchFrame } from '../../work/flame-work.ts'
import type { Torch } from '#core/flame/torch.ts'
import { useBenchKeys, type BenchKeys } from './useBenchKeys.ts'
import type { Turning } from './useTurning.ts'

/** How the handle's oxygen valve stands. */
export const handleOpen = (frame: BenchFrame | undefined): boolean =>
  (frame?.hands.handle ?? 0) >= HANDLE_OPEN_TURNS

/** What is done at the bench beside turning its valves, by press and by key. */
export interface BenchActs {
  readonly lever: () => void
  readonly near: () => void
  readonly handle: () => void
  readonly strike: () => void
  readonly finish: () => void
}

/**
 * The acts of the bench, and its keys while there is something for the hands to do.
 * @param free the hands have something to do
 */
export function useBenchActs({
  make,
  latest,
  torch,
  turning,
  hand,
  free,
}: {
  readonly make: (move: Move) => void
  readonly latest: RefObject<BenchFrame | undefined>
  readonly torch: Torch
  readonly turning: Turning
  readonly hand: 'left' | 'right'
  readonly free: boolean
}): BenchActs {
  const press = useCallback(
    (down: boolean | 'other') =>
      make({ do: 'lever', down: down === 'other' ? latest.current?.hands.lever !== true : down }),
    [make, latest],
  )
  const acts = useMemo<BenchActs>(
    () => ({
      lever: () => press('other'),
      near: () => make({ do: 'near', on: latest.current?.near !== true }),
      handle: () => make({ do: 'handle', to: handleOpen(latest.current) ? 0 : MOST_PARTS }),
      strike: () => make({ do: 'strike' }),
      finish: () => make({ do: 'finish' }),
    }),
    [make, latest, press],
  )
  const { handleValve, jetM } = torch
  const keys = useMemo<BenchKeys | undefined>(() => {
    if (!free) return undefined
    const nothing = () => undefined
    return {
      turning,
      hand,
      lever: jetM === undefined ? nothing : press,
      strike: acts.strike,
      near: acts.near,
      handle: handleValve ? acts.handle : nothing,
    }
  }, [free, turning, hand, jetM, handleValve, press, acts])
  useBenchKeys(keys)
  return acts
}
