import { isGuided } from './fields.ts'
import type { CutWork, Fastener } from './types.ts'

/** Across a fastener's head and its height, in shank diameters: the usual proportions, which are an estimate. */
export const HEAD: Readonly<Record<Fastener, { readonly across: number; readonly height: number }>> = {
  rivet: { across: 1.75, height: 0.7 },
  bolt: { across: 1.6, height: 0.65 },
  nut: { across: 1.6, height: 0.9 },
}

/** The thickness along the jet that tip, flows and speed are chosen for, m: t/cos β for a bevel, a head's width. */
export function effectiveThickness(work: CutWork): number {
  if (work.shape === 'fastener') return HEAD[work.fastener].across * (work.diameterM ?? work.thicknessM)
  return work.thicknessM / Math.cos(Math.min(work.bevelRad, (89 * Math.PI) / 180))
}

/** Head that one pass slices off, m. */
const LAYER_M = 0.006

/** In how many passes a fastener's head is sliced off. @param shankM diameter of the shank */
export const fastenerLayers = (kind: Fastener, shankM: number): number =>
  Math.max(1, Math.ceil((HEAD[kind].height * shankM) / LAYER_M))

/** How far from the line a pierce lies at least, m: 10 mm, or the plate's thickness when that is more. */
export const pierceDistance = (thicknessM: number): number => Math.max(0.01, thicknessM)

/** Places of cuts side by side in the order of cutting: from both sides by turns, the middle last. */
export const fromBothSides = (cuts: number): readonly number[] =>
  Array.from({ length: cuts }, (_, i) => (i % 2 === 0 ? i / 2 : cuts - 1 - (i - 1) / 2))

/** Whether a straight guide can be clamped along the cut. */
export const canBeGuided = ({ shape }: Pick<CutWork, 'shape'>): boolean => isGuided({ shape })

/** Radius from a pivot to the tip's axis, m: inside a hole's line, outside a disc's. */
export const armRadius = (shape: 'hole' | 'disc', radiusM: number, kerfM: number): number =>
  shape === 'hole' ? radiusM - kerfM / 2 : radiusM + kerfM / 2

/**
 * Pieces from a length of stock: n·L + (n − 1)·k is used, each end trim costs its length and a kerf; what is left less
 * one more kerf is the off-cut.
 * @returns how many, and the off-cut in m
 */
export function piecesFromStock(
  stockM: number,
  pieceM: number,
  kerfM: number,
  trimM = 0,
): { count: number; offcutM: number } {
  const room = stockM - (trimM > 0 ? 2 * (trimM + kerfM) : 0)
  const count = Math.max(0, Math.floor((room + kerfM) / (pieceM + kerfM) + 1e-9))
  const rest = room - (count > 0 ? count * pieceM + (count - 1) * kerfM : 0)
  return { count, offcutM: Math.max(0, count > 0 && rest > 1e-9 ? rest - kerfM : rest) }
}

/** Length along a slot's middle line, once round: two straights and two half circles, m. */
export const slotPath = (lengthM: number, widthM: number, kerfM: number): number =>
  widthM <= kerfM ? lengthM : 2 * (lengthM - widthM) + Math.PI * (widthM - kerfM)
