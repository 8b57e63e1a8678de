import { brazeProcedure, plainBrazeTorch } from '#core/line/braze-procedure.ts'
import { cutProcedure, PLAIN_TORCH, type ProcedureOptions } from '#core/line/cut-procedure.ts'
import type { Procedure } from '#core/line/procedure.ts'
import { readTorchGear } from '#core/line/read-torch.ts'
import { readLineMethods, LINE_METHOD_NAMES, type LineMethods } from '#core/line/methods.ts'
import type { GoodPiece } from './plan-of.ts'
import type { RigDraft, Settings } from '#contract/schemas.ts'

/** The rows of the shop's methods that the line goes by. */
export const lineMethodsOf = ({ methods }: Pick<Settings, 'methods'>): LineMethods =>
  readLineMethods(Object.fromEntries(LINE_METHOD_NAMES.map((name) => [name, methods[name]]))).methods

/** Seconds for each metre of hose that a purge is never shorter than. */
const floorOf = ({ limits }: Settings): number => Number(limits.purgeFloor.replace(',', '.'))

/**
 * The procedure of a piece as it was planned, by the shop's methods and its torch's manual: the server freezes it in a
 * run, and the plan shows the same.
 * @param torch as its manual has it, typed
 * @param methods others than the shop's, to be looked at beside them
 */
export function procedureOf(
  torch: RigDraft['torch'],
  planned: GoodPiece,
  settings: Settings,
  methods: LineMethods = lineMethodsOf(settings),
): Procedure {
  const read = readTorchGear(torch)
  const own = read.ok ? read.torch : {}
  const options = (usual: NonNullable<ProcedureOptions['torch']>): ProcedureOptions => ({
    methods,
    torch: { ...usual, ...own },
    floorSPerM: floorOf(settings),
  })
  return planned.kind === 'cut'
    ? cutProcedure(planned.plan, planned.request, options(PLAIN_TORCH))
    : brazeProcedure(planned.plan, planned.request, options(plainBrazeTorch(planned.request.rig.head)))
}
