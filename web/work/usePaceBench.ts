import type { UnitChoices } from '#core/quantity/choices.ts'
import type { PaceDo } from '#core/teach/pace-play.ts'
import type { PaceLook } from '../drawing/pace-place.ts'
import type { PaceFrame, PacePractised } from './pace-work.ts'
import { useStagedBench, type StagedBench } from './useStagedBench.ts'

type PaceMade = [what: PaceDo, a?: number, b?: number]
/** The pace bench beside the page: how it stands, and what a hand can do to it. */
export type PaceBenchHeld = StagedBench<PaceFrame, PaceLook, PaceMade, 'good'>

const openWorker = () => new Worker(new URL('./pace.worker.ts', import.meta.url), { type: 'module' })

/** Keeps a pace bench running while it is looked at. @param practised what is practised; a new one begins anew */
export const usePaceBench = (practised: PacePractised, units: UnitChoices): PaceBenchHeld =>
  useStagedBench<PacePractised, PaceFrame, PaceLook, PaceMade, 'good'>(openWorker, practised, units)
