export * from './types.ts'
export { planCut } from './plan-cut.ts'
export { readCut } from './read.ts'
export { cutFigureKind } from './figure-kind.ts'
