import type { Saying } from '#core/quantity/index.ts'
import type { CutFigureName, CutPlan, CutRequest } from '#core/cut/index.ts'

/** What the drawings of a cut are made from, all in mm. */
export interface CutGeometry {
  readonly thickness: number
  readonly kerf: number
  readonly orifice: number
  readonly tipRadius: number
  readonly tipToWork: number
  readonly cone: number
  readonly coneWidth: number
  readonly standoff: number
  readonly drag: number
  readonly leanRad: number
  readonly collar: number | undefined
  /** Of the guide that is there, else of the one that the collar wants. */
  readonly guideHeight: number | undefined
  readonly guideOffset: number | undefined
  readonly guide: 'part' | 'scrap' | 'none'
}

/** Radius of a tip's flank when nobody gave it, m: only for the picture. */
const USUAL_RADIUS_M = 0.00635

/** The figures of a plan as lengths to draw, or undefined while the plan gives too few of them. */
export function cutGeometry(plan: CutPlan, request: CutRequest): CutGeometry | undefined {
  const mm = (name: CutFigureName) => (plan.figures[name]?.value ?? Number.NaN) * 1000
  const { cone } = plan.detail
  if (!cone || !plan.figures.kerf) return undefined
  return {
    thickness: request.work.thicknessM * 1000,
    kerf: mm('kerf'),
    orifice: mm('tipOrifice'),
    tipRadius: (request.rig.tipRadiusM ?? USUAL_RADIUS_M) * 1000,
    tipToWork: mm('tipToWork'),
    cone: cone.lengthM * 1000,
    coneWidth: cone.portM * 1000,
    standoff: mm('standoff'),
    drag: mm('drag'),
    leanRad: plan.figures.travelAngle?.value ?? 0,
    collar: plan.figures.collarHeight ? mm('collarHeight') : undefined,
    guideHeight:
      request.rig.guideHeightM === undefined
        ? plan.figures.collarHeight && mm('collarHeight')
        : request.rig.guideHeightM * 1000,
    guideOffset: plan.figures.guideOffset ? mm('guideOffset') : undefined,
    guide: request.rig.guide,
  }
}

/** How a length of a drawing is said, in mm, by what it is: as somebody gave it, unless it is told otherwise. */
export type Lengths = (mm: number, as?: Saying) => string
