/**
 * Distance from the marked line (the finished edge; kerf wholly in the scrap) to the guide's edge, torch square.
 * @param tipRadiusM radius of the tip's flank that rides the guide
 * @returns m; on the part R − k/2, which may come out at or below zero: the caller refuses it; on the scrap R + k/2
 */
export const guideOffset = (side: 'part' | 'scrap', tipRadiusM: number, kerfM: number): number =>
  side === 'part' ? tipRadiusM - kerfM / 2 : tipRadiusM + kerfM / 2
