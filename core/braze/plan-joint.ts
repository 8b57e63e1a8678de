import { brazesLike } from './own.ts'
import { valuesOf } from '../learn/own-runs.ts'
import { STRENGTH_SOURCE } from '../metal/base-metals.ts'
import { TUBE_SOURCE } from '../metal/tubes.ts'
import { capital } from '../words/trade.ts'
import type { Grounds } from '../reason.ts'
import type { BrazeDraft } from './draft.ts'
import {
  endLoadN,
  fillerVolumeM3,
  filletLegM,
  filmAt,
  fluxMassKg,
  gapStrength,
  grooveOf,
  bondOf,
  isBuiltUp,
  isPulled,
  isGrooved,
  isRound,
  overlapNeeded,
  partStrengthN,
  ROD_AREA_M2,
  rodLengthM,
  SAFETY,
  seatDiameterM,
  SHEAR_PA,
  shearAreaM2,
  shearAt,
  serviceShare,
  SOUND,
  WASTE,
  weakerPart,
} from './joint.ts'
import type { Judged } from './rank.ts'
import { CAPILLARY_MAX_M, STARVES_M } from './rules.ts'
import type { BrazeChoice } from './types.ts'

/** Strengths are told in MPa in every shop. */
const megapascal = (pa: number) => `${Math.round(pa / 1e6)} MPa`
const ROOM_K = 293.15
const STRENGTH_SPAN = [0.7, 1.3] as const
/** A fillet may come out this much smaller or larger. */
const FILLET_SPAN = [0.75, 1.4] as const

/** Flux that is wanted beside what comes with the filler, as a share of what bare rod wants. */
const FLUX_BESIDE: Readonly<Partial<Record<string, number>>> = {
  'flux-coated': 0.4,
  'flux-cored': 0.4,
  paste: 0.25,
}

const FELT_WORDS = { snug: 'snug', slides: 'it slides', loose: 'it is loose' } as const

/** Clearances, lap, strength and filler of the joint. */
export function planJoint(draft: BrazeDraft, judged: Judged, choice: BrazeChoice): { volumeM3: number } {
  const built = isBuiltUp(draft.request.work)
  if (built) planGroove(draft)
  else planGap(draft, judged)
  planStrength(draft, judged)
  return planFiller(draft, judged, choice)
}

/** The gap cold and at brazing heat, and what is wrong with it. */
export function planGap(draft: BrazeDraft, { targetK, filler }: Judged): void {
  const { work } = draft.request
  const cold = filmAt(work, ROOM_K)
  const hot = filmAt(work, targetK)
  const round = isRound(work)
  const assumed = work.clearanceGiven
    ? ''
    : work.felt !== undefined
      ? ` By feel: ${FELT_WORDS[work.felt]}.`
      : round
        ? ' Assumed: the middle of a standard cup.'
        : ' Assumed.'
  const spare = work.clearanceGiven ? 0 : 0.75 * cold
  draft.put('clearanceCold', {
    value: cold,
    low: cold - spare,
    high: cold + spare,
    because: round
      ? `Half of the ${draft.show(work.clearanceM, 'gap')} across: the film on each side.${assumed}`
      : `The film between the faces.${assumed}`,
    from: { clearanceAcross: work.clearanceM },
    cites: work.clearanceGiven ? 'as measured' : TUBE_SOURCE,
  })
  const rise = targetK - ROOM_K
  draft.put('clearanceHot', {
    value: hot,
    low: hot - spare,
    high: hot + spare,
    because: round
      ? `At ${draft.show(targetK, 'temperature')} the ${work.a.metal.short} inside has grown ${draft.show(seatDiameterM(work) * work.a.metal.expansion * rise, 'gap')} across and the ${work.b.metal.short} round it ${draft.show(seatDiameterM(work) * work.b.metal.expansion * rise, 'gap')}; half of what is left.`
      : 'Flat parts grow along each other: the film stays.',
    from: {
      clearanceAcross: work.clearanceM,
      diameter: seatDiameterM(work),
      expansionInside: work.a.metal.expansion,
      expansionOutside: work.b.metal.expansion,
      brazingTemperature: targetK,
    },
    cites: 'c + D·(αo·ΔT − αi·ΔT), mean expansion from 20 °C; AWS Brazing Handbook',
  })
  const where = { field: 'work.clearance', figure: 'clearanceHot' }
  if (hot <= 0)
    draft.say(
      'stop',
      'interference',
      'Hot, the parts jam',
      'The part inside grows more than the one round it: no gap is left. Give more clearance, or change which part goes inside.',
      where,
    )
  else if (hot < STARVES_M)
    draft.say(
      'mind',
      'starves',
      'The gap starves',
      `${draft.show(hot, 'gap')} hot lets hardly any filler in. ${draft.showSpan(filler.gapMinM, filler.gapMaxM, 'gap')} each side suits ${filler.id}.`,
      where,
    )
  else if (Math.abs(hot - cold) > 0.25 * cold)
    draft.say(
      'note',
      hot < cold ? 'closes-up' : 'opens',
      hot < cold ? 'The gap closes as it heats' : 'The gap opens as it heats',
      `${draft.show(cold, 'gap')} each side cold, ${draft.show(hot, 'gap')} at brazing heat: the metals grow unlike.`,
      where,
    )
  if (round && 2 * hot > CAPILLARY_MAX_M && hot <= CAPILLARY_MAX_M)
    draft.say(
      'note',
      'off-centre',
      'Centre it',
      `If the tube lies against one side, the other gapes ${draft.show(2 * hot, 'gap')}: too wide to draw. Centre it with three punch marks or a shim.`,
      where,
    )
}

function planGroove(draft: BrazeDraft): void {
  const { work } = draft.request
  if (!isGrooved(work)) return
  const groove = grooveOf(work)
  if (work.grooveKind === 'none') {
    draft.say(
      'note',
      'no-groove',
      'No groove: a bead over the crack',
      `A bead ${draft.show(groove.widthM, 'rule')} wide holds by the faces beside the crack alone: clean them to bright metal. Where it has to be tight or carry load, vee it.`,
      { field: 'work.groove', figure: 'jointStrength' },
    )
    return
  }
  const scratch = work.grooveKind === 'scratch'
  draft.put('grooveDepth', {
    value: groove.depthM,
    low: scratch ? groove.depthM / 2 : Math.min(groove.depthM, (work.a.wallM * 2) / 3),
    high: scratch ? work.a.wallM / 3 : work.a.wallM,
    because: scratch
      ? 'A scratch: a third of the wall at most.'
      : 'Two thirds of the wall, or through where the back can be reached; thin metal through.',
    from: { wall: work.a.wallM },
    cites: 'braze welding practice',
  })
  draft.put('grooveWidth', {
    value: groove.widthM,
    low: 2 * groove.depthM * Math.tan(Math.PI / 6),
    high: 2 * groove.depthM,
    because: '75° between the faces; 60 to 90° is taught.',
    from: { grooveDepth: groove.depthM },
    cites: 'braze welding practice',
  })
}

function planStrength(draft: BrazeDraft, { filler, targetK, reasons }: Judged): void {
  const { work } = draft.request
  const built = isBuiltUp(work)
  const film = built ? 0.00006 : filmAt(work, targetK)
  const pulled = isPulled(work)
  const shear = shearAt(filler.kind, film, work.serviceK, pulled)
  const gapShare = gapStrength(film, pulled)
  if (bondOf(work) === 'overlap' || bondOf(work) === 'slant') {
    draft.put('overlapGiven', {
      value: work.overlapM,
      low: work.overlapM,
      high: work.overlapM,
      because: work.overlapGiven
        ? 'As you gave it.'
        : isRound(work)
          ? 'The nominal cup of this tube; short cups exist: measure it.'
          : 'Three times the thinner wall.',
      from: { overlap: work.overlapM },
      cites: work.overlapGiven ? 'as measured' : TUBE_SOURCE,
    })
    if (shear > 0) putLap(draft, shear, gapShare)
  }
  const area = shearAreaM2(work)
  const strength = SOUND * area * shear
  const brittle = reasons.find((r) => r.weight === 'barred' || r.weight === 'hard')
  if (brittle)
    draft.say(
      'mind',
      'no-strength',
      'No strength is given',
      `${filler.id} is barred here: ${brittle.text} Nobody can say what such a seam holds.`,
      { field: 'work.filler', figure: 'jointStrength' },
    )
  else if (shear > 0)
    draft.put('jointStrength', {
      value: strength,
      low: strength * STRENGTH_SPAN[0],
      high: strength * STRENGTH_SPAN[1],
      because: `${Math.round(SOUND * 100)} % of the faces sound, ${megapascal(SHEAR_PA[filler.kind])} ${pulled ? 'pulled apart' : 'in shear'} at 20 °C${gapShare < 1 && !built ? `, ${Math.round(gapShare * 100)} % of it at this gap` : ''}${serviceShare(filler.kind, work.serviceK) < 1 ? ', less for the heat in use' : ''}. An estimate: a code or a test decides.`,
      from: {
        area,
        soundShare: SOUND,
        shearStrength: SHEAR_PA[filler.kind],
        gapFactor: built ? 1 : gapShare,
        serviceFactor: serviceShare(filler.kind, work.serviceK),
      },
      cites: 'about four fifths of short-lap tests; AWS C3 practice',
    })
  const part = partStrengthN(work)
  const weaker = weakerPart(work)
  draft.put('partStrength', {
    value: part,
    low: part * 0.9,
    high: part * 1.2,
    because: `${capital(weaker.metal.short)}, annealed by the heat: its section beside the seam times ${megapascal(weaker.metal.tensilePa)}.`,
    from: { tensileStrength: weaker.metal.tensilePa, wall: weaker.wallM, metal: weaker.metal.key },
    cites: STRENGTH_SOURCE,
  })
  if (isRound(work) && work.pressurePa > 0 && !brittle) advisePressure(draft, strength, part)
}

function putLap(draft: BrazeDraft, shear: number, gapShare: number): void {
  const { work } = draft.request
  const { lapM, byStrengthM } = overlapNeeded(work, shear)
  const thin = Math.min(work.a.wallM, work.b.wallM)
  const byRule = 3 * thin >= byStrengthM
  draft.put('overlapNeeded', {
    value: lapM,
    low: Math.min(byStrengthM, lapM),
    high: lapM,
    because: `${draft.show(byStrengthM, 'rule')} would make the film as strong as the weaker part${byRule ? `; never under three times the thinner wall, ${draft.show(3 * thin, 'rule')}` : ''}. Rounded up.`,
    from: {
      tensileStrength: weakerPart(work).metal.tensilePa,
      wall: weakerPart(work).wallM,
      shearAtGap: shear,
      gapFactor: gapShare,
      soundShare: SOUND,
      leastLaps: 3,
    },
    cites: 'X = T·W/(C·L), for tube × (D − W)/D; AWS C3 practice',
  })
  if (work.overlapM < lapM * 0.999)
    draft.say(
      'mind',
      'short-lap',
      'Short lap',
      `${draft.show(work.overlapM, 'length')} where ${draft.show(lapM, 'rule')} is as strong as the part. It may still carry the load: see the strength; a code may want more.`,
      { field: isRound(work) ? 'work.b.depth' : 'work.overlap', figure: 'overlapNeeded' },
    )
}

function advisePressure(draft: BrazeDraft, strength: number, part: number): void {
  const { work } = draft.request
  const load = draft.put('endLoad', {
    value: endLoadN(work),
    low: endLoadN(work),
    high: endLoadN(work),
    because: `${draft.show(work.pressurePa, 'pressure')} on the whole outside diameter pushes the tube out.`,
    from: { pressure: work.pressurePa, diameter: seatDiameterM(work) },
    cites: 'p·π·D²/4',
  })
  const weakest = Math.min(strength, part)
  const times = weakest / load
  const text = `The joint holds about ${draft.show(strength, 'force')}, the tube beside it ${draft.show(part, 'force')}; pressure pushes with ${draft.show(load, 'force')}. That is ${times >= 10 ? Math.floor(times) : Math.floor(times * 10) / 10} times${times < SAFETY ? `, and ${SAFETY} is wanted` : ''}. An estimate: the tube’s own rating usually governs, and a code or a test decides.`
  draft.say(
    times < SAFETY ? 'stop' : 'note',
    times < SAFETY ? 'end-load' : 'pressure',
    times < SAFETY ? 'Too weak for this pressure' : 'Pressure and strength',
    text,
    { field: 'work.pressure', figure: 'endLoad' },
  )
}

function planFiller(
  draft: BrazeDraft,
  { filler, targetK }: Judged,
  choice: BrazeChoice,
): { volumeM3: number } {
  const { work } = draft.request
  const built = isBuiltUp(work)
  const film = built ? 0 : Math.max(filmAt(work, ROOM_K), filmAt(work, targetK), 0)
  const volumeM3 = fillerVolumeM3(work, film)
  draft.put('fillerVolume', {
    value: volumeM3,
    low: volumeM3 * FILLET_SPAN[0],
    high: volumeM3 * FILLET_SPAN[1],
    because: built
      ? `The groove or layer with its crown, and ${Math.round((WASTE - 1) * 100)} % waste.`
      : `The film over the whole lap at its wider state, a concave fillet of ${draft.show(filletLegM(work), 'rule')}, and ${Math.round((WASTE - 1) * 100)} % waste.`,
    from: { film, overlap: work.overlapM, filletLeg: filletLegM(work), waste: WASTE },
    cites: 'π·(D + c)·c·X + (1 − π/4)·f²·π·D',
  })
  const mass = volumeM3 * filler.density
  draft.put('fillerMass', {
    value: mass,
    low: mass * FILLET_SPAN[0],
    high: mass * FILLET_SPAN[1],
    because: `Volume times ${filler.density} kg/m³, by its family: an estimate.`,
    from: { fillerVolume: volumeM3, density: filler.density },
    cites: 'compositions of AWS A5.8',
  })
  const rod = rodLengthM(volumeM3, work.rodSection)
  const rodFrom: Grounds = {
    fillerVolume: volumeM3,
    rodSection: work.rodSection,
    rodArea: ROD_AREA_M2[work.rodSection],
  }
  draft.learnFrom({
    rodLength: valuesOf(brazesLike(draft.request), 'fillerM3').map((v) => rodLengthM(v, work.rodSection)),
  })
  const perJoint = draft.put('rodLength', {
    value: rod,
    low: rodLengthM(volumeM3 * FILLET_SPAN[0], work.rodSection),
    high: rodLengthM(volumeM3 * FILLET_SPAN[1], work.rodSection),
    because: `Volume over the section of ${work.rodSection} rod, up to ${draft.round('5 mm', '5 mm (0.2 in)')}. More than this runs inside.`,
    from: rodFrom,
    cites: 'volume over section',
  })
  if (work.count > 1)
    draft.put('rodLengthAll', {
      value: perJoint * work.count,
      low: rod * work.count * FILLET_SPAN[0],
      high: rod * work.count * FILLET_SPAN[1],
      because: `${work.count} joints. Stubs come on top.`,
      from: { rodLength: perJoint, joints: work.count },
      cites: 'rod times joints',
    })
  if (choice.flux !== 'none') {
    const share = FLUX_BESIDE[choice.form] ?? 1
    const mass = fluxMassKg(work) * share
    draft.put('fluxMass', {
      value: mass,
      low: mass / 2,
      high: mass * 2,
      because:
        share < 1
          ? `Beside what comes with the ${choice.form === 'paste' ? 'paste' : 'rod'}: a touch on the faces. An estimate.`
          : 'A thin coat on the faces and a bead at the mouth. An estimate.',
      from: { flux: choice.flux, filler: filler.id },
      cites: 'shop practice',
    })
  }
  return { volumeM3 }
}
