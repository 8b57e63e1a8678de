import { effectiveThickness } from '#core/cut/shapes.ts'
import type { Metal } from '#core/cut/metals.ts'
import type { CutRequest, CutWork } from '#core/cut/types.ts'
import { PACE_FUELS, type PaceGas, type PacePlate, type PaceSurface } from '#core/cut-sim/pace-case.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { judgedBy, type PaceBoard, type PaceShape } from '#core/teach/pace-board.ts'
import { ambientPressurePa } from '#core/gas/standard.ts'
import type { GoodCut } from './plan-of.ts'

/** A planned cut for the pace bench, and what of it is told otherwise there; or why there is none. */
export type PaceBoardMade =
  | { readonly ok: true; readonly board: PaceBoard; readonly but?: string }
  | { readonly ok: false; readonly message: string }

/** Longest stretch of a cut that is practised, m, and the shortest that tells something. */
const LONGEST_M = 0.2
const SHORTEST_M = 0.03
/** Nobody holds a torch at the bench for longer than this as planned, s: preheat and all. */
const LONGEST_S = 380

/** The planners' metals as the model has them. */
const METAL: Readonly<Partial<Record<Metal, string>>> = {
  'medium-carbon-steel': 'high-carbon-steel',
  'cast-iron': 'grey-cast-iron',
}
/** Coats that it does not know are as heavy as paint; what nobody knows is as mill scale. */
const SURFACE: Readonly<Record<CutWork['surface'], PaceSurface>> = {
  clean: 'clean',
  scale: 'scale',
  rust: 'rust',
  galvanised: 'galvanised',
  painted: 'painted',
  coated: 'painted',
  oily: 'painted',
  unknown: 'scale',
}

const shapeOf = (work: CutWork): PaceShape => {
  const { shape, bevelRad, start } = work
  if (isRound(work)) return 'circle'
  if (shape === 'fastener') return 'fastener'
  if (bevelRad > 0) return 'bevel'
  return start === 'pierce' ? 'pierce' : 'line'
}

const isRound = ({ shape }: CutWork): boolean => shape === 'hole' || shape === 'disc'
/** How long its line is, m: once round, or along; 0 where nobody said. */
const wholeOf = (work: CutWork): number =>
  isRound(work)
    ? Math.PI * (work.diameterM ?? 0)
    : work.shape === 'fastener'
      ? effectiveThickness(work)
      : work.lengthM

/** How far along it is practised: all of it, or a stretch, m. @param most m that there is time for */
function lengthOf(work: CutWork, most: number): number {
  const whole = wholeOf(work)
  return Math.max(SHORTEST_M, Math.min(LONGEST_M, most, whole > 0 ? whole : LONGEST_M))
}

/** Thickness along the jet of what is sliced; of a plate as it lies. */
const thicknessOf = (work: CutWork): number =>
  work.shape === 'fastener' ? effectiveThickness(work) : work.thicknessM

/** What is set, as the plan has it at the tip. */
function gasOf({ plan, request }: GoodCut): PaceGas | undefined {
  const { rig, shop } = request
  const fuel = PACE_FUELS.find((f) => f === rig.fuel)
  const { tipOrifice, cuttingOxygenPressureAtTip, fuelFlow } = plan.figures
  if (!fuel || !tipOrifice || !cuttingOxygenPressureAtTip || !fuelFlow) return undefined
  return {
    fuel,
    flameHeat: fuelFlow.value * FUELS[fuel].netHeat,
    orifice: tipOrifice.value,
    pressure: cuttingOxygenPressureAtTip.value,
    purity: rig.oxygenPurity,
    ambient: ambientPressurePa(shop.altitudeM),
  }
}

/**
 * A planned cut as the pace bench has it: its plate, and the tip, pressures and pace of the plan, right or wrong. What is
 * done with it there is practice, and goes into nothing that is planned.
 * @param title what the piece is called
 */
export function paceBoardOf(planned: GoodCut, title: string): PaceBoardMade {
  const { plan, request } = planned
  const { work } = request
  const gas = gasOf(planned)
  const { travelSpeed, tipToWork, standoff, preheatTime } = plan.figures
  if (!PACE_FUELS.some((f) => f === request.rig.fuel))
    return { ok: false, message: `The bench does not know how ${FUELS[request.rig.fuel].name} heats.` }
  if (!gas || !tipToWork || !standoff)
    return { ok: false, message: 'Its plan sets nothing yet: what stops it stands on its page.' }
  if (work.shape === 'gouge')
    return { ok: false, message: 'A gouge goes along the face: the bench cuts through.' }
  const preheatS = preheatTime?.value ?? 0
  const plate = plateOf(work, (travelSpeed?.value ?? Infinity) * (LONGEST_S - preheatS))
  const bevel = work.shape === 'fastener' ? 0 : (work.bevelRad * 180) / Math.PI
  const wants = judgedBy(plate, gas, {
    height: tipToWork.value,
    standoff: Math.min(standoff.value, tipToWork.value * 0.8),
    speed: travelSpeed?.value ?? Number.NaN,
    bevel,
  })
  // a tip that only does it slowly is rightly led slowly
  const slow = plan.tip.verdict === 'slow' && travelSpeed !== undefined
  const speed = slow ? travelSpeed.value : wants.speed
  return {
    ok: true,
    board: {
      title,
      shape: shapeOf(work),
      plate,
      gas,
      plan: { ...wants, speed },
      told: { speed: travelSpeed?.value ?? speed, preheatS },
      guide: true,
      collar: true,
    },
    ...butOf(request, plate.length),
  }
}

function plateOf(work: CutWork, most: number): PacePlate {
  return {
    metal: METAL[work.metal] ?? work.metal,
    thickness: thicknessOf(work),
    length: lengthOf(work, most),
    temperature: work.temperatureK - 273.15,
    surface: SURFACE[work.surface],
    start: work.start === 'pierce' && work.shape !== 'fastener' ? 'pierce' : 'edge',
  }
}

/** What of it is told otherwise than it is. */
function butOf({ work }: CutRequest, lengthM: number): { readonly but?: string } {
  if (work.shape === 'fastener') return { but: 'A slice through it, as plate of its depth.' }
  if (work.shape === 'pipe') return { but: 'Its line laid flat.' }
  if (wholeOf(work) <= lengthM + 1e-6) return {}
  return { but: isRound(work) ? 'A smaller one, through the same plate.' : 'A stretch of its line.' }
}
