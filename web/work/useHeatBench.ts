import { wrap } from 'comlink'
import { useCallback, useEffect, useRef } from 'react'
import type { UnitChoices } from '#core/quantity/choices.ts'
import type { HeatJoint } from '#core/teach/heat-joint.ts'
import type { HeatDo, HeatMove } from '#core/teach/heat-play.ts'
import type { HeatLook } from '../drawing/heat-paint.ts'
import type { HeatFrame, HeatPractised, HeatWorker } from './heat-work.ts'
import { useStagedBench, type StagedBench } from './useStagedBench.ts'

type HeatMade = [what: HeatDo, a?: number, b?: number]
/** The heat bench beside the page: how it stands, and what a hand can do to it. */
export type HeatBenchHeld = StagedBench<HeatFrame, HeatLook, HeatMade, readonly HeatMove[]>

const openWorker = () => new Worker(new URL('./heat.worker.ts', import.meta.url), { type: 'module' })

/** Keeps a heat bench running while it is looked at. @param practised what is practised; a new one begins anew */
export const useHeatBench = (practised: HeatPractised, units: UnitChoices): HeatBenchHeld =>
  useStagedBench<HeatPractised, HeatFrame, HeatLook, HeatMade, readonly HeatMove[]>(
    openWorker,
    practised,
    units,
  )

/** What a good hand does with a joint, once it is asked for: worked out beside the bench, which goes on meanwhile. */
export function useGoodHeat(): (joint: HeatJoint) => Promise<readonly HeatMove[]> {
  const own = useRef<Worker | undefined>(undefined)
  useEffect(() => () => own.current?.terminate(), [])
  return useCallback(async (joint: HeatJoint) => {
    own.current?.terminate()
    const asked = openWorker()
    own.current = asked
    try {
      return (await wrap<HeatWorker>(asked).good(joint)).made
    } finally {
      asked.terminate()
    }
  }, [])
}
