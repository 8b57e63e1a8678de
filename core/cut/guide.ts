/** The guide under a torch that is tilted, all SI. */
export interface TiltedGuide {
  readonly side: 'part' | 'scrap'
  readonly tipRadiusM: number
  readonly kerfM: number
  /** From square; 0 for a square cut. */
  readonly bevelRad: number
  /** Whether the torch leans over the guide or away from it. */
  readonly leans: 'over' | 'away'
  /** Leaning over: the guide's height. Leaning away: the lowest point of the flank that can touch. */
  readonly touchM: number
}

/**
 * Distance from the marked line (the part's top edge; kerf wholly in the scrap) to the guide's edge.
 * Square: R − k/2 on the part, R + k/2 on the scrap. Bevel β: R/cos β ± z·tan β, less or plus k/(2·cos β).
 * @returns m, which may come out at or below zero: the caller refuses it
 * @example guideOffset({ side: 'part', tipRadiusM: 0.008, kerfM: 0.002, bevelRad: 0, leans: 'over', touchM: 0 }) * 1000 // 7
 */
export function guideOffset(g: TiltedGuide): number {
  const cos = Math.cos(g.bevelRad)
  const tilt = (g.leans === 'over' ? 1 : -1) * g.touchM * Math.tan(g.bevelRad)
  const half = g.kerfM / (2 * cos)
  return g.tipRadiusM / cos + tilt + (g.side === 'part' ? -half : half)
}

/**
 * Lowest point of a tilted tip's flank that can touch a guide that it leans away from, m above the plate.
 * @example lowestTouch(0.01, 0.008, Math.PI / 6) * 1000 // 12.66
 */
export const lowestTouch = (tipToWorkM: number, tipRadiusM: number, bevelRad: number): number =>
  tipToWorkM * Math.cos(bevelRad) + tipRadiusM * Math.sin(bevelRad)
