import { FUELS, type FuelId } from '../gas/fuels.ts'
import { searchWays } from './leave-search.ts'
import { composeBatch, type BatchPiece, type BatchProcedure } from './batch.ts'
import { compose, type Procedure } from './procedure.ts'
import { BREAKS, STANDS, standing, wayOut, type BreakName } from './ways.ts'
import { everyMethod, setupOf } from './test-support.ts'
import { seeded } from '../seeded.ts'
import { LINE_TOUCHING, optionsOfLine, USUAL_LINE_METHODS, type LineMethods } from './methods.ts'
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

/** A piece of a batch for judging: the rig that it is made with, and the tip by its orifice, m. */
export interface JudgedPiece {
  readonly rig: Rig
  readonly orificeM: number
  readonly repeats: number
}

const batchOf = (fuel: FuelId, pieces: readonly JudgedPiece[], methods: LineMethods): BatchPiece[] =>
  pieces.map(({ rig, orificeM, repeats }, i) => {
    const setup = setupOf(fuel, rig.kind, { ...rig, methods })
    const tip = { ...setup.setting.tip, flames: setup.setting.tip?.flames ?? 1, orificeM }
    return {
      setup: {
        ...setup,
        // another bore wants another pressure
        oxygenPa: setup.oxygenPa * (orificeM / 0.0011),
        setting: { ...setup.setting, tip },
      },
      work: { before: [], work: [workOf(rig.kind)], cooling: [], after: [] },
      repeats,
      run: rig.nitrogen ? `run ${i % 2}` : undefined,
    }
  })

/**
 * Composes a batch of pieces by some methods, on one handle with its attachments.
 * @throws Error naming the combination, when it is refused
 */
export function judgeBatch(
  fuel: FuelId,
  pieces: readonly JudgedPiece[],
  methods: LineMethods,
): Extract<BatchProcedure, { ok: true }> & { readonly pieces: readonly BatchPiece[] } {
  const asked = batchOf(fuel, pieces, methods)
  const made = composeBatch(asked)
  if (!made.ok)
    throw new Error(`${made.because}: ${fuel}, ${JSON.stringify(pieces)}, ${JSON.stringify({ ...methods })}`)
  return { ...made, pieces: asked }
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
    const found = searchWays([{ setup: made.setup }], made.steps)
    if (found.stuck[0] !== undefined) throw new Error(`${fuel}, ${rig.kind}: ${found.stuck[0]}`)
    places += found.places
    ways += found.ways
  }
  return { places, ways }
}

/** Rigs that one handle takes as attachments, and a torch that takes none: by them pieces of one batch may differ. */
export const BATCH_RIGS: readonly (readonly Rig[])[] = [
  [
    { kind: 'cutting-attachment', checkValves: true, nitrogen: false },
    { kind: 'brazing-handle', checkValves: true, nitrogen: false },
    { kind: 'brazing-handle', checkValves: true, nitrogen: true },
    { kind: 'heating-head', checkValves: true, nitrogen: false },
  ],
  [{ kind: 'cutting-torch', checkValves: false, nitrogen: false }],
]
const BORES_M = [0.0011, 0.0016] as const

/** Every ordered pair of pieces that one handle can make: with the tip left, and with it changed. */
export const batchPairs = (): readonly (readonly [JudgedPiece, JudgedPiece])[] =>
  BATCH_RIGS.flatMap((rigs) =>
    rigs.flatMap((a) =>
      rigs.flatMap((b) =>
        BORES_M.map((orificeM): readonly [JudgedPiece, JudgedPiece] => [
          { rig: a, orificeM: BORES_M[0], repeats: 2 },
          { rig: b, orificeM, repeats: 1 },
        ]),
      ),
    ),
  )

/**
 * Takes every way out from every place that a batch of two can reach, for each ordered pair by the usual methods: the
 * second piece is begun from wherever the first can leave the line, and each break is taken in either and between them.
 * @param pairs how many of the pairs, from the first; all where it is absent
 * @returns how many places and ways there were
 * @throws Error naming a place from which a way is missing
 */
export function searchPairs(
  fuel: FuelId,
  pairs: readonly (readonly [JudgedPiece, JudgedPiece])[] = batchPairs(),
): { readonly places: number; readonly ways: number } {
  let [places, ways] = [0, 0]
  for (const pair of pairs) {
    const made = judgeBatch(fuel, pair, USUAL_LINE_METHODS)
    const found = searchWays(made.pieces, made.steps)
    if (found.stuck[0] !== undefined)
      throw new Error(`${fuel}, ${pair.map((p) => p.rig.kind).join(' then ')}: ${found.stuck[0]}`)
    places += found.places
    ways += found.ways
  }
  return { places, ways }
}

/**
 * Composes seeded batches of two to four pieces by seeded methods.
 * @returns how many passed
 * @throws Error naming the combination, when one is refused
 */
export function judgeBatches(fuel: FuelId, seed: number, count: number): number {
  const random = seeded(seed)
  const one = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)] as T
  for (let n = 0; n < count; n++) {
    const methods = Object.fromEntries(
      LINE_TOUCHING.map((name) => [name, one(optionsOfLine(name))]),
    ) as unknown as LineMethods
    const rigs = one(BATCH_RIGS)
    const pieces = Array.from({ length: 2 + Math.floor(random() * 3) }, (): JudgedPiece => ({
      rig: one(rigs),
      orificeM: one(BORES_M),
      repeats: 1 + Math.floor(random() * 3),
    }))
    judgeBatch(fuel, pieces, { ...USUAL_LINE_METHODS, ...methods })
  }
  return count
}
