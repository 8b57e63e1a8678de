/** What can be said of a cut: every field once, with its words, bounds and what it is taken for when it is empty. */
import { findMetal, GRADED_METALS, METAL_FACTS, type Metal } from './metals.ts'
import { STANDARD_TEMPERATURE_K } from '../gas/standard.ts'
import { CHANGE_FIELDS, TICKED } from '../piece/fields.ts'
import { isInch, printQuantity } from '../quantity/index.ts'

import { BOUNDS } from '../fields/bounds.ts'
import {
  choice,
  count,
  flag,
  quantity,
  reference,
  rows,
  special,
  wordsOf,
  type DraftOf,
  type ReadOf,
  type Said,
  type WordOf,
} from '../fields/spec.ts'

/** Kinds of cut. `gouge` can be named, so that the answer can say what it is instead. */
const SHAPE = choice(
  {
    straight: 'Straight',
    strip: 'Strips',
    bevel: 'Bevel',
    hole: 'Hole',
    disc: 'Disc',
    slot: 'Slot',
    pierce: 'Pierce only',
    outline: 'Outline',
    fastener: 'Fastener or rivet',
    pipe: 'Pipe',
    section: 'Section or bar',
    practice: 'Practice plate',
    gouge: 'Gouge',
  },
  { label: 'Kind of cut', group: 'kind', usual: 'straight', first: 'straight' },
)
export const SHAPES = wordsOf(SHAPE)
export type Shape = WordOf<typeof SHAPE>

/** The fields that only some kinds of cut have, in the order in which they are asked there. */
const BY_SHAPE = {
  straight: ['length', 'width'],
  strip: ['length', 'width', 'count', 'stock', 'trim'],
  bevel: ['bevel', 'bevelFrom', 'lean', 'length', 'land', 'width'],
  hole: ['diameter', 'count', 'start'],
  disc: ['diameter', 'count', 'start'],
  slot: ['length', 'width', 'count', 'start'],
  pierce: ['count'],
  outline: ['outlineId', 'length', 'pierces', 'start'],
  fastener: ['fastener', 'diameter', 'count'],
  pipe: ['pipeCut', 'pipeAngle', 'runDiameter', 'offset', 'diameter', 'length', 'stock', 'trim', 'count'],
  section: ['section', 'depth', 'width', 'copeLength', 'copeDepth', 'length', 'stock', 'trim', 'count'],
  practice: ['practice'],
  gouge: [],
} as const satisfies Readonly<Record<Shape, readonly string[]>>

const shapeOf = (said: Said): Shape => SHAPES.find((s) => s === said['shape']) ?? 'straight'
const isOneOf =
  (...shapes: readonly Shape[]) =>
  (said: Said): boolean =>
    shapes.includes(shapeOf(said))
/** Asked for by the kinds of cut that list it. */
const where = (name: string) => (said: Said) => (BY_SHAPE[shapeOf(said)] as readonly string[]).includes(name)

/** The fields of a kind of cut, in the order in which it asks for them. */
export const fieldsOfShape = (shape: string): readonly string[] =>
  BY_SHAPE[shapeOf({ shape })] as readonly string[]

const OWNED: ReadonlySet<string> = new Set(Object.values(BY_SHAPE).flat())
/** The work as its kind of cut reads it: what was typed for another kind stays in the draft, but is not read. */
export const workOfShape = (work: Said): Said =>
  Object.fromEntries(
    Object.entries(work).filter(([name]) => name !== 'outlineId' && (!OWNED.has(name) || where(name)(work))),
  )

/** Called one thing here and another there. */
const called =
  (usual: string, elsewhere: Readonly<Partial<Record<Shape, string>>>) =>
  (said: Said): string =>
    elsewhere[shapeOf(said)] ?? usual

/** Whether a straight guide can be clamped along a cut of this kind. */
export const isGuided = isOneOf('straight', 'strip', 'bevel', 'section')
export const NEEDS_DIAMETER: readonly Shape[] = ['hole', 'disc', 'fastener', 'pipe']
const PIERCED = isOneOf('hole', 'slot', 'pierce', 'outline', 'pipe')
const OPTIONAL = isOneOf('pipe', 'section')
const NOT_SAID = 'not given'
const pipeCutIs = (cut: string) => (said: Said) => where('pipeCut')(said) && said['pipeCut'] === cut
const isGraded = (said: Said) => GRADED_METALS.includes(said['metal'] as Metal)

/** Kinds of cut that a practice plate can hold, and what each asks for. */
const PRACTICE_SHAPE = choice(
  {
    straight: 'Straight',
    bevel: 'Bevel',
    hole: 'Hole',
    disc: 'Disc',
    slot: 'Slot',
    pierce: 'Pierce only',
  },
  { label: 'Kind', needed: true, first: 'straight' },
)
export const PRACTICE_SHAPES = wordsOf(PRACTICE_SHAPE)
const round = (said: Said) => said['shape'] === 'hole' || said['shape'] === 'disc'
const long = (said: Said) => !round(said) && said['shape'] !== 'pierce'
const slotted = (said: Said) => said['shape'] === 'slot'
const bevelled = (said: Said) => said['shape'] === 'bevel'

/** One kind of cut on a practice plate. */
export const PRACTICE_ITEM = {
  shape: PRACTICE_SHAPE,
  count: count({ label: 'How many', what: 'how many', usual: 1, most: 100, first: '3' }),
  diameter: quantity(BOUNDS.diameter, { label: 'Diameter', as: 'diameterM', needed: round, applies: round }),
  length: quantity(BOUNDS.length, {
    label: 'Length',
    as: 'lengthM',
    first: '150 mm',
    needed: long,
    applies: long,
  }),
  width: quantity(BOUNDS.width, {
    label: 'Width',
    as: 'widthM',
    needed: slotted,
    applies: slotted,
  }),
  bevel: quantity(BOUNDS.bevel, {
    label: 'Bevel',
    as: 'bevelRad',
    needed: bevelled,
    applies: bevelled,
  }),
} as const

const metalNames = Object.fromEntries(
  Object.entries(METAL_FACTS).map(([key, { name }]) => [key, name]),
) as Readonly<Record<Metal, string>>

export const CUT_WORK = {
  shape: SHAPE,
  metal: special({
    label: 'Metal',
    group: 'kind',
    first: 'low-carbon-steel',
    absent: 'must be given',
    says: Object.keys(METAL_FACTS).join(', '),
  }),
  thickness: quantity(BOUNDS.thickness, {
    label: called('Thickness', { pipe: 'Wall' }),
    as: 'thicknessM',
    group: 'kind',
    needed: true,
    stepper: true,
    slot: 'lay-out',
    first: (units) => (isInch(units) ? '3/8 in' : '10 mm'),
    says: 'of the plate or wall; of the base plate under a fastener',
  }),
  bevel: special({
    label: 'Bevel',
    group: 'shape',
    bounds: BOUNDS.bevel,
    applies: where('bevel'),
    first: '30 deg',
    absent: 'square',
    says: 'an angle, `from plate` when it is spoken so',
  }),
  bevelFrom: choice(
    { square: 'from square', plate: 'from the plate' },
    {
      label: 'Bevel angle, measured',
      group: 'shape',
      open: true,
      applies: where('bevelFrom'),
      first: 'square',
      absent: 'square',
    },
  ),
  lean: choice(
    { 'over-part': 'Over the part', 'over-scrap': 'Over the scrap' },
    {
      label: 'Torch leans',
      group: 'shape',
      open: true,
      applies: where('lean'),
      usual: 'over-part',
      first: 'over-part',
    },
  ),
  fastener: choice(
    { rivet: 'Rivet', bolt: 'Bolt head', nut: 'Nut' },
    { label: 'What', group: 'shape', open: true, applies: where('fastener'), usual: 'bolt', first: 'bolt' },
  ),
  pipeCut: choice(
    { square: 'Square', mitre: 'Mitre', saddle: 'Saddle' },
    { label: 'Cut', group: 'shape', open: true, applies: where('pipeCut'), usual: 'square', first: 'square' },
  ),
  pipeAngle: quantity(BOUNDS.bevel, {
    label: (said) => (said['pipeCut'] === 'mitre' ? 'From square' : 'Between axes'),
    as: 'pipeAngleRad',
    group: 'shape',
    applies: (said) => pipeCutIs('mitre')(said) || pipeCutIs('saddle')(said),
    empty: (said) => (said['pipeCut'] === 'mitre' ? '45°' : '90°'),
    absent: '45° for a mitre, 90° for a saddle',
    says: 'from square (mitre), between the axes (saddle)',
  }),
  runDiameter: quantity(BOUNDS.diameter, {
    label: 'Run, outside',
    as: 'runDiameterM',
    group: 'shape',
    applies: pipeCutIs('saddle'),
    needed: pipeCutIs('saddle'),
    absent: 'needed by a saddle',
  }),
  offset: quantity(BOUNDS.offset, {
    label: 'Axes apart',
    as: 'offsetM',
    group: 'shape',
    applies: pipeCutIs('saddle'),
    usual: 0,
    empty: 'none',
  }),
  section: choice(
    { angle: 'Angle', channel: 'Channel', beam: 'Beam', bar: 'Bar or flat', tube: 'Square tube' },
    { label: 'Section', group: 'shape', applies: where('section'), usual: 'angle', first: 'angle' },
  ),
  depth: quantity(
    { ...BOUNDS.width, what: 'the depth' },
    {
      label: 'Depth',
      as: 'depthM',
      group: 'shape',
      applies: where('depth'),
      needed: where('depth'),
      absent: 'needed by a section',
    },
  ),
  diameter: quantity(BOUNDS.diameter, {
    label: called('Diameter', { fastener: 'Shank', pipe: 'Outside' }),
    as: 'diameterM',
    group: 'shape',
    stepper: true,
    applies: where('diameter'),
    needed: isOneOf(...NEEDS_DIAMETER),
    says: 'of a hole or disc; outside of a pipe; of a shank',
    absent: 'needed by hole, disc, fastener, pipe',
  }),
  length: quantity(BOUNDS.length, {
    label: called('Length', { pipe: 'Piece length', section: 'Piece length', outline: 'Whole way' }),
    as: 'lengthM',
    group: 'shape',
    slot: 'lay-out',
    applies: where('length'),
    needed: isOneOf('straight', 'strip', 'bevel', 'slot', 'outline'),
    first: (units) => (isInch(units) ? '12 in' : '300 mm'),
    empty: (said) => (OPTIONAL(said) ? NOT_SAID : ''),
    says: 'along the cut; of the piece cut off a pipe or section',
    absent: 'needed by straight, strip, bevel, slot, outline',
  }),
  land: quantity(BOUNDS.land, {
    label: 'Land',
    as: 'landM',
    group: 'shape',
    applies: where('land'),
    usual: 0,
    empty: 'none',
  }),
  width: quantity(BOUNDS.width, {
    label: called('Width', {
      straight: 'Off-cut width',
      bevel: 'Off-cut width',
      strip: 'Strip width',
      section: 'Flange',
    }),
    as: 'widthM',
    group: 'shape',
    applies: (said) =>
      where('width')(said) && said['section'] !== (shapeOf(said) === 'section' ? 'bar' : null),
    needed: isOneOf('strip', 'slot'),
    empty: (said) => (isOneOf('strip', 'slot')(said) ? '' : NOT_SAID),
    says: 'of a strip or slot; of what falls off; of a flange',
    absent: 'needed by strip, slot',
  }),
  copeLength: quantity(BOUNDS.length, {
    label: 'Cope, long',
    as: 'copeLengthM',
    group: 'shape',
    applies: where('copeLength'),
    empty: NOT_SAID,
  }),
  copeDepth: quantity(BOUNDS.length, {
    label: 'Cope, deep',
    as: 'copeDepthM',
    group: 'shape',
    applies: where('copeDepth'),
    empty: NOT_SAID,
  }),
  count: count({
    label: 'How many',
    what: 'how many',
    group: 'shape',
    usual: 1,
    most: 500,
    applies: where('count'),
    first: '1',
  }),
  stock: quantity(BOUNDS.stock, {
    label: called('Stock', { strip: 'Plate width', pipe: 'Stock length', section: 'Stock length' }),
    as: 'stockM',
    group: 'shape',
    applies: where('stock'),
    empty: NOT_SAID,
    says: "the plate's width for strips, a bar's length for pieces",
  }),
  trim: quantity(BOUNDS.land, {
    label: 'Trim, each end',
    as: 'trimM',
    group: 'shape',
    applies: where('trim'),
    usual: 0,
    empty: 'none',
  }),
  pierces: count({
    label: 'Pierces',
    what: 'the number of pierces',
    group: 'shape',
    usual: 1,
    most: 5000,
    applies: where('pierces'),
    first: '1',
    says: 'of an outline',
  }),
  start: choice(
    { edge: 'Edge', pierce: 'Pierced', drilled: 'Drilled' },
    {
      label: 'Begins',
      group: 'shape',
      open: true,
      applies: where('start'),
      usual: (said) => (PIERCED(said) ? 'pierce' : 'edge'),
      absent: 'pierce for hole, slot, pierce, outline, pipe; else edge',
    },
  ),
  practice: rows(PRACTICE_ITEM, {
    label: 'Practice plate',
    what: 'The practice plate',
    group: 'shape',
    most: 50,
    applies: where('practice'),
    absent: 'needed by practice',
  }),
  surface: choice(
    {
      clean: 'Clean',
      scale: 'Scale',
      rust: 'Rust',
      galvanised: 'Galvanised',
      painted: 'Painted',
      coated: 'Coated, some other',
      oily: 'Oily',
      unknown: 'Nobody knows',
    },
    {
      label: 'Surface',
      group: 'surface',
      // a metal may be named with its coat: galvanised steel
      usual: (said) =>
        findMetal(
          String(said['metal'] ?? '')
            .trim()
            .toLowerCase(),
        )?.surface ?? 'clean',
      first: 'clean',
      absent: 'clean, or as the metal is named',
    },
  ),
  edge: choice(
    { plain: 'Plain', sharp: 'Sharp or cold-rolled' },
    {
      label: 'Edge',
      group: 'surface',
      open: true,
      usual: 'plain',
      first: 'plain',
      says: 'a sharp or cold-rolled edge kindles sooner',
    },
  ),
  mark: choice(
    {
      soapstone: 'Soapstone',
      scribed: 'Scribed',
      punched: 'Punched',
      pen: 'Paint pen',
    },
    { label: 'Marked with', group: 'more', open: true, usual: 'soapstone', first: 'soapstone' },
  ),
  markLies: choice(
    { scrap: 'In the scrap', part: 'On the part', middle: 'Astride the line' },
    {
      label: 'The mark lies',
      group: 'more',
      open: true,
      usual: 'scrap',
      first: 'scrap',
      says: 'which side of the finished edge the width of the mark lies on',
    },
  ),
  edgeFor: choice(
    { 'as-cut': 'Left as cut', welded: 'Welded' },
    { label: 'Edge afterwards', group: 'more', open: true, usual: 'as-cut', first: 'as-cut' },
  ),
  grade: special({
    label: 'Grade',
    group: 'more',
    example: '4140, S355, spring steel',
    applies: isGraded,
    says: 'such as 4140, S355, spring steel',
    absent: 'usual for the metal',
  }),
  composition: special({
    label: 'Composition',
    group: 'more',
    most: 120,
    example: 'C 0.45, Mn 0.75, Cr 0.2',
    applies: isGraded,
    says: '`C 0.45, Mn 0.75` or `{ "C": 0.45 }`',
    absent: 'usual for the metal',
  }),
  hollow: choice(
    {
      no: 'Not hollow, or open both ends',
      'once-filled': 'Once held something',
      closed: 'Closed, or contents unknown',
    },
    { label: 'Hollow', group: 'more', usual: 'no', first: 'no' },
  ),
  position: choice(
    {
      flat: 'Flat',
      'vertical-up': 'Standing, upwards',
      'vertical-down': 'Standing, downwards',
      horizontal: 'Standing, across',
      overhead: 'Overhead',
    },
    { label: 'Position', group: 'more', usual: 'flat', first: 'flat' },
  ),
  wind: choice(
    { calm: 'Calm', breeze: 'Breeze', strong: 'Strong' },
    { label: 'Wind', group: 'more', open: true, usual: 'calm', first: 'calm' },
  ),
  weather: choice(
    { dry: 'Dry', humid: 'Humid', wet: 'Rain, or a wet plate' },
    { label: 'Weather', group: 'more', open: true, usual: 'dry', first: 'dry' },
  ),
  temperature: quantity(BOUNDS.plate, {
    label: 'Plate is at',
    as: 'temperatureK',
    group: 'more',
    stepper: true,
    usual: STANDARD_TEMPERATURE_K,
    first: (units) => printQuantity(STANDARD_TEMPERATURE_K, units.temperature),
    absent: '70 °F',
  }),
  trial: flag({
    label: 'Just outside the chart',
    yes: 'Trial',
    group: 'more',
    says: '`yes`: a thickness within 25 % outside the chart takes its nearest row',
  }),
  outlineId: reference({
    label: 'Outline',
    what: 'The outline',
    group: 'shape',
    applies: where('outlineId'),
    page: true,
  }),
  cautions: rows(TICKED, {
    label: 'Cautions',
    what: 'The cautions',
    most: 60,
    says: 'who has put a name to a caution: rows `{ code, by }`',
    absent: 'none',
  }),
  changes: rows(CHANGE_FIELDS, {
    label: 'Changes after the last run',
    what: 'The changes',
    most: 20,
    absent: 'none',
  }),
} as const

/** The habit of somebody who always sets the same pair. */
export const USUAL = {
  oxygen: quantity(BOUNDS.pressure, { label: 'Oxygen, always', as: 'oxygenPa' }),
  fuel: quantity(BOUNDS.pressure, { label: 'Fuel, always', as: 'fuelPa' }),
  tip: quantity(BOUNDS.orifice, { label: 'Tip, if another', as: 'tipOrificeM' }),
  set: flag({
    label: 'What is set',
    yes: 'Set my pair, and hold it',
    says: '`yes`: the plan sets this pair and tip as they stand, through the gate, whatever it would set itself',
  }),
} as const

/** The names of metals as they are chosen. */
export const CUT_METALS = metalNames
/** What is read of a cut by its table. */
export type CutSaid = ReadOf<typeof CUT_WORK>
/** A cut as it is typed. */
export type CutWorkDraft = DraftOf<typeof CUT_WORK>
