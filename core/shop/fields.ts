/** What a shop says of itself: units, place, prices, limits, what it accepts, its rods, and its ways of working. */
import { BRAZE_METHODS, type Methods } from '../braze/method-words.ts'
import { EDGES_TAKEN, USUAL_CUT_LIMITS, USUAL_JOINT_LIMITS } from '../check/acceptance.ts'
import { METHOD_WORDS } from '../line/method-words.ts'
import type { LineMethods } from '../line/methods.ts'
import { UNITS, type Kind, type UnitId } from '../quantity/index.ts'
import { SLAG_NAMES } from '../check/outcome.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import { BOUNDS, type Bounds } from '../fields/bounds.ts'
import { ROD } from '../metal/rod-fields.ts'
import { choice, count, group, quantity, rows, several, text, type DraftOf } from '../fields/spec.ts'

/** Seconds for each metre of hose: a plain number. */
const PLAIN_SECONDS = { test: /^\d{1,2}([.,]\d{1,2})?$/, says: 'Seconds for each metre, a plain number.' }

const unit = <K extends Kind & keyof UnitChoices>(kind: K) =>
  choice(
    Object.fromEntries(UNITS.filter((u) => u.kind === kind).map((u) => [u.id, u.id])) as Readonly<
      Record<UnitId, string>
    >,
    { label: `The unit for ${kind}`, sure: true, first: (units) => units[kind] },
  )
const word = <const N extends Readonly<Record<string, string>>>(label: string, names: N) =>
  choice(names, { label, sure: true, first: Object.keys(names)[0] as string })

type Way<W extends string> = {
  readonly type: 'choice'
  readonly sure: true
  readonly names: Readonly<Record<W, string>>
  readonly label: string
  readonly first: W
}
type Ways = Methods & LineMethods
const labelled = (options: Readonly<Record<string, string | { readonly label: string }>>) =>
  Object.fromEntries(
    Object.entries(options).map(([option, told]) => [option, typeof told === 'string' ? told : told.label]),
  )
/** Where practitioners differ: every row of brazing and of the line, as a choice; the first is what is usual. */
export const METHODS = Object.fromEntries(
  Object.entries({ ...BRAZE_METHODS, ...METHOD_WORDS }).map(([name, { label, options }]) => [
    name,
    word(label, labelled(options)),
  ]),
  // the rows and their options are those of the two tables
) as unknown as { readonly [M in keyof Ways]: Way<Ways[M]> }

/** From nothing up to what could still be meant. */
const upTo = (kind: 'length' | 'share', what: string, max: number, says: string): Bounds => ({
  kind,
  what,
  min: 0,
  max,
  says,
})
const none = (what: string, usual: number, label: string) =>
  count({ label, what, usual, least: 0, most: 1000, first: String(usual) })

/** What is taken for good; each check is held against these. */
export const ACCEPTANCE = {
  worstSlag: choice(SLAG_NAMES, {
    label: 'Worst slag',
    usual: USUAL_CUT_LIMITS.worstSlag,
    first: USUAL_CUT_LIMITS.worstSlag,
    sure: true,
  }),
  edges: several(EDGES_TAKEN, { label: 'Edges that pass', absent: 'sharp and square alone' }),
  gouges: none('how many gouges', USUAL_CUT_LIMITS.gouges, 'Gouges'),
  stops: none('how many stops', USUAL_CUT_LIMITS.stops, 'Stops'),
  drag: quantity(upTo('share', 'the drag', 1, '0 to 100 %'), {
    label: 'Drag, of the plate',
    as: 'dragShare',
    usual: USUAL_CUT_LIMITS.dragShare,
    first: '20 %',
  }),
  outOfSquare: quantity(upTo('length', 'what is out of square', 5, '0 to 5 m'), {
    label: 'Out of square',
    as: 'outOfSquareM',
    usual: USUAL_CUT_LIMITS.outOfSquareM,
    first: '1 mm',
  }),
  size: quantity(upTo('length', 'the size', 5, '0 to 5 m'), {
    label: 'Size, either way',
    as: 'sizeM',
    usual: USUAL_CUT_LIMITS.sizeM,
    first: '1/16 in',
  }),
  fillet: quantity(upTo('share', 'the fillet', 1, '0 to 100 %'), {
    label: 'Full fillet',
    usual: USUAL_JOINT_LIMITS.fillet,
    first: '100 %',
  }),
  pinholes: none('how many pinholes', USUAL_JOINT_LIMITS.pinholes, 'Pinholes'),
  moved: quantity(upTo('length', 'how far it moved', 5, '0 to 5 m'), {
    label: 'Moved from marks',
    as: 'movedM',
    usual: USUAL_JOINT_LIMITS.movedM,
    first: '1 mm',
  }),
  penetration: quantity(upTo('share', 'the penetration', 1, '0 to 100 %'), {
    label: 'Penetration',
    usual: USUAL_JOINT_LIMITS.penetration,
    first: '80 %',
  }),
} as const

/** The delivery gauge of a regulator, as it is printed. */
const GAUGE = {
  range: text({ label: 'Scale up to', example: 'as usual' }),
  division: text({ label: 'A division', example: 'as usual' }),
  amber: text({ label: 'Amber from', example: 'none' }),
  red: text({ label: 'Red from', example: 'none' }),
} as const

/** What the shop says of itself. */
export const SHOP = {
  units: group(
    {
      length: unit('length'),
      pressure: unit('pressure'),
      flow: unit('flow'),
      speed: unit('speed'),
      temperature: unit('temperature'),
      volume: unit('volume'),
      mass: unit('mass'),
    },
    { label: 'Units', what: 'The units' },
  ),
  region: word('Hose colours', {
    us: 'North America',
    iso: 'ISO 3821 (Europe and others)',
    'au-nz': 'Australia, New Zealand',
  }),
  words: group(
    {
      tip: word('Tip', { tip: 'tip', nozzle: 'nozzle' }),
      torch: word('Torch', { torch: 'torch', blowpipe: 'blowpipe' }),
      cylinder: word('Cylinder', { cylinder: 'cylinder', bottle: 'bottle' }),
      arrestor: word('Arrestor', {
        'flashback arrestor': 'flashback arrestor',
        'flame trap': 'flame trap',
      }),
    },
    { label: 'Words', what: 'The words' },
  ),
  altitude: quantity(BOUNDS.altitude, {
    label: 'Altitude',
    as: 'altitudeM',
    first: '0 ft',
    help: 'Above sea level: thin air changes the oxygen setting.',
  }),
  prices: group(
    {
      oxygen: text({ label: 'Oxygen', example: 'not given' }),
      fuel: text({ label: 'Fuel', example: 'not given' }),
      hour: text({ label: 'An hour of work', example: 'not given' }),
      sign: text({ label: 'Sign of the money', most: 5, first: '$', example: '$, £, €' }),
      per: choice(
        { m3: '1 m³', '100 cu ft': '100 cu ft' },
        { label: 'What a gas price is for', sure: true, first: '100 cu ft' },
      ),
    },
    { label: 'Prices', what: 'The prices' },
  ),
  decimalMark: word('A comma in a number', { ask: 'Ask which', comma: 'Decimal mark' }),
  methods: group(METHODS, { label: 'Methods', what: 'The shop’s methods' }),
  limits: group(
    {
      draw: word('Acetylene draw', {
        intermittent: '1/10 of full contents an hour (usual)',
        continuous: '1/15, as for continuous use',
        older: '1/7, short use, still taught',
        'short-burns': 'Short burns: a minute at most, then pause',
      }),
      purgeFloor: text({ label: 'Purge, at least', first: '0.7', pattern: PLAIN_SECONDS }),
    },
    { label: 'Limits', what: 'The limits' },
  ),
  gauges: group(
    {
      oxygen: group(GAUGE, { label: 'Oxygen gauge', what: 'The oxygen gauge' }),
      fuel: group(GAUGE, { label: 'Fuel gauge', what: 'The fuel gauge' }),
    },
    { label: 'Gauges', what: 'The gauges' },
  ),
  simulated: word('Simulated instruments', { off: 'Off', on: 'On, for practice' }),
  acceptance: group(ACCEPTANCE, { label: 'What is accepted', what: 'What is accepted' }),
  shelf: rows(ROD, { label: 'Rods on the shelf', what: 'The shelf', most: 60 }),
} as const

/** A shop's settings as they are kept. */
export type ShopDraft = DraftOf<typeof SHOP>
