import { INCH_M } from '../quantity/units.ts'

/** Thin plate: up to and including 3/16 in (4.8 mm as it is sold), m. */
const THIN_PLATE_M = 0.0048
/** Where the published table begins, m. */
export const TABLE_FROM_M = INCH_M / 8

/**
 * Whether a plate is cut the thin way, with settings, steps and findings of its own: 3/16 in (4.8 mm) and less.
 * @example isThin((3 / 16) * INCH_M) // true
 */
export const isThin = (thicknessM: number): boolean => thicknessM <= THIN_PLATE_M * (1 + 1e-9)

/** Whether a plate is thinner than anything the table has; its settings are those of 1/8 in, as a start. */
export const isBelowTable = (thicknessM: number): boolean => thicknessM < TABLE_FROM_M * (1 - 1e-6)

/** How the torch is laid over on thin plate, tip pointing ahead, rad from upright: least, middle, most. */
export const LAID_OVER_RAD = [20, 35, 50].map((d) => (d * Math.PI) / 180) as [number, number, number]
/** Where in the row's speeds thin plate is cut: quicker than other plate of a like row. */
export const THIN_SPEED_SHARE = 0.75
