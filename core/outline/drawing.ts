import type { Point } from './geometry.ts'

/** Units a drawing may be in, with their size in mm. */
export const DRAWING_UNITS = { mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8 } as const
export type DrawingUnit = keyof typeof DRAWING_UNITS

/** A line of a drawing as it came, in mm, already flattened. */
export interface Stroke {
  readonly points: readonly Point[]
  readonly closed: boolean
}

/** Something about the drawing that the user should know, at a place where it has one. mm */
export interface Problem {
  readonly rank: 'stop' | 'mind' | 'note'
  readonly code: string
  readonly text: string
  readonly at?: Point
}

/** A drawing read, or why not; without units the answer asks for them. */
export type ReadDrawing =
  | {
      readonly ok: true
      readonly strokes: readonly Stroke[]
      readonly unit: DrawingUnit
      readonly problems: readonly Problem[]
    }
  | {
      readonly ok: false
      readonly code: 'units' | 'not-readable' | 'too-large' | 'empty'
      readonly message: string
    }

/** How fine curves are flattened when nobody says otherwise, mm. */
export const FLATTEN_MM = 0.05
/** A file larger than this is not read, bytes. */
export const MOST_BYTES = 20_000_000
/** A drawing of more stretches than this is not taken. */
export const MOST_STRETCHES = 200_000
/** Nothing is cut that far out, mm. */
const FARTHEST_MM = 100_000

const ASK =
  'The file does not say in which unit it is drawn. Choose one: mm, cm, m, in or ft. Then check the size that is shown.'

export const needUnit = (): ReadDrawing => ({ ok: false, code: 'units', message: ASK })
export const notReadable = (message: string): ReadDrawing => ({ ok: false, code: 'not-readable', message })

/** The strokes checked for size and sense. */
export function finishDrawing(
  strokes: readonly Stroke[],
  unit: DrawingUnit,
  problems: readonly Problem[],
): ReadDrawing {
  let stretches = 0
  const sound: Stroke[] = []
  let far = 0
  for (const s of strokes) {
    stretches += s.points.length
    if (stretches > MOST_STRETCHES)
      return {
        ok: false,
        code: 'too-large',
        message: `That is more than ${MOST_STRETCHES.toLocaleString('en')} stretches: too many for one outline. Take out what is not to be cut.`,
      }
    if (s.points.every((p) => Math.abs(p.x) < FARTHEST_MM && Math.abs(p.y) < FARTHEST_MM)) sound.push(s)
    else far++
  }
  if (far > 0)
    problems = [
      ...problems,
      {
        rank: 'mind',
        code: 'far-out',
        text: `${far} lines lie more than 100 m out or nowhere; they are left out.`,
      },
    ]
  return sound.length === 0
    ? {
        ok: false,
        code: 'empty',
        message: 'There is nothing to cut in this file: no line, arc, circle or curve.',
      }
    : { ok: true, strokes: sound, unit, problems }
}
