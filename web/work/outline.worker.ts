import { expose } from 'comlink'
import {
  FLATTEN_MM,
  planOutline,
  readDxf,
  readSvg,
  toDxf,
  toSvg,
  type DrawingUnit,
  type OutlineAsked,
  type OutlinePlan,
  type ReadDrawing,
} from '#core/outline/index.ts'

/** A drawing as it came from a file. */
export interface DrawingFile {
  readonly name: string
  readonly format: string
  readonly unit: string
  readonly text: string
}

const read = (file: DrawingFile): ReadDrawing =>
  (file.format === 'svg' ? readSvg : readDxf)(file.text, {
    unit: file.unit === '' ? undefined : (file.unit as DrawingUnit),
    toleranceMm: FLATTEN_MM,
  })

export type Outlined =
  | { readonly ok: true; readonly plan: OutlinePlan; readonly unit: DrawingUnit }
  | Extract<ReadDrawing, { ok: false }>

const worker = {
  plan(file: DrawingFile, asked: OutlineAsked): Outlined {
    const drawing = read(file)
    if (!drawing.ok) return drawing
    return { ok: true, plan: planOutline(drawing.strokes, asked, drawing.problems), unit: drawing.unit }
  },
  write(plan: OutlinePlan, format: 'svg' | 'dxf'): string {
    return format === 'svg' ? toSvg(plan) : toDxf(plan)
  },
}
export type OutlineWorker = typeof worker
expose(worker)
