import { FUELS, type FuelId } from '../gas/fuels.ts'
import { compose } from './procedure.ts'
import { BREAKS, STANDS, standing, wayOut, type BreakName } from './ways.ts'
import { everyMethod, setupOf } from './test-support.ts'
import type { LineMethods } from './methods.ts'
import type { TorchKind } from './setup.ts'
import type { Step } from './steps.ts'

interface Rig {
  readonly kind: TorchKind
  readonly checkValves: boolean
  readonly nitrogen: boolean
}
/** Every kind of torch, with and without check valves and nitrogen as they are met. */
export const RIGS: readonly Rig[] = [
  { kind: 'cutting-torch', checkValves: true, nitrogen: false },
  { kind: 'cutting-torch', checkValves: false, nitrogen: false },
  { kind: 'cutting-attachment', checkValves: true, nitrogen: false },
  { kind: 'brazing-handle', checkValves: true, nitrogen: false },
  { kind: 'brazing-handle', checkValves: true, nitrogen: true },
  { kind: 'heating-head', checkValves: false, nitrogen: false },
]
const CUT: Step = {
  id: 'cut',
  phase: 'cut',
  act: 'Cut',
  why: '',
  acts: [{ do: 'heat' }, { do: 'lever-down' }, { do: 'cut' }, { do: 'lever-up' }],
}
const HEAT: Step = { id: 'heat', phase: 'braze', act: 'Heat', why: '', acts: [{ do: 'heat' }] }

/** Whether a way has to be there with the torch shut or the flame on the work: the rig is whole, and only a handle takes attachments. */
const isWanted = (fuel: FuelId, kind: TorchKind, name: BreakName, stand: (typeof STANDS)[number]) =>
  name !== 'assembly' &&
  (name !== 'attachment-change' || kind !== 'cutting-torch') &&
  (name !== 'fuel-change' || !FUELS[fuel].cylinder.piped) &&
  (name !== 'relight' || stand === 'lit')

/**
 * Generates and judges the whole procedure of a rig by some methods, and every break from where it can be taken.
 * @returns how many lists passed
 * @throws Error naming the combination, when it is refused or lacks a break
 */
export function judge(fuel: FuelId, rig: Rig, methods: LineMethods): number {
  const where = () => `${fuel}, ${rig.kind}, ${JSON.stringify({ ...methods })}`
  const work = rig.kind.startsWith('cutting') ? CUT : HEAT
  const made = compose(setupOf(fuel, rig.kind, { ...rig, methods }), {
    before: [],
    work: [work],
    cooling: [],
    after: [],
  })
  if (!made.ok) throw new Error(`${made.because}: ${where()}`)
  let lists = 1
  for (const name of BREAKS)
    for (const stand of STANDS)
      if (isWanted(fuel, rig.kind, name, stand)) {
        const at = standing(made.steps, made.setting, stand)
        if (wayOut(made.setup, name, at) === undefined) throw new Error(`no ${name}, ${stand}: ${where()}`)
        lists += 1
      }
  return lists
}

/**
 * Judges every list of a fuel: all combinations of the method rows that touch the line, on every rig.
 * @returns how many combinations and how many lists passed
 * @throws Error as `judge` does
 */
export function judgeEveryMethod(fuel: FuelId): { readonly combinations: number; readonly lists: number } {
  let combinations = 0
  let lists = 0
  for (const rig of RIGS)
    combinations += everyMethod((methods) => {
      lists += judge(fuel, rig, methods)
    })
  return { combinations, lists }
}
