import { FUELS } from '../gas/fuels.ts'
import { productSpan } from '../span.ts'
import { brazesLike } from './own.ts'
import { valuesOf } from '../learn/own-runs.ts'
import { ambientPressurePa } from '../gas/standard.ts'
import { atDistance, reachOf } from '../heat/joint-heat.ts'
import { isCopper, specificHeatAt } from '../metal/base-metals.ts'
import type { Filler } from '../metal/fillers.ts'
import { celsius } from '../metal/table.ts'
import { drillOfDiameter, INCH_M } from '../quantity/index.ts'
import type { Grounds } from '../reason.ts'
import type { BrazeDraft } from './draft.ts'
import {
  CONE_M,
  efficiencyAt,
  EFFICIENCY_SPAN,
  fuelFlowOf,
  oxygenPerFuel,
  type FlameChoice,
} from './flame.ts'
import {
  chooseTorch,
  feedS,
  GOOD_HEAT_S,
  heatIt,
  sectionsOf,
  type Heated,
  type HeatTask,
  type Torch,
} from './heat-plan.ts'
import { isBuiltUp, isRound, seatDiameterM } from './joint.ts'
import { planPressures } from './pressures.ts'
import { purgeNeed } from './purge.ts'
import type { Judged } from './rank.ts'
import { coolingS } from './repair.ts'
import type { BrazeRequest, HeatProfile, TipRow } from './types.ts'

const MODEL = 'two fins in time with losses, heat across the gap and a flame that saturates; docs/method.md'
const TOUCH_K = celsius(60)
const SOFTENS_K = celsius(370)
const REACH_SPAN = [0.8, 1.25] as const
const ROOM_K = 293.15
const SET_UNDER_K = 20
/** Room kept under the melting of a joint that is done already. */
const RE_MELT_ROOM_K = 100
const SET_H = 60
/** Tube to which a fuel-air torch is enough with a low-melting filler: 22 mm. */
const AIR_TORCH_OD_M = 0.0222

/** What the heating came to, for the steps and the gas. Times in s, flow in m³/s. */
export interface HeatPlanned {
  readonly fuelFlow: number
  readonly heatS: number | undefined
  readonly tubeFirstS: number
  readonly feedS: number
  readonly litS: number
  readonly setS: number
  readonly coolS: number
  readonly profile?: HeatProfile
}

interface Asked {
  readonly judged: Judged
  readonly flame: FlameChoice
  readonly fillerM3: number
  readonly preheatK: number | undefined
}

/** What of a plan the heat model goes by. */
interface HeatedFor {
  readonly filler: Filler
  readonly targetK: number
  readonly fluxed: boolean
  readonly fillerM3: number
  readonly preheatK: number | undefined
}

/** The task that the heat model is given for a plan. */
export const heatTask = (
  request: BrazeRequest,
  { filler, targetK, fluxed, fillerM3, preheatK }: HeatedFor,
): HeatTask => ({
  request,
  targetK,
  floorK: Math.min(targetK, filler.minK),
  fluxed,
  fillerM3,
  purged: purgeNeed(request.work) === 'always',
  startK: preheatK,
})

/** The row of the shop's chart for this tip or, when none is fitted, for this wall. */
function chartRow(draft: BrazeDraft): TipRow | undefined {
  const { rig, work } = draft.request
  const same = (r: TipRow) =>
    rig.tipOrificeM === undefined || Math.abs(r.orificeM - rig.tipOrificeM) < 0.0006 * INCH_M
  const covers = (r: TipRow) => work.a.wallM >= r.wallMinM * 0.999 && work.a.wallM <= r.wallMaxM * 1.001
  const rows = rig.chart.filter(same)
  return rows.find(covers) ?? (rig.tipOrificeM === undefined ? undefined : rows[0])
}

/** Tip, time, heat, gas and how far it runs. */
export function planHeat(draft: BrazeDraft, asked: Asked): HeatPlanned {
  const { work, rig, shop } = draft.request
  const { filler, targetK, flux } = asked.judged
  const task = heatTask(draft.request, { ...asked, filler, targetK, fluxed: flux !== 'none' })
  const row = chartRow(draft)
  const torch = chooseTorch(task, row?.orificeM)
  putTip(draft, torch, row)
  const own = brazesLike(draft.request, torch.orificeM)
  draft.learnFrom({ timeToTemperature: valuesOf(own, 'timeToTemperatureS') })
  const heated = heatIt(task, torch.fuelFlow)
  const oxygenRatio = oxygenPerFuel(rig, asked.flame)
  const oxygenFlow = torch.fuelFlow * oxygenRatio
  putFlows(draft, torch, oxygenRatio, asked.flame)
  const perHeat = feedS(work, asked.fillerM3)
  const { toHeatS } = heated.heat
  putTimes(draft, task, torch, heated, perHeat)
  const litS = toHeatS === undefined ? 0 : sectionsOf(work) * (toHeatS + perHeat)
  if (toHeatS !== undefined) {
    putUsed(draft, torch.fuelFlow, oxygenFlow, litS)
    if (!isBuiltUp(work)) putReach(draft, asked.judged, heated)
  }
  draft.put('coneDistance', {
    value: CONE_M[shop.methods.heat],
    low: 0.01,
    high: 0.025,
    because:
      shop.methods.heat === 'soft'
        ? 'Soft and slow, by your shop’s choice: the cone far off.'
        : shop.methods.heat === 'fierce'
          ? 'Fierce and quick, by your shop’s choice: the cone close, never touching.'
          : 'Cone tip to metal, never touching: the middle of what is usual.',
    from: { method: shop.methods.heat },
    cites: 'brazing practice',
  })
  planPressures(draft, {
    orificeM: torch.orificeM,
    heating: torch.heating,
    fuelFlow: torch.fuelFlow,
    oxygenFlow,
    ambientPa: ambientPressurePa(shop.altitudeM),
    row,
    own: { fuel: valuesOf(own, 'fuelAtTorchPa'), oxygen: valuesOf(own, 'oxygenAtTorchPa') },
  })
  const cooling = putCooling(draft, asked)
  return {
    fuelFlow: torch.fuelFlow,
    heatS: toHeatS,
    tubeFirstS: heated.heat.tubeFirstS,
    feedS: perHeat * sectionsOf(work),
    litS,
    ...cooling,
    ...(toHeatS === undefined ? {} : { profile: heated.heat.profile }),
  }
}

function putTip(draft: BrazeDraft, torch: Torch & { heating: boolean }, row: TipRow | undefined): void {
  const { rig } = draft.request
  const drill = drillOfDiameter(torch.orificeM)
  const size = `${torch.heating ? `${torch.ports} ports of ` : ''}${draft.show(torch.orificeM, 'bore')}${drill ? ` (number drill ${drill.number})` : ''}`
  const fitted = rig.tipOrificeM !== undefined
  draft.detail = { ...draft.detail, ports: torch.ports }
  draft.put('tipOrifice', {
    value: torch.orificeM,
    low: torch.orificeM * 0.85,
    high: torch.orificeM * 1.2,
    source: row && !fitted ? 'chart' : 'worked-out',
    because: fitted
      ? `The tip you fitted, ${size}.`
      : row
        ? `Your chart’s tip for this wall, ${size}.`
        : `The number drill whose flame heats this joint in good time (${GOOD_HEAT_S.low} to ${GOOD_HEAT_S.high} s), ${size}.`,
    from: { ports: torch.ports, torches: rig.torches, head: torch.heating ? 'heating' : rig.head },
    cites: row && !fitted ? 'your chart' : MODEL,
  })
  if (!fitted && !row && torch.heating && rig.head === 'single')
    draft.say(
      'mind',
      'heating-head',
      'A heating head for this one',
      `One cone is too little here: ${size}. Its draw is large: see the cylinder. Its maker’s chart wins.`,
      { field: 'rig.head', figure: 'tipOrifice' },
    )
}

function putFlows(draft: BrazeDraft, torch: Torch, ratio: number, flame: FlameChoice): void {
  const { rig } = draft.request
  const gas = FUELS[rig.fuel].brazing
  const at = (speed: number) => rig.torches * fuelFlowOf(rig.fuel, torch.orificeM, torch.ports, speed)
  draft.put('fuelFlow', {
    value: torch.fuelFlow,
    low: at(gas.exitSpeed[0]),
    high: at(gas.exitSpeed[2]),
    because: `The mixed gas leaves at about ${gas.exitSpeed[1].toFixed(0)} m/s; ${gas.share === 0.5 ? `half of it is ${FUELS[rig.fuel].name}` : `one part in ${(1 + gas.neutral[1]).toFixed(1)} is fuel`}.${gas.estimated ? ' Blends differ: an estimate.' : ''}`,
    from: {
      tipOrifice: torch.orificeM,
      ports: torch.ports,
      torches: rig.torches,
      exitSpeed: gas.exitSpeed[1],
    },
    cites: 'exit speeds of brazing tips as practised',
  })
  draft.put('oxygenFlow', {
    value: torch.fuelFlow * ratio,
    ...productSpan(torch.fuelFlow * ratio, [
      { value: torch.fuelFlow, low: at(gas.exitSpeed[0]), high: at(gas.exitSpeed[2]) },
      { value: gas.neutral[1], low: gas.neutral[0], high: gas.neutral[2] },
    ]),
    because: `${Math.round(ratio * 100) / 100} volumes to one of fuel: ${flame.name}.`,
    from: { fuelFlow: torch.fuelFlow, oxygenToFuel: ratio, flame: flame.name },
    cites: 'ratios as practised; the flame itself decides',
  })
}

function putTimes(draft: BrazeDraft, task: HeatTask, torch: Torch, heated: Heated, perHeat: number): void {
  const { work, rig, shop } = draft.request
  const { heat, quickS, slowS } = heated
  const where = { field: 'rig.tipOrifice', figure: 'timeToTemperature' }
  const n = sectionsOf(work)
  if (heat.toHeatS === undefined) {
    draft.say(
      'stop',
      'never-hot',
      'This flame never gets it hot',
      `It comes to about ${draft.show(heat.reachedK, 'temperature')}, where ${draft.show(task.targetK, 'temperature')} is wanted: all that goes in runs off again. Fit a larger tip or a heating head, or put a second torch to it.${FUELS[rig.fuel].cylinder.draw === 'share' && rig.acetyleneCylinderM3 !== undefined ? ' What the acetylene cylinder may give is a limit too: a larger one, or two on a manifold.' : ''}`,
      { field: 'rig.tipOrifice', figure: 'tipOrifice' },
    )
    return
  }
  const t = heat.toHeatS
  const fromHeat = {
    brazingTemperature: task.targetK,
    flamePower: torch.fuelFlow * FUELS[rig.fuel].brazing.grossHeat,
    shareEntering: efficiencyAt(CONE_M[shop.methods.heat]),
    shareLow: EFFICIENCY_SPAN[0],
    shareHigh: EFFICIENCY_SPAN[1],
    overlap: work.overlapM,
  }
  draft.put('timeToTemperature', {
    value: t,
    low: quickS ?? t * 0.7,
    high: slowS ?? 3 * t,
    because: `Both walls hot enough all through the joint${n > 1 ? `, one length of ${n}` : ''}, flame moving. With 20 % more or less heat going in it takes ${draft.show(quickS ?? t * 0.7, 'time')}${slowS === undefined ? ', or never gets there' : ` or ${draft.show(slowS, 'time')}`}.`,
    from: fromHeat,
    cites: MODEL,
  })
  draft.put('heatNeeded', {
    value: heat.heatJ,
    low: heat.heatJ * 0.9,
    high: heat.heatJ * 1.25,
    because: `What enters the metal until then; ${Math.round((100 * heat.lostJ) / heat.heatJ)} % of it goes off to the air.`,
    from: { timeToTemperature: t, lostToAir: heat.lostJ, shareIntoFirstPart: heat.shareA },
    cites: MODEL,
  })
  draft.put('feedTime', {
    value: perHeat * n,
    low: perHeat * n * 0.5,
    high: perHeat * n * 2,
    because: 'Filler goes along a lip at about 6 mm/s, into a groove at about 30 mm³/s.',
    from: { lengths: n },
    cites: 'craft figures',
  })
  if (t > GOOD_HEAT_S.slow)
    draft.say(
      'mind',
      'too-slow',
      'Too slow',
      `${draft.show(t, 'time')} spends the flux and runs the heat far along. A larger tip, a heating head or a second torch${FUELS[rig.fuel].cylinder.draw === 'share' && rig.acetyleneCylinderM3 !== undefined ? ', and the acetylene cylinder for it' : ''}.`,
      where,
    )
  else if (t < GOOD_HEAT_S.fierce)
    draft.say(
      'mind',
      'too-fierce',
      'Too fierce to hold',
      `${draft.show(t, 'time')} to heat leaves no time to see it come. A smaller tip, or stand the flame off.`,
      where,
    )
  if (isRound(work) && seatDiameterM(work) >= 2 * INCH_M * 0.999 && rig.torches < 2)
    draft.say(
      'mind',
      'second-torch',
      'Two torches at this size',
      `From ${draft.round('50 mm', '2 in')} one flame seldom has the far side hot. A second torch on the other side, or a head that reaches round.`,
      { field: 'rig.torches', figure: 'timeToTemperature' },
    )
  if (
    isRound(work) &&
    isCopper(work.a.metal) &&
    seatDiameterM(work) <= AIR_TORCH_OD_M &&
    task.targetK < celsius(780)
  )
    draft.say(
      'note',
      'fuel-air',
      'A fuel-air torch would do',
      'On tube this small with a low-melting filler a torch without oxygen is enough: longer, softer, wider.',
      { figure: 'timeToTemperature' },
    )
}

/** How far the time of a flame that was not reckoned may be out, a factor. */
const UNTIMED_FACTOR = 1.5

function putUsed(draft: BrazeDraft, fuelFlow: number, oxygenFlow: number, litS: number): void {
  const from: Grounds = { torchTime: litS }
  const time = draft.figures.timeToTemperature
  const spread = time
    ? [time.outerLow / time.value, time.outerHigh / time.value]
    : [1 / UNTIMED_FACTOR, UNTIMED_FACTOR]
  const lit = draft.put('torchTime', {
    value: litS,
    low: litS * (spread[0] ?? 1),
    high: litS * (spread[1] ?? 1),
    because: 'Heating and feeding. Lighting and trimming come on top.',
    from: { lengths: sectionsOf(draft.request.work) },
    cites: MODEL,
  })
  const used = (name: 'oxygenFlow' | 'fuelFlow', flow: number) => ({
    value: flow * lit,
    ...productSpan(flow * lit, [draft.wide(name, flow), draft.wide('torchTime', lit)]),
    because: 'Flow times torch time.',
    from: { ...from, [name]: flow },
    cites: 'flow times time',
  })
  draft.put('oxygenUsed', used('oxygenFlow', oxygenFlow))
  draft.put('fuelUsed', used('fuelFlow', fuelFlow))
}

function putReach(draft: BrazeDraft, { filler }: Judged, { heat, rag }: Heated): void {
  const { work } = draft.request
  const reach = reachOf(heat.profile, TOUCH_K)
  const span = (v: number) => ({ low: v * REACH_SPAN[0], high: v * REACH_SPAN[1] })
  const from: Grounds = { under: TOUCH_K, torchTime: heat.toHeatS ?? 0 }
  draft.put('reach60C', {
    value: reach,
    ...span(reach),
    because: `Bare and in still air, ${work.a.metal.short} beyond this stays under ${draft.show(TOUCH_K, 'temperature')} when brazing ends. It creeps on a little afterwards.`,
    from,
    cites: MODEL,
  })
  const ragged = reachOf(rag.profile, TOUCH_K)
  draft.put('reach60CWithRag', {
    value: Math.min(ragged, reach),
    ...span(Math.min(ragged, reach)),
    because: `With a dripping rag from ${draft.show(work.ragM, 'length')} on, 50 mm wide.`,
    from: { ...from, ragAt: work.ragM },
    cites: MODEL,
  })
  if (isCopper(work.a.metal) && work.temper === 'hard') {
    const soft = reachOf(heat.profile, SOFTENS_K)
    draft.put('softenedLength', {
      value: soft,
      ...span(soft),
      because: `Hard copper softens above about ${draft.show(SOFTENS_K, 'temperature')}.`,
      from: { softensAt: SOFTENS_K },
      cites: MODEL,
    })
  }
  // within this a neighbour comes near enough to its filler's melting to let go
  const remelt = reachOf(heat.profile, filler.solidusK - RE_MELT_ROOM_K)
  draft.put('remeltDistance', {
    value: remelt,
    ...span(remelt),
    because: `A joint of ${filler.id} nearer than this comes within ${draft.showRise(RE_MELT_ROOM_K)} of melting again.`,
    from: { solidus: filler.solidusK },
    cites: MODEL,
  })
  adviseOrder(draft, draft.figures.remeltDistance?.outerHigh ?? remelt)
  if (work.protectM !== undefined) adviseProtected(draft, work.protectM, heat, rag)
  if (work.nextJointM !== undefined)
    adviseNext(draft, work.nextJointM, atDistance(heat.profile, work.nextJointM), filler.solidusK, filler.id)
}

/** The order of several joints on one line: from the far end to the near one, and which lie too near each other. */
function adviseOrder(draft: BrazeDraft, withinM: number): void {
  const { jointsAtM } = draft.request.work
  if (jointsAtM.length < 2) return
  const close = jointsAtM.flatMap((at, i) => {
    const next = jointsAtM[i + 1]
    return next !== undefined && next - at < withinM ? [`${i + 1} and ${i + 2}`] : []
  })
  const order = jointsAtM.map((_, i) => i + 1).reverse()
  draft.say(
    close.length > 0 ? 'mind' : 'note',
    'joint-order',
    'Order of the joints',
    `Counted from where the nitrogen goes in: ${order.join(', ')}, from the far end to the near one, so that hot gas leaves through work that is done.${close.length > 0 ? ` ${close.join('; ')} lie nearer than ${draft.show(withinM, 'reached')}: a wet rag between, or both in one heat.` : ''}`,
    { field: 'work.jointsAt', figure: 'remeltDistance' },
  )
}

function adviseProtected(draft: BrazeDraft, at: number, heat: Heated['heat'], rag: Heated['rag']): void {
  const { airK } = draft.request.shop
  const hot = atDistance(heat.profile, at)
  const cooled = Math.min(hot, atDistance(rag.profile, at))
  draft.put('protectedTemperature', {
    value: hot,
    low: airK + (hot - airK) * 0.7,
    high: airK + (hot - airK) * 1.4,
    because: `At ${draft.show(at, 'length')} from the mouth when brazing ends, bare. With a wet rag ${draft.show(cooled, 'temperature')}.`,
    from: { distance: at, withRag: cooled },
    cites: MODEL,
  })
  if (hot > TOUCH_K)
    draft.say(
      'mind',
      'protect',
      'The heat gets there',
      `${draft.show(at, 'length')} away it comes to about ${draft.show(hot, 'temperature')}; a wet rag ${draft.show(draft.request.work.ragM, 'length')} from the joint holds it at ${draft.show(cooled, 'temperature')}. Wrap it, or take the core or seal out. Its maker says what it stands.`,
      { field: 'work.protectAt', figure: 'protectedTemperature' },
    )
}

function adviseNext(draft: BrazeDraft, at: number, hot: number, solidusK: number, filler: string): void {
  draft.put('nextJointTemperature', {
    value: hot,
    low: ROOM_K + (hot - ROOM_K) * 0.75,
    high: ROOM_K + (hot - ROOM_K) * 1.3,
    because: `What the next joint, ${draft.show(at, 'length')} on, comes to when this one is done.`,
    from: { distance: at, solidus: solidusK },
    cites: MODEL,
  })
  if (ROOM_K + (hot - ROOM_K) * 1.3 > solidusK)
    draft.say(
      'mind',
      're-melt',
      'The next joint may let go',
      `It comes to about ${draft.show(hot, 'temperature')}; ${filler} begins to melt at ${draft.show(solidusK, 'published')}. Wet rag on it, or braze both in one heat.`,
      { field: 'work.nextJoint', figure: 'nextJointTemperature' },
    )
}

function putCooling(draft: BrazeDraft, { judged, preheatK }: Asked): { setS: number; coolS: number } {
  const { work, shop } = draft.request
  const thick = isBuiltUp(work) ? work.a.wallM : work.a.wallM + work.b.wallM
  const metal = work.a.metal
  const tau = (metal.density * specificHeatAt(metal, judged.targetK) * thick) / SET_H
  const setTo = judged.filler.solidusK - SET_UNDER_K
  const setS = Math.max(5, Math.ceil(tau * Math.log((judged.targetK - shop.airK) / (setTo - shop.airK))))
  draft.put('setTime', {
    value: setS,
    low: setS / 3,
    high: setS * 1.5,
    because: `From ${draft.show(judged.targetK, 'temperature')} to ${draft.show(setTo, 'temperature')}, ${draft.showRise(SET_UNDER_K)} under the filler’s solidus, by air and radiation alone; copper tube carries heat off sooner.`,
    from: { brazingTemperature: judged.targetK, solidus: judged.filler.solidusK, thickness: thick },
    cites: 'exponential cooling of a wall; an estimate',
  })
  const buried = preheatK !== undefined && metal.family === 'cast-iron'
  const from = preheatK ?? judged.targetK
  const part = {
    wallM: thick,
    density: metal.density,
    specificHeat: specificHeatAt(metal, (from + ROOM_K) / 2),
  }
  const coolS = coolingS(part, from, Math.max(celsius(60), shop.airK + 20), shop.airK, buried)
  draft.put('coolTime', {
    value: coolS,
    low: coolS / 3,
    high: coolS * 2,
    because: buried
      ? `From the preheat to ${draft.show(celsius(60), 'temperature')} in dry sand, by wall thickness; an hour at least, heavy parts overnight.`
      : `To ${draft.show(celsius(60), 'temperature')} in still air; sooner where the tube carries heat off.`,
    from: { wall: thick, from },
    cites: 'exponential cooling of a wall; an estimate',
  })
  return { setS, coolS }
}
