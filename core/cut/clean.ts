/** How clean a plate has to be for the jet, what gets it there, and what the cut edge takes afterwards. */
import { INCH_M } from '../quantity/units.ts'
import type { Spanned } from '../span.ts'
import { isThin } from './thin-plate.ts'
import type { CutWork } from './types.ts'

/** Plate from here on has heat to spare: what a stone leaves, the flame gets through. */
const HEAVY_M = (3 / 8) * INCH_M * (1 - 1e-9)

const CLOSE = '1 in (25 mm)'
/** A coat fumes as far as the heat goes. */
const COATED = '4 in (100 mm)'

/** What cleans a plate, and what it has to look like. */
export interface Cleaning {
  readonly tool: string
  readonly until: string
  /** How far to each side of the line. */
  readonly wide: string
  readonly why: string
}

/**
 * What cleans a surface enough for this plate; undefined where it is clean already.
 * @param work its surface and thickness
 * @example cleaningOf({ surface: 'clean', thicknessM: 0.01 }) // undefined
 */
export function cleaningOf({
  surface,
  thicknessM,
}: Pick<CutWork, 'surface' | 'thicknessM'>): Cleaning | undefined {
  switch (surface) {
    case 'clean':
      return undefined
    case 'scale':
      return thicknessM >= HEAVY_M
        ? {
            tool: 'a rub stone',
            until: 'loose scale gone; what sits tight may stay',
            wide: CLOSE,
            why: 'Heavy plate has heat to spare: the flame breaks through tight scale.',
          }
        : {
            tool: 'a flap disc',
            until: 'bright metal',
            wide: CLOSE,
            why: 'Scale is oxide already: on thin plate the flame that gets through it warps and closes the cut.',
          }
    case 'rust':
      return isThin(thicknessM)
        ? {
            tool: 'a flap disc',
            until: 'bright metal',
            wide: CLOSE,
            why: 'Rust holds water and heat back, and thin plate has none to spare.',
          }
        : {
            tool: 'a wire wheel',
            until: 'grey and dry, no loose rust',
            wide: CLOSE,
            why: 'Rust holds water and heat back. The plate need not shine.',
          }
    case 'oily':
      return {
        tool: 'a degreaser and a rag, then a wire wheel',
        until: 'a clean rag stays clean',
        wide: CLOSE,
        why: 'Oil burns, smokes, and flares where oxygen meets it. Keep the rag away from the rig.',
      }
    case 'galvanised':
    case 'painted':
    case 'coated':
    case 'unknown':
      return {
        tool: 'a flap disc, masked, outdoors or under extraction',
        until: 'bright metal',
        wide: COATED,
        why: 'The coat burns to fume that makes ill: zinc, lead or worse.',
      }
  }
}

/** Clean-up of an edge: how long a metre of it takes by hand, s: least, usual, most. */
const PER_METRE: Readonly<Record<'knock' | 'grind', readonly [number, number, number]>> = {
  // what falls off or takes one tap, and a pass with a file
  knock: [15, 40, 100],
  // ground bright, a hand wide, for a weld
  grind: [90, 180, 360],
}

/**
 * Seconds that the edge of a cut takes afterwards: slag knocked off and the edge filed; ground bright where it is welded.
 * An estimate of common practice.
 * @param lengthM of the cut edge, m
 * @example cleanUp(1, 'as-cut').value // 40
 */
export function cleanUp(lengthM: number, edgeFor: CutWork['edgeFor']): Spanned {
  const of = (i: 0 | 1 | 2) =>
    lengthM * (PER_METRE.knock[i] + (edgeFor === 'welded' ? PER_METRE.grind[i] : 0))
  return { value: of(1), low: of(0), high: of(2) }
}

/** How wide a mark is, m. */
const MARK_WIDTH_M: Readonly<Record<CutWork['mark'], number>> = {
  soapstone: 0.0016,
  scribed: 0.0002,
  punched: 0.001,
  pen: 0.003,
}

/**
 * How wide a mark of this kind is, m: sharpened flat soapstone a sixteenth.
 * @example markWidth('soapstone') * 1000 // 1.6
 */
export const markWidth = (mark: CutWork['mark']): number => MARK_WIDTH_M[mark]
