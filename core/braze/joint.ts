import { INCH_M } from '../quantity/units.ts'
import type { FillerKind } from '../metal/fillers.ts'
import { ONE_LAYER_M } from './fields.ts'
import { SERVICE_LIMIT_K } from './rules.ts'
import { jointFacts, type JointFacts } from './joints.ts'
import type { BrazeWork, Part, RodSection } from './types.ts'

const ROOM_K = 293.15
const mm = 1e-3

export const isRound = (w: Pick<BrazeWork, 'joint'>): boolean => jointFacts(w.joint).form === 'round'
export const isBuiltUp = (w: Pick<BrazeWork, 'joint'>): boolean => jointFacts(w.joint).form === 'built-up'
/** What carries the load of a joint. */
export const bondOf = (w: Pick<BrazeWork, 'joint'>): JointFacts['bond'] => jointFacts(w.joint).bond
/** Whether a groove is filled: a crack, a casting. */
export const isGrooved = (w: Pick<BrazeWork, 'joint'>): boolean => bondOf(w) === 'groove'
/** What is brazed along the seam of flat work, once, m: all the way round a patch; of a stitched seam its stitches. */
const seamM = (w: BrazeWork): number =>
  w.seamShare * (jointFacts(w.joint).around ? 2 * (w.lengthM + w.widthM) : w.lengthM)
/** How far the film reaches from its lip, m: the overlap, or the wall where the parts do not overlap. */
export const acrossM = (w: BrazeWork): number =>
  bondOf(w) === 'wall' || bondOf(w) === 'fillets' ? w.a.wallM : w.overlapM

/** Diameter at which the two parts meet, m: the outside of what goes in. */
export const seatDiameterM = (w: Pick<BrazeWork, 'a'>): number => w.a.outsideDiameterM ?? 0

/**
 * Diametral clearance at a temperature: c + D·(αo·ΔT − αi·ΔT), both parts from 20 °C. Flat work keeps its film.
 * @param kelvin of both parts
 * @returns m; zero or less when the parts jam
 */
export function diametralClearanceAt(w: BrazeWork, kelvin: number): number {
  if (!isRound(w)) return w.clearanceM
  return w.clearanceM + seatDiameterM(w) * (w.b.metal.expansion - w.a.metal.expansion) * (kelvin - ROOM_K)
}

/** Film between the parts, m: half the diametral clearance of round parts, the gap itself of flat ones. */
export const filmAt = (w: BrazeWork, kelvin: number): number =>
  diametralClearanceAt(w, kelvin) / (isRound(w) ? 2 : 1)

/** Relative strength of a film by its thickness in mm. Source: gap tests in the AWS Brazing Handbook's manner, piecewise. */
export const GAP_STRENGTH: readonly (readonly [gapMm: number, share: number])[] = [
  [0, 0],
  [0.02, 0.6],
  [0.04, 1],
  [0.08, 1],
  [0.15, 0.8],
  [0.25, 0.55],
  [0.4, 0.4],
]

/**
 * Share of the best strength that a film of this thickness has; 0 without a gap and beyond 0.4 mm.
 * @param pulled straight apart, not sheared
 * @example gapStrength(0.0001) // 0.9429
 */
export function gapStrength(filmM: number, pulled = false): number {
  const curve = pulled ? GAP_TENSION : GAP_STRENGTH
  const x = filmM / mm
  if (x <= 0 || x > 0.4 + 1e-9) return 0
  const i = curve.findIndex(([to]) => x <= to + 1e-12)
  const [x1, y1] = curve[i] ?? curve[curve.length - 1] ?? [0.4, 0.4]
  const [x0, y0] = curve[i - 1] ?? [x1, y1]
  return x1 === x0 ? y1 : y0 + ((x - x0) / (x1 - x0)) * (y1 - y0)
}

/** Relative strength of a film that is pulled straight apart: it falls faster with the gap than shear. Source: as above. */
export const GAP_TENSION: readonly (readonly [gapMm: number, share: number])[] = [
  [0, 0],
  [0.02, 0.6],
  [0.04, 1],
  [0.08, 0.9],
  [0.15, 0.55],
  [0.25, 0.3],
  [0.4, 0.15],
]
/** Whether a joint pulls its film straight apart: butts and scarfs. */
export const isPulled = (w: Pick<BrazeWork, 'joint'>): boolean =>
  bondOf(w) === 'wall' || bondOf(w) === 'slant'

/** Shear strength of a sound film at 20 °C, Pa: about four fifths of short-lap tests. */
export const SHEAR_PA: Readonly<Record<FillerKind, number>> = {
  phosphorus: 140e6,
  silver: 140e6,
  zinc: 170e6,
  aluminium: 55e6,
}
/** Share of a seam that is taken as sound. */
export const SOUND = 0.8
/** Required over the end load of a joint under pressure, when no code says otherwise. */
export const SAFETY = 4
const NEAR_LIMIT_K = 50

/**
 * What heat in use takes off the strength: nothing up to 50 K under the continuous limit, half at it and beyond.
 * @example serviceShare('silver', 293.15) // 1
 */
export function serviceShare(kind: FillerKind, serviceK: number): number {
  const below = SERVICE_LIMIT_K[kind][0] - serviceK
  return below >= NEAR_LIMIT_K ? 1 : below <= 0 ? 0.5 : 0.5 + 0.5 * (below / NEAR_LIMIT_K)
}

/**
 * Strength of the film as it is used, Pa: in shear, or pulled straight apart.
 * @example shearAt('silver', 0.00005, 293.15) / 1e6 // 140
 */
export const shearAt = (kind: FillerKind, filmM: number, serviceK: number, pulled = false): number =>
  SHEAR_PA[kind] * gapStrength(filmM, pulled) * serviceShare(kind, serviceK)

const perLength = (p: Part) => p.metal.tensilePa * p.wallM
/** The part that would tear first: the one with the least strength for each metre of seam. */
export const weakerPart = (w: BrazeWork): Part => (perLength(w.a) <= perLength(w.b) ? w.a : w.b)
const thinnerWall = (w: BrazeWork) => Math.min(w.a.wallM, w.b.wallM)
const LEAST_LAPS = 3
const UP_TO_M = 0.1 * mm
const upTo = (m: number) => Math.ceil(m / UP_TO_M - 1e-6) * UP_TO_M

/**
 * Lap for a joint as strong as its weaker part, never under three times the thinner wall, up to 0.1 mm.
 * Flat X = T·W/(C·L), tube X = W·(D − W)·T/(C·L·D). Source: AWS C3 practice.
 * @param shearPa of the film, above 0
 */
export function overlapNeeded(w: BrazeWork, shearPa: number): { lapM: number; byStrengthM: number } {
  const { metal, wallM } = weakerPart(w)
  const d = seatDiameterM(w)
  const flat = (metal.tensilePa * wallM) / (SOUND * shearPa)
  const byStrengthM = isRound(w) ? (flat * (d - wallM)) / d : flat
  return { lapM: upTo(Math.max(byStrengthM, LEAST_LAPS * thinnerWall(w))), byStrengthM }
}

const TEE_THROAT = 0.7
const MOST_FILLET_M = 1.5 * mm
/** Leg of the fillet: the wall, at most 1.5 mm; of a tee as large as its plate allows up to 5 mm. */
export const filletLegM = (w: BrazeWork): number =>
  bondOf(w) === 'fillets' ? Math.min(thinnerWall(w), 5 * mm) : Math.min(w.a.wallM, MOST_FILLET_M)

/** A bead over a crack that is not opened is so wide, m; a scratch is no deeper than this. */
const BEAD_M = 10 * mm
const SCRATCH_M = 3 * mm

/**
 * Depth and width of the groove of a crack, at 75° between its faces. A vee: two thirds of the wall, through thin metal; a
 * scratch: a third of it, at most 3 mm; none: a bead of 10 mm over it.
 */
export function grooveOf(w: BrazeWork): { depthM: number; widthM: number; areaM2: number } {
  if (w.grooveKind === 'none') return { depthM: 0, widthM: BEAD_M, areaM2: 0 }
  const { wallM } = w.a
  const depthM =
    w.grooveKind === 'scratch' ? Math.min(wallM / 3, SCRATCH_M) : wallM <= 5 * mm ? wallM : (2 / 3) * wallM
  const widthM = 2 * depthM * Math.tan((37.5 * Math.PI) / 180)
  return { depthM, widthM, areaM2: (depthM * widthM) / 2 }
}
/** The hole that stops a crack at either end, m across: filled once the crack is. */
export const STOP_HOLE_M = 4 * mm
/** Crown over a groove. */
export const CROWN_M = ONE_LAYER_M
/** In how many layers a face is built up. */
export const layersOf = (w: Pick<BrazeWork, 'layerM'>): number =>
  Math.max(1, Math.ceil(w.layerM / ONE_LAYER_M - 1e-9))

/** Area that carries the load in shear, m². */
export function shearAreaM2(w: BrazeWork): number {
  if (isRound(w)) return Math.PI * seatDiameterM(w) * w.overlapM
  switch (bondOf(w)) {
    case 'overlap': {
      const { films, edges } = jointFacts(w.joint)
      // one lap and a fillet along either edge: not two laps
      return (films * w.overlapM + (edges ? 2 * TEE_THROAT * filletLegM(w) : 0)) * seamM(w)
    }
    case 'fillets':
      return 2 * TEE_THROAT * filletLegM(w) * seamM(w)
    case 'wall':
      return thinnerWall(w) * seamM(w)
    case 'slant':
      return Math.hypot(w.overlapM, thinnerWall(w)) * seamM(w)
    case 'groove':
      // a bead over it holds by half of its width on either side
      return (w.grooveKind === 'none' ? BEAD_M / 2 : grooveOf(w).depthM) * w.lengthM
    case 'face':
      return w.lengthM * w.widthM
  }
}

/** Force that tears the weaker part beside the seam, N. */
export function partStrengthN(w: BrazeWork): number {
  const { metal, wallM } = weakerPart(w)
  return isRound(w)
    ? Math.PI * Math.max(0, seatDiameterM(w) - wallM) * wallM * metal.tensilePa
    : wallM * w.lengthM * metal.tensilePa
}

/** Force with which gauge pressure pushes a tube out of its joint, N. */
export const endLoadN = (w: BrazeWork): number =>
  isRound(w) ? (w.pressurePa * Math.PI * seatDiameterM(w) ** 2) / 4 : 0

/** Filler fed beyond what the joint holds. */
export const WASTE = 1.15
const CONCAVE = 1 - Math.PI / 4

/** Filler that one joint takes with its fillet and waste, m³. `filmM`: the larger of cold and hot. */
export function fillerVolumeM3(w: BrazeWork, filmM: number): number {
  const f = filletLegM(w)
  const fillet = CONCAVE * f * f
  if (isRound(w)) {
    const d = seatDiameterM(w)
    return WASTE * (Math.PI * (d + filmM) * filmM * w.overlapM + fillet * Math.PI * d)
  }
  if (isBuiltUp(w)) {
    if (bondOf(w) === 'face') return WASTE * w.lengthM * w.widthM * w.layerM
    const groove = grooveOf(w)
    const seam = (groove.areaM2 + (2 / 3) * groove.widthM * CROWN_M) * w.lengthM
    return WASTE * (seam + 2 * (Math.PI / 4) * STOP_HOLE_M ** 2 * w.a.wallM)
  }
  if (bondOf(w) === 'fillets') return WASTE * seamM(w) * (w.a.wallM * filmM + 2 * (f * f) * 0.5)
  const across = bondOf(w) === 'wall' ? thinnerWall(w) : w.overlapM
  const { films, halves, edges } = jointFacts(w.joint)
  // fed from both edges each fillet is full, not what is left where it came through
  const edge = edges ? 0.5 * f * f : fillet
  return WASTE * seamM(w) * films * (halves ? 2 : 1) * (across * filmM + 2 * edge)
}

/** Sections of the rods that are sold, m². */
export const ROD_AREA_M2: Readonly<Record<RodSection, number>> = {
  '1/16 in': (Math.PI / 4) * (INCH_M / 16) ** 2,
  '3/32 in': (Math.PI / 4) * ((3 * INCH_M) / 32) ** 2,
  '1/8 in': (Math.PI / 4) * (INCH_M / 8) ** 2,
  '5/32 in': (Math.PI / 4) * ((5 * INCH_M) / 32) ** 2,
  '3/16 in': (Math.PI / 4) * ((3 * INCH_M) / 16) ** 2,
  '1/4 in': (Math.PI / 4) * (INCH_M / 4) ** 2,
  '0.050 x 1/8 in': 0.05 * INCH_M * (INCH_M / 8),
}
const ROD_STEP_M = 5 * mm
/**
 * Rod for a volume of filler, m, up to 5 mm.
 * @example rodLengthM(1.2e-7, '1/16 in') // 0.065
 */
export const rodLengthM = (volumeM3: number, section: RodSection): number =>
  Math.ceil(volumeM3 / ROD_AREA_M2[section] / ROD_STEP_M - 1e-9) * ROD_STEP_M

/** Length of the lip or seam along which filler is fed, m. */
export function lipM(w: BrazeWork): number {
  if (isRound(w)) return Math.PI * seatDiameterM(w)
  if (bondOf(w) === 'face') return ((w.lengthM * w.widthM) / 0.006) * layersOf(w)
  const { films, halves, edges } = jointFacts(w.joint)
  return seamM(w) * (bondOf(w) === 'fillets' || edges ? 2 : films * (halves ? 2 : 1))
}
/** Paste for a metre of lip and for a square metre of faces, kg: an estimate, with what stays in the pot. */
const FLUX_PER_M = 0.012
const FLUX_PER_M2 = 0.25
/** Flux for one joint, kg. */
export const fluxMassKg = (w: BrazeWork): number =>
  FLUX_PER_M * lipM(w) + FLUX_PER_M2 * (isBuiltUp(w) ? 0 : shearAreaM2(w))
