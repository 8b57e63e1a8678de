import { FUELS } from '../gas/fuels.ts'
import { MOST_TURNS, turnsFor, type SizedTorch } from '../flame/torch.ts'
import { TURN_PARTS } from './bench.ts'

/** A flame that is wanted: fuel over that of the full one, oxygen over neutral, and the lever. */
export interface WantedFlame {
  readonly share: number
  readonly mixture: number
  readonly lever?: boolean
  /** Turns of the handle's valve; wide open where it is not said. */
  readonly handle?: number
}

/** How the valves stand for a flame, in parts of a turn: as near as they come to it. */
export function handsFor(
  torch: SizedTorch,
  { share, mixture, lever = false, handle = MOST_TURNS }: WantedFlame,
): { readonly oxygen: number; readonly fuel: number } {
  const fuel = share * torch.full.fuel
  const oxygen = fuel * mixture * FUELS[torch.fuel].flame.neutral
  const turns = turnsFor(torch, { fuel, oxygen }, { handle, lever })
  return { oxygen: Math.round(turns.oxygen * TURN_PARTS), fuel: Math.round(turns.fuel * TURN_PARTS) }
}
