/** Procedures: stretches put in order for a task, and handed out only when the state model accepts them. */
import { forbidden, hazardsAtEnd, runSteps, type HazardName } from './hazards.ts'
import type { MethodException, LineSetup } from './setup.ts'
import { screwsOut, pressures } from './stages/pressures.ts'
import { purges, leaks } from './stages/sweeps.ts'
import { nitrogenOn, nitrogenOff } from './stages/nitrogen.ts'
import { lighting, trimming } from './stages/flame.ts'
import { shutTorch, shutDown, fireWatch } from './stages/shut.ts'
import { StageContext } from './stages/context.ts'
import { METHOD_WORDS, optionWords } from './method-words.ts'
import { foundLine, type LineSetting, type Side } from './state.ts'
import type { Step } from './steps.ts'

/** What belongs to the piece itself: before the gas, with the flame on it, while it cools, and once all is shut. */
export interface WorkSteps {
  readonly before: readonly Step[]
  readonly work: readonly Step[]
  readonly cooling: readonly Step[]
  readonly after: readonly Step[]
}

/** A piece on its line: the line as it is set for it, and what belongs to the piece itself. */
export interface PieceParts {
  readonly ok: true
  readonly setup: LineSetup
  readonly work: WorkSteps
  /** Where it lies along its run, and how near another may lie, m; as of `OnLine`. */
  readonly atM?: number | undefined
  readonly remeltM?: number | undefined
}

/** The steps of a piece, or why there are none. */
export type Procedure =
  | {
      readonly ok: true
      readonly steps: readonly Step[]
      readonly setting: LineSetting
      /** What ways out of the work and back are made from. */
      readonly setup: LineSetup
      /** Where the shop's way is left on this rig, and why. */
      readonly exceptions: readonly MethodException[]
    }
  | { readonly ok: false; readonly because: 'stop' | 'no-setting' | HazardName; readonly text: string }

/** A list that the model does not accept is not given. */
export const refused = (hazard: HazardName, text: string): Extract<Procedure, { ok: false }> => ({
  ok: false,
  because: hazard,
  text: `These steps would not be safe, so none are given. ${text}`,
})

/** The gases of a rig, from screws out to tested. `sides` as of `screwsOut`. */
export const gasesOn = (c: StageContext, sides?: readonly Side[]): Step[] => [
  ...screwsOut(c, sides),
  ...pressures(c),
  ...purges(c),
  ...leaks(c),
]

/** Steps that would not be safe: the first thing met, or undefined. */
function unsafe(steps: readonly Step[], setting: LineSetting) {
  const run = runSteps(steps, setting, foundLine(setting))
  return [...forbidden(run.met), ...forbidden(hazardsAtEnd(run.state))][0]
}

/** A step says where the shop's way is not followed, and why: the first one that the row shapes. */
export function withDepartures<S extends Step>(
  steps: readonly S[],
  exceptions: readonly MethodException[],
): S[] {
  const said = new Set<string>()
  return steps.map((step) => {
    const here = exceptions.filter((e) => !said.has(e.method) && step.methods?.includes(e.method))
    for (const e of here) said.add(e.method)
    const told = [...(step.departs === undefined ? [] : [step.departs]), ...here.map(departure)]
    return here.length === 0 ? step : { ...step, departs: told.join(' ') }
  })
}
/** A way of the shop that is not followed, in a sentence. */
export function departure({ method, asked, used, because }: MethodException): string {
  const words = (option: string) => optionWords(method, option).label
  return `${METHOD_WORDS[method].label}: your shop’s method is “${words(asked)}”; here “${words(used)}”. ${because}`
}

/**
 * The whole procedure of a piece from a cold rig to a cold rig, run through the state model from a rig whose screws
 * somebody may have left in; one that meets anything forbidden is not given.
 */
export function compose(setup: LineSetup, piece: WorkSteps): Procedure {
  const c = new StageContext(setup)
  const { setting } = setup
  const toWork = [
    ...piece.before,
    ...gasesOn(c),
    ...nitrogenOn(c),
    ...lighting(c),
    ...trimming(c),
    ...piece.work,
  ]
  const out = [...shutTorch(c), ...piece.cooling]
  const worked = runSteps([...toWork, ...out], setting, foundLine(setting)).state
  const steps = [...toWork, ...out, ...shutDown(c, worked), ...nitrogenOff(c), ...piece.after, ...fireWatch()]
  const wrong = unsafe(steps, setting)
  if (wrong) return refused(wrong.hazard, wrong.text)
  const { exceptions } = c
  return { ok: true, steps: withDepartures(steps, exceptions), setting, setup, exceptions }
}
