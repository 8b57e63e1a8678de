import type { CutFigureName } from '#core/cut/index.ts'
import type { FigureWords } from './HowSheet.tsx'

/** What each figure is called on screen. */
export const FIGURE_NAMES: Readonly<Record<CutFigureName, string>> = {
  tipOrifice: "Tip's orifice",
  cuttingOxygenPressure: 'Oxygen at the regulator, flowing',
  cuttingOxygenPressureAtTip: 'Oxygen at the tip',
  cuttingOxygenFlow: 'Cutting oxygen',
  fuelPressure: 'Fuel at the regulator, flowing',
  fuelFlow: 'Fuel flow',
  preheatOxygenFlow: 'Preheat oxygen',
  travelSpeed: 'Travel speed',
  travelAngle: 'Torch leans forward',
  drag: 'Drag',
  kerf: 'Kerf',
  guideOffset: 'Marked line to the guide',
  collarHeight: 'Height of the guide under the collar',
  collarOnTip: 'Collar above the tip’s face',
  standoff: 'Cone to plate',
  tipToWork: 'Tip to the plate',
  preheatTime: 'Preheat at the edge',
  torchTime: 'Torch time',
  oxygenUsed: 'Oxygen used',
  fuelUsed: 'Fuel used',
  oxygenShareBurnt: 'Share of the oxygen that burns',
  trackDial: 'Dial of the track machine',
  effectiveThickness: 'Metal along the jet',
  bevelFaceWidth: 'Width of the bevel',
  bottomShift: 'Bottom edge from under the line',
  armRadius: 'Circle arm, pivot to tip',
  pierceHeight: 'Cone to plate while piercing',
  pathLength: 'Length of the cut',
  templateLength: 'Template, once round',
  piecesPerStock: 'Pieces from the stock',
  offcutMass: 'Weight of what comes away',
  cleanUpTime: 'Clean-up of the edge',
  carbonEquivalent: 'Carbon equivalent',
  warmTo: 'Warm the metal to',
  usualOxygenPressureAtTip: 'Your usual oxygen, at the tip',
  usualOxygenFlow: 'Your usual oxygen flow',
  usualOxygenShareBurnt: 'Share of it that would burn',
  usualTravelSpeed: 'Speed that your usual supports',
}

/** How a cut names its figures. */
export const CUT_WORDS: FigureWords = {
  nameOf: (name) => FIGURE_NAMES[name as CutFigureName] as string | undefined,
}
