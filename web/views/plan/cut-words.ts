import type { FuelId } from '#core/gas/fuels.ts'

/** Fuels as they are called on screen. */
export const FUEL_NAMES: Readonly<Record<FuelId, string>> = {
  acetylene: 'Acetylene',
  propane: 'Propane',
  propylene: 'Propylene',
  'natural-gas': 'Natural gas',
  mps: 'MPS blend',
  hydrogen: 'Hydrogen',
}
