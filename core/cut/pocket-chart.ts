/** A chart for the pocket: for one torch, every usual plate with what one sets, no piece needed. */
import type { Figure } from '../figure.ts'
import { INCH_M } from '../quantity/units.ts'
import { planCut } from './plan-cut.ts'
import { CUT_MAX_THICKNESS_M } from '../gas/limits.ts'
import type { CutFigureName, CutRequest } from './types.ts'

/** What one sets and watches, in the order of its columns. */
export const POCKET_FIGURES = [
  'tipOrifice',
  'cuttingOxygenPressure',
  'fuelPressure',
  'travelSpeed',
  'kerf',
  'guideOffset',
  'preheatTime',
] as const satisfies readonly CutFigureName[]
export type PocketFigure = (typeof POCKET_FIGURES)[number]

/** One plate: its figures, or why it has none. */
export interface PocketRow {
  readonly thicknessM: number
  readonly figures: Readonly<Partial<Record<PocketFigure, Figure>>>
  /** Seconds that an inch (25 mm in a metric shop) takes; absent where there is no speed. */
  readonly secondsAStep?: number
  /** The size that the chart calls its tip by. */
  readonly size?: string
  /** What stops it: the row is a dash. */
  readonly stop?: string
}

const INCHES = [1 / 8, 3 / 16, 1 / 4, 3 / 8, 1 / 2, 5 / 8, 3 / 4, 1, 1.5, 2, 3, 4, 6, 8, 10, 12]
const MILLIMETRES = [3, 4, 5, 6, 8, 10, 12, 16, 20, 25, 40, 50, 75, 100, 150, 200, 250, 300]
/** The plates that are sold, m: inches or millimetres. */
export const pocketPlates = (inch: boolean): readonly number[] =>
  inch ? INCHES.map((n) => n * INCH_M) : MILLIMETRES.map((n) => n / 1000)

/** What an inch shop counts its pace by, and a metric one, m. */
export const paceStep = (inch: boolean): number => (inch ? INCH_M : 0.025)

/**
 * Every plate planned for a rig, each as a straight cut from the edge: chart and log win as in any plan, and every
 * setting has passed the gate for the hose and the regulator of the rig.
 * @param request the rig, the shop and the metal; its plate is not looked at
 * @param plates m, each above 0
 */
export function pocketChart(
  request: CutRequest,
  plates: readonly number[],
  inch: boolean,
): readonly PocketRow[] {
  return plates
    .filter((t) => t <= CUT_MAX_THICKNESS_M)
    .map((thicknessM): PocketRow => {
      const work = { ...request.work, shape: 'straight', start: 'edge', bevelRad: 0, thicknessM } as const
      const plan = planCut({ ...request, work: { ...work, changes: [] }, usual: undefined })
      const stop = plan.findings.find((f) => f.rank === 'stop')
      if (stop) return { thicknessM, figures: {}, stop: stop.title }
      const figures = Object.fromEntries(
        POCKET_FIGURES.flatMap((name) => {
          const figure = plan.figures[name]
          return figure ? [[name, figure]] : []
        }),
      )
      const speed = plan.figures.travelSpeed?.value
      const { chartSize } = plan.detail
      return {
        thicknessM,
        figures,
        ...(speed === undefined ? {} : { secondsAStep: paceStep(inch) / speed }),
        ...(chartSize === undefined ? {} : { size: chartSize }),
      }
    })
}
