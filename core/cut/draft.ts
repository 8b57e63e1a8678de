import { factorOf } from '../piece/plan-change.ts'
import { PlanDraft } from '../piece/plan-draft.ts'
import { CUT_FIGURE_UNIT, type CutPressure } from './figure-kind.ts'
import { effectiveThickness } from './shapes.ts'
import type { TipSaid } from './tip-limits.ts'
import { CUT_FIGURES, type CutDetail, type CutFigureName, type CutPlan, type CutRequest } from './types.ts'

const AT_TIP = [
  'cuttingOxygenPressureAtTip',
  'usualOxygenPressureAtTip',
] as const satisfies readonly CutPressure[]
type AtTip = (typeof AT_TIP)[number]
const SHAPE = {
  names: CUT_FIGURES,
  unit: CUT_FIGURE_UNIT,
  atTip: new Set(AT_TIP),
  within: new Set<CutFigureName>([
    'tipOrifice',
    'travelAngle',
    'drag',
    'standoff',
    'pierceHeight',
    'trackDial',
    'collarOnTip',
    'carbonEquivalent',
    'warmTo',
  ]),
}

/** Fuel and preheat oxygen as planned, m³/s. */
export interface GasPlan {
  readonly fuel: number
  readonly preheatOxygen: number
}

/** A cut while it is being planned. */
export class Draft extends PlanDraft<CutFigureName, CutPressure, AtTip> {
  /** What the settings are made for: the thickness along the jet, m. */
  readonly thicknessM: number

  /** What drawings, steps and the fault finder go by beside the figures. */
  detail: CutDetail = { starts: 1, goodCuts: 0 }
  /** What is to be said of the tip. */
  tip: TipSaid = { verdict: 'does', because: '' }

  constructor(readonly request: CutRequest) {
    super(SHAPE, request.shop.units, request.work.ticked)
    this.thicknessM = effectiveThickness(request.work)
    const { changes } = request.work
    this.change(changes, [
      ['travelSpeed', factorOf(changes, 'speed')],
      ['preheatTime', factorOf(changes, 'preheat')],
      ['standoff', factorOf(changes, 'standoff')],
    ])
  }

  finish(): CutPlan {
    return { kind: 'cut', ...this.parts(), tip: this.tip, detail: this.detail }
  }
}
