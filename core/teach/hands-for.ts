import { flowOfFlame, MOST_TURNS, turnsFor, type FlameShare, type SizedTorch } from '../flame/torch.ts'
import { TURN_PARTS } from './bench.ts'

/** A flame that is wanted, and the lever. */
export interface WantedFlame extends FlameShare {
  readonly lever?: boolean
  /** Turns of the handle's valve; wide open where it is not said. */
  readonly handle?: number
}

/** How the valves stand for a flame, in parts of a turn: as near as they come to it. */
export function handsFor(
  torch: SizedTorch,
  { lever = false, handle = MOST_TURNS, ...flame }: WantedFlame,
): { readonly oxygen: number; readonly fuel: number } {
  const turns = turnsFor(torch, flowOfFlame(torch, flame), { handle, lever })
  return { oxygen: Math.round(turns.oxygen * TURN_PARTS), fuel: Math.round(turns.fuel * TURN_PARTS) }
}
