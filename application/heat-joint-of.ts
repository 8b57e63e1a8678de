import { CONE_M } from '#core/braze/flame.ts'
import {
  acrossM,
  filmAt,
  grooveOf,
  isBuiltUp,
  isRound,
  ROD_AREA_M2,
  seatDiameterM,
} from '#core/braze/joint.ts'
import { jointFacts } from '#core/braze/joints.ts'
import { flameKnown } from '#core/braze/own.ts'
import { purgeNeed } from '#core/braze/purge.ts'
import type { BrazeRequest } from '#core/braze/types.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { FLUX_WINDOW } from '#core/heat/heat-case.ts'
import { shellMetalOf } from '#core/heat/shell-metals.ts'
import { findFiller } from '#core/metal/fillers.ts'
import { findFlux } from '#core/metal/fluxes.ts'
import { benchFiller } from '#core/teach/heat-presets.ts'
import type { HeatJoint, HeatMade, HeatShape } from '#core/teach/heat-joint.ts'
import type { GoodBraze } from './plan-of.ts'

/** A planned joint for the heat bench, and what of it is told otherwise there; or why there is none. */
export type HeatJointMade =
  | { readonly ok: true; readonly joint: HeatJoint; readonly but?: string }
  | { readonly ok: false; readonly message: string }

const celsius = (kelvin: number) => kelvin - 273.15
/** A stretch of a flat seam that is heated at a time, m. */
const STRETCH_M = 0.05
/** What of a part lies beyond the joint, m: further than heat runs while it is brazed. */
const BEYOND_M = { round: 0.3, flat: 0.12 } as const
/** A film is no thinner than this, m; walls no thinner than the bench takes. */
const LEAST_FILM_M = 5e-6
const LEAST_WALL_M = 1.2e-4
/** A fitting's body goes on thicker than its cup; a heavy body by so many walls. */
const BODY = 1.3
const HEAVY_BODY = 3

/** Which shape of the bench a joint comes nearest to. */
function shapeOf({ work }: BrazeRequest): HeatShape {
  const { form, bond, ringed } = jointFacts(work.joint)
  if (form === 'round') return work.joint === 'sleeve' ? 'sleeve' : 'cup'
  if (ringed) return 'ring'
  if (bond === 'fillets') return 'tee'
  const [thin, thick] = [work.a.wallM, work.b.wallM].sort((x, y) => x - y)
  return (thick ?? 0) > 1.4 * (thin ?? 0) ? 'unlike' : 'lap'
}

/** Both parts and the gap between them at brazing heat, as the bench takes them. */
function madeOf({ work, shop }: BrazeRequest, targetK: number): HeatMade {
  const facts = jointFacts(work.joint)
  const round = isRound(work)
  const built = isBuiltUp(work)
  const diameter = seatDiameterM(work)
  const wall = Math.max(LEAST_WALL_M, work.a.wallM)
  const t1 = round ? Math.min(wall, diameter * 0.48) : wall
  // what is built up has one part on both sides of its groove
  const t2 = built ? t1 : Math.max(LEAST_WALL_M, work.b.wallM)
  const beyond = round ? BEYOND_M.round : BEYOND_M.flat
  return {
    type: round ? 'tube' : 'lap',
    D: round ? diameter : STRETCH_M,
    W: Math.min(STRETCH_M, Math.max(0.01, work.lengthM)),
    t1,
    t2,
    t_body: round ? t2 * (facts.heavy ? HEAVY_BODY : BODY) : t2,
    c: built ? LEAST_FILM_M * 20 : Math.max(LEAST_FILM_M, filmAt(work, targetK)),
    L: built ? Math.max(0.004, grooveOf(work).widthM) : Math.max(0.001, acrossM(work)),
    Lt: beyond,
    Lb: beyond,
    mat1: shellMetalOf(work.a.metal.key),
    mat2: shellMetalOf((built ? work.a : work.b).metal.key),
    Tamb: celsius(shop.airK),
  }
}

/** The torch that is planned with, as its flame plays on the work. */
function torchOf({ plan, request }: GoodBraze): Pick<HeatJoint, 'torch' | 'torches'> | undefined {
  const chosen = plan.burners.find((b) => b.chosen)
  if (!chosen) return undefined
  const { grossHeat, driveK, air } = FUELS[chosen.fuel].brazing
  const mixedWithAir = chosen.kind === 'fuel-air' && air
  const powerW = (chosen.fuelFlow / chosen.count) * grossHeat
  return {
    torch: {
      powerW,
      driveC: celsius(mixedWithAir ? air.driveK : driveK),
      ...(mixedWithAir ? { airShare: air.efficiency } : {}),
      times: flameKnown(request.rig, { kind: chosen.kind, fuel: chosen.fuel, orificeM: chosen.orifice })
        .times,
      name: `${FUELS[chosen.fuel].title} and ${mixedWithAir ? 'air' : 'oxygen'}`,
      flow: chosen.fuelFlow / chosen.count,
    },
    torches: chosen.count > 1 ? 2 : 1,
  }
}

/**
 * A planned braze as the heat bench has it: its sizes, metals, gap, filler, flux and torch. What is done with it there is
 * practice, and goes into nothing that is planned.
 * @param title what the piece is called
 */
export function heatJointOf(planned: GoodBraze, title: string): HeatJointMade {
  const { plan, request } = planned
  const filler = plan.choice.filler === null ? undefined : findFiller(plan.choice.filler)
  const torch = torchOf(planned)
  const target = plan.figures.brazingTemperature?.value
  if (!filler || target === undefined)
    return { ok: false, message: 'Its plan has no filler yet: what stops it stands on its page.' }
  if (!torch) return { ok: false, message: 'Its plan has no torch that gets it hot.' }
  const { work, shop } = request
  const made = madeOf(request, target)
  const facts = jointFacts(work.joint)
  const flux = plan.choice.flux === 'none' ? undefined : findFlux(plan.choice.flux)
  const time = plan.figures.timeToTemperature
  const built = isBuiltUp(work)
  const rodM = Math.sqrt((4 * ROD_AREA_M2[work.rodSection]) / Math.PI)
  return {
    ok: true,
    joint: {
      shape: shapeOf(request),
      title,
      parts: facts.calls
        ? [facts.calls.a, facts.calls.b]
        : built
          ? ['one side', 'the other side']
          : ['lower part', 'upper part'],
      made,
      ends: facts.ringed === true,
      filler: benchFiller(filler, rodM),
      flux: flux
        ? { ...FLUX_WINDOW, lo: celsius(flux.minK), hi: celsius(flux.maxK) }
        : plan.choice.flux === 'none'
          ? undefined
          : FLUX_WINDOW,
      ...torch,
      nitrogen: purgeNeed(request) === 'always',
      ragM: work.ragM,
      coneM: CONE_M[shop.methods.heat],
      wantedS: [time?.value ?? 10, time?.outerHigh ?? 120],
    },
    ...(built
      ? { but: 'In truth it is built up spot by spot: here it is a close seam of the same metal.' }
      : made.W < work.lengthM
        ? { but: 'Of its seam a stretch that is heated at a time.' }
        : {}),
  }
}
