export * from './types.ts'
export { heatingMethods, planBraze } from './plan-braze.ts'
export { readBraze } from './read.ts'
export { BRAZE_FIGURE_UNIT } from './draft.ts'
