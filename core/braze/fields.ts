/** What can be said of a braze: every field once, with its words, bounds and what it is taken for when it is empty. */
import { JOINT_FACTS, jointFacts, type Joint } from './joints.ts'
import { findBaseMetal } from '../metal/base-metals.ts'
import { CUBIC_FOOT_M3, INCH_M } from '../quantity/units.ts'
import { isInch } from '../quantity/print.ts'
import { BOUNDS } from '../fields/bounds.ts'
import { CHANGE_FIELDS, TICKED } from '../piece/fields.ts'
import { FORM } from '../metal/rod-fields.ts'
import {
  choice,
  count,
  group,
  quantity,
  rows,
  several,
  special,
  text,
  wordsOf,
  type DraftOf,
  type ReadOf,
  type Said,
  type Table,
  type WordOf,
} from '../fields/spec.ts'

const JOINT = choice(
  Object.fromEntries(Object.entries(JOINT_FACTS).map(([joint, f]) => [joint, f.name])) as Readonly<
    Record<Joint, string>
  >,
  { label: 'Joint', group: 'kind', needed: true, first: 'socket', absent: 'must be given' },
)

const facts = (said: Said) => jointFacts(said['joint'])
const round = (said: Said) => facts(said).form === 'round'
const flat = (said: Said) => !round(said)
/** Two parts with a gap between them. */
const apart = (said: Said) => facts(said).parts === 2
const grooved = (said: Said) => facts(said).bond === 'groove'
const faced = (said: Said) => facts(said).bond === 'face'
const asks = (what: 'lap' | 'length' | 'width' | 'depth') => (said: Said) =>
  facts(said).asks[what] !== undefined
const called = (what: 'lap' | 'length' | 'width' | 'depth', usual: string) => (said: Said) =>
  facts(said).asks[what] ?? usual

/** Standard cups stand 0.001 to 0.007 in over the tube: the middle, diametral. */
const USUAL_CLEARANCE_M = 0.004 * INCH_M
/** Gap of flat work: 0.003 in; aluminium's flux needs more room. */
const USUAL_FILM_M = 0.003 * INCH_M
const ALUMINIUM_FILM_M = 0.008 * INCH_M
/** Nitrogen that is held while brazing unless somebody says, m³/s: 5 scfh. */
export const USUAL_HOLD_FLOW = (5 * CUBIC_FOOT_M3) / 3600
/** Along a seam or a crack when nobody says, m. */
export const USUAL_LENGTH_M = 0.05

/** The gap that is taken when nobody measured it, m: across on round parts, the film itself on flat ones. */
export function usualGapM(said: Said): number {
  const a = said['a']
  const metal = typeof a === 'object' && a !== null && 'metal' in a ? String(a.metal) : ''
  const aluminium = findBaseMetal(metal.trim().toLowerCase())?.family === 'aluminium'
  if (round(said)) return aluminium ? 2 * ALUMINIUM_FILM_M : USUAL_CLEARANCE_M
  return aluminium ? ALUMINIUM_FILM_M : USUAL_FILM_M
}

/** What a fit that is felt by hand comes to, across, m. Source: usual clearances of fits by feel. */
export const FELT_M = { snug: 0.002 * INCH_M, slides: 0.005 * INCH_M, loose: 0.01 * INCH_M } as const
/** What is built up in one layer on a worn face, m. */
export const ONE_LAYER_M = 0.0015
/** Of a stitched seam so much is brazed. */
export const STITCHED = { quarter: 1 / 4, third: 1 / 3, half: 1 / 2 } as const

const METAL = special({
  label: 'Metal',
  absent: 'must be given',
  says: "a metal's key or family, such as copper, red-brass, low-carbon-steel, stainless-304",
})
const WALL = quantity(BOUNDS.wall, {
  label: 'Wall',
  as: 'wallM',
  absent: 'of `a` must be given; `b` as thick as `a`',
})
/** One of the two parts: a round one by tube or outside diameter and wall, a flat one by its thickness. */
export const PART = {
  metal: METAL,
  tube: special({ label: 'Size', says: 'a named size such as EN 1057 22 mm', absent: 'own size' }),
  outsideDiameter: quantity(BOUNDS.diameter, {
    label: 'Outside',
    as: 'outsideDiameterM',
    absent: 'needed by a round part without a named size',
  }),
  wall: WALL,
  thickness: quantity(BOUNDS.wall, {
    label: 'Thickness',
    as: 'thicknessM',
    draft: false,
    absent: 'as `wall`',
  }),
  depth: quantity(BOUNDS.depth, {
    label: 'Cup depth',
    as: 'depthM',
    empty: 'standard',
    absent: 'a standard cup',
  }),
} as const

/** A length of tube that nitrogen has to sweep. */
export const TUBE_RUN = {
  outsideDiameter: quantity(BOUNDS.diameter, { label: 'Outside', as: 'outsideDiameterM', needed: true }),
  wall: quantity(BOUNDS.wall, { label: 'Wall', as: 'wallM', needed: true }),
  length: quantity(BOUNDS.length, { label: 'Length', as: 'lengthM', needed: true }),
} as const

export const BRAZE_WORK = {
  joint: JOINT,
  a: group(PART, { label: 'First part', what: 'The first part', group: 'parts' }),
  b: group(PART, { label: 'Second part', what: 'The second part', group: 'parts' }),
  overlap: quantity(BOUNDS.depth, {
    label: called('lap', 'Overlap'),
    as: 'overlapM',
    group: 'sizes',
    applies: asks('lap'),
    empty: 'three walls',
    absent: 'three thinner walls',
    says: 'of a lap, along a scarf',
  }),
  length: quantity(BOUNDS.length, {
    label: called('length', 'Seam length'),
    as: 'lengthM',
    group: 'sizes',
    applies: asks('length'),
    empty: (_, print) => print(USUAL_LENGTH_M, 'length'),
    absent: '50 mm; once round lapped tubes',
    says: 'along the seam or crack',
  }),
  width: quantity(BOUNDS.length, {
    label: called('width', 'Width'),
    as: 'widthM',
    group: 'sizes',
    applies: asks('width'),
    empty: 'as long',
    absent: 'as long',
    says: 'of a patch or face',
  }),
  clearance: quantity(BOUNDS.clearance, {
    label: (said) => (round(said) ? 'Gap, across' : 'Gap'),
    as: 'gapM',
    group: 'sizes',
    applies: apart,
    empty: (said, print) => print(usualGapM(said), 'length'),
    absent: '0.004 in round, 0.003 in flat; 0.016 and 0.008 in aluminium',
    says: 'across on round parts, the film on flat ones',
  }),
  fit: choice(
    { snug: 'Snug', slides: 'Slides', loose: 'Loose' },
    {
      label: 'Fit, by feel',
      group: 'sizes',
      open: true,
      applies: apart,
      says: 'where nobody measured the gap: 0.002, 0.005 or 0.010 in across, half of it on flat parts',
      absent: 'not felt',
    },
  ),
  fitting: choice(
    { wrought: 'Wrought', cast: 'Cast' },
    { label: 'Fitting', group: 'sizes', open: true, applies: round, usual: 'wrought', first: 'wrought' },
  ),
  crackEnds: choice(
    { unknown: 'Not known', both: 'Both found', one: 'One found' },
    { label: 'Its ends', group: 'sizes', open: true, applies: grooved, usual: 'unknown', first: 'unknown' },
  ),
  through: choice(
    { unknown: 'Not known', yes: 'Through', no: 'Not through' },
    { label: 'How deep', group: 'sizes', open: true, applies: grooved, usual: 'unknown', first: 'unknown' },
  ),
  layer: quantity(BOUNDS.depth, {
    label: 'Build up by',
    as: 'layerM',
    group: 'sizes',
    applies: faced,
    usual: ONE_LAYER_M,
    empty: 'one layer',
    absent: '1.5 mm: one layer',
    says: 'on a worn or pitted face',
  }),
  wear: choice(
    { worn: 'Worn', pitted: 'Pitted', 'porous-weld': 'Porous weld' },
    { label: 'Because', group: 'sizes', open: true, applies: faced, usual: 'worn', first: 'worn' },
  ),
  restraint: choice(
    { normal: 'Can give', restrained: 'Cannot' },
    { label: 'The part', group: 'sizes', open: true, applies: grooved, usual: 'normal', first: 'normal' },
  ),
  groove: choice(
    { vee: 'Vee', scratch: 'Scratch', none: 'None' },
    {
      label: 'Groove',
      as: 'grooveSaid',
      group: 'sizes',
      open: true,
      applies: grooved,
      absent: 'by the shop’s method; a scratch in bronze',
    },
  ),
  mass: quantity(BOUNDS.mass, {
    label: 'It weighs',
    as: 'massKg',
    group: 'sizes',
    applies: grooved,
    empty: 'not given',
    says: 'the whole part, to preheat it',
  }),
  service: several(
    {
      water: 'Water',
      'drinking-water': 'Drinking water',
      refrigerant: 'Refrigerant',
      'medical-gas': 'Medical gas',
      'fuel-gas': 'Fuel gas',
      steam: 'Steam',
      food: 'Food',
      structural: 'Structural',
      vibration: 'Vibration',
      sulphur: 'Sulphur',
      ammonia: 'Ammonia',
      'salt-water': 'Salt water',
    },
    { label: 'Carries', group: 'service', absent: 'none' },
  ),
  attitude: special({
    label: 'Position',
    group: 'service',
    applies: round,
    first: 'horizontal',
    bounds: BOUNDS.attitude,
    absent: 'horizontal',
    says: 'horizontal, vertical-up (mouth up), vertical-down, or an angle above the level',
  }),
  serviceTemperature: quantity(BOUNDS.serviceTemperature, {
    label: 'Hottest in use',
    as: 'serviceK',
    group: 'more',
    usual: 293.15,
    empty: 'room',
    absent: '20 °C',
  }),
  pressure: quantity(BOUNDS.servicePressure, {
    label: 'Pressure',
    as: 'pressurePa',
    group: 'more',
    applies: round,
    usual: 0,
    empty: 'none',
    says: 'in use, gauge',
    absent: 'none',
  }),
  tubeRun: rows(TUBE_RUN, {
    label: 'Line to sweep',
    what: 'The runs',
    group: 'more',
    most: 50,
    applies: round,
    says: 'lengths to sweep with nitrogen',
    absent: 'not swept',
  }),
  purgeFlow: quantity(BOUNDS.purgeFlow, {
    label: 'Nitrogen',
    group: 'more',
    applies: round,
    empty: 'by the bore',
    absent: '2 to 7 scfh by the bore, 5 at 1 in',
  }),
  temper: choice(
    { hard: 'Hard', annealed: 'Soft' },
    { label: 'Temper', group: 'more', open: true, applies: round, usual: 'hard', first: 'hard' },
  ),
  protectAt: quantity(BOUNDS.distance, {
    label: 'Keep cool at',
    as: 'protectM',
    group: 'more',
    applies: round,
    empty: 'nothing near',
    help: 'From the mouth to a valve or seal',
    says: 'from the mouth to what must stay cool',
  }),
  ragAt: quantity(BOUNDS.distance, {
    label: 'Wet rag at',
    as: 'ragGivenM',
    group: 'more',
    applies: round,
    empty: 'chosen',
    absent: '100 mm; before what must stay cool',
  }),
  nextJoint: quantity(BOUNDS.distance, {
    label: 'Next joint at',
    as: 'nextJointM',
    group: 'more',
    applies: round,
    empty: 'none near',
  }),
  place: quantity(BOUNDS.distance, {
    label: 'Place on the line',
    as: 'placeM',
    group: 'more',
    applies: round,
    empty: 'not given',
    help: 'From where the nitrogen goes in',
    says: 'from where the nitrogen goes in: a batch goes from the far end to the near one',
  }),
  jointsAt: special({
    label: 'Joints on the line at',
    group: 'more',
    most: 400,
    example: '400 mm; 1.2 m; 2 m',
    applies: round,
    bounds: BOUNDS.distance,
    says: 'places along the line, a list or with semicolons',
    absent: 'none',
  }),
  seam: choice(
    { full: 'Whole seam', stitched: 'Stitches' },
    { label: 'Seam', group: 'more', open: true, applies: flat, usual: 'full', first: 'full' },
  ),
  stitchShare: choice(
    { quarter: 'A quarter', third: 'A third', half: 'Half' },
    {
      label: 'Of it brazed',
      group: 'more',
      open: true,
      applies: (said: Said) => flat(said) && said['seam'] === 'stitched',
      usual: 'third',
      first: 'third',
    },
  ),
  wish: choice(
    { any: 'Any', enough: 'Bronze will do', high: 'Silver, strong' },
    { label: 'How strong', group: 'more', usual: 'any', first: 'any' },
  ),
  atHand: several(
    { solder: 'Solder torch', 'oxy-fuel': 'Oxy-fuel', welder: 'Welder', furnace: 'Furnace' },
    { label: 'At hand', group: 'more', absent: 'oxy-fuel' },
  ),
  count: count({
    label: 'How many',
    what: 'the number of joints',
    group: 'more',
    usual: 1,
    most: 5000,
    first: '1',
  }),
  surface: choice(
    {
      clean: 'Clean',
      galvanised: 'Galvanised',
      painted: 'Painted',
      oily: 'Oily',
      'cadmium-plated': 'Cadmium plated',
      unknown: 'Not known',
    },
    { label: 'Surface', group: 'more', usual: 'clean', first: 'clean' },
  ),
  hollow: choice(
    { no: 'No', vented: 'Hollow, vented', 'once-filled': 'Once held something', closed: 'Closed or unknown' },
    { label: 'Hollow', group: 'more', usual: 'no', first: 'no' },
  ),
  load: choice(
    { light: 'Light', moderate: 'Usual', heavy: 'Heavy' },
    { label: 'Load', group: 'more', open: true, usual: 'moderate', first: 'moderate' },
  ),
  /** Uses that a code or a qualified person decides about. */
  codeUse: choice(
    {
      none: 'None',
      pressure: 'Pressure part',
      lifting: 'Lifting gear',
      structural: 'Structure',
      vehicle: 'Vehicle',
    },
    { label: 'Code', group: 'more', usual: 'none', first: 'none' },
  ),
  /** What colour the seam has to have: any, yellow as brass, or the base metal's own. */
  colour: choice(
    { any: 'Any', yellow: 'Yellow', base: 'As the base' },
    { label: 'Colour', group: 'more', open: true, usual: 'any', first: 'any' },
  ),
  skill: choice(
    { practised: 'Qualified', learning: 'Learning' },
    { label: 'Hand', group: 'more', open: true, usual: 'practised', first: 'practised' },
  ),
  room: choice(
    { free: 'Free', tight: 'Tight' },
    { label: 'Room', group: 'more', open: true, usual: 'free', first: 'free' },
  ),
  rodSection: choice(
    {
      '1/16 in': '1/16 in',
      '3/32 in': '3/32 in',
      '1/8 in': '1/8 in',
      '5/32 in': '5/32 in',
      '3/16 in': '3/16 in',
      '1/4 in': '1/4 in',
      '0.050 x 1/8 in': '0.050 x 1/8 in',
    },
    { label: 'Rod', group: 'more', usual: '3/32 in', first: '3/32 in' },
  ),
  form: choice(FORM, { label: 'Form', group: 'more', empty: 'chosen for you', absent: 'chosen' }),
  flux: choice(
    { bought: 'Bought', 'home-mixed': 'Home-mixed' },
    { label: 'Flux', as: 'fluxMake', group: 'more', open: true, usual: 'bought', first: 'bought' },
  ),
  filler: special({ label: 'Filler', says: 'a class, when one is insisted on', absent: 'chosen' }),
  overrideReason: text({ label: 'Why this filler', most: 400 }),
  changes: rows(CHANGE_FIELDS, {
    label: 'Changes after the last run',
    what: 'The changes',
    most: 20,
    absent: 'none',
  }),
  cautions: rows(TICKED, {
    label: 'Cautions',
    what: 'The cautions',
    most: 60,
    says: 'who has put a name to a caution: rows `{ code, by }`',
    absent: 'none',
  }),
} as const

/** The columns of a pasted list of joints. */
export const TAKE_OFF = {
  name: text({ label: 'Name', also: ['what', 'piece', 'mark', 'item', 'joint name'] }),
  joint: { ...JOINT, also: ['kind', 'type'] },
  metal: { ...METAL, also: ['material', 'both'] },
  metalA: { ...METAL, also: ['metal a', 'tube metal', 'first metal', 'a'] },
  metalB: { ...METAL, also: ['metal b', 'cup metal', 'fitting', 'second metal', 'to', 'b'] },
  tube: { ...PART.tube, also: ['size', 'tube size'] },
  outsideDiameter: { ...PART.outsideDiameter, also: ['od', 'outside', 'diameter'] },
  wall: { ...WALL, also: ['thickness', 'wall a', 'thickness a'] },
  wallB: { ...WALL, as: 'wallBM', also: ['cup wall', 'wall b', 'thickness b'] },
  depth: { ...PART.depth, also: ['cup', 'cup depth', 'socket', 'socket depth'] },
  overlap: { ...BRAZE_WORK.overlap, also: ['lap'] },
  length: { ...BRAZE_WORK.length, also: ['seam', 'seam length'] },
  clearance: { ...BRAZE_WORK.clearance, also: ['gap', 'gap across'] },
  count: { ...BRAZE_WORK.count, also: ['number', 'qty', 'quantity', 'how many', 'no', 'no.'] },
  service: { ...BRAZE_WORK.service, also: ['carries', 'for'] },
  filler: { ...BRAZE_WORK.filler, also: ['rod', 'alloy'] },
} as const satisfies Table

export const SERVICES = wordsOf(BRAZE_WORK.service)
export type Service = WordOf<typeof BRAZE_WORK.service>
export { type Form } from '../metal/rod-fields.ts'
export type RodSection = WordOf<typeof BRAZE_WORK.rodSection>

/** What is read of a braze by its table. */
export type BrazeSaid = ReadOf<typeof BRAZE_WORK>
/** A braze as it is typed, and one of its parts. */
export type BrazeWorkDraft = DraftOf<typeof BRAZE_WORK>
export type BrazePartDraft = DraftOf<typeof PART>
/** The size that a new braze begins with. */
export const firstTube = (units: Parameters<typeof isInch>[0]): string =>
  isInch(units) ? 'ASTM B88 3/4 L' : 'EN 1057 22 mm'
