import { FUELS, type FuelId } from '../gas/fuels.ts'
import { productSpan, type Spanned } from '../span.ts'
import { asUsual, brazesLike, flameKnown } from './own.ts'
import { valuesOf } from '../learn/own-runs.ts'
import { ambientPressurePa } from '../gas/standard.ts'
import { atDistance, reachOf } from '../heat/joint-heat.ts'
import { efficiencyAt } from '../heat/on-work.ts'
import { isCopper, specificHeatAt } from '../metal/base-metals.ts'
import type { Filler } from '../metal/fillers.ts'
import { celsius } from '../metal/table.ts'
import { drillOfDiameter, INCH_M } from '../quantity/index.ts'
import type { Grounds } from '../reason.ts'
import type { BrazeDraft } from './draft.ts'
import { CONE_M, fuelFlowOf, oxygenPerFuel, type FlameChoice } from './flame.ts'
import {
  asPlanned,
  burnerName,
  judgeBurners,
  type JudgedBurner,
  judgeSold,
  nextUp,
  wantedS,
} from './burners.ts'
import {
  feedS,
  heatIt,
  litFor,
  ragDryS,
  ragStaysWetM,
  ragTooNear,
  sectionsOf,
  spotBySpot,
  type Heated,
  type HeatTask,
} from './heat-plan.ts'
import { isBuiltUp, isRound, seatDiameterM } from './joint.ts'
import { planPressures } from './pressures.ts'
import { purgeNeed } from './purge.ts'
import type { Judged } from './rank.ts'
import { coolingS } from './repair.ts'
import type { BrazeRequest, Burner, HeatProfile, TipRow } from './types.ts'

const MODEL = 'two fins in time with losses, heat across the gap and a flame that saturates; docs/method.md'
const TOUCH_K = celsius(60)
const SOFTENS_K = celsius(370)
const REACH_SPAN = [0.8, 1.25] as const
const ROOM_K = 293.15
const SET_UNDER_K = 20
/** Room kept under the melting of a joint that is done already. */
const RE_MELT_ROOM_K = 100
/** The joint's coldest spot may lie so far under the lower end of its filler's range: the filler still runs there, K. */
const SPOT_UNDER_K = 18

/** What the heating came to, for the steps and the gas. Times in s, flow in m³/s. */
export interface HeatPlanned {
  readonly fuelFlow: number
  /** By a heating head, which counts as continuous use. */
  readonly heating: boolean
  readonly fuel: FuelId
  readonly heatS: number | undefined
  /** What else gets it hot within the cylinder's draw, each in words with its time. */
  readonly within: readonly string[]
  readonly tubeFirstS: number
  readonly feedS: number
  readonly litS: number
  readonly setS: number
  readonly nitrogenS: number
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
  // it is hot once filler runs: at the lower end of its range, all through
  targetK: Math.min(targetK, filler.minK),
  floorK: Math.min(targetK, filler.minK) - SPOT_UNDER_K,
  spot: spotBySpot(request.work, filler.kind),
  fluxed,
  fillerM3,
  holdK: targetK,
  purged: purgeNeed(request) === 'always',
  startK: preheatK,
})

/** The row of the shop's chart for a tip or, where none is known yet, for this wall. */
function chartRow(draft: BrazeDraft, tipM: number | undefined): TipRow | undefined {
  const { rig, work } = draft.request
  const same = (r: TipRow) => tipM === undefined || Math.abs(r.orificeM - tipM) < 0.0006 * INCH_M
  const covers = (r: TipRow) => work.a.wallM >= r.wallMinM * 0.999 && work.a.wallM <= r.wallMaxM * 1.001
  const rows = rig.chart.filter(same)
  return rows.find(covers) ?? (tipM === undefined ? undefined : rows[0])
}

/** What is fitted or charted, where somebody said: planned with, whatever it comes to. */
function fittedOf({ request: { rig } }: BrazeDraft, row: TipRow | undefined): Burner | undefined {
  const orificeM = rig.tipOrificeM ?? row?.orificeM
  if (orificeM === undefined || rig.box.length > 0) return undefined
  const ports = rig.head === 'single' ? 1 : rig.ports
  return {
    kind: rig.head === 'single' ? 'tip' : rig.head === 'heating' ? 'head' : 'cutting-head',
    fuel: rig.fuel,
    orificeM,
    ports,
    flow: rig.tipFlow ?? fuelFlowOf(rig.fuel, orificeM, ports),
    count: rig.torches,
  }
}

/** Tip, time, heat, gas and how far it runs. */
export function planHeat(draft: BrazeDraft, asked: Asked): HeatPlanned {
  const { work, rig, shop } = draft.request
  const { filler, targetK, flux } = asked.judged
  const task = heatTask(draft.request, { ...asked, filler, targetK, fluxed: flux !== 'none' })
  const charted = rig.box.length > 0 ? undefined : chartRow(draft, rig.tipOrificeM)
  const fitted = fittedOf(draft, charted)
  const burners = judgeBurners(task, fitted)
  if (!fitted && rig.box.length === 0) draft.detail = { ...draft.detail, sold: true }
  draft.burners = burners.map(asPlanned)
  // where none gets it hot the largest is told of, with why
  const torch =
    burners.find((b) => b.chosen) ?? burners.reduce((a, b) => (b.flow * b.count > a.flow * a.count ? b : a))
  const fuelFlow = torch.flow * torch.count
  const row = rig.box.length > 0 && torch.kind === 'tip' ? chartRow(draft, torch.orificeM) : charted
  const { time } = torch
  putTip(draft, torch, row)
  const own = brazesLike(draft.request, torch.orificeM ?? 0)
  draft.learnFrom({ timeToTemperature: valuesOf(own, 'timeToTemperatureS') })
  const heated = heatIt(task, torch, [filler.solidusK - SET_UNDER_K, NITROGEN_K, touchAt(shop.airK)])
  const air = torch.kind === 'fuel-air'
  const oxygenRatio = air ? 0 : oxygenPerFuel(rig, asked.flame)
  const oxygenFlow = fuelFlow * oxygenRatio
  putFlows(draft, torch, oxygenRatio, asked.flame)
  const perHeat = feedS(work, asked.fillerM3, task.spot)
  putTimes(draft, task, torch, heated, perHeat)
  const litS = time === undefined ? 0 : litFor(work, task.spot, time.value, perHeat)
  if (time !== undefined) {
    putUsed(draft, fuelFlow, oxygenFlow, litS, sectionsOf(work, task.spot))
    if (!isBuiltUp(work)) putReach(draft, asked.judged, heated)
  }
  if (!air)
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
  if (air)
    draft.say(
      'note',
      'air-pressure',
      'A torch with air is set by its own regulator',
      'Its maker’s chart says what to set; there is no oxygen on it.',
      { figure: 'fuelFlow' },
    )
  else
    planPressures(draft, {
      orificeM: torch.orificeM ?? 0,
      heating: torch.kind === 'head',
      fuelFlow,
      oxygenFlow,
      ambientPa: ambientPressurePa(shop.altitudeM),
      row,
      own: { fuel: valuesOf(own, 'fuelAtTorchPa'), oxygen: valuesOf(own, 'oxygenAtTorchPa') },
    })
  const cooling = putCooling(draft, asked, heated)
  return {
    fuelFlow,
    heating: torch.kind === 'head',
    fuel: torch.fuel,
    within: torch.overDraw ? withinDraw(draft, task, burners) : [],
    heatS: time?.value,
    tubeFirstS: heated.heat.tubeFirstS,
    feedS: perHeat * sectionsOf(work, task.spot),
    litS,
    ...cooling,
    ...(time === undefined ? {} : { profile: heated.heat.profile }),
  }
}

/** What else would get it hot and stays within the cylinder's draw: of what is at hand, else of what is sold. */
function withinDraw(draft: BrazeDraft, task: HeatTask, burners: readonly JudgedBurner[]): readonly string[] {
  const fits = (all: readonly JudgedBurner[]) =>
    all
      .filter((b) => !b.overDraw && b.time && (b.verdict === 'good' || b.verdict === 'slow'))
      .sort((a, b) => (a.time?.value ?? 0) - (b.time?.value ?? 0))
      .slice(0, 2)
      .map((b) => {
        const name = burnerName(asPlanned(b), (m) => draft.show(m, 'bore'))
        return `a ${name} (${draft.show(b.flow * b.count, 'flow')}, ${draft.show(b.time?.value ?? 0, 'time')})`
      })
  const atHand = fits(burners)
  return atHand.length > 0 ? atHand : fits(judgeSold(task))
}

/** What is planned with, in words: "0.040 in (number drill 60)", "6 ports of 0.028 in". */
function sizeOf(draft: BrazeDraft, { orificeM, ports, kind }: Burner): string {
  if (orificeM === undefined) return ''
  const drill = drillOfDiameter(orificeM)
  return `${kind === 'tip' ? '' : `${ports} ports of `}${draft.show(orificeM, 'bore')}${drill ? ` (number drill ${drill.number})` : ''}`
}

function putTip(draft: BrazeDraft, torch: JudgedBurner, row: TipRow | undefined): void {
  const { rig } = draft.request
  const size = sizeOf(draft, torch)
  const fitted = rig.box.length === 0 && rig.tipOrificeM !== undefined
  const charted = rig.box.length === 0 && row !== undefined && !fitted
  draft.detail = { ...draft.detail, ports: torch.ports, torches: torch.count }
  if (torch.orificeM !== undefined)
    draft.put('tipOrifice', {
      value: torch.orificeM,
      low: torch.orificeM * 0.85,
      high: torch.orificeM * 1.2,
      source: charted ? 'chart' : 'worked-out',
      because: fitted
        ? `The tip you fitted, ${size}.`
        : charted
          ? `Your chart’s tip for this wall, ${size}.`
          : rig.box.length > 0
            ? `Of what is in the box it comes nearest to the time that this joint wants: ${size}.`
            : `Of the sizes that are sold it comes nearest to the time that this joint wants: ${size}.`,
      from: { ports: torch.ports, torches: torch.count, head: torch.kind === 'head' ? 'heating' : rig.head },
      cites: charted ? 'your chart' : MODEL,
    })
  if (!fitted && !charted && torch.kind === 'head' && rig.head === 'single')
    draft.say(
      'mind',
      'heating-head',
      'A heating head for this one',
      `One cone is too little here: ${size}. Its draw is large: see the cylinder. Its maker’s chart wins.`,
      { field: 'rig.head', figure: 'tipOrifice' },
    )
  if (torch.count > rig.torches)
    draft.say(
      'mind',
      'two-torches',
      'Two torches for this one',
      'One does not get it hot all round in good time: one on each side, going round the same way.',
      { field: 'rig.torches', figure: 'timeToTemperature' },
    )
}

function putFlows(draft: BrazeDraft, torch: JudgedBurner, ratio: number, flame: FlameChoice): void {
  const { rig } = draft.request
  const gas = FUELS[rig.fuel].brazing
  const fuelFlow = torch.flow * torch.count
  // measured, or worked out from the speed at its ports
  const [slow, usual, fast] = gas.exitSpeed
  const known = torch.kind === 'fuel-air' || rig.tipFlow !== undefined
  const span = known
    ? { low: fuelFlow * 0.9, high: fuelFlow * 1.1 }
    : { low: (fuelFlow * slow) / usual, high: (fuelFlow * fast) / usual }
  draft.put('fuelFlow', {
    value: fuelFlow,
    ...span,
    because: known
      ? 'What the torch burns, as it was said.'
      : `The mixed gas leaves at about ${usual.toFixed(0)} m/s; ${gas.share === 0.5 ? `half of it is ${FUELS[rig.fuel].name}` : `one part in ${(1 + gas.neutral[1]).toFixed(1)} is fuel`}.${gas.estimated ? ' Blends differ: an estimate.' : ''}`,
    from: {
      ...(torch.orificeM === undefined ? {} : { tipOrifice: torch.orificeM }),
      ports: torch.ports,
      torches: torch.count,
      ...(known ? {} : { exitSpeed: usual }),
    },
    cites: known ? 'the torch, as it was said' : 'exit speeds of brazing tips as practised',
  })
  if (ratio === 0) return
  draft.put('oxygenFlow', {
    value: fuelFlow * ratio,
    ...productSpan(fuelFlow * ratio, [
      { value: fuelFlow, ...span },
      { value: gas.neutral[1], low: gas.neutral[0], high: gas.neutral[2] },
    ]),
    because: `${Math.round(ratio * 100) / 100} volumes to one of fuel: ${flame.name}.`,
    from: { fuelFlow, oxygenToFuel: ratio, flame: flame.name },
    cites: 'ratios as practised; the flame itself decides',
  })
}

function putTimes(
  draft: BrazeDraft,
  task: HeatTask,
  torch: JudgedBurner,
  heated: Heated,
  perHeat: number,
): void {
  const { work, shop } = draft.request
  const { heat } = heated
  const { time } = torch
  const n = sectionsOf(work, task.spot)
  if (time === undefined) {
    // it would get hot without the rag: that is in the way, not the flame
    if (work.ragOn && isRound(work) && heat.toHeatS !== undefined) {
      adviseRag(draft, task, torch, heated, heat.toHeatS)
      return
    }
    draft.say(
      'stop',
      'never-hot',
      'This flame never gets it hot',
      `It comes to about ${draft.show(heat.reachedK, 'temperature')}, where ${draft.show(task.targetK, 'temperature')} is wanted: all that goes in runs off again.${nextInWords(draft, task, torch)}`,
      { field: 'rig.tipOrifice', figure: 'tipOrifice' },
    )
    return
  }
  const t = time.value
  const known = flameKnown(draft.request.rig, torch)
  const moreOrLess = Math.round((known.high / known.times - 1) * 100)
  draft.put('timeToTemperature', {
    value: t,
    low: time.outerLow,
    high: time.outerHigh,
    because: task.spot
      ? 'The first spot of the seam, where filler is laid down; the next are warm already.'
      : `Both walls hot enough all through the joint${n > 1 ? `, one length of ${n}` : ''}, flame moving${work.ragOn && isRound(work) ? ', the rag on' : ''}. With ${moreOrLess} % more or less heat going in it takes ${draft.show(time.outerLow, 'time')} or ${draft.show(time.outerHigh, 'time')}.${known.timed ? ` Your trial heat of this tip: ${asUsual(known.times)}.` : ''}`,
    from: {
      brazingMin: task.targetK,
      flamePower: torch.flow * torch.count * FUELS[torch.fuel].brazing.grossHeat,
      shareEntering:
        known.times *
        (torch.kind === 'fuel-air'
          ? (FUELS[torch.fuel].brazing.air?.efficiency ?? 0)
          : efficiencyAt(CONE_M[shop.methods.heat])),
      shareLow: known.low,
      shareHigh: known.high,
      overlap: work.overlapM,
    },
    cites: known.timed ? `${MODEL}; your trial heat` : MODEL,
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
  adviseTime(draft, task, torch, heated, t, litFor(work, task.spot, t, perHeat))
}

/** The next burner up, as a sentence; nothing where none is known. */
function nextInWords(draft: BrazeDraft, task: HeatTask, torch: JudgedBurner): string {
  const up = nextUp(task, torch)
  return up ? ` Next up: a ${burnerName(up, (m) => draft.show(m, 'bore'))}.` : ''
}

/** A rag that keeps the joint cold, or that boils dry and then holds the heat in, with where it would lie well. */
function adviseRag(
  draft: BrazeDraft,
  task: HeatTask,
  torch: JudgedBurner,
  heated: Heated,
  litS: number,
): void {
  const { ragM } = draft.request.work
  const where = { field: 'work.ragAt', figure: 'timeToTemperature' }
  const at = heated.heat.toHeatS === undefined ? undefined : ragTooNear(task, torch, heated.heat.toHeatS)
  if (at !== undefined) {
    draft.say(
      'mind',
      'rag-near',
      'The rag keeps the joint cold',
      `At ${draft.show(ragM, 'length')} it takes the heat as fast as it comes. From ${draft.show(at, 'reached')} on it would do, or a thinner rag, or more flame.`,
      where,
    )
    return
  }
  const dryS = ragDryS(heated, ragM, litS)
  if (dryS === undefined) return
  draft.say(
    'mind',
    'rag-dries',
    'The rag boils dry, and holds the heat in',
    `Its near edge is dry about ${draft.show(dryS, 'time')} after lighting, of ${draft.show(litS, 'time')}: a dry rag shields nothing, and chars. Drip on it, lay more cloth, or lay it from ${draft.show(ragStaysWetM(task, torch, litS), 'reached')} on.`,
    where,
  )
}

/** What there is to say of a time to heat: too slow or too quick, a rag too near, what else would do. */
function adviseTime(
  draft: BrazeDraft,
  task: HeatTask,
  torch: JudgedBurner,
  heated: Heated,
  t: number,
  litS: number,
): void {
  const { work, rig } = draft.request
  const where = { field: 'rig.tipOrifice', figure: 'timeToTemperature' }
  const next = () => nextInWords(draft, task, torch)
  const wanted = wantedS(task)
  const span = draft.showSpan(wanted.low, wanted.high, 'time')
  if (torch.verdict === 'doubtful')
    draft.say('mind', 'doubtful-heat', 'Doubtful, and slow', `${torch.because}${next()}`, where)
  else if (torch.verdict === 'slow')
    draft.say(
      'mind',
      'too-slow',
      'Too slow',
      `${draft.show(t, 'time')}, where ${span} is wanted: it spends the flux and runs the heat far along.${next()}`,
      where,
    )
  else if (torch.verdict === 'too-much')
    draft.say(
      'mind',
      'too-fierce',
      'Too much tip',
      `${draft.show(t, 'time')} to heat, where ${span} is wanted, leaves no time to see it come. A smaller tip, or stand the flame off.`,
      where,
    )
  if (work.ragOn && isRound(work)) adviseRag(draft, task, torch, heated, litS)
  if (isRound(work) && seatDiameterM(work) >= 2 * INCH_M * 0.999 && torch.count < 2)
    draft.say(
      'mind',
      'second-torch',
      'Two torches at this size',
      `From ${draft.round('50 mm', '2 in')} one flame seldom has the far side hot. A second torch on the other side, or a head that reaches round.`,
      { field: 'rig.torches', figure: 'timeToTemperature' },
    )
  const air = draft.burners.find(
    (b) => b.kind === 'fuel-air' && !b.chosen && (b.verdict === 'good' || b.verdict === 'slow'),
  )
  if (air?.time && rig.box.length === 0 && !task.spot)
    draft.say(
      'note',
      'fuel-air',
      'A fuel-air torch would do',
      `One of ${draft.show(air.fuelFlow, 'flow')}, without oxygen: ${draft.show(air.time.value, 'time')}, softer and wider.`,
      { figure: 'timeToTemperature' },
    )
}

/** How far the time of a flame that was not reckoned may be out, a factor. */
const UNTIMED_FACTOR = 1.5

/** What is left of a flow's span in the gas that is used, in logarithms. */
const FLOW_SHARE = 0.12
const inPart = ({ value, low, high }: Spanned): Spanned => ({
  value,
  low: value * (low / value) ** FLOW_SHARE,
  high: value * (high / value) ** FLOW_SHARE,
})

function putUsed(
  draft: BrazeDraft,
  fuelFlow: number,
  oxygenFlow: number,
  litS: number,
  lengths: number,
): void {
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
    from: { lengths },
    cites: MODEL,
  })
  const used = (name: 'oxygenFlow' | 'fuelFlow', flow: number) => ({
    value: flow * lit,
    // a stronger flame is done sooner: of the flow's own span most is made up for by the time
    ...productSpan(flow * lit, [inPart(draft.wide(name, flow)), draft.wide('torchTime', lit)]),
    because: 'Flow times torch time; a stronger flame is done sooner.',
    from: { ...from, [name]: flow },
    cites: 'flow times time',
  })
  if (oxygenFlow > 0) draft.put('oxygenUsed', used('oxygenFlow', oxygenFlow))
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

/** Until nitrogen may be shut off: copper scales above this. */
const NITROGEN_K = celsius(200)
/** How far an estimate of cooling may be out, wide. */
const COOL_SPAN = [0.6, 1.6] as const

/** How long it takes to set, until nitrogen may be shut off, and until it can be touched, s: by the cooling of these parts. */
function putCooling(
  draft: BrazeDraft,
  { judged, preheatK }: Asked,
  { heat }: Heated,
): { setS: number; nitrogenS: number; coolS: number } {
  const { work, shop } = draft.request
  const metal = work.a.metal
  const buried = preheatK !== undefined && metal.family === 'cast-iron'
  const setTo = judged.filler.solidusK - SET_UNDER_K
  const touchK = touchAt(shop.airK)
  const [set = 0, nitrogen = 0, touch = 0] = heat.cooledS ?? []
  const span = (s: number) => ({ low: s * COOL_SPAN[0], high: s * COOL_SPAN[1] })
  const cites = 'the same parts cooling by radiation, air and what runs off along them; docs/method.md'
  const setS = Math.max(LEAST_SET_S, Math.ceil(set))
  draft.put('setTime', {
    value: setS,
    ...span(setS),
    because: `From ${draft.show(judged.targetK, 'temperature')} to ${draft.show(setTo, 'temperature')}, ${draft.showRise(SET_UNDER_K)} under the filler’s solidus.`,
    from: { brazingTemperature: judged.targetK, solidus: judged.filler.solidusK },
    cites,
  })
  const nitrogenS = Math.ceil(nitrogen)
  if (isRound(work) && purgeNeed(draft.request) !== 'none')
    draft.put('nitrogenAfter', {
      value: nitrogenS,
      ...span(nitrogenS),
      because: `Until the joint is under ${draft.show(NITROGEN_K, 'temperature')}: copper scales above that. A wet rag pressed on tells it sooner: it hisses no longer.`,
      from: { under: NITROGEN_K },
      cites,
    })
  const thick = isBuiltUp(work) ? work.a.wallM : work.a.wallM + work.b.wallM
  const coolS = buried
    ? coolingS(
        {
          wallM: thick,
          density: metal.density,
          specificHeat: specificHeatAt(metal, (preheatK + ROOM_K) / 2),
        },
        preheatK,
        touchK,
        shop.airK,
        true,
      )
    : Math.max(1, Math.ceil(touch))
  draft.put('coolTime', {
    value: coolS,
    ...(buried ? { low: coolS / 3, high: coolS * 2 } : span(coolS)),
    because: buried
      ? `From the preheat to ${draft.show(TOUCH_K, 'temperature')} in dry sand, by wall thickness; an hour at least, heavy parts overnight.`
      : `To ${draft.show(touchK, 'temperature')} in still air.`,
    from: { wall: thick, from: preheatK ?? judged.targetK },
    cites: buried ? 'exponential cooling of a wall; an estimate' : cites,
  })
  return { setS, nitrogenS, coolS }
}

const LEAST_SET_S = 3
/** Cool enough to touch, K; in hot air somewhat over it. */
const touchAt = (airK: number): number => Math.max(TOUCH_K, airK + 20)
