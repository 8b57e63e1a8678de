/** Procedures: stretches put in order for a task, and handed out only when the state model accepts them. */
import { forbidden, hazardsAtEnd, runSteps, type HazardName } from './hazards.ts'
import type { MethodException, LineSetup } from './setup.ts'
import { screwsOut, pressures } from './stages/pressures.ts'
import { purges, leaks } from './stages/sweeps.ts'
import { nitrogenOn, nitrogenOff } from './stages/nitrogen.ts'
import { lighting, trimming } from './stages/flame.ts'
import { shutTorch, shutDown, fireWatch } from './stages/shut.ts'
import { shortPause, longBreak, tipChange, attachmentChange, relight, handOver } from './stages/breaks.ts'
import { StageContext } from './stages/context.ts'
import { foundLine, type LineSetting, type LineState } from './state.ts'
import { opensLine, type Step } from './steps.ts'

/** Ways to leave the work in its middle and to come back to it. */
export const BREAKS = [
  'short-pause',
  'long-break',
  'tip-change',
  'attachment-change',
  'relight',
  'hand-over',
  'shutdown',
] as const
export type BreakName = (typeof BREAKS)[number]
/** Where the rig stands when the work is left: set and swept but unlit, or with the flame on. */
export const STANDS = ['ready', 'lit'] as const
export type Stand = (typeof STANDS)[number]

/** Where the rig stands, if the work can be left from there: set and swept with the torch shut, or with its flame trimmed. */
export function standOf(line: LineState): Stand | undefined {
  if (line.flame !== 'out') return line.flame === 'fuel-only' ? undefined : 'lit'
  const set = line.oxygen.hose === 'pure' && line.fuel.hose === 'pure'
  return set && line.oxygen.turns > 0 && line.fuel.turns > 0 ? 'ready' : undefined
}

/** Breaks that touch neither cylinders nor the line of the work, and the shutting down of it all. */
const ANYWHERE: readonly BreakName[] = ['short-pause', 'hand-over', 'shutdown']

/**
 * Whether a break may come before this step: not within another one, not between two trims; one that shuts the
 * cylinders and sets them again only from the flame's own steps, not while the rig is set or the work is over, nor
 * before the line of the work is open: a long way back would open it twice.
 */
export const mayBreakAt = (step: Step, name: BreakName): boolean =>
  step.phase !== 'break' &&
  step.role !== 'retrim' &&
  (ANYWHERE.includes(name) || (['light', 'cut', 'braze'].includes(step.phase) && !opensLine(step)))

/** What belongs to the piece itself: before the gas, with the flame on it, while it cools, and once all is shut. */
export interface WorkSteps {
  readonly before: readonly Step[]
  readonly work: readonly Step[]
  readonly cooling: readonly Step[]
  readonly after: readonly Step[]
}

/** The steps of each break by where the rig stands; `relight` is only for a flame that went out. */
export type BreakSteps = { readonly [B in BreakName]: { readonly [S in Stand]?: readonly Step[] } }

/** The steps of a piece, or why there are none. */
export type Procedure =
  | {
      readonly ok: true
      readonly steps: readonly Step[]
      readonly breaks: BreakSteps
      readonly setting: LineSetting
      /** How the line stands where a break is taken. */
      readonly from: Readonly<Record<Stand, LineState>>
      /** Where the shop's way is left on this rig, and why. */
      readonly exceptions: readonly MethodException[]
    }
  | { readonly ok: false; readonly because: 'stop' | 'no-setting' | HazardName; readonly text: string }

const refused = (hazard: HazardName, text: string): Procedure => ({
  ok: false,
  because: hazard,
  text: `These steps would not be safe, so none are given. ${text}`,
})

/** The line of a rig, from screws out to swept. */
const toReady = (c: StageContext): Step[] => [
  ...screwsOut(c),
  ...pressures(c),
  ...purges(c),
  ...leaks(c),
  ...nitrogenOn(c),
]

/** The break's steps as they are told: all of them belong to the break. */
const asBreak = (steps: readonly Step[]): Step[] => steps.map((s) => ({ ...s, phase: 'break' }))

function breakOf(c: StageContext, name: BreakName, stand: Stand): Step[] | undefined {
  const lit = stand === 'lit'
  switch (name) {
    case 'short-pause':
      return shortPause(c, lit)
    case 'long-break':
      return longBreak(c, lit)
    case 'tip-change':
      return tipChange(c, lit)
    case 'attachment-change':
      return c.setup.torch.kind === 'cutting-torch' ? undefined : attachmentChange(c, lit)
    case 'relight':
      return lit ? relight(c) : undefined
    case 'hand-over':
      return handOver(c, lit)
    case 'shutdown':
      return [...(lit ? shutTorch(c) : []), ...nitrogenOff(c), ...shutDown(c)]
  }
}

/** Steps that would not be safe: the first thing met, or undefined. */
export function unsafe(
  steps: readonly Step[],
  setting: LineSetting,
  from: LineState = foundLine(setting),
  leaves = true,
) {
  const run = runSteps(steps, setting, from)
  return [...forbidden(run.met), ...(leaves ? forbidden(hazardsAtEnd(run.state)) : [])][0]
}

/** Whether a break leads back to where the work can go on as it was. */
const comesBack = (before: LineState, after: LineState): boolean =>
  before.flame === after.flame &&
  before.retrimmed === after.retrimmed &&
  before.oxygen.screwPa === after.oxygen.screwPa &&
  before.fuel.screwPa === after.fuel.screwPa &&
  before.oxygen.turns === after.oxygen.turns &&
  before.fuel.turns === after.fuel.turns

/**
 * The whole procedure of a piece from a cold rig to a cold rig, with every break on the way. Each list is run through
 * the state model, from a rig whose screws somebody may have left in; one that meets anything forbidden is not given.
 */
export function compose(setup: LineSetup, piece: WorkSteps): Procedure {
  const c = new StageContext(setup)
  const { setting } = setup
  const ready = toReady(c)
  const lit = [...lighting(c), ...trimming(c)]
  const steps = [
    ...piece.before,
    ...ready,
    ...lit,
    ...piece.work,
    ...shutTorch(c),
    ...piece.cooling,
    ...nitrogenOff(c),
    ...shutDown(c),
    ...piece.after,
    ...fireWatch(),
  ]
  const wrong = unsafe(steps, setting)
  if (wrong) return refused(wrong.hazard, wrong.text)
  const readyState = runSteps(ready, setting, foundLine(setting)).state
  const litState = runSteps(lit, setting, readyState).state
  // a break may come while the work is hot: it is judged in that state, which asks for more
  const hot = (state: LineState): LineState =>
    setting.line ? { ...state, work: { ...state.work, hot: true } } : state
  const from: Readonly<Record<Stand, LineState>> = { ready: readyState, lit: hot(litState) }
  const breaks = Object.fromEntries(
    BREAKS.map((name) => [
      name,
      Object.fromEntries(
        STANDS.flatMap((stand) => {
          const own = breakOf(c, name, stand)
          if (!own) return []
          const run = runSteps(own, setting, from[stand])
          const leaves = name === 'shutdown'
          const bad =
            forbidden(run.met).length > 0 ||
            (leaves ? forbidden(hazardsAtEnd(run.state)).length > 0 : !comesBack(from[stand], run.state))
          return bad ? [] : [[stand, asBreak(own)]]
        }),
      ),
    ]),
  ) as unknown as BreakSteps
  return { ok: true, steps, breaks, setting, from, exceptions: c.exceptions }
}
