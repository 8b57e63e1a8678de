/** What a shop's own spreadsheet may say of work that is done: its columns, by what they are called, and its words. */
import { JOINT_FACTS, type Joint } from '../braze/joints.ts'
import { CUT_METALS } from '../cut/fields.ts'
import { FUELS, type FuelId } from '../gas/fuels.ts'
import { FILLERS } from '../metal/fillers.ts'
import { findBaseMetal, METAL_NAMES } from '../metal/base-metals.ts'
import { DROP_NAMES, EDGE_NAMES, SLAG_NAMES } from '../check/outcome.ts'
import { BOUNDS } from '../fields/bounds.ts'
import {
  choice,
  day,
  quantity,
  text,
  type Common,
  type Field,
  type Said,
  type Table,
} from '../fields/spec.ts'
import { BRAZE_USED, CUT_RESULT, CUT_USED } from '../record/fields.ts'

const isCut = (said: Said) => said['what'] === 'cut'
const isBraze = (said: Said) => said['what'] === 'braze'
const NAME_MOST = 120

const named = <T extends string>(things: Readonly<Record<T, { readonly name: string }>>) =>
  Object.fromEntries(Object.entries<{ readonly name: string }>(things).map(([k, t]) => [k, t.name])) as {
    readonly [K in T]: string
  }
const FUEL_NAMES = Object.fromEntries(Object.values(FUELS).map((f) => [f.id, f.title])) as Readonly<
  Record<FuelId, string>
>
const BRAZE_METALS = Object.fromEntries(METAL_NAMES.map((key) => [key, findBaseMetal(key)?.name ?? key]))
const FILLER_NAMES = Object.fromEntries(FILLERS.map((f) => [f.id, f.id]))

/** A field of a line, under the names that columns have for it. */
const column = <const F extends Field>(field: F, also: readonly string[], more: Partial<Common> = {}) => ({
  ...field,
  ...more,
  also,
})

/** The columns that are known, in the order in which the page names them. */
export const SHEET = {
  what: choice(
    { cut: 'Cut', braze: 'Braze' },
    { label: 'What was done', needed: true, also: ['kind', 'process', 'operation', 'work'] },
  ),
  at: day({ label: 'Date', also: ['date', 'day', 'when', 'done on', 'date done'] }),
  personName: text({
    label: 'Who',
    most: NAME_MOST,
    also: ['who', 'by', 'name', 'person', 'operator', 'burner', 'cutter', 'brazer', 'done by'],
  }),
  jobName: text({
    label: 'Job',
    most: NAME_MOST,
    also: ['job', 'order', 'job no', 'job number', 'order no', 'project', 'customer'],
  }),
  title: text({
    label: 'Piece',
    most: NAME_MOST,
    also: ['piece', 'part', 'item', 'part no', 'description', 'mark'],
  }),
  cutMetal: choice(CUT_METALS, {
    label: 'Metal that was cut',
    needed: true,
    applies: isCut,
    also: ['metal', 'material', 'steel', 'grade'],
  }),
  brazeMetal: choice(BRAZE_METALS, {
    label: 'Metal that was brazed',
    needed: true,
    applies: isBraze,
    also: ['base metal', 'tube metal', 'metal a', 'first metal'],
  }),
  otherMetal: choice(BRAZE_METALS, {
    label: 'Other metal of the joint',
    applies: isBraze,
    also: ['metal b', 'second metal', 'other metal'],
  }),
  thickness: quantity(BOUNDS.thickness, {
    label: 'Thickness or wall',
    needed: true,
    also: ['plate', 'plate thickness', 'thick', 'thk', 'wall', 'wall thickness'],
  }),
  outsideDiameter: quantity(BOUNDS.diameter, {
    label: 'Outside diameter',
    applies: isBraze,
    also: ['od', 'o.d.', 'tube', 'tube od', 'diameter', 'pipe'],
  }),
  joint: choice(named<Joint>(JOINT_FACTS), {
    label: 'Joint',
    needed: true,
    applies: isBraze,
    also: ['joint', 'joint type'],
  }),
  filler: choice(FILLER_NAMES, { label: 'Filler', applies: isBraze, also: ['filler', 'rod', 'alloy'] }),
  fuel: choice(FUEL_NAMES, { label: 'Fuel', needed: true, also: ['fuel', 'gas', 'fuel gas'] }),
  handling: choice(
    { hand: 'By hand', track: 'On a track' },
    {
      label: 'By hand or on a track',
      needed: true,
      applies: isCut,
      also: ['handling', 'hand or track', 'machine'],
    },
  ),
  tipOrifice: column(CUT_USED.tipOrifice, ['tip', 'nozzle', 'orifice', 'tip size', 'tip orifice', 'drill']),
  oxygenPressure: column(CUT_USED.oxygenPressure, [
    'oxygen',
    'oxy',
    'o2',
    'oxygen pressure',
    'cutting oxygen',
    'oxy pressure',
  ]),
  fuelPressure: column(CUT_USED.fuelPressure, [
    'fuel pressure',
    'gas pressure',
    'fuel gas pressure',
    ...Object.values(FUEL_NAMES).map((n) => n.toLowerCase()),
    'acet',
  ]),
  travelSpeed: column(
    CUT_USED.travelSpeed,
    ['speed', 'travel', 'travel speed', 'cutting speed', 'ipm', 'rate'],
    {
      applies: isCut,
    },
  ),
  preheat: column(CUT_USED.preheat, ['preheat', 'preheat time', 'pierce time'], { applies: isCut }),
  timeToTemperature: column(
    BRAZE_USED.timeToTemperature,
    ['time', 'heat time', 'time to heat', 'heating time'],
    { applies: isBraze },
  ),
  fillerLength: column(BRAZE_USED.fillerLength, ['rod used', 'filler used', 'rod length'], {
    applies: isBraze,
  }),
  kerf: column(CUT_RESULT.kerf, ['kerf', 'kerf width'], { applies: isCut }),
  drag: column(CUT_RESULT.drag, ['drag', 'drag line', 'lag'], { applies: isCut }),
  edge: choice(EDGE_NAMES, {
    label: 'The edge',
    applies: isCut,
    also: ['edge', 'face', 'finish', 'cut face'],
  }),
  slag: choice(SLAG_NAMES, {
    label: 'Slag underneath',
    applies: isCut,
    also: ['slag', 'dross'],
  }),
  drop: choice(DROP_NAMES, {
    label: 'Did it drop?',
    applies: isCut,
    also: ['drop', 'dropped', 'fell'],
  }),
  result: choice(
    { passed: 'Passed', failed: 'Failed' },
    { label: 'Result', also: ['result', 'outcome', 'ok', 'pass', 'passed', 'quality', 'accepted'] },
  ),
  lot: column(CUT_RESULT.lot, ['lot', 'filler lot', 'batch', 'heat no']),
  cylinder: column(CUT_RESULT.cylinder, ['cylinder', 'bottle', 'cylinder no']),
  note: column(CUT_RESULT.note, ['note', 'notes', 'remark', 'remarks', 'comment', 'comments']),
} as const satisfies Table
export type SheetField = keyof typeof SHEET

/** What people write for a word, beside its own name. */
export const SAID: Readonly<Partial<Record<SheetField, Readonly<Record<string, readonly string[]>>>>> = {
  what: {
    cut: ['cutting', 'flame cut', 'oxy cut', 'burn', 'burning', 'burned', 'burnt'],
    braze: ['brazing', 'brazed', 'joint'],
  },
  cutMetal: { 'low-carbon-steel': ['mild steel', 'ms', 'steel', 'carbon steel', 'plate'] },
  fuel: {
    acetylene: ['acet', 'ac', 'c2h2', 'oxy acetylene', 'oxyacetylene'],
    propane: ['lpg', 'lp', 'c3h8', 'oxy propane'],
    propylene: ['c3h6'],
    'natural-gas': ['ng', 'methane', 'mains gas', 'town gas'],
    hydrogen: ['h2'],
  },
  handling: { hand: ['hand', 'manual', 'freehand', 'no'], track: ['track', 'machine', 'carriage', 'yes'] },
  edge: {
    sharp: ['sharp', 'square', 'clean', 'good', 'smooth'],
    rounded: ['rounded', 'round', 'melted'],
    ridged: ['rough', 'ridges'],
    gouged: ['gouge', 'gouges'],
    leaning: ['leaning', 'drag', 'lean'],
  },
  slag: {
    none: ['no', 'clean', '0'],
    'falls-off': ['falls', 'light', 'loose'],
    'one-tap': ['tap', 'knock', 'easy'],
    chisel: ['chipped', 'chip', 'hard'],
    grind: ['ground', 'grinder', 'grinding'],
  },
  drop: {
    'by-itself': ['yes', 'y', 'self', 'itself', 'fell', 'dropped'],
    'with-a-knock': ['knock', 'tap', 'tapped', 'hammer'],
    no: ['n', 'stuck', 'hung'],
  },
  result: {
    passed: ['ok', 'yes', 'y', 'good', 'pass', 'accepted', 'accept', 'true', '✓'],
    failed: ['no', 'n', 'bad', 'fail', 'scrap', 'scrapped', 'reject', 'rejected', 'rework', 'false', '✕'],
  },
}
