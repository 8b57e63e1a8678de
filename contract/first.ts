import { SCHOOLS } from '#core/braze/types.ts'
import { USUAL_LINE_SCHOOLS } from '#core/line/schools.ts'
import { printQuantity } from '#core/quantity/index.ts'
import { INCH_UNITS } from '#core/shop.ts'
import { STANDARD_WORDS } from '#core/words.ts'
import type {
  BrazeDraft,
  BrazePartDraft,
  BrazeWorkDraft,
  CutDraft,
  RigDraft,
  Settings,
  WorkDraft,
} from './schemas.ts'

/** Where practitioners differ, before the shop has said anything: the first of each row. */
const FIRST_SCHOOLS: Settings['schools'] = {
  flame: SCHOOLS.flame[0],
  pressures: SCHOOLS.pressures[0],
  heat: SCHOOLS.heat[0],
  purge: SCHOOLS.purge[0],
  cooling: SCHOOLS.cooling[0],
  cue: SCHOOLS.cue[0],
  feeding: SCHOOLS.feeding[0],
  protection: SCHOOLS.protection[0],
  ironFlame: SCHOOLS.ironFlame[0],
  ...USUAL_LINE_SCHOOLS,
}

/** A shop that has said nothing yet. */
export const FIRST_SETTINGS: Settings = {
  units: { ...INCH_UNITS },
  region: 'us',
  words: { ...STANDARD_WORDS },
  altitude: '0 ft',
  prices: { oxygen: '', fuel: '', hour: '', per: '100 cu ft' },
  decimalMark: 'ask',
  schools: FIRST_SCHOOLS,
  limits: { draw: 'intermittent', purgeFloor: '0.7' },
  acceptance: {
    worstSlag: 'one-tap',
    gouges: '0',
    stops: '0',
    drag: '20 %',
    outOfSquare: '1 mm',
    size: '1/16 in',
    fillet: '100 %',
    pinholes: '0',
    moved: '1 mm',
    penetration: '80 %',
  },
  shelf: [],
}

/** A rig that nobody has described yet: 25 ft of 1/4 in hose, a common tip, no chart. */
export const FIRST_RIG: RigDraft = {
  fuel: 'acetylene',
  tipOrifice: '',
  tipPieces: '',
  tipRadius: '1/4 in',
  hoseGrade: '',
  piping: 'none',
  hand: 'right',
  guideHeight: '',
  dial: '',
  tipBelowCollar: '1 in',
  handling: 'hand',
  guide: 'part',
  oxygenHose: { length: '25 ft', bore: '1/4 in' },
  oxygenPurity: '99.5 %',
  acetyleneCylinder: '',
  acetyleneCylinders: '',
  chart: [],
  braze: {
    tipOrifice: '',
    head: 'single',
    ports: '',
    torchKind: 'equal-pressure',
    torches: '1',
    chart: [],
  },
  torch: {
    kind: '',
    lighting: '',
    shutdown: '',
    seat: '',
    mixer: '',
    valves: '',
    checkValves: 'yes',
    oxygenRating: '',
    fuelRating: '',
  },
}

/** All that a piece may say beside metal, thickness and length, still unsaid. */
export const UNSAID_WORK: Omit<WorkDraft, 'metal' | 'thickness' | 'length' | 'temperature'> = {
  shape: 'straight',
  grade: '',
  composition: '',
  start: '',
  surface: 'clean',
  hollow: 'no',
  position: 'flat',
  wind: 'calm',
  bevel: '30 deg',
  bevelFrom: 'square',
  lean: 'over-part',
  land: '',
  diameter: '',
  width: '',
  count: '1',
  stock: '',
  trim: '',
  fastener: 'bolt',
  pipeCut: 'square',
  pipeAngle: '',
  runDiameter: '',
  offset: '',
  section: 'angle',
  depth: '',
  copeLength: '',
  copeDepth: '',
  pierces: '1',
  trial: '',
  practice: [],
  cautions: [],
  changes: [],
  outlineId: null,
}

/** A new piece: 3/8 in plate, a foot of cut, in the shop's units. */
export function firstDraft(settings: Settings): CutDraft {
  const inches = settings.units.length === 'in'
  return {
    kind: 'cut',
    torchId: null,
    work: {
      ...UNSAID_WORK,
      metal: 'low-carbon-steel',
      thickness: inches ? '3/8 in' : '10 mm',
      length: inches ? '12 in' : '300 mm',
      temperature: printQuantity(294.26, settings.units.temperature),
    },
    rig: FIRST_RIG,
    usual: { oxygen: '', fuel: '', tip: '' },
  }
}

/** All that a braze may say beside its joint and parts, still unsaid. */
export const UNSAID_BRAZE: Omit<BrazeWorkDraft, 'joint' | 'a' | 'b'> = {
  clearance: '',
  overlap: '',
  length: '',
  width: '',
  service: [],
  serviceTemperature: '',
  pressure: '',
  attitude: 'horizontal',
  tubeRun: [],
  load: 'moderate',
  codeUse: 'none',
  colour: 'any',
  skill: 'practised',
  temper: 'hard',
  room: 'free',
  hollow: 'no',
  surface: 'clean',
  seam: 'full',
  restraint: 'normal',
  protectAt: '',
  ragAt: '',
  nextJoint: '',
  jointsAt: '',
  count: '1',
  mass: '',
  purgeFlow: '',
  filler: '',
  overrideReason: '',
  form: '',
  rodSection: '3/32 in',
  flux: 'bought',
  changes: [],
  cautions: [],
}

/** A part of which nothing is said but its metal. */
export const firstPart = (metal: string): BrazePartDraft => ({
  metal,
  tube: '',
  outsideDiameter: '',
  wall: '',
  depth: '',
})

/** A new braze: a common tube in its cup, in the shop's units. */
export function firstBraze(settings: Settings): BrazeDraft {
  const inches = settings.units.length === 'in'
  return {
    kind: 'braze',
    torchId: null,
    work: {
      ...UNSAID_BRAZE,
      joint: 'socket',
      a: { ...firstPart('copper'), tube: inches ? 'ASTM B88 3/4 L' : 'EN 1057 22 mm' },
      b: firstPart('copper'),
    },
    rig: FIRST_RIG,
  }
}
