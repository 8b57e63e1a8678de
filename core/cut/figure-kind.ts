import type { SiUnit } from '../quantity/units.ts'
import type { PressureOf } from '../piece/plan-draft.ts'
import type { CutFigureName } from './types.ts'

/** The SI unit of each figure of a cut. */
export const CUT_FIGURE_UNIT = {
  tipOrifice: 'm',
  cuttingOxygenPressure: 'Pa',
  cuttingOxygenPressureAtTip: 'Pa',
  cuttingOxygenFlow: 'm3/s',
  fuelPressure: 'Pa',
  fuelFlow: 'm3/s',
  preheatOxygenFlow: 'm3/s',
  travelSpeed: 'm/s',
  travelAngle: 'rad',
  drag: 'm',
  kerf: 'm',
  guideOffset: 'm',
  collarHeight: 'm',
  collarOnTip: 'm',
  standoff: 'm',
  tipToWork: 'm',
  preheatTime: 's',
  torchTime: 's',
  oxygenUsed: 'm3',
  fuelUsed: 'm3',
  oxygenShareBurnt: '1',
  trackDial: '1',
  effectiveThickness: 'm',
  bevelFaceWidth: 'm',
  bottomShift: 'm',
  armRadius: 'm',
  pierceHeight: 'm',
  pathLength: 'm',
  templateLength: 'm',
  piecesPerStock: '1',
  offcutMass: 'kg',
  cleanUpTime: 's',
  carbonEquivalent: '1',
  warmTo: 'K',
  usualOxygenPressureAtTip: 'Pa',
  usualOxygenFlow: 'm3/s',
  usualOxygenShareBurnt: '1',
  usualTravelSpeed: 'm/s',
} as const satisfies Readonly<Record<CutFigureName, SiUnit>>

/** The figures of a cut that are pressures. */
export type CutPressure = PressureOf<typeof CUT_FIGURE_UNIT>
