import { wrap } from 'comlink'
import { useEffect, useState } from 'react'
import type { OutlineAsked, OutlinePlan } from '#core/outline/index.ts'
import { api } from '../app/api.ts'
import type { DrawingFile, Outlined, OutlineWorker } from './outline.worker.ts'

const open = () => new Worker(new URL('./outline.worker.ts', import.meta.url), { type: 'module' })
/** A drawing that takes longer than this is given up. ms */
const PATIENCE_MS = 20_000
const TOO_LONG: Outlined = {
  ok: false,
  code: 'too-large',
  message: 'This drawing takes too long to work out. Take out what is not to be cut.',
}

/** An outline worked out beside the page; the last answer stays while a new one is on its way. */
export function useOutline(
  file: DrawingFile | undefined,
  { kerfMm, thicknessMm, joinMm, tabs }: OutlineAsked,
): { outlined: Outlined | undefined; busy: boolean } {
  const [outlined, setOutlined] = useState<Outlined | undefined>(undefined)
  const [busy, setBusy] = useState(false)
  const tabLength = tabs?.lengthMm
  const tabEvery = tabs?.everyMm
  useEffect(() => {
    if (!file) {
      setOutlined(undefined)
      return
    }
    const worker = open()
    const bridges =
      tabLength !== undefined && tabEvery !== undefined
        ? { lengthMm: tabLength, everyMm: tabEvery }
        : undefined
    const patience = window.setTimeout(() => end(TOO_LONG), PATIENCE_MS)
    const end = (answer: Outlined) => {
      window.clearTimeout(patience)
      worker.terminate()
      setOutlined(answer)
      setBusy(false)
    }
    setBusy(true)
    wrap<OutlineWorker>(worker)
      .plan(file, { kerfMm, thicknessMm, ...(joinMm === undefined ? {} : { joinMm }), tabs: bridges })
      .then(end, () => end(TOO_LONG))
    return () => {
      window.clearTimeout(patience)
      worker.terminate()
    }
  }, [file, kerfMm, thicknessMm, joinMm, tabLength, tabEvery])
  return { outlined, busy }
}

/** The drawing of a piece, worked out once for all that show it. */
export interface PieceOutline {
  readonly outlined: Outlined | undefined
  /** Why the drawing could not be fetched. */
  readonly failed: string | undefined
}

/**
 * The outline of a piece that has a drawing.
 * @param outlineId absent for a piece that has none or is no outline
 */
export function usePieceOutline(
  outlineId: string | undefined,
  kerfMm: number,
  thicknessMm: number,
): PieceOutline {
  const { data, error } = api.useOutlineQuery(outlineId ?? '', { skip: outlineId === undefined })
  const { outlined } = useOutline(outlineId === undefined ? undefined : data, { kerfMm, thicknessMm })
  return { outlined, failed: error && (error.message ?? 'The drawing cannot be shown.') }
}

/** The plan of an outline as a file, written beside the page. */
export async function writeOutline(plan: OutlinePlan, format: 'svg' | 'dxf'): Promise<string> {
  const worker = open()
  try {
    return await wrap<OutlineWorker>(worker).write(plan, format)
  } finally {
    worker.terminate()
  }
}
