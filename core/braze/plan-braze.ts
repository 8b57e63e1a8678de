import { adviseDraw } from '../piece/draw.ts'
import { adviseRig } from '../cut/rig-match.ts'
import { FILLER_SOURCE, findFiller } from '../metal/fillers.ts'
import { METAL_SOURCE } from '../metal/base-metals.ts'
import { adviseBraze, adviseHarm, adviseJoint, adviseMetals, adviseService } from './advice.ts'
import { BrazeDraft } from './draft.ts'
import { chooseFlame, type FlameChoice } from './flame.ts'
import { asPlanned, judgeSold } from './burners.ts'
import { heatTask, planHeat } from './plan-heat.ts'
import { planGap, planJoint } from './plan-joint.ts'
import { planPurge } from './purge.ts'
import { bondOf, filmAt, isBuiltUp, isRound } from './joint.ts'
import { chosenProcess, judgeProcesses, SOLDER_MAX_K } from './process.ts'
import { asRanked, rankFillers, type Judged } from './rank.ts'
import { planRepair } from './repair.ts'
import { CAPILLARY_MAX_M, refusePair, type Situation } from './rules.ts'
import { brazeSteps } from './steps.ts'
import type {
  PlannedBurner,
  BrazeChoice,
  BrazePlan,
  BrazeRequest,
  BrazeStep,
  Form,
  HeatProfile,
} from './types.ts'

/** What the fillers are judged for in this request. */
function situationOf({ work, rig, shop }: BrazeRequest): Situation {
  const prices = new Map(rig.rods?.flatMap((r) => (r.perKg === undefined ? [] : [[r.id, r.perKg]])))
  return {
    a: work.a.metal,
    b: work.b.metal,
    services: work.services,
    serviceK: work.serviceK,
    gapAt: isBuiltUp(work) ? undefined : (kelvin) => filmAt(work, kelvin),
    builtUp: isBuiltUp(work),
    pressurised: work.pressurePa > 0,
    codeUse: work.codeUse,
    learning: work.skill === 'learning',
    fedFromEdge: !isRound(work) && !isBuiltUp(work) && work.form !== 'foil' && work.form !== 'paste',
    wish: work.wish,
    yellow: work.colour === 'yellow',
    shelf: rig.rods && new Set(rig.rods.map((r) => r.id)),
    pricePerKg: prices,
    units: shop.units,
  }
}

/**
 * Plans one braze: process, filler, flux, flame, joint, heat, gas, purge, feeding and filler.
 * @param request work, rig and shop in SI
 * @returns every figure that the joint calls for, with source, span, reason and what it rests on; the ranking of all
 *   fillers; the steps; the findings and the cautions to tick. A plan with a `stop` carries its codes on every figure:
 *   none of them is then to be set on a rig. A closed vessel, a refused metal or no filler at all: a stop and few figures.
 * A figure of it: `planBraze(request).figures.brazingTemperature?.value`, K.
 */
export function planBraze(request: BrazeRequest): BrazePlan {
  const draft = new BrazeDraft(request)
  draft.holdTo(request.rig.held)
  if (request.ignored.length > 0)
    draft.say(
      'note',
      'ignored-input',
      'Not understood',
      `Left out, since it is not known here: ${request.ignored.join(', ')}.`,
    )
  if (!adviseHarm(draft)) return finish(draft, NOTHING, [], [], [])
  adviseService(draft)
  adviseRig(draft, request.rig, false)
  const situation = situationOf(request)
  const ranking = rankFillers(situation)
  const judged = chooseFiller(draft, ranking, situation)
  const film = judged?.gapM ?? filmAt(request.work, 1000)
  // a gap that is no good is not the metals' fault: what it comes to is told all the same
  const apart = judged ?? withoutGap(situation)
  const processes = judgeProcesses(request, film, apart !== undefined, (k) => draft.show(k, 'temperature'))
  const process = chosenProcess(processes)
  adviseProcess(
    draft,
    process,
    processes.some((p) => p.process === 'soldering' && p.suits),
  )
  const flame = chooseFlame(request, judged?.filler)
  draft.detail = { flame: flame.set, ...(flame.method ? { flameBy: flame.method } : {}) }
  const choice = choiceOf(request, judged, flame, process)
  if (!judged) {
    if (apart) {
      putTemperatures(draft, apart)
      if (!isBuiltUp(request.work)) planGap(draft, apart)
    }
    return finish(draft, choice, ranking, processes, [])
  }
  putTemperatures(draft, judged)
  adviseMetals(draft, judged)
  adviseJoint(draft)
  adviseAtHand(draft, process)
  const { volumeM3 } = planJoint(draft, judged, choice)
  const { preheatK, warmsByCutting, ...warm } = planRepair(draft)
  const heated = planHeat(draft, { judged, flame, fillerM3: volumeM3, preheatK })
  planPurge(draft, heated.litS + heated.nitrogenS)
  const shortBurns = adviseDraw(
    draft,
    {
      ...request,
      rig: { ...request.rig, fuel: heated.fuel, head: heated.heating ? 'heating' : request.rig.head },
    },
    heated.fuelFlow,
    heated.litS,
    heated.within,
  )
  if (shortBurns) draft.detail = { ...draft.detail, shortBurns }
  adviseBraze(draft, judged)
  const steps = brazeSteps(draft, {
    flux: choice.flux,
    form: choice.form,
    flame,
    targetK: judged.targetK,
    heatS: heated.heatS,
    tubeFirstS: heated.tubeFirstS,
    feedS: heated.feedS,
    setS: heated.setS,
    nitrogenS: heated.nitrogenS,
    coolS: heated.coolS,
    preheatK,
    ...warm,
    leverUp: warmsByCutting || draft.burners.some((b) => b.chosen && b.kind === 'cutting-head'),
    shortBurns: shortBurns !== undefined,
  })
  return finish(draft, choice, ranking, processes, steps, heated.profile)
}

const NOTHING: BrazeChoice = { process: 'neither', filler: null, flux: 'none', flame: 'none', form: 'bare' }

function finish(
  draft: BrazeDraft,
  choice: BrazeChoice,
  ranking: readonly Judged[],
  processes: BrazePlan['processes'],
  steps: readonly BrazeStep[],
  profile?: HeatProfile,
): BrazePlan {
  return {
    kind: 'braze',
    choice,
    ...draft.end(),
    ranking: ranking.map(asRanked),
    processes,
    steps,
    ...(profile ? { profile } : {}),
  }
}

/** The filler to plan with: the one that is insisted on when it may be, else the first of the ranking. */
function chooseFiller(
  draft: BrazeDraft,
  ranking: readonly Judged[],
  situation: Situation,
): Judged | undefined {
  const { work } = draft.request
  const best = ranking.find((j) => j.verdict !== 'forbidden')
  if (work.filler !== undefined && findFiller(work.filler)) return insisted(draft, ranking, work.filler, best)
  if (best) {
    if (best.verdict === 'poor')
      draft.say(
        'mind',
        'filler-poor',
        'No filler without a drawback',
        `${best.filler.id} is the least bad: ${lastOf(best)}`,
        { field: 'work.filler', figure: 'brazingTemperature' },
      )
    return best
  }
  const refused = refusePair(situation)
  // parts that jam are told with their gap, which is only planned where a filler would do but for it
  const jams = ranking.some((j) => j.gapM !== undefined && j.gapM <= 0)
  if (!refused && jams && withoutGap(situation)) return undefined
  const wide = ranking.every((j) => (j.gapM ?? 0) > CAPILLARY_MAX_M)
  draft.say(
    'stop',
    refused ? 'pair-refused' : wide ? 'gap-too-wide' : 'no-filler',
    refused ? 'Not with a torch and filler' : wide ? 'Too wide to draw filler in' : 'No filler may be used',
    refused ??
      (wide
        ? `Over ${draft.show(CAPILLARY_MAX_M, 'gap')} hot nothing is drawn in. Close the gap with a sleeve or a new part, or build it up as a bead.`
        : 'Every filler is barred, each for the reason beside it. Change the metal, the service or the gap, or have it welded.'),
    { field: refused ? 'work.a.metal' : wide ? 'work.clearance' : 'work.filler' },
  )
  return undefined
}

/** The best filler if the gap were no matter. */
const withoutGap = (situation: Situation): Judged | undefined =>
  rankFillers({ ...situation, gapAt: undefined }).find((j) => j.verdict !== 'forbidden')

const lastOf = (j: Judged) =>
  (j.reasons.find((r) => r.weight === 'poor') ?? j.reasons.find((r) => r.weight === 'barred'))?.text ?? ''

function insisted(
  draft: BrazeDraft,
  ranking: readonly Judged[],
  id: string,
  best: Judged | undefined,
): Judged | undefined {
  const { overrideReason: reason } = draft.request.work
  const asked = ranking.find((j) => j.filler.id === id)
  const where = { field: 'work.filler', figure: 'brazingTemperature' }
  if (!asked || asked.filler.id === best?.filler.id) return asked
  const harm = asked.reasons.find((r) => r.weight === 'hard')
  if (harm) {
    draft.say(
      'stop',
      'filler-forbidden',
      `${id} is barred here`,
      `${harm.text} Nobody’s word lifts this one.`,
      where,
    )
    return asked.gapM !== undefined && asked.gapM <= 0 ? undefined : best
  }
  const barred = asked.reasons.find((r) => r.weight === 'barred')
  if (barred && reason.length < LEAST_REASON) {
    draft.say(
      'stop',
      'override-reason',
      `${id} needs a reason`,
      `${barred.text} If you mean it, write why: it stays in the record.`,
      { field: 'work.overrideReason', figure: 'brazingTemperature' },
    )
    return asked
  }
  draft.say(
    barred || asked.verdict === 'poor' ? 'mind' : 'note',
    'override',
    `${id} by your choice`,
    `${best ? `${best.filler.id} comes first here. ` : ''}${barred?.text ?? lastOf(asked)}${reason === '' ? '' : ` Your reason: ${reason}`}`.trim(),
    where,
  )
  return asked
}
/** Fewer letters than this are no reason. */
const LEAST_REASON = 10

function choiceOf(
  { work, rig }: BrazeRequest,
  judged: Judged | undefined,
  flame: FlameChoice,
  process: BrazeChoice['process'],
): BrazeChoice {
  if (!judged) return { ...NOTHING, process }
  const shelf = rig.rods?.find((r) => r.id === judged.filler.id)?.form
  const usual: Form = judged.filler.kind === 'zinc' ? 'flux-coated' : 'bare'
  const borax = work.fluxMake === 'home-mixed' && judged.filler.kind === 'zinc'
  return {
    process,
    filler: judged.filler.id,
    flux: borax ? 'borax, home-mixed' : judged.flux,
    flame: flame.name,
    form: work.form ?? shelf ?? usual,
  }
}

/** @param soldered whether solder suits the work too */
function adviseProcess(draft: BrazeDraft, process: BrazeChoice['process'], soldered: boolean): void {
  const { work } = draft.request
  if (work.colour === 'base')
    draft.say(
      'mind',
      'colour',
      'The seam will show',
      'No filler has the colour of the base metal. If it has to match, weld it with a like rod.',
      { field: 'work.colour' },
    )
  else if (process === 'neither' && work.services.has('steam'))
    draft.say('stop', 'weld', 'Weld it', 'Steam goes past what any filler here holds over the years.', {
      field: 'work.service',
    })
  if (
    process === 'brazing' &&
    isRound(work) &&
    work.serviceK <= 393.15 &&
    [...work.services].every((s) => s === 'water' || s === 'drinking-water') &&
    work.codeUse === 'none' &&
    work.load !== 'heavy'
  )
    draft.say(
      'note',
      'solder-enough',
      'Solder would do',
      `Below ${draft.show(393.15, 'temperature')} and with little load solder holds this, with less heat. Brazed it is stronger and stands a fire longer.`,
      { field: 'work.load' },
    )
  if (work.services.has('drinking-water') && soldered)
    draft.say(
      'mind',
      'lead-free',
      'Lead-free solder only',
      'If it is soldered: lead goes into what people drink, a little with every glass, and stays in the bones. Solder and flux marked for drinking water.',
      { field: 'work.service' },
    )
  if (bondOf(work) === 'wall')
    draft.say(
      'mind',
      'butt',
      'A butt joint is weak',
      'Its area is only the wall times the length, and a film pulled straight is weaker than one in shear. Lap, sleeve or scarf it where you can.',
      { field: 'work.joint', figure: 'jointStrength' },
    )
}

/** What the work loses where what suits it best is not at hand. */
function adviseAtHand(draft: BrazeDraft, process: BrazeChoice['process']): void {
  const { atHand, serviceK } = draft.request.work
  if (atHand.size === 0) return
  const where = { field: 'work.atHand' }
  if (process === 'neither' && !atHand.has('welder'))
    draft.say(
      'mind',
      'no-welder',
      'It wants a weld, and none is at hand',
      'Brazed it gives way sooner when hot, and does not match: have it welded, or change what it has to stand.',
      where,
    )
  if (process === 'neither' || atHand.has('oxy-fuel')) return
  const losses = [
    ...(atHand.has('solder')
      ? [
          `Soldered it holds about a fifth, and nothing above ${draft.show(SOLDER_MAX_K, 'temperature')}${serviceK > SOLDER_MAX_K ? ': it gets hotter than that' : ''}.`,
        ]
      : []),
    ...(atHand.has('welder')
      ? ['Welded the base melts: more warp, and copper, brass and cast iron want a practised hand.']
      : []),
    ...(atHand.has('furnace')
      ? ['In the furnace the same filler as ring or paste: all of it gets hot, and soft.']
      : []),
  ]
  draft.say('mind', 'no-torch', 'No oxy-fuel torch at hand', losses.join(' '), where)
}

function putTemperatures(draft: BrazeDraft, { filler, targetK, solidusK }: Judged): void {
  draft.put('brazingTemperature', {
    value: targetK,
    low: Math.min(targetK, filler.minK),
    high: Math.max(targetK, Math.min(filler.maxK, solidusK - 10)),
    because: `The middle of ${filler.id}’s brazing range, ${draft.showSpan(filler.minK, filler.maxK, 'published')}, kept under the melting of the base. It melts from ${draft.showSpan(filler.solidusK, filler.liquidusK, 'published')}.`,
    from: {
      filler: filler.id,
      brazingMin: filler.minK,
      brazingMax: filler.maxK,
      solidus: filler.solidusK,
      liquidus: filler.liquidusK,
      lowerBaseSolidus: solidusK,
    },
    cites: FILLER_SOURCE,
  })
  draft.put('baseHeadroom', {
    value: solidusK - targetK,
    low: solidusK - Math.max(targetK, Math.min(filler.maxK, solidusK - 10)),
    high: solidusK - Math.min(targetK, filler.minK),
    because: `The lower base metal begins to melt at ${draft.show(solidusK, 'published')}; less the brazing temperature.`,
    from: { lowerBaseSolidus: solidusK, brazingTemperature: targetK },
    cites: METAL_SOURCE,
  })
}

/**
 * What is sold and would bring the heat to a planned joint, judged by the same calculation as what is at hand.
 * @returns none for a plan without a filler
 */
export function soldBurners({ choice, figures }: BrazePlan, request: BrazeRequest): readonly PlannedBurner[] {
  const filler = choice.filler === null ? undefined : findFiller(choice.filler)
  const { brazingTemperature: target } = figures
  if (!filler || !target) return []
  const task = heatTask(request, {
    filler,
    targetK: target.value,
    fluxed: choice.flux !== 'none',
    fillerM3: figures.fillerVolume?.value ?? 0,
    preheatK: figures.preheatTo?.value,
  })
  return judgeSold(task).map((b) => ({ ...asPlanned(b), chosen: false }))
}
