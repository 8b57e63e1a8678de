/**
 * Leaving a step out. A step that changes nothing of the line is left out with a reason. One that does is never just
 * left out: somebody asserts that what it leaves is so already, with what proves it; the line stands from there as if
 * it had been done. What cannot be asserted is done.
 */
import { omit } from '../objects.ts'
import { forbidden, runSteps } from './hazards.ts'
import { judgeReading } from './reading.ts'
import { actOn, RESTED_S, type ActName, type LineSetting, type LineState } from './state.ts'
import type { Step } from './steps.ts'

/** A leak check is asserted for as long: it is done after any change, and daily. s */
export const TESTED_FOR_S = 24 * 3600

/** What proves that a step need not be done. */
export const PROOF_KINDS = ['seen', 'reading', 'ago'] as const
/** A proof as it was given: by whom, with the needle's reading, Pa gauge or the figure's SI, or how long ago, s. */
export type Proof = { readonly by: string | null } & (
  | { readonly kind: 'seen' }
  | { readonly kind: 'reading'; readonly si: number }
  | { readonly kind: 'ago'; readonly seconds: number }
)

/** What leaving a step out asks for. `mostS` is how long ago it may have been. */
export type SkipAsks =
  | { readonly asks: 'reason' }
  | { readonly asks: 'refused'; readonly text: string }
  | { readonly asks: 'seen'; readonly text: string }
  | { readonly asks: 'reading' }
  | { readonly asks: 'ago'; readonly what: 'purged' | 'tested'; readonly mostS: number }

const NEVER: readonly (readonly [acts: readonly ActName[], text: string])[] = [
  [['light', 'trim'], 'A flame is lit and trimmed, or it is not: light it, or leave the work.'],
  [['pop', 'change-tip', 'change-attachment'], 'What was changed or went wrong is seen to, step by step.'],
  [['shut-cylinder'], 'Cylinders are shut before the rig is left: turn each one to be sure, and press Done.'],
]
/** What of the line counts as changed by a step: not the clock, what ran meanwhile, nor how warm the work is. */
const standing = ({ oxygen, fuel, nitrogen, handle, lever, flame, retrimmed, work }: LineState) => [
  ...[oxygen, fuel, nitrogen].map((s) => omit(s, ['sweptS'])),
  omit(work, ['sweptS', 'hot']),
  [handle, lever, flame, retrimmed],
]
const same = (a: LineState, b: LineState): boolean =>
  JSON.stringify(standing(a)) === JSON.stringify(standing(b))

/** What leaving out this step asks for, where the line stands as it does. */
export function skipAsks(step: Step, line: LineState, setting: LineSetting): SkipAsks {
  const does = (...names: readonly ActName[]) => step.acts.some((a) => names.includes(a.do))
  const never = NEVER.find(([names]) => does(...names))
  if (never) return { asks: 'refused', text: never[1] }
  if (step.role === 'hand-over')
    return { asks: 'refused', text: 'Whoever takes the torch has been shown the rig, or does not have it.' }
  const nitrogen = step.acts.some((a) => 'side' in a && a.side === 'nitrogen')
  if (nitrogen && does('purge'))
    return {
      asks: 'refused',
      text: 'Nitrogen has to have run through the line, measured here: else scale comes loose inside.',
    }
  const made = (side: 'oxygen' | 'fuel') => line[side].fitted === 'untested'
  if (does('check-leaks') && (made('oxygen') || made('fuel')))
    return {
      asks: 'refused',
      text: 'A joint was made since the last leak check: nobody has looked at it yet.',
    }
  const purges = step.acts.find((a) => a.do === 'purge')
  if (purges?.do === 'purge' && purges.side !== 'nitrogen' && made(purges.side))
    return { asks: 'refused', text: 'This side was apart: its hose holds air until it is purged.' }
  if (does('check-leaks')) return { asks: 'ago', what: 'tested', mostS: TESTED_FOR_S }
  if (does('screw-in') && step.figure !== undefined) return { asks: 'reading' }
  if (does('purge')) return { asks: 'ago', what: 'purged', mostS: RESTED_S }
  const after = step.acts.reduce((s, act) => actOn(s, act, setting), line)
  return same(line, after) ? { asks: 'reason' } : { asks: 'seen', text: step.see ?? step.act }
}

/**
 * Judges a proof against what leaving the step out asks for.
 * @param figure the figure that the step sets, if it sets one
 * @returns why it is refused, in a sentence; undefined when it stands
 */
export function refuseProof(
  step: Step,
  proof: Proof,
  line: LineState,
  setting: LineSetting,
  figure: { readonly low: number; readonly value: number; readonly high: number } | undefined,
): string | undefined {
  const asked = skipAsks(step, line, setting)
  if (asked.asks === 'refused') return asked.text
  if (asked.asks === 'reason') return 'This step changes nothing of the line: it is left out with a reason.'
  if (asked.asks !== proof.kind) return 'Something else proves that this step need not be done.'
  if (proof.by === null) return 'Say who has seen to it.'
  if (proof.kind === 'ago' && asked.asks === 'ago') {
    if (!(proof.seconds >= 0)) return 'Say how long ago it was.'
    if (proof.seconds > asked.mostS)
      return asked.what === 'purged'
        ? 'After half an hour a hose may hold air again: purge it.'
        : 'A leak check holds for a day, while nothing was changed: check again.'
  }
  if (proof.kind === 'reading') {
    if (!figure) return 'There is no figure to hold the reading against.'
    const { state } = judgeReading(proof.si - (step.risePa ?? 0), figure, step.figure, setting)
    if (state === 'past-limit') return 'The needle stands past what may be set: back the screw out.'
    if (state !== 'on') return 'The needle is not where this piece wants it: set it.'
  }
  // what is forbidden stays so, whoever says that it is done
  return forbidden(runSteps([step], setting, line).met)[0]?.text
}
