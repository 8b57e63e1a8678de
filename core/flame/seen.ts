import { FUELS } from '../gas/fuels.ts'
import { burningVelocityAt } from './burning.ts'
import { flameLook, type FlameLook } from './card.ts'
import { coneLength } from './cone.ts'
import { OFF, type Hold } from './hold.ts'
import { exitSpeed, mixtureOfFlow, type Flow, type SizedTorch } from './torch.ts'

/** A flame as it stands before the eye: lengths in the cones of the tip's own full, neutral flame. */
export interface SeenFlame {
  readonly look: FlameLook
  /** Between tip and flame, in the same cones; 0 when it sits. */
  readonly gap: number
  /** Black smoke at its end, 0 to 1. */
  readonly smoke: number
  /** How often a second it heaves, and how far to the side at its end, as a share of its length. */
  readonly heaves: number
  readonly sways: number
  /** Loudness 0 to 1 of its hiss and of its roar. */
  readonly hiss: number
  readonly roar: number
}

/** Fuel alone smokes below the second share of the full flame, wholly so below the first. */
const SMOKES = [0.55, 0.85] as const
/** Oxygen of a mixture in which no smoke is left. */
const SMOKELESS = 0.22
/** Envelopes grow so with the fuel. */
const GROWS = 0.6
const GRAVITY = 9.81

const clamp = (x: number, low = 0, high = 1) => Math.min(high, Math.max(low, x))

/**
 * How a flame looks and sounds. Cones by flow and burning velocity, feather by the fuel that is over, the envelope by
 * what there is of fuel. A flame heaves as buoyant flames do, 1.5 times in a second over the root of its width in m; the
 * faster it is blown, the less it sways.
 */
export function seenFlame(torch: SizedTorch, flow: Flow, hold: Hold): SeenFlame {
  const mixture = mixtureOfFlow(torch, flow)
  const usual = flameLook(torch.fuel, mixture)
  const speed = exitSpeed(torch, flow)
  const share = clamp(hold.share, 0, 3)
  const cone =
    usual.cone === 0
      ? 0
      : Math.max(0.12, coneLength(torch.portM, speed, burningVelocityAt(torch.fuel, mixture)) / torch.coneM)
  const envelope = usual.envelope * share ** GROWS
  const over = clamp(hold.share / hold.bears - 1, 0, OFF - 1) / (OFF - 1)
  // width of the envelope, m
  const widthM = Math.max(0.004, 0.22 * envelope * torch.coneM)
  const momentum = (speed * speed) / (GRAVITY * Math.max(0.01, envelope * torch.coneM))
  return {
    look: {
      ...usual,
      cone,
      feather: usual.cone === 0 ? 0 : (usual.feather / usual.cone) * cone,
      envelope: Math.max(envelope, cone * 1.2),
    },
    gap: over * 1.6,
    smoke:
      FUELS[torch.fuel].flame.soots && mixture < SMOKELESS
        ? (1 - clamp((hold.share - SMOKES[0]) / (SMOKES[1] - SMOKES[0]))) * (1 - mixture / SMOKELESS)
        : 0,
    heaves: 1.5 / Math.sqrt(widthM),
    sways: 0.16 / (1 + momentum / 1500),
    hiss: clamp((mixture - 0.75) / 0.6) * clamp(share),
    roar: clamp(share / 1.6) * (0.35 + 0.65 * clamp(mixture)),
  }
}
