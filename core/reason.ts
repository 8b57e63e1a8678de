/** What a figure rests on: the inputs and figures that it was worked out from, each with its kind. */
import type { Kind } from './quantity/units.ts'

/**
 * How a value is told: a kind of quantity (in SI), a plain number, or a word. Kinds of the reasons alone: `hose` is a
 * length as hose is bought, `stress` a strength in Pa, `area` in m², `rise` a difference of temperatures in K.
 */
export type ReasonKind = Kind | 'number' | 'word' | 'hose' | 'stress' | 'area' | 'rise'

/** All that a figure can rest on, with its kind; `own` is the kind of the figure that rests on it. */
export const REASONS = {
  thickness: 'length',
  length: 'length',
  bore: 'length',
  tableLow: 'own',
  tableHigh: 'own',
  cuttingOxygenFlowWanted: 'flow',
  ambientPressure: 'pressure',
  dischargeCoefficient: 'number',
  chartedPressure: 'pressure',
  chartedAt: 'word',
  chartedSpeed: 'speed',
  chartedKerf: 'length',
  chartHoseDrop: 'pressure',
  hoseDrop: 'pressure',
  hoseLength: 'hose',
  hoseBore: 'length',
  gaugeDivision: 'pressure',
  bandLow: 'pressure',
  bandHigh: 'pressure',
  highestSetting: 'pressure',
  fuel: 'word',
  handling: 'word',
  guide: 'word',
  cones: 'word',
  clearanceLow: 'length',
  clearanceHigh: 'length',
  surfaceFactor: 'number',
  oxygenToFuel: 'number',
  ratioLow: 'number',
  ratioHigh: 'number',
  shareOfRange: 'number',
  purityFactor: 'number',
  oxygenPurity: 'share',
  squareFrom: 'length',
  shareOfThickness: 'share',
  factor: 'number',
  handAllowance: 'length',
  measuredCuts: 'number',
  tipRadius: 'length',
  tipBelowCollar: 'length',
  coneLength: 'length',
  preheatPorts: 'number',
  portDiameter: 'length',
  exitSpeed: 'number',
  temperatureRise: 'rise',
  steelDensity: 'number',
  oxygenPerIron: 'number',
  ironBurnt: 'share',
  oxygenDensity: 'number',
  dialBelow: 'number',
  dialAbove: 'number',
  fuelFactor: 'number',
  flatFactor: 'number',
  edgeFactor: 'number',
  wetFactor: 'number',
  guideHeight: 'length',
  cleanPerMetre: 'number',
  bevelFactor: 'number',
  jetSupports: 'speed',
  mostAtTip: 'pressure',
  starts: 'number',
  pierces: 'number',
  bevel: 'angle',
  land: 'length',
  lean: 'word',
  leans: 'word',
  touchHeight: 'length',
  radius: 'length',
  diameter: 'length',
  rise: 'length',
  shank: 'length',
  headOverShank: 'number',
  stock: 'length',
  piece: 'length',
  trim: 'length',
  offcut: 'length',
  volume: 'volume',
  density: 'number',
  takenFrom: 'word',
  limit: 'number',
  volumesPerPropane: 'number',
  usualOxygen: 'pressure',
  usualFuel: 'pressure',
  shareAtMost: 'share',
  filler: 'word',
  flux: 'word',
  brazingMin: 'temperature',
  brazingMax: 'temperature',
  solidus: 'temperature',
  liquidus: 'temperature',
  lowerBaseSolidus: 'temperature',
  clearanceAcross: 'length',
  expansionInside: 'number',
  expansionOutside: 'number',
  overlap: 'length',
  area: 'area',
  soundShare: 'share',
  shearStrength: 'stress',
  shearAtGap: 'stress',
  gapFactor: 'share',
  serviceFactor: 'share',
  tensileStrength: 'stress',
  wall: 'length',
  leastLaps: 'number',
  metal: 'word',
  pressure: 'pressure',
  film: 'length',
  filletLeg: 'length',
  waste: 'number',
  rodSection: 'word',
  rodArea: 'area',
  joints: 'number',
  ports: 'number',
  torches: 'number',
  head: 'word',
  flame: 'word',
  method: 'word',
  flamePower: 'number',
  shareEntering: 'share',
  shareLow: 'number',
  shareHigh: 'number',
  lostToAir: 'energy',
  shareIntoFirstPart: 'share',
  lengths: 'number',
  fuelAtTorch: 'pressure',
  timesFuel: 'number',
  holdLow: 'flow',
  holdHigh: 'flow',
  oxygenInAir: 'number',
  oxygenTarget: 'number',
  heatingAndCooling: 'time',
  under: 'temperature',
  ragAt: 'length',
  softensAt: 'temperature',
  distance: 'length',
  withRag: 'temperature',
  restraint: 'word',
  mass: 'mass',
  shareKept: 'share',
  from: 'temperature',
  expected: 'own',
  medianOfRuns: 'own',
  goodRuns: 'number',
  weightOfRuns: 'share',
  setAside: 'number',
  changedBy: 'number',
  brazingTemperature: 'temperature',
  carbonEquivalent: 'number',
  cuttingOxygenFlow: 'flow',
  cuttingOxygenPressureAtTip: 'pressure',
  fillerVolume: 'volume',
  fuelFlow: 'flow',
  grooveDepth: 'length',
  kerf: 'length',
  oxygenFlow: 'flow',
  preheatTo: 'temperature',
  preheatHeat: 'energy',
  purgeFlow: 'flow',
  purgeVolume: 'volume',
  rodLength: 'length',
  standoff: 'length',
  timeToTemperature: 'time',
  tipOrifice: 'length',
  tipToWork: 'length',
  travelSpeed: 'speed',
  usualOxygenFlow: 'flow',
  usualOxygenPressureAtTip: 'pressure',
  preheatOxygenFlow: 'flow',
  preheatTime: 'time',
  purgeTime: 'time',
  torchTime: 'time',
} as const satisfies Readonly<Record<string, ReasonKind | 'own'>>

export type ReasonKey = keyof typeof REASONS
type ValueOf<K extends ReasonKey> = (typeof REASONS)[K] extends 'word' ? string : number

/** Reasons by key, as a plan gives them. */
export type Grounds = { readonly [K in ReasonKey]?: ValueOf<K> | undefined }

/** One input or figure that another rests on: SI for numbers, the word itself for choices. */
export interface Reason {
  readonly key: ReasonKey
  readonly value: number | string
  readonly kind: ReasonKind
}

/** Whether a text is the key of a reason. */
export const isReasonKey = (key: string): key is ReasonKey => Object.hasOwn(REASONS, key)

/** The kind of a reason of a figure that is itself of the kind `own`. */
export const kindOfReason = (key: ReasonKey, own: ReasonKind): ReasonKind =>
  REASONS[key] === 'own' ? own : REASONS[key]

/**
 * The reasons of a figure in their order, with the kind of each.
 * @param own the kind of the figure itself; several grounds stand one after the other
 */
export function reasonsOf(grounds: Grounds | readonly Grounds[], own: ReasonKind): readonly Reason[] {
  const all = Array.isArray(grounds) ? (grounds as readonly Grounds[]) : [grounds as Grounds]
  const reasons: Reason[] = []
  // each plan makes hundreds of them: plain loops over one list
  for (const g of all)
    for (const key of Object.keys(g)) {
      if (!isReasonKey(key)) continue
      const value = g[key]
      if (value !== undefined) reasons.push({ key, value, kind: kindOfReason(key, own) })
    }
  return reasons
}

/** The value of the first reason of this key. */
export const reason = (
  figure: { readonly from: readonly Reason[] } | undefined,
  key: ReasonKey,
): number | string | undefined => figure?.from.find((r) => r.key === key)?.value
