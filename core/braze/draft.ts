import { factorOf } from '../piece/plan-change.ts'
import { PlanDraft, type PressureOf } from '../piece/plan-draft.ts'
import type { SiUnit } from '../quantity/units.ts'
import {
  BRAZE_FIGURES,
  type BrazeDetail,
  type PlannedBurner,
  type BrazeFigureName,
  type BrazeRequest,
} from './types.ts'

/** The SI unit of each figure of a braze. Clearances are radial; `baseHeadroom` is a difference of temperatures. */
export const BRAZE_FIGURE_UNIT = {
  brazingTemperature: 'K',
  baseHeadroom: 'K',
  clearanceCold: 'm',
  clearanceHot: 'm',
  overlapNeeded: 'm',
  overlapGiven: 'm',
  jointStrength: 'N',
  partStrength: 'N',
  endLoad: 'N',
  fillerVolume: 'm3',
  fillerMass: 'kg',
  rodLength: 'm',
  rodLengthAll: 'm',
  fluxMass: 'kg',
  timeToTemperature: 's',
  feedTime: 's',
  torchTime: 's',
  heatNeeded: 'J',
  tipOrifice: 'm',
  coneDistance: 'm',
  fuelFlow: 'm3/s',
  oxygenFlow: 'm3/s',
  oxygenPressure: 'Pa',
  fuelPressure: 'Pa',
  oxygenUsed: 'm3',
  fuelUsed: 'm3',
  purgeFlow: 'm3/s',
  purgeVolume: 'm3',
  purgeTime: 's',
  purgeGas: 'm3',
  reach60C: 'm',
  reach60CWithRag: 'm',
  protectedTemperature: 'K',
  softenedLength: 'm',
  nextJointTemperature: 'K',
  remeltDistance: 'm',
  setTime: 's',
  nitrogenAfter: 's',
  coolTime: 's',
  preheatTo: 'K',
  preheatHeat: 'J',
  warmTime: 's',
  grooveDepth: 'm',
  grooveWidth: 'm',
} as const satisfies Readonly<Record<BrazeFigureName, SiUnit>>

type BrazePressure = PressureOf<typeof BRAZE_FIGURE_UNIT>
const SHAPE = {
  names: BRAZE_FIGURES,
  unit: BRAZE_FIGURE_UNIT,
  atTip: new Set<never>(),
  within: new Set<BrazeFigureName>([
    'brazingTemperature',
    'baseHeadroom',
    'clearanceCold',
    'clearanceHot',
    'overlapNeeded',
    'tipOrifice',
    'coneDistance',
    'purgeFlow',
    'purgeTime',
    'preheatTo',
    'grooveDepth',
    'grooveWidth',
  ]),
}

/** A braze while it is being planned. */
export class BrazeDraft extends PlanDraft<BrazeFigureName, BrazePressure> {
  /** What steps and drawings go by beside the figures. */
  detail: BrazeDetail = {}
  /** What brings the heat, judged. */
  burners: readonly PlannedBurner[] = []

  constructor(readonly request: BrazeRequest) {
    super(SHAPE, request.shop.units, request.work.ticked)
    const { changes } = request.work
    this.change(changes, [
      ['purgeFlow', factorOf(changes, 'purge')],
      ['purgeTime', factorOf(changes, 'purgeTime')],
      ['setTime', factorOf(changes, 'set')],
    ])
  }
  end() {
    return { ...this.parts(), detail: this.detail, burners: this.burners }
  }
}
