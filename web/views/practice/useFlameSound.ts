import { useCallback, type RefObject } from 'react'
import type { SeenFlame } from '#core/flame/seen.ts'
import type { BenchFrame } from '../../work/flame-work.ts'
import type { FlameSound } from '../../work/flame-sound.ts'
import { useBenchSound } from './useBenchSound.ts'

const openSound = () => import('../../work/flame-sound.ts').then((made) => new made.FlameSound())

/**
 * The flame's sound: off until somebody asks for it.
 * @param latest the flame in hand
 * @param shown a flame that is shown in its place, by itself
 */
export function useFlameSound(
  latest: RefObject<BenchFrame | undefined>,
  shown: SeenFlame | undefined,
): ReturnType<typeof useBenchSound> {
  const follow = useCallback(
    (sound: FlameSound) => {
      const now = latest.current
      if (now) sound.follow(shown ? { ...now, seen: shown, lit: true } : now)
    },
    [latest, shown],
  )
  return useBenchSound(openSound, follow)
}
