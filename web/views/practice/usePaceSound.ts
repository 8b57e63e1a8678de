import { useCallback, type RefObject } from 'react'
import type { PaceSound, PaceTick } from '../../work/pace-sound.ts'
import type { PaceFrame } from '../../work/pace-work.ts'
import { useBenchSound } from './useBenchSound.ts'

const openSound = () => import('../../work/pace-sound.ts').then((made) => new made.PaceSound())

/** The cut's sound, and the tick of the planned pace over it: off until somebody asks for it. */
export function usePaceSound(
  latest: RefObject<PaceFrame | undefined>,
  tick: PaceTick | undefined,
): ReturnType<typeof useBenchSound> {
  const follow = useCallback(
    (sound: PaceSound) => {
      if (latest.current) sound.follow(latest.current, tick)
    },
    [latest, tick],
  )
  return useBenchSound(openSound, follow)
}
