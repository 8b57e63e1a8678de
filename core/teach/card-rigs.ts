/** Rigs for questions about a drawn line: no shop's own, so that an answer is the same everywhere. */
import { FUELS, type FuelId } from '../gas/fuels.ts'
import { STANDARD_PRESSURE_PA } from '../gas/standard.ts'
import { USUAL_LINE_METHODS } from '../line/methods.ts'
import type { TorchKind } from '../line/setup.ts'
import { PSI_PA } from '../quantity/units.ts'
import type { OrderRig } from './order-board.ts'

/** A rig as it is drawn. */
export type CardRig = OrderRig
const PURGE = { fullS: 18, freeS: 9, partS: 36 } as const

/** A usual rig of a fuel and a torch, a hose of 25 ft on each side. */
function usualRig(fuel: FuelId, kind: TorchKind): CardRig {
  const cuts = kind === 'cutting-torch' || kind === 'cutting-attachment'
  return {
    setting: {
      fuel,
      ambientPa: STANDARD_PRESSURE_PA,
      fuelDivisionPa: PSI_PA,
      oxygenDivisionPa: PSI_PA,
      checkValves: true,
      sweepS: { oxygen: PURGE.freeS, fuel: PURGE.freeS },
      partSweepS: { oxygen: PURGE.partS, fuel: PURGE.partS },
      handleValve: kind === 'cutting-attachment',
      lever: cuts,
      flame: cuts ? 'neutral' : 'carburising',
      tip: { flames: cuts ? FUELS[fuel].usualPreheatPorts : 1, orificeM: 0.001 },
    },
    torch: { kind, checkValves: true },
    hand: 'right',
    oxygenPa: (cuts ? 40 : 5) * PSI_PA,
    fuelPa: 5 * PSI_PA,
    purge: { oxygen: PURGE, fuel: PURGE },
    methods: USUAL_LINE_METHODS,
  }
}

export const ORDER_CARD_RIGS = {
  attachment: usualRig('acetylene', 'cutting-attachment'),
  'propane-torch': usualRig('propane', 'cutting-torch'),
} as const satisfies Readonly<Record<string, CardRig>>
