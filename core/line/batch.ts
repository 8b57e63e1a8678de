/**
 * A batch: one line, set up once, and pieces on it one after another; between them only the acts that differ; one
 * shut-down. The line's state is one across the whole of it: every step is judged from where the one before left it, by
 * the setting of the piece in hand.
 */
import { forbidden, hazardsAtEnd, type Met } from './hazards.ts'
import { areHotNeighbours, goOver, onAnotherRun, runLed, type LedStep, type OnLine } from './led.ts'
import {
  gasesOn,
  refused,
  withDepartures,
  type PieceParts,
  type Procedure,
  type WorkSteps,
} from './procedure.ts'
import { EVERY_SIDE, FLAME_SIDES, StageContext } from './stages/context.ts'
import { lighting, lightingAgain, trimming } from './stages/flame.ts'
import { nitrogenOff, nitrogenOn } from './stages/nitrogen.ts'
import { pressures } from './stages/pressures.ts'
import { fireWatch, shutDown, shutTorch } from './stages/shut.ts'
import type { LineSetup, MethodException } from './setup.ts'
import { foundLine, type Gas, type LineSetting, type LineState } from './state.ts'
import type { Step } from './steps.ts'
import { printAs } from '../quantity/index.ts'
import { stageOf, type Stage } from './stage.ts'
import { ATTACHMENT, tipChange } from './ways.ts'

/** A piece of a batch: its line, its steps, and how often it is made. */
export interface BatchPiece extends OnLine {
  readonly work: WorkSteps
  /** 1 or more. */
  readonly repeats: number
}

/** A step of a batch: as it is led, with its stretch and the piece whose setting it is judged by. */
export interface BatchStep extends LedStep {
  readonly by: number
  readonly stage: Stage
}

/** The steps of a batch with the state that each leaves, or why there are none. */
export type BatchProcedure =
  | {
      readonly ok: true
      readonly steps: readonly BatchStep[]
      /** As each step leaves the line. */
      readonly states: readonly LineState[]
      /** Bounded things met inside their bounds; `at` counts the acts. */
      readonly cautions: readonly Met[]
      readonly exceptions: readonly MethodException[]
    }
  | Extract<Procedure, { ok: false }>

const GASES: readonly Gas[] = ['oxygen', 'fuel']
/** A step that is told once for all pieces: clearing the place, gear, the rig looked over. */
const ONCE: ReadonlySet<string> = new Set(['area', 'gear', 'rig'])

/** What is done for the first of pieces that are alike, and holds for the others; the last of them while the flame burns on. */
const FIRST_ALIKE: ReadonlySet<string> = new Set(['test-strip', 'stance', 'collar'])
const WHILE_LIT = 'turn-down'

/** How often a person at the torch looks at the needles, in pieces. */
const LOOK_EVERY = 4
/** Leak solution on the one joint that was made, s. */
const RECHECK_S = 15

/** The one joint that was made, looked at with one gas behind it: the nut lies beyond the torch valves. */
const recheck = (c: StageContext): Step => ({
  id: 'recheck-tip',
  phase: 'pressures',
  act: `Open the ${c.oxygenValve} alone, brush leak solution on the tip’s nut, and shut it`,
  why: 'The one joint that was made is the one that may leak: beside the flame it would burn.',
  see: 'No bubbles at the nut, a clean hiss at the bore.',
  ifNot: 'Bubbles: seat it again, or change it. Nothing is lit before it is tight.',
  instructor: true,
  acts: [
    ...(c.handleValve ? [{ do: 'open-handle' } as const] : []),
    { do: 'open-valve', side: 'oxygen' },
    { do: 'check-leaks', seconds: RECHECK_S },
    { do: 'shut-valve', side: 'oxygen' },
  ],
})

/** A short branch is swept within so long; the run itself was swept before. s */
const END_SWEEP_S = 10

const MOVE_EXIT: Step = {
  id: 'next-end',
  phase: 'braze',
  act: 'Open the next end of the run before the last is closed, and move the wet rag',
  why: 'Nitrogen that has nowhere to go presses on the filler; a rag guards only what it lies on.',
  see: 'Gas felt at the new end, the flow as it was. Then the last end closed.',
  ifNot: 'Nothing at the new end: the way is blocked. Do not heat.',
  timer: { kind: 'at-least', what: 'Sweep the new end', seconds: END_SWEEP_S, from: 'here' },
  acts: [{ do: 'purge', side: 'nitrogen', seconds: END_SWEEP_S }],
}

/** The joint that was just made, kept from letting go while the next one is heated. */
const coolNeighbour = (made: BatchPiece, next: BatchPiece): Step => ({
  id: 'hot-neighbour',
  phase: 'braze',
  act: `Wet rag on the joint that was just made: the next one lies ${printAs(Math.abs((made.atM ?? 0) - (next.atM ?? 0)), 'length', next.setup.units)} from it`,
  why: 'So near, the heat of the next one lets it go again; a rag between holds it.',
  see: 'Set, and cold enough that a wet rag pressed on it hisses no longer. Then a dripping rag left on it.',
  ifNot: 'No room for a rag: do both in one heat, or wait until the first is cold.',
  acts: [],
})

const lookAgain: Step = {
  id: 'look',
  phase: 'cut',
  act: 'Look once at both needles, gas flowing',
  why: 'Cylinders sink slowly, and the cut starves before anybody notices.',
  see: 'Both where they were set.',
  acts: [],
}

const sameTip = (a: LineSetting, b: LineSetting): boolean =>
  Math.abs((a.tip?.orificeM ?? 0) - (b.tip?.orificeM ?? 0)) < 1e-6 && a.tip?.flames === b.tip?.flames
/** What is set on a gauge is the same to half a division. */
const setAlike = (a: LineSetup, b: LineSetup, side: Gas): boolean =>
  Math.abs(a[`${side}Pa`] - b[`${side}Pa`]) < b.setting[`${side}DivisionPa`] / 2
const needsCold = (steps: readonly Step[]): boolean => steps.some((s) => s.acts.some((a) => a.do === 'cool'))

/** One piece made once. */
interface Unit {
  readonly at: number
  readonly repeat: number
  readonly piece: BatchPiece
}

/** A batch while it is put together: steps are added, and the line follows them. */
class Composer {
  readonly steps: BatchStep[] = []
  readonly states: LineState[] = []
  readonly met: Met[] = []
  readonly exceptions: MethodException[] = []
  private acts = 0
  private by = 0
  private readonly ids = new Map<string, number>()

  constructor(
    public line: LineState,
    private readonly pieces: readonly BatchPiece[],
  ) {}

  /**
   * Adds steps, judged by the setting of a piece by its index; `of` says which stretch and piece they are of: else each
   * of its own, and of none.
   */
  add(
    steps: readonly Step[],
    by: number,
    of: Partial<Pick<BatchStep, 'stage' | 'piece' | 'repeat'>> = {},
  ): void {
    for (const plain of steps) {
      const step = { ...plain, id: this.named(plain.id), by: by + 1, stage: stageOf(plain), ...of }
      this.goOver(by)
      const { state, met } = runLed([step], this.pieces, this.line)
      this.met.push(...met.map((m) => ({ ...m, at: m.at + this.acts })))
      this.acts += step.acts.length
      this.line = state
      this.states.push(state)
      this.steps.push(step)
    }
  }
  /** From here on the line is met as the piece at an index has it. */
  private goOver(by: number): void {
    const [from, to] = [this.pieces[this.by], this.pieces[by]]
    if (from && to) this.line = goOver(this.line, from, to)
    this.by = by
  }
  /** A step that comes again has a number behind its name: each is one of its own in its run. */
  private named(id: string): string {
    const times = (this.ids.get(id) ?? 0) + 1
    this.ids.set(id, times)
    return times === 1 ? id : `${id}.${times}`
  }
  /** Where the shop's methods are left, once each. */
  departs(c: StageContext): void {
    for (const e of c.exceptions)
      if (!this.exceptions.some((known) => known.method === e.method)) this.exceptions.push(e)
  }
}

/** What is laid out and looked over before any gas is on, for all pieces; what is alike is told once. */
function layOut(to: Composer, pieces: readonly BatchPiece[]): void {
  const told = new Set<string>()
  const shared = (s: Step) => ONCE.has(s.id) || s.id.startsWith('caution')
  const [first] = pieces
  if (!first) return
  pieces.forEach(({ work }, i) => {
    // the guide goes from piece to piece: before the gas is on it lies on the first
    const own = work.before.filter((s) => s.id !== 'rig' && (s.role !== 'guide' || i === 0))
    for (const step of own) {
      const key = shared(step) ? `${step.id} ${step.act}` : `${i} ${step.id}`
      if (told.has(key)) continue
      told.add(key)
      to.add([step], 0, shared(step) ? {} : { piece: i + 1 })
    }
  })
  to.add(
    first.work.before.filter((s) => s.id === 'rig'),
    0,
  )
}

/**
 * The steps of one piece made once: its guide moved to it, its work, and what is done with it while it is hot.
 * @param relit whether the torch was lit again for it
 */
function make(to: Composer, { at, repeat, piece }: Unit, nth: number, relit: boolean): void {
  const { work, setup } = piece
  const guide = nth > 1 ? work.before.filter((s) => s.role === 'guide') : []
  const look = setup.setting.lever === true && nth > 1 && (nth - 1) % LOOK_EVERY === 0 ? [lookAgain] : []
  to.add(
    [
      ...guide.map((s) => ({
        ...s,
        caution:
          'The torch burns in your hand: it is never laid down. Where the guide wants both hands, shut the torch first.',
      })),
      ...look,
      ...work.work.filter((s) => repeat === 1 || !(FIRST_ALIKE.has(s.id) || (s.id === WHILE_LIT && !relit))),
    ],
    at,
    { stage: 'piece', piece: at + 1, repeat },
  )
}
/** The torch shut behind a piece: the last act of its own page, so that what cools is clocked from there. */
const shut = (to: Composer, { at, repeat, piece }: Unit): void => {
  const c = new StageContext(piece.setup)
  to.add(shutTorch(c), at, { stage: 'piece', piece: at + 1, repeat })
  to.departs(c)
}
const cooled = (to: Composer, { at, repeat, piece }: Unit): void => {
  to.add(piece.work.cooling, at, { stage: 'piece', piece: at + 1, repeat })
}

const NEXT = { stage: 'next' } as const

/** From one piece to the next, by what differs. The flame burns when it begins, and when it ends. @returns whether it was lit again */
function between(to: Composer, from: Unit, next: Unit): boolean {
  const [a, b] = [from.piece.setup, next.piece.setup]
  const c = new StageContext(b)
  const old = new StageContext(a)
  const sameRun = !onAnotherRun(from.piece, next.piece)
  const attached = a.torch.kind === b.torch.kind
  const tip = attached && sameTip(a.setting, b.setting)
  const set = GASES.filter((side) => !setAlike(a, b, side))
  const ofLine = a.setting.line !== undefined || b.setting.line !== undefined
  // a rag and an end are moved with both hands: then the torch is shut, since it is never laid down burning
  const hot = areHotNeighbours(from.piece, next.piece)
  const handsFree = !ofLine || (sameRun && b.nitrogen === undefined && !hot)
  const rests = a.shortBurns !== undefined || b.shortBurns !== undefined
  if (!rests && tip && set.length === 0 && handsFree && !needsCold(from.piece.work.cooling)) {
    cooled(to, from)
    if (a.setting.flame !== b.setting.flame) to.add(trimming(c), next.at, NEXT)
    to.departs(c)
    return false
  }
  shut(to, from)
  cooled(to, from)
  if (ofLine && !sameRun) to.add(nitrogenOff(old), from.at, NEXT)
  if (attached) {
    if (!tip) to.add([tipChange(b, 'tipOrifice'), recheck(c)], next.at, NEXT)
    const wanted = new Set(set.map((side) => `set-${side}`))
    to.add(
      pressures(c).filter((s) => wanted.has(s.id)),
      next.at,
      NEXT,
    )
  } else {
    to.add(shutDown(old, to.line), from.at, NEXT)
    to.add([ATTACHMENT], from.at, NEXT)
    // nitrogen that runs on along one run of tube is not touched
    to.add(gasesOn(c, to.line.nitrogen.turns > 0 ? FLAME_SIDES : c.sides), next.at, NEXT)
  }
  if (sameRun) {
    if (b.nitrogen) to.add([MOVE_EXIT], next.at, NEXT)
    if (hot) to.add([coolNeighbour(from.piece, next.piece)], next.at, NEXT)
  } else to.add(nitrogenOn(c), next.at, NEXT)
  to.add([...lightingAgain(c, to.line.handle > 0), ...trimming(c)], next.at, NEXT)
  to.departs(c)
  return true
}

/**
 * Puts pieces in their order on one line, from a cold rig to a cold rig. A later piece begins from the live state of the
 * one before: nothing is asked or done again that is known.
 * @param pieces one or more, agreeing in fuel, hoses, cylinders and handle: their settings differ in tip, flame and work
 * @returns the steps only when the model accepts the whole; equal neighbours are not merged
 */
export function composeBatch(pieces: readonly BatchPiece[]): BatchProcedure {
  const [first] = pieces
  const last = pieces.at(-1)
  if (!first || !last) return { ok: false, because: 'no-setting', text: 'A batch has at least one piece.' }
  const units = pieces.flatMap((piece, at) =>
    Array.from({ length: piece.repeats }, (_, i): Unit => ({ at, repeat: i + 1, piece })),
  )
  const nitrogen = pieces.some((p) => p.setup.nitrogen !== undefined)
  const found = foundLine(first.setup.setting)
  const to = new Composer(
    nitrogen ? { ...found, nitrogen: { ...found.nitrogen, screwPa: 1 } } : found,
    pieces,
  )
  layOut(to, pieces)
  const c = new StageContext(first.setup)
  to.add([...gasesOn(c, nitrogen ? EVERY_SIDE : c.sides), ...nitrogenOn(c)], 0)
  to.add([...lighting(c), ...trimming(c)], 0)
  to.departs(c)
  units.forEach((unit, i) => {
    const before = units[i - 1]
    const relit = before ? between(to, before, unit) : true
    make(to, unit, i + 1, relit)
  })
  const end = new StageContext(last.setup)
  const unit = units.at(-1)
  const at = pieces.length - 1
  if (unit) {
    shut(to, unit)
    cooled(to, unit)
  }
  to.add([...shutDown(end, to.line), ...nitrogenOff(end)], at)
  pieces.forEach((p, i) => to.add(p.work.after, at, { stage: 'shut', piece: i + 1 }))
  to.add(fireWatch(), at)
  to.departs(end)
  const wrong = [...forbidden(to.met), ...forbidden(hazardsAtEnd(to.line))][0]
  if (wrong) return refused(wrong.hazard, wrong.text)
  return {
    ok: true,
    steps: withDepartures(to.steps, to.exceptions),
    states: to.states,
    cautions: to.met.filter((m) => m.grade === 'bounded'),
    exceptions: to.exceptions,
  }
}

/** A piece with its plan's parts, and the run of tube that it is on. */
export const batchPiece = (parts: PieceParts, repeats: number, run?: string): BatchPiece => ({
  setup: parts.setup,
  work: parts.work,
  repeats,
  run: parts.setup.setting.line === undefined ? undefined : run,
  atM: parts.atM,
  remeltM: parts.remeltM,
})
