import type { FuelId } from '../gas/fuels.ts'
import { BREAKS, compose, STANDS, type BreakName, type Stand } from './procedure.ts'
import { everyMethod, setupOf } from './test-support.ts'
import type { TorchKind } from './setup.ts'
import type { Step } from './steps.ts'

const RIGS: readonly {
  readonly kind: TorchKind
  readonly checkValves: boolean
  readonly nitrogen: boolean
}[] = [
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

const isWanted = (kind: TorchKind, name: BreakName, stand: Stand) =>
  (name !== 'attachment-change' || kind !== 'cutting-torch') && (name !== 'relight' || stand === 'lit')

/**
 * Generates and judges every list of a fuel: all combinations of the method rows that touch the line, six rigs, the
 * whole procedure and every break from where it can be taken.
 * @returns how many combinations and how many lists passed
 * @throws Error naming the first combination that is refused or lacks a break
 */
export function judgeEveryMethod(fuel: FuelId): { readonly ways: number; readonly lists: number } {
  let ways = 0
  let lists = 0
  for (const rig of RIGS)
    ways += everyMethod((methods) => {
      const where = () => `${fuel}, ${rig.kind}, ${JSON.stringify({ ...methods })}`
      const work = rig.kind.startsWith('cutting') ? CUT : HEAT
      const made = compose(setupOf(fuel, rig.kind, { ...rig, methods }), {
        before: [],
        work: [work],
        cooling: [],
        after: [],
      })
      if (!made.ok) throw new Error(`${made.because}: ${where()}`)
      lists++
      for (const name of BREAKS)
        for (const stand of STANDS)
          if (isWanted(rig.kind, name, stand)) {
            if (made.breaks[name][stand] === undefined) throw new Error(`no ${name}, ${stand}: ${where()}`)
            lists++
          }
    })
  return { ways, lists }
}
