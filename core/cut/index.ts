export * from './types.ts'
export { planCut } from './plan-cut.ts'
export { readCut } from './read.ts'
export { CUT_FIGURE_UNIT } from './figure-kind.ts'
export { usualTable, type UsualVerdict } from './usual.ts'
export {
  paceStep,
  pocketChart,
  pocketPlates,
  POCKET_FIGURES,
  type PocketFigure,
  type PocketRow,
} from './pocket-chart.ts'
