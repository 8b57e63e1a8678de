export * from './types.ts'
export { heatingMethods, planBraze } from './plan-braze.ts'
export { readBraze } from './read.ts'
export { BRAZE_FIGURE_UNIT, RISES } from './draft.ts'
