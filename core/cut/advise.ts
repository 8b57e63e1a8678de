import {
  BEVEL_MAX_BY_HAND_RAD,
  BEVEL_MAX_RAD,
  CUT_MAX_THICKNESS_M,
  OXYGEN_MIN_PURITY,
  PIERCE_MAX_M,
} from '../gas/limits.ts'
import { INCH_M } from '../quantity/index.ts'
import { adviseCautions } from './cautions.ts'
import type { Draft } from './draft.ts'
import { adviseMetal } from './advise-metal.ts'
import { needsWarmLine } from './preheat.ts'
import { FUELS } from '../gas/fuels.ts'
import { adviseRig } from './rig-match.ts'
import { canBeGuided } from './shapes.ts'
import { puritySpeed } from './slower.ts'
import { isBelowTable, isThin, TABLE_FROM_M } from './thin-plate.ts'

const FROST_K = 278.15
const HIGH_M = 300
const PIERCE_HARD_M = 2 * INCH_M

const percent = (share: number) => `${Math.round(share * 1000) / 10} %`

/** Says what is to be said of the work itself; false when it can't be cut, so that no settings are worked out. */
export function adviseWork(draft: Draft): boolean {
  const { rig, shop, ignored } = draft.request
  if (ignored.length > 0)
    draft.say(
      'note',
      'ignored-input',
      'Not understood',
      `Left out, since it is not known here: ${ignored.join(', ')}.`,
    )
  if (!adviseCautions(draft) || !adviseMetal(draft) || !adviseShape(draft)) return false
  if (rig.oxygenPurity < OXYGEN_MIN_PURITY - 1e-6) {
    draft.say(
      'stop',
      'oxygen-purity-too-low',
      'Oxygen too impure',
      `At ${percent(rig.oxygenPurity)} the jet melts the plate instead of cutting it. Use oxygen of 99.5 %.`,
      { field: 'rig.oxygenPurity' },
    )
    return false
  }
  advisePlate(draft)
  advisePosition(draft)
  adviseRig(draft, draft.request.rig, true)
  adviseWind(draft)
  advisePurity(draft)
  if (rig.guide === 'none' && rig.handling !== 'track' && canBeGuided(draft.request.work))
    draft.say(
      'note',
      'no-guide',
      'Freehand',
      'A clamped guide keeps the line straight and the tip off your nerves.',
      { field: 'rig.guide' },
    )
  if (shop.altitudeM >= HIGH_M && rig.chart.length > 0)
    draft.say(
      'note',
      'altitude',
      'Charts are made at sea level',
      `At ${draft.showHoseLength(shop.altitudeM)} a charted oxygen pressure gives a little less flow. Worked-out settings allow for it; never raise acetylene for it.`,
    )
  return true
}

/** Oxygen under this cuts slower than it is worth, and under that it hardly cuts: shares. */
const IMPURE = 0.99
const HARDLY_CUTS = 0.975

function advisePurity(draft: Draft): void {
  const { oxygenPurity } = draft.request.rig
  if (oxygenPurity >= IMPURE - 1e-9) return
  const hardly = oxygenPurity < HARDLY_CUTS - 1e-9
  draft.say(
    'mind',
    hardly ? 'oxygen-hardly-cuts' : 'oxygen-purity-low',
    hardly ? 'Oxygen that hardly cuts' : 'Impure oxygen',
    `${percent(oxygenPurity)} leaves ${percent(puritySpeed(oxygenPurity))} of the speed, and the cut comes out rough. The oxygen flow stays, so that each length takes more of it; ${hardly ? 'change the cylinder before you start' : 'better oxygen is cheaper than the grinding'}.`,
    { field: 'rig.oxygenPurity' },
  )
}

/** What the shape itself forbids or asks; false when nothing can be planned. */
function adviseShape(draft: Draft): boolean {
  const { work, rig } = draft.request
  if (work.shape === 'gouge') {
    draft.say(
      'stop',
      'gouging',
      'Gouging is not planned here',
      "Gouging takes a tip of its own and its maker's chart, which differ too much for figures. Plan a cut, or grind the groove.",
      { field: 'work.shape' },
    )
    return false
  }
  const steepest = Math.max(work.bevelRad, ...work.practice.map((i) => i.bevelRad))
  if (steepest > BEVEL_MAX_RAD + 1e-9) {
    draft.say(
      'stop',
      'bevel-too-steep',
      'Bevel too flat to cut',
      `${draft.show(steepest, 'angle')} from square: past ${draft.show(BEVEL_MAX_RAD, 'angle')} the jet slides off the plate. Machine or grind it. Was the angle meant from the plate?`,
      { field: 'work.bevel' },
    )
    return false
  }
  if (steepest > BEVEL_MAX_BY_HAND_RAD + 1e-9 && rig.handling !== 'track') {
    draft.say(
      'stop',
      'bevel-by-hand',
      'Too steep for a hand',
      `${draft.show(steepest, 'angle')} from square takes a track machine; by hand a bevel ends at ${draft.show(BEVEL_MAX_BY_HAND_RAD, 'angle')}.`,
      { field: 'rig.handling' },
    )
    return false
  }
  if (draft.thicknessM > CUT_MAX_THICKNESS_M * (1 + 1e-9)) {
    draft.say(
      'stop',
      'too-thick',
      'Too thick',
      `${draft.thicknessM > work.thicknessM ? `The jet goes through ${draft.show(draft.thicknessM, 'length')}. ` : ''}Figures end at ${draft.show(CUT_MAX_THICKNESS_M, 'length')}. Thicker plate needs a heavy-cutting rig and its maker's chart.`,
      { field: 'work.thickness' },
    )
    return false
  }
  if (work.start === 'pierce') advisePierce(draft)
  adviseByShape(draft)
  return true
}

function advisePierce(draft: Draft): void {
  const { work } = draft.request
  const where = { field: 'work.start', figure: 'pierceHeight' }
  if (work.thicknessM > PIERCE_MAX_M * (1 + 1e-9))
    draft.say(
      'stop',
      'pierce-too-thick',
      'Too thick to pierce',
      `Past ${draft.show(PIERCE_HARD_M, 'length')} to ${draft.show(PIERCE_MAX_M, 'length')} slag fills the hole and flies back into the tip. Drill a starting hole, and choose a drilled start.`,
      where,
    )
  else if (work.thicknessM > PIERCE_HARD_M * (1 + 1e-9))
    draft.say(
      'mind',
      'pierce-thick',
      'Hard to pierce',
      `Between ${draft.show(PIERCE_HARD_M, 'length')} and ${draft.show(PIERCE_MAX_M, 'length')} piercing by hand is at its end. A drilled starting hole is surer.`,
      where,
    )
}

function adviseByShape(draft: Draft): void {
  const { work } = draft.request
  const shape = { field: 'work.shape' }
  switch (work.shape) {
    case 'bevel':
      draft.say(
        work.lean === 'over-scrap' ? 'mind' : 'note',
        'bevel-sides',
        work.lean === 'over-scrap' ? "The part's top edge is the weak one" : 'Which edge stays sharp',
        work.lean === 'over-scrap'
          ? "Leaning over the scrap leaves the part's top edge acute: it gets hot, rolls over and has to be ground. Lean over the part if the top edge counts."
          : "The torch leans over the part, so the part's top edge stays sharp; the scrap's acute edge rolls. Dross on the far side, below, is normal.",
        { field: 'work.lean' },
      )
      if (work.landM > 0)
        draft.say(
          'note',
          'land',
          'A land takes two passes',
          `Cut the line square first. Then set the bevel so that it comes out ${draft.show(work.landM, 'length')} above the bottom edge. Time and gas here are for the bevel alone.`,
          { field: 'work.land' },
        )
      break
    case 'hole':
      if ((work.diameterM ?? 0) < 2 * work.thicknessM)
        draft.say(
          'mind',
          'small-hole',
          'Small for its depth',
          `A hole narrower than twice the plate's thickness comes out rough and out of round. Drill it if a bolt is to fit.`,
          { field: 'work.diameter' },
        )
      break
    case 'strip':
      draft.say(
        'note',
        'strip-order',
        'Strips bow',
        'Heat on one edge bends a long thin strip. Cut from both sides by turns, the free edge last, and leave tabs of 25 mm (1 in) every 300 to 500 mm (12 to 20 in) until all is cold.',
        shape,
      )
      break
    case 'fastener':
      draft.say(
        'note',
        'fastener',
        'Off without a mark',
        work.fastener === 'rivet'
          ? 'Heat the head, not the plate. Wash it off in layers with the jet along the plate, then drive the shank out with a punch.'
          : `Heat the ${work.fastener === 'nut' ? 'nut' : 'head'}, not the plate. Slice it in layers with the jet along the plate; leave the last skin, knock it off and drive the shank out.`,
        shape,
      )
      draft.say(
        'mind',
        'fastener-load',
        'Something may hang on it',
        'A fastener under load or spring lets go all at once. Hold what it carries first.',
        shape,
      )
      break
    case 'pipe':
      draft.say(
        'note',
        'pipe-turn',
        'Turn the pipe, not yourself',
        `Cut from the side up to the top, turn a quarter and go on, the torch pointing at the pipe's middle. Mark the line with the wrapped template${work.pipe?.cut === 'saddle' ? '; the bore seats on the run, and the outside stands open for the filler' : ''}.`,
        shape,
      )
      break
    case 'section':
      draft.say(
        'note',
        'section-order',
        'Order of the faces',
        SECTION_ORDER[work.section?.kind ?? 'angle'],
        shape,
      )
      if (work.section?.copeLengthM !== undefined)
        draft.say(
          'note',
          'cope',
          'Coping',
          `Drill or pierce the inner corner first and cut towards it from both edges, with a radius of ${draft.round('10 mm', '3/8 in')} or more left in it: a sharp corner cracks. Flange before web.`,
          { field: 'work.copeLength' },
        )
      break
    case 'outline':
      draft.say(
        'note',
        'outline-order',
        'Holes first',
        'Inside cuts first, then the outside; go about the plate so that no place gets hot, and let the last cut be the one that holds the part.',
        shape,
      )
      break
    default:
      break
  }
}

const SECTION_ORDER = {
  angle:
    'Toe to heel on one leg, turn, toe to heel on the other, so that both cuts end in the thick corner. Lay it like a roof so that it cannot tip.',
  channel:
    'Both flanges first, from the toes to the web, then turn it web up and cut the web from one corner to the other.',
  beam: 'Flanges first, from their toes to the web, top and bottom; then the web, from above downwards. Hold the piece: it drops with the last of the web.',
  bar: 'From the corner, with the tip a little along the edge to start; then straight down to the far side.',
  tube: 'Face by face, beginning and ending in the middle of a flat, not in a corner; turn it so that each face lies flat. Both ends open, so that it cannot burst.',
} as const

function advisePosition(draft: Draft): void {
  const { work } = draft.request
  if (work.position === 'flat') return
  const words = {
    'vertical-up': [
      'note',
      'Upwards: hot gas runs ahead and warms the line, slag falls away from the tip. Keep out from under it.',
    ],
    'vertical-down': [
      'mind',
      'Downwards: slag runs into the cut and over the tip. Cut upwards if you can; else lean the tip up and go faster.',
    ],
    horizontal: [
      'mind',
      'Across a standing plate: the top edge rolls and slag sits on the lower edge. Tip a little upwards, less preheat, both feet clear of the fall.',
    ],
    overhead: [
      'mind',
      'Overhead: slag and sparks come down on you. Stand to the side, hood, cape and collar shut, leather over the hoses, less preheat. If the piece can be turned, turn it.',
    ],
  } as const
  const [rank, text] = words[work.position]
  draft.say(rank, 'position', 'Not flat', text, { field: 'work.position' })
}

function advisePlate(draft: Draft): void {
  const { work, rig } = draft.request
  const surface = { field: 'work.surface' }
  if (work.surface === 'scale' || work.surface === 'rust')
    draft.say(
      'mind',
      'surface-dirty',
      work.surface === 'scale' ? 'Scale on the line' : 'Rust on the line',
      `It flies into the tip and ridges the edge. Knock it off ${draft.round('50 mm', '2 in')} each side; more fuel is allowed for what stays.`,
      surface,
    )
  if (isThin(work.thicknessM) && work.shape !== 'fastener')
    draft.say(
      isBelowTable(work.thicknessM) ? 'mind' : 'note',
      'thin-plate',
      'Thin plate goes its own way',
      'Too much heat closes the cut behind the torch: small tip, fuel turned down in steps until it just holds, hardly any preheat, torch laid over with the tip pointing ahead, and quickly.',
      { field: 'work.thickness' },
    )
  if (isBelowTable(work.thicknessM))
    draft.say(
      'mind',
      'below-table',
      'The table ends above this plate',
      `The thinnest published is ${draft.show(TABLE_FROM_M, 'length')}: its settings are given as a start, for scrap first. Below ${draft.round('3 mm', '1/8 in')} a shear or plasma usually does it better, since heat warps it.`,
      { field: 'work.thickness' },
    )
  if (needsWarmLine(work))
    draft.say(
      'note',
      'preheat-pass',
      'Warm the line first',
      'Cold heavy plate: go once along the whole line with the lever up before starting. The time for it is not counted here.',
      { figure: 'preheatTime' },
    )
  if (work.temperatureK < FROST_K || work.weather === 'wet')
    draft.say(
      'mind',
      'cold-plate',
      'Cold or damp plate',
      'Wet, frosty plate spits and starts badly. A step of its own drives the damp off first.',
      { field: work.weather === 'wet' ? 'work.weather' : 'work.temperature' },
    )
  if (rig.tipOrificeM !== undefined && rig.tipRadiusM !== undefined && rig.tipOrificeM >= 2 * rig.tipRadiusM)
    draft.say(
      'mind',
      'tip-radius',
      'Check the tip',
      'The orifice is wider than the tip itself. One of the two is wrong.',
      { field: 'rig.tipRadius' },
    )
}

/** Judges the share of the cutting oxygen that burns. */
export function adviseOxygenBurnt(draft: Draft, share: number): void {
  const where = { figure: 'oxygenShareBurnt' }
  if (share > 1)
    draft.say(
      'stop',
      'oxygen-impossible',
      'Not enough oxygen',
      `The cut would burn ${percent(share)} of the oxygen that the jet brings, which is more than there is. Go slower, or fit a larger tip.`,
      where,
    )
  else if (share > 0.8)
    draft.say(
      'mind',
      'oxygen-starved',
      'The cut is starving',
      `The cut burns ${percent(share)} of the oxygen that the jet brings; 20 to 60 % is usual. Go slower, or fit a larger tip.`,
      where,
    )
  else if (share < 0.2)
    draft.say(
      'note',
      'oxygen-plenty',
      'Oxygen to spare',
      `The cut burns ${percent(share)} of the jet's oxygen; 20 to 60 % is usual. A smaller tip would do.`,
      where,
    )
}

function adviseWind(draft: Draft): void {
  const { rig, work } = draft.request
  if (work.wind !== 'calm')
    draft.say(
      work.wind === 'strong' && FUELS[rig.fuel].flame.liftsOff ? 'mind' : 'note',
      'wind',
      'Wind',
      !FUELS[rig.fuel].flame.liftsOff
        ? 'Wind bends the flame and takes its heat. Put a screen up, and look where the sparks go.'
        : `Wind lifts a ${FUELS[rig.fuel].name} flame off the tip and takes its heat. Put a screen up, and look where the sparks go.`,
      { field: 'work.wind' },
    )
}
