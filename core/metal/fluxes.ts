import table from './fluxes.json' with { type: 'json' }
import { fahrenheit, rowsOf } from './table.ts'

/** A brazing flux by its class, active between two temperatures, K. */
export interface Flux {
  readonly id: string
  readonly minK: number
  readonly maxK: number
  readonly form: string
  readonly for: string
  readonly notes: string
}

/** Every flux of the table, in its order. */
export const FLUXES: readonly Flux[] = rowsOf(table).map((row) => ({
  id: row.word('class'),
  minK: fahrenheit(row.number('active_min_F')),
  maxK: fahrenheit(row.number('active_max_F')),
  form: row.word('form'),
  for: row.word('for'),
  notes: row.word('notes'),
}))

/** The flux of a class. */
export const findFlux = (id: string): Flux | undefined => FLUXES.find((f) => f.id === id)
