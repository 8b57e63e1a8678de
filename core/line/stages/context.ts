import { FUELS } from '../../gas/fuels.ts'
import { TRACE_OF_OXYGEN } from '../hazards.ts'
import type { LineMethodName } from '../methods.ts'
import type { LineSetup, MethodException } from '../setup.ts'
import { USUAL_SWEEP_S, type Act, type Side } from '../state.ts'

export type Gas = 'oxygen' | 'fuel'

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
  get isCut() {
    return this.setup.setting.lever === true
  }
  /** A tip with one flame, small enough to hold little mixed gas. */
  get small() {
    const { tip } = this.setup.setting
    return tip?.flames === 1 && tip.orificeM <= TRACE_OF_OXYGEN.orificeM
  }
  get order(): readonly Gas[] {
    return this.setup.methods.cylinderOrder === 'fuel-first' ? ['fuel', 'oxygen'] : ['oxygen', 'fuel']
  }
  get sides(): readonly Side[] {
    return this.setup.nitrogen ? ['fuel', 'oxygen', 'nitrogen'] : ['fuel', 'oxygen']
  }
  sweepOf(side: Gas): number {
    return this.setup.setting.sweepS?.[side] ?? USUAL_SWEEP_S
  }
  /** Notes that a row of the methods is not followed on this rig, once, with what is done and why. */
  overrule(method: LineMethodName, used: string, because: string): void {
    const asked = this.setup.methods[method]
    if (asked !== used && !this.exceptions.some((d) => d.method === method))
      this.exceptions.push({ method, asked, used, because })
  }
  torchOxygen(open: boolean): Act[] {
    const { handleValve } = this.setup.setting
    if (!open) return [{ do: 'shut-valve', side: 'oxygen' }]
    return [
      ...(handleValve === true ? [{ do: 'open-handle' } as const] : []),
      { do: 'open-valve', side: 'oxygen' },
    ]
  }
}
