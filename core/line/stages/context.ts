import { FUELS } from '../../gas/fuels.ts'
import { TRACE_OF_OXYGEN } from '../hazards.ts'
import type { LineMethodName } from '../methods.ts'
import type { LineSetup, MethodException } from '../setup.ts'
import { WIDE_OPEN, type Act, type Gas, type Side } from '../state.ts'
import type { StepTimer } from '../steps.ts'

/** Whose screws are backed out: of the flame's two gases, and of the nitrogen beside them. */
export const FLAME_SIDES: readonly Side[] = ['fuel', 'oxygen']
export const EVERY_SIDE: readonly Side[] = [...FLAME_SIDES, 'nitrogen']

/** What the stretches of one setup are written from, and where it is noted that the shop's method is not followed. */
export class StageContext {
  readonly exceptions: MethodException[] = []

  constructor(readonly setup: LineSetup) {}

  get fuel() {
    return FUELS[this.setup.setting.fuel]
  }
  /** Told by its feather, and lit with fuel alone until the soot stops. */
  get feathered() {
    return this.fuel.flame.sign === 'feather'
  }
  /** A flame that is not seen by day: it is told by flow meters. */
  get unseen() {
    return this.fuel.flame.sign === 'meters'
  }
  get isCut() {
    return this.setup.setting.lever === true
  }
  /** The oxygen valve that the flame is trimmed with. */
  get oxygenValve() {
    return this.isCut ? 'preheat oxygen' : 'oxygen'
  }
  get handleValve() {
    return this.setup.setting.handleValve === true
  }
  /** A tip with one flame, small enough to hold little mixed gas. */
  get small() {
    const { tip } = this.setup.setting
    return tip?.flames === 1 && tip.orificeM <= TRACE_OF_OXYGEN.orificeM
  }
  get order(): readonly Gas[] {
    return this.setup.methods.cylinderOrder === 'fuel-first' ? ['fuel', 'oxygen'] : ['oxygen', 'fuel']
  }
  get purgeOrder(): readonly Gas[] {
    const { purgeOrder } = this.setup.methods
    if (purgeOrder === 'as-cylinders') return this.order
    return purgeOrder === 'fuel-first' ? ['fuel', 'oxygen'] : ['oxygen', 'fuel']
  }
  get sides(): readonly Side[] {
    return this.setup.nitrogen ? EVERY_SIDE : FLAME_SIDES
  }
  /** Set against the shut torch valve, once and for all: nothing runs while it is done. */
  get isStatic() {
    return this.setup.methods.setPressures === 'static'
  }
  /** Whether the hoses are purged in a step of their own: where nothing runs while pressures are set they have to be. */
  get purgesApart(): boolean {
    const { hosePurge } = this.setup.methods
    if (hosePurge === 'own-step') return true
    if (this.isStatic) {
      this.overrule(
        'hosePurge',
        'own-step',
        'Set against a shut valve nothing runs, so nothing is purged by it.',
      )
      return true
    }
    if (hosePurge === 'none')
      this.overrule(
        'hosePurge',
        'while-setting',
        'A hose that may hold air is not lit: each gas runs for its time while it is set.',
      )
    return false
  }
  /** How long a hose runs before it counts as pure, and the clock that shows it. */
  purgeOf(side: Gas, what: string): { readonly seconds: number; readonly timer: StepTimer } {
    const { fullS, freeS, partS } = this.setup.purge[side]
    const part = this.purgesApart && this.setup.methods.purgeThrough === 'part'
    // sooner than three volumes only wide open, with its pressure set while it ran
    const soon = !part && this.purgesApart && !this.isStatic
    const seconds = part ? partS : fullS
    return {
      seconds: soon ? freeS : seconds,
      timer: { kind: 'at-least', what, seconds, ...(soon && freeS < seconds ? { freeS } : {}) },
    }
  }
  /** Notes that a row of the methods is not followed on this rig, once, with what is done and why. */
  overrule(method: LineMethodName, used: string, because: string): void {
    const asked = this.setup.methods[method]
    if (asked !== used && !this.exceptions.some((d) => d.method === method))
      this.exceptions.push({ method, asked, used, because })
  }
  /** Oxygen through the whole torch: by the lever where there is one, else by its valve. */
  oxygenOn(): Act[] {
    return [
      ...(this.handleValve ? [{ do: 'open-handle' } as const] : []),
      this.isCut ? { do: 'lever-down' } : { do: 'open-valve', side: 'oxygen', turns: WIDE_OPEN },
    ]
  }
  oxygenOff(): Act[] {
    return [this.isCut ? { do: 'lever-up' } : { do: 'shut-valve', side: 'oxygen' }]
  }
}
