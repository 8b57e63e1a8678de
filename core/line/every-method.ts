import { FUELS, type FuelId } from '../gas/fuels.ts'
import { searchWays } from './leave-search.ts'
import { compose, type Procedure } from './procedure.ts'
import { BREAKS, STANDS, standing, wayOut, type BreakName } from './ways.ts'
import { everyMethod, setupOf } from './test-support.ts'
import { USUAL_LINE_METHODS, type LineMethods } from './methods.ts'
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

const workOf = (kind: TorchKind): Step => (kind.startsWith('cutting') ? CUT : HEAT)
/** The whole procedure of a rig by some methods; throws, naming the combination, where it is refused. */
function whole(fuel: FuelId, rig: Rig, methods: LineMethods): Extract<Procedure, { ok: true }> {
  const made = compose(setupOf(fuel, rig.kind, { ...rig, methods }), {
    before: [],
    work: [workOf(rig.kind)],
    cooling: [],
    after: [],
  })
  if (!made.ok) throw new Error(`${made.because}: ${fuel}, ${rig.kind}, ${JSON.stringify({ ...methods })}`)
  return made
}

/**
 * Generates and judges the whole procedure of a rig by some methods, and every way out with the torch shut and with the
 * flame on the work.
 * @returns how many lists passed
 * @throws Error naming the combination, when it is refused or lacks a way out
 */
export function judge(fuel: FuelId, rig: Rig, methods: LineMethods): number {
  const made = whole(fuel, rig, methods)
  let lists = 1
  for (const stand of STANDS) {
    const at = standing(made.steps, made.setting, stand)
    for (const name of BREAKS.filter((n) => isWanted(fuel, rig.kind, n, stand))) {
      if (wayOut(made.setup, name, at) === undefined)
        throw new Error(`no ${name}, ${stand}: ${fuel}, ${rig.kind}, ${JSON.stringify({ ...methods })}`)
      lists += 1
    }
  }
  return lists
}

/**
 * Judges the whole procedure by every combination of the method rows that touch the line and that it reads, on every rig.
 * @returns how many combinations passed
 * @throws Error as `judge` does
 */
export const judgeEveryMethod = (fuel: FuelId): number =>
  RIGS.reduce((n, rig) => n + everyMethod((methods) => void whole(fuel, rig, methods)), 0)

/**
 * Takes every way out from every place that a run can reach, on every rig, by the usual methods.
 * @returns how many places and ways there were
 * @throws Error naming a place from which a way is missing
 */
export function searchEveryRig(fuel: FuelId): { readonly places: number; readonly ways: number } {
  let [places, ways] = [0, 0]
  for (const rig of RIGS) {
    const made = whole(fuel, rig, USUAL_LINE_METHODS)
    const found = searchWays(made.setup, made.steps)
    if (found.stuck[0] !== undefined) throw new Error(`${fuel}, ${rig.kind}: ${found.stuck[0]}`)
    places += found.places
    ways += found.ways
  }
  return { places, ways }
}
