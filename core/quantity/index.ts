export * from './units.ts'
export * from './drills.ts'
export * from './parse.ts'
export * from './print.ts'
