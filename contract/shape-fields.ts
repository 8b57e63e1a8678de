import { SHAPES, type Shape } from '#core/cut/index.ts'
import type { WorkDraft } from './schemas.ts'

/** What only some kinds of cut ask for. */
export type ShapeField =
  | 'length'
  | 'width'
  | 'diameter'
  | 'bevel'
  | 'land'
  | 'count'
  | 'stock'
  | 'trim'
  | 'fastener'
  | 'pipe'
  | 'section'
  | 'start'
  | 'pierces'
  | 'outline'
  | 'practice'

/** The fields of each kind of cut, in the order in which they are asked. */
export const SHAPE_FIELDS: Readonly<Record<Shape, readonly ShapeField[]>> = {
  straight: ['length', 'width'],
  strip: ['length', 'width', 'count', 'stock', 'trim'],
  bevel: ['bevel', 'length', 'land', 'width'],
  hole: ['diameter', 'count', 'start'],
  disc: ['diameter', 'count', 'start'],
  slot: ['length', 'width', 'count', 'start'],
  pierce: ['count'],
  outline: ['outline', 'length', 'pierces', 'start'],
  fastener: ['fastener', 'diameter', 'count'],
  pipe: ['pipe', 'diameter', 'length', 'stock', 'trim', 'count'],
  section: ['section', 'length', 'stock', 'trim', 'count'],
  practice: ['practice'],
  gouge: [],
}

/** The keys of the work that belong to a field. */
const KEYS: Readonly<Record<ShapeField, readonly (keyof WorkDraft)[]>> = {
  length: ['length'],
  width: ['width'],
  diameter: ['diameter'],
  bevel: ['bevel', 'bevelFrom', 'lean'],
  land: ['land'],
  count: ['count'],
  stock: ['stock'],
  trim: ['trim'],
  fastener: ['fastener'],
  pipe: ['pipeCut', 'pipeAngle', 'runDiameter', 'offset'],
  section: ['section', 'depth', 'width', 'copeLength', 'copeDepth'],
  start: ['start'],
  pierces: ['pierces'],
  outline: ['outlineId'],
  practice: ['practice'],
}
const OWNED: ReadonlySet<keyof WorkDraft> = new Set(Object.values(KEYS).flat())

/** The work as its kind of cut reads it: what was typed for another kind stays in the piece, but is not read. */
export function workOf(work: WorkDraft): Partial<WorkDraft> {
  const shape = SHAPES.find((s) => s === work.shape) ?? 'straight'
  const own = new Set(SHAPE_FIELDS[shape].flatMap((f) => KEYS[f]))
  return Object.fromEntries(
    Object.entries(work).filter(([key]) => {
      const k = key as keyof WorkDraft
      return k !== 'outlineId' && (!OWNED.has(k) || own.has(k))
    }),
  )
}
