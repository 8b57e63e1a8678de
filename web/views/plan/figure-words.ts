import { cutFigureKind, PLAIN_NUMBERS, type CutFigureName } from '#core/cut/index.ts'
import type { Kind } from '#core/quantity/index.ts'
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
  carbonEquivalent: 'Carbon equivalent',
  warmTo: 'Warm the metal to',
  usualOxygenPressureAtTip: 'Your usual oxygen, at the tip',
  usualOxygenFlow: 'Your usual oxygen flow',
  usualOxygenShareBurnt: 'Share of it that would burn',
  usualTravelSpeed: 'Speed that your usual supports',
}

/** A figure as it is shown: most in the shop's units, a few as a plain number. */
export const printFigure = (
  name: CutFigureName,
  value: number,
  print: (si: number, kind: Kind) => string,
): string =>
  PLAIN_NUMBERS.includes(name) ? String(Math.round(value * 100) / 100) : print(value, cutFigureKind(name))

/** How a cut names and prints its figures. */
export const CUT_WORDS: FigureWords = {
  nameOf: (name) => FIGURE_NAMES[name as CutFigureName] as string | undefined,
  kindOf: (name) => cutFigureKind(name as CutFigureName),
  printed: (name, value, print) => printFigure(name as CutFigureName, value, print),
}
