/** What can be said of a rig: its supply, what is cut and brazed with, its charts, and the torch as its manual has it. */
import { FUELS, isFuel, type FuelId } from '../gas/fuels.ts'
import { CHART_HOSE } from '../gas/hose.ts'
import { STANDARD_TEMPERATURE_K } from '../gas/standard.ts'
import { LOCK_UP_PA } from '../gas/limits.ts'
import { PSI_PA } from '../quantity/units.ts'
import { BOUNDS } from '../fields/bounds.ts'
import { ROD } from '../metal/rod-fields.ts'
import {
  choice,
  count,
  group,
  quantity,
  range,
  rows,
  special,
  text,
  type DraftOf,
  type ReadOf,
  type Said,
} from '../fields/spec.ts'

const NOT_SAID = 'not given'
const FUEL_NAMES = Object.fromEntries(Object.values(FUELS).map((f) => [f.id, f.title])) as Readonly<
  Record<FuelId, string>
>
const limitedDraw = (said: Said) => isFuel(said['fuel']) && FUELS[said['fuel']].cylinder.draw === 'share'
const onTrack = (said: Said) => said['handling'] === 'track'

/** A hose: length and bore. */
export const HOSE = {
  length: quantity(BOUNDS.hoseLength, {
    label: 'Hose length',
    as: 'lengthM',
    usual: CHART_HOSE.lengthM,
    first: '25 ft',
    absent: '25 ft',
  }),
  bore: quantity(BOUNDS.bore, {
    label: 'Hose bore',
    as: 'boreM',
    usual: CHART_HOSE.boreM,
    first: '1/4 in',
    absent: '1/4 in',
  }),
} as const

const AT = choice(
  { regulator: 'Regulator', torch: 'Torch' },
  {
    label: 'Pressures are at the',
    open: true,
    usual: 'regulator',
    first: 'regulator',
    also: ['at', 'where', 'measured at'],
  },
)
const OXYGEN = quantity(BOUNDS.pressure, {
  label: 'Oxygen',
  as: 'oxygenGaugePa',
  slot: 'set',
  also: ['oxygen', 'cutting oxygen', 'cutting oxygen pressure', 'o2'],
})
const FUEL = quantity(BOUNDS.pressure, {
  label: 'Fuel',
  as: 'fuelGaugePa',
  slot: 'set',
  also: ['fuel', 'fuel gas', 'fuel gas pressure', ...Object.values(FUEL_NAMES).map((n) => n.toLowerCase())],
})
const ORIFICE = quantity(BOUNDS.orifice, {
  label: "Tip's orifice",
  as: 'orificeM',
  needed: true,
  also: ['tip orifice', 'bore', 'drill', 'drill size', 'orifice size'],
})
const STAMP = text({
  label: 'Size as stamped',
  most: 40,
  example: '0, 000, 6',
  also: ['tip', 'size', 'tip size', 'tip no', 'tip number', 'nozzle', 'nozzle size', 'stamp', 'stamped'],
})

/** What a column is called and known by, of a value or a range. */
const charted = ({ label, also }: typeof OXYGEN | typeof FUEL) =>
  ({ label, also, slot: 'set', says: 'a value or a range: 30-40 psi' }) as const

/**
 * A row of the torch maker's chart for cutting tips, as it is printed: a size by its name, ranges as ranges; its bore
 * where it is known.
 */
export const CHART_ROW = {
  tip: { ...STAMP, says: 'the size by its name; with it the bore may be left out' },
  orifice: quantity(BOUNDS.orifice, {
    label: 'Bore or drill, if known',
    as: 'orificeM',
    also: ORIFICE.also,
    absent: 'worked out until it is measured',
  }),
  thicknessMin: quantity(BOUNDS.thickness, {
    label: 'Plate from',
    as: 'thicknessMinM',
    needed: true,
    also: ['min thickness', 'plate from', 'thickness from', 'from'],
  }),
  thicknessMax: quantity(BOUNDS.thickness, {
    label: 'Plate to',
    as: 'thicknessMaxM',
    needed: true,
    also: ['max thickness', 'plate to', 'thickness to', 'to'],
  }),
  oxygenPressure: range(BOUNDS.pressure, { ...charted(OXYGEN), as: 'oxygenPa' }),
  fuelPressure: range(BOUNDS.pressure, { ...charted(FUEL), as: 'fuelPa' }),
  pressureAt: { ...AT, as: 'at' },
  speed: range(BOUNDS.speed, {
    label: 'Speed, if given',
    as: 'speeds',
    also: ['travel speed', 'cutting speed'],
    says: 'a value or a range',
  }),
  kerf: quantity(BOUNDS.kerf, { label: 'Kerf, if given', as: 'kerfM', also: ['kerf width'] }),
} as const

/** A row of a chart of brazing tips; one without walls is good for any. */
export const TIP_ROW = {
  // a chart has one form, whatever its tips are for
  tip: { ...STAMP, page: true },
  orifice: ORIFICE,
  thicknessMin: quantity(BOUNDS.thickness, { label: 'Wall from, if given', as: 'wallFromM' }),
  thicknessMax: quantity(BOUNDS.thickness, { label: 'Wall to, if given', as: 'wallToM' }),
  oxygenPressure: OXYGEN,
  fuelPressure: FUEL,
  pressureAt: { ...AT, as: 'at' },
  speed: quantity(BOUNDS.speed, { label: 'Speed', page: true }),
  kerf: quantity(BOUNDS.kerf, { label: 'Kerf', page: true }),
} as const

const HANDLING = { hand: 'By hand', track: 'On a track', 'not-said': 'Not given' } as const
/** A kerf that was measured. */
export const KERF_ROW = {
  orifice: ORIFICE,
  thickness: quantity(BOUNDS.thickness, { label: 'Thickness', as: 'thicknessM', needed: true }),
  kerf: quantity(BOUNDS.kerf, { label: 'Kerf', as: 'kerfM', needed: true }),
  handling: choice(HANDLING, { label: 'Handling', usual: 'not-said' }),
} as const
/** A point of a track machine's calibration. */
export const DIAL_ROW = {
  dial: special({ label: 'Dial', says: 'a plain number' }),
  speed: quantity(BOUNDS.speed, { label: 'Speed', needed: true }),
} as const
/** A cylinder as it stands there. */
export const CYLINDER_ROW = {
  gas: special({ label: 'Gas' }),
  size: quantity(BOUNDS.volume, { label: 'Full contents', as: 'sizeM3' }),
  left: quantity(BOUNDS.volume, { label: 'What is left', as: 'leftM3' }),
  count: count({ label: 'How many', what: 'the number of cylinders', usual: 1, most: 50 }),
} as const

/** How a torch brings its gases together. */
const MIXERS = { 'equal-pressure': 'Equal pressure', injector: 'Injector' } as const

/** What gas comes from and through, whatever is done with the flame. */
export const SUPPLY = {
  fuel: special({
    label: 'Fuel',
    group: 'supply',
    first: 'acetylene',
    says: Object.keys(FUEL_NAMES).join(', '),
    absent: 'must be given for a cut; acetylene for a braze',
  }),
  tipPieces: choice(
    { '1': 'One', '2': 'Two' },
    { label: 'Tip, pieces', group: 'cutting-supply', open: true, absent: NOT_SAID },
  ),
  torchKind: choice(MIXERS, {
    label: 'Mixer',
    draft: false,
    usual: 'equal-pressure',
    absent: 'equal-pressure',
    says: 'an injector takes its pressures from its own chart',
  }),
  hoseGrade: choice(
    { R: 'R', RM: 'RM', T: 'T' },
    { label: 'Fuel hose grade', group: 'cutting-supply', open: true, absent: NOT_SAID },
  ),
  piping: choice(
    { none: 'None', steel: 'Steel', copper: 'Copper' },
    { label: 'Fixed fuel pipe', group: 'more-supply', open: true, usual: 'none', first: 'none' },
  ),
  oxygenHose: group(HOSE, {
    label: 'Hose',
    what: 'The hose',
    group: 'hose',
    says: '`{ length, bore }`',
    absent: '25 ft of 1/4 in',
  }),
  fuelHose: group(HOSE, {
    label: 'Fuel hose',
    what: 'The fuel hose',
    draft: false,
    says: '`{ length, bore }`',
    absent: 'as the oxygen hose',
  }),
  oxygenGaugeDivision: quantity(BOUNDS.division, {
    label: 'Division of the oxygen gauge',
    as: 'oxygenDivisionSaidPa',
    draft: false,
    absent: '1 psi; 0.1 bar in a metric shop',
  }),
  fuelGaugeDivision: quantity(BOUNDS.division, {
    label: 'Division of the fuel gauge',
    as: 'fuelDivisionSaidPa',
    draft: false,
    absent: '1 psi; 0.05 bar in a metric shop',
  }),
  fuelLockUp: quantity(BOUNDS.pressure, {
    label: 'Lock-up (rise when shut)',
    as: 'fuelLockUpPa',
    draft: false,
    absent: `${Math.round(LOCK_UP_PA / PSI_PA)} psi`,
  }),
  oxygenRating: quantity(BOUNDS.pressure, {
    label: 'Rated, oxygen',
    as: 'oxygenRatingPa',
    draft: false,
    absent: 'none',
    says: "the maker's rating",
  }),
  fuelRating: quantity(BOUNDS.pressure, {
    label: 'Rated, fuel',
    as: 'fuelRatingPa',
    draft: false,
    absent: 'none',
    says: "the maker's rating",
  }),
  acetyleneCylinder: quantity(BOUNDS.volume, {
    label: 'Acetylene cylinder',
    as: 'acetyleneOneM3',
    group: 'cylinder',
    applies: limitedDraw,
    empty: NOT_SAID,
    help: 'Its full contents, as rated',
    says: 'rated contents',
    absent: 'the least that would do is named',
  }),
  acetyleneCylinders: special({
    label: 'Cylinders',
    group: 'more-supply',
    example: 'How many on the manifold',
    applies: limitedDraw,
    says: 'how many are manifolded',
    absent: '1',
  }),
  cylinders: special({
    label: 'Cylinders',
    draft: false,
    says: 'how many, or rows `{ gas, size, left?, count? }`',
    absent: 'not watched',
  }),
  drawRule: choice(
    { intermittent: 'Intermittent', continuous: 'Continuous', older: 'Older', 'short-burns': 'Short burns' },
    { label: 'Acetylene draw', draft: false, absent: 'intermittent' },
  ),
} as const

/** Where the work is done, and how the answer speaks. */
export const PLACE = {
  altitude: quantity(BOUNDS.altitude, { label: 'Altitude', as: 'altitudeM', usual: 0, absent: 'sea level' }),
  airTemperature: quantity(BOUNDS.air, {
    label: 'Air temperature',
    as: 'airK',
    usual: STANDARD_TEMPERATURE_K,
    absent: '70 °F',
  }),
  units: special({
    label: 'Units of the sentences',
    says: 'unit by kind: `{ length, pressure, flow, speed, temperature, volume, mass }`',
    absent: 'inch and psi',
  }),
} as const

/** A torch as its manual has it; what is not said stays open and the usual way is taken. */
export const TORCH = {
  kind: choice(
    {
      'cutting-torch': 'Cutting torch',
      'cutting-attachment': 'Cutting attachment',
      'brazing-handle': 'Brazing handle',
      'heating-head': 'Heating head',
    },
    { label: 'What it is' },
  ),
  lighting: choice({ 'fuel-only': 'Fuel only', whiff: 'A trace of oxygen' }, { label: 'Manual: light with' }),
  shutdown: choice(
    { 'oxygen-first': 'Oxygen first', 'fuel-first': 'Fuel first', 'more-oxygen': 'More oxygen' },
    { label: 'Manual: shut' },
  ),
  seat: choice({ hand: 'Hand', wrench: 'Wrench' }, { label: 'Tip seats by' }),
  mixing: choice(MIXERS, { label: 'Mixer' }),
  checkValves: choice({ yes: 'Yes', no: 'No' }, { label: 'Check valves', first: 'yes' }),
  oxygenRating: special({ label: 'Rated, oxygen', example: 'as its maker says', bounds: BOUNDS.pressure }),
  fuelRating: special({ label: 'Rated, fuel', example: 'as its maker says', bounds: BOUNDS.pressure }),
} as const

/** A burner of the box: a tip, a head with its ports, a torch that burns fuel with air, a cutting head. */
export const BOX_ROW = {
  kind: choice(
    {
      tip: 'Tip',
      head: 'Heating head',
      'fuel-air': 'Fuel-air torch',
      'cutting-head': 'Cutting head, preheat',
    },
    { label: 'What it is', needed: true, first: 'tip' },
  ),
  orifice: quantity(BOUNDS.orifice, {
    label: 'Orifice',
    as: 'orificeM',
    applies: (said: Said) => said['kind'] !== 'fuel-air',
    says: 'of each port; of all but a fuel-air torch',
  }),
  ports: count({
    label: 'Ports',
    what: 'the number of ports',
    usual: 6,
    most: 100,
    applies: (said: Said) => said['kind'] === 'head' || said['kind'] === 'cutting-head',
    absent: '6',
  }),
  flow: quantity(BOUNDS.purgeFlow, {
    label: 'Fuel flow, if known',
    as: 'fuelFlow',
    says: 'of fuel; needed by a fuel-air torch',
    absent: 'worked out from its ports',
  }),
  fuel: choice(FUEL_NAMES, {
    label: 'Fuel',
    as: 'ownFuel',
    applies: (said: Said) => said['kind'] === 'fuel-air',
    empty: 'as the rig’s',
    says: 'of a fuel-air torch',
    absent: 'the rig’s',
  }),
  shape: choice(
    { straight: 'Straight', bent: 'Bent', 'swan-neck': 'Swan-neck', 'two-flame': 'Two-flame', flat: 'Flat' },
    { label: 'Shape', usual: 'straight', first: 'straight' },
  ),
} as const

/** What a torch is brazed with. */
export const BRAZE_GEAR = {
  box: rows(BOX_ROW, {
    label: 'In the box',
    what: 'The box',
    group: 'box',
    most: 40,
    says: 'the burners at hand: plans choose from them, and they win over `tipOrifice`, `head` and `ports`',
    absent: 'what is sold',
  }),
  flow: quantity(BOUNDS.purgeFlow, {
    label: 'Fuel through a tip',
    as: 'tipFlow',
    draft: false,
    says: 'fuel flow of each tip, where it was measured',
    absent: 'worked out from its ports',
  }),
  tipOrifice: quantity(BOUNDS.orifice, {
    label: 'Tip',
    as: 'tipOrificeM',
    group: 'gear',
    empty: 'chosen for you',
    absent: 'chosen',
  }),
  head: choice(
    { single: 'One cone', heating: 'Heating', cutting: 'Cutting' },
    { label: 'Head', group: 'gear', open: true, usual: 'single', first: 'single' },
  ),
  ports: count({
    label: 'Ports',
    what: 'the number of ports',
    group: 'gear',
    usual: 8,
    most: 100,
    applies: (said: Said) => said['head'] !== 'single',
  }),
  torches: count({
    label: 'Torches',
    what: 'the number of torches',
    group: 'gear',
    usual: 1,
    most: 4,
    first: '1',
  }),
  chart: rows(TIP_ROW, {
    label: 'Your chart',
    what: 'The chart',
    group: 'chart',
    most: 100,
    says: 'rows of brazing tips, by wall',
    absent: 'no chart',
  }),
} as const
/** What the command line says of brazing beside the gear: the shelf. */
export const BRAZE_SHELF = {
  rods: rows(ROD, {
    label: 'Rods',
    what: 'The shelf',
    most: 500,
    draft: false,
    says: 'the shelf',
    absent: 'everything is to be had',
  }),
} as const

/** Gear that a plan wants and the rig does not have yet: what it is, and what the rig will say once it is fitted. */
export const TO_FIT = {
  thing: text({ label: 'What', most: 120 }),
  field: text({ label: 'Field of the rig', most: 60 }),
  value: text({ label: 'Says then', most: 60 }),
} as const

/** What it is cut with; the gear for brazing and the torch's manual stand beside it in the same rig. */
export const CUT_RIG = {
  tipOrifice: quantity(BOUNDS.orifice, {
    label: 'Tip',
    as: 'tipOrificeM',
    group: 'tip',
    empty: 'chosen for you',
    absent: "the chart's tip, else chosen",
  }),
  tipRadius: quantity(BOUNDS.radius, {
    label: 'Tip radius',
    as: 'tipRadiusM',
    group: 'handling',
    first: '1/4 in',
    help: 'Half its width where it rides the guide',
    says: 'of the flank that rides the guide',
    absent: 'needed with a guide',
  }),
  handling: choice(HANDLING, {
    label: 'Handling',
    group: 'handling',
    open: true,
    usual: 'not-said',
    first: 'hand',
    absent: 'not given: middle speed',
  }),
  guide: choice(
    { part: 'Part', scrap: 'Scrap', none: 'None' },
    { label: 'Guide on', group: 'guide', open: true, usual: 'none', first: 'part' },
  ),
  tipBelowCollar: quantity(BOUNDS.collar, {
    label: 'Collar to tip face',
    as: 'tipBelowCollarM',
    group: 'reach',
    usual: 0.0254,
    first: '1 in',
    absent: '1 in',
  }),
  oxygenPurity: quantity(BOUNDS.purity, {
    label: 'Oxygen purity',
    group: 'reach',
    usual: 0.995,
    first: '99.5 %',
    absent: '99.5 %',
  }),
  hand: choice(
    { right: 'Right', left: 'Left' },
    { label: 'Hand', group: 'more', open: true, usual: 'right', first: 'right' },
  ),
  guideHeight: quantity(BOUNDS.guideHeight, {
    label: 'Guide is high',
    as: 'guideHeightM',
    group: 'more',
    empty: 'as the collar wants',
    absent: 'as the collar wants',
  }),
  dial: special({
    label: 'Dial of the track',
    group: 'more',
    most: 240,
    example: '20: 6 in/min; 60: 20 in/min',
    applies: onTrack,
    says: 'calibration of a track machine: rows `{ dial, speed }`, or `20: 6 in/min; 60: 20 in/min`',
    absent: 'no dial setting',
  }),
  chart: rows(CHART_ROW, {
    label: 'Your chart',
    what: 'The chart',
    group: 'chart',
    most: 100,
    says: "rows of the torch maker's chart; oxygen, fuel, speed and kerf may be missing",
    absent: 'no chart',
  }),
  chartPhotos: rows(
    { id: text({ label: 'Picture', most: 60 }) },
    { label: 'Pictures of the card', what: 'The pictures of the card', most: 20, page: true },
  ),
  toFit: rows(TO_FIT, {
    label: 'To fit',
    what: 'What is to be fitted',
    most: 12,
    page: true,
  }),
  kerfLog: rows(KERF_ROW, {
    label: 'Measured kerfs',
    what: 'The kerfs',
    most: 500,
    draft: false,
    says: 'rows that were measured',
    absent: 'none',
  }),
} as const

/** A rig as a torch is kept and a piece is planned with: cutting, brazing and the manual. */
export const RIG = {
  ...SUPPLY,
  ...CUT_RIG,
  braze: group(BRAZE_GEAR, { label: 'Brazing', what: 'The brazing gear', page: true }),
  torch: group(TORCH, { label: 'Torch', what: 'The torch', page: true }),
} as const

export type RigDraft = DraftOf<typeof RIG>
export type ChartRowDraft = DraftOf<typeof CHART_ROW>
export type SupplySaid = ReadOf<typeof SUPPLY>
