import { CUT, overOf, type LossCause, type PaceSim } from './pace-sim.ts'
import { bellOf, coldAt, flowSet, jerkAt, overSet, slagParts, type Places } from './read-off.ts'

/** What shows on a cut, by the ids of the fault finder: a sign, its cause here, how much of the line shows it. */
export interface PaceFinding {
  readonly sign: string
  readonly cause: string
  /** 0 to 1: of all places, or of those that there were of its kind. */
  readonly share: number
  /** Where, m, and when, s: of what happened once. */
  readonly x?: number
  readonly t?: number
  /** m that a line wanders; how often it popped. */
  readonly span?: number
  readonly count?: number
}

/** So much of the line shows a sign before it counts. */
const SHOWS = 0.15
/** Rounded from so much on, gouged from so much on, wandering from so much on, m. */
export const MELTED_M = 0.0003
const GOUGED_M = 0.0004
const WAVY_M = 0.0015
/** Of the planned speed: slower is slow. */
const SLOW = 0.8

/** What the causes are judged by, of a cut as a whole. */
interface Whole {
  readonly sim: PaceSim
  readonly places: Places
  readonly meanSpeed: number
  readonly slow: boolean
  /** Tip to work over the cut, m, and how long the cones are. */
  readonly height: number
  readonly cones: number
  readonly flow: number
  readonly pressure: number
  readonly bore: number
}

/** The hand's mean speed while it went forward, m/s. */
export const meanSpeedOf = ({ moved }: PaceSim): number => (moved.steps > 0 ? moved.sum / moved.steps : 0)

/** What a cut shows, in the order in which it is read. */
export function paceFindings(sim: PaceSim, places: Places): readonly PaceFinding[] {
  const whole = wholeOf(sim, places)
  return [...shown(whole), ...happened(whole), ...ofTheLine(whole)]
}

function wholeOf(sim: PaceSim, places: Places): Whole {
  const heights = Array.from(sim.columns.height).filter((_, i) => places.cut[i])
  const meanSpeed = meanSpeedOf(sim)
  return {
    sim,
    places,
    meanSpeed,
    slow: meanSpeed < SLOW * sim.plan.speed,
    height: heights.reduce((a, b) => a + b, 0) / Math.max(1, heights.length),
    cones: sim.plan.height - sim.plan.standoff,
    flow: flowSet(sim),
    ...overSet(sim),
  }
}

/** How much of all places is so. */
function shareOf({ places }: Whole, is: (i: number) => boolean): number {
  let n = 0
  for (let i = 0; i < places.x.length; i++) if (is(i)) n++
  return n / places.x.length
}

/** A sign that places show: from which share of the line on it counts, where it is, and what from. */
interface PlacedSign {
  readonly sign: string
  readonly least: number
  readonly is: (i: number) => boolean
  readonly cause: () => string
}

function placedSigns(whole: Whole): readonly PlacedSign[] {
  const { sim, places } = whole
  const cut = (i: number) => places.cut[i] === true
  const bell = bellOf(sim)
  return [
    {
      sign: 'top-melted',
      least: SHOWS,
      is: (i) => (places.topMelt[i] as number) > MELTED_M,
      cause: () => meltedBy(whole),
    },
    { sign: 'closes-behind', least: 0, is: (i) => places.bridged[i] === true, cause: () => closedBy(whole) },
    { sign: 'slag-sticks', least: SHOWS, is: (i) => sticks(places, i), cause: () => slagBy(whole) },
    {
      sign: 'drag-leans',
      least: SHOWS,
      is: (i) => (places.drag[i] as number) > 0.8 * sim.jet.reach,
      cause: () => dragBy(whole),
    },
    {
      sign: 'saw-toothed',
      least: SHOWS,
      is: (i) => cut(i) && (byJerk(sim, i) || byCold(sim, i) || whole.pressure > 1.4),
      cause: () => ridgedBy(whole),
    },
    {
      sign: 'wide-kerf',
      least: SHOWS,
      is: (i) =>
        cut(i) && (bell > 0.2 || overOf(sim, sim.columns.height[i] as number) > 0.6 * sim.plan.height),
      cause: () => (whole.pressure > 1.25 ? 'oxygen-high' : whole.bore > 1.2 ? 'tip-large' : 'too-high'),
    },
    {
      sign: 'gouges',
      least: 0,
      is: (i) => (places.gouge[i] as number) > GOUGED_M,
      cause: () => (whole.height < whole.cones && places.cut.includes(true) ? 'cones-in' : 'unsteady'),
    },
  ]
}

const shown = (whole: Whole): readonly PaceFinding[] =>
  placedSigns(whole).flatMap(({ sign, least, is, cause }) => {
    const share = shareOf(whole, is)
    return share > least ? [{ sign, cause: cause(), share }] : []
  })

/** Which places of a cut show a sign that is told by places; none where it is told otherwise. */
export function placesShowing(sim: PaceSim, places: Places, sign: string): readonly number[] {
  const is = placedSigns(wholeOf(sim, places)).find((s) => s.sign === sign)?.is
  return is ? places.x.filter((_, i) => is(i)) : []
}

const sticks = ({ slag }: Places, i: number): boolean => slag[i] === 'chisel' || slag[i] === 'welded'
const byJerk = (sim: PaceSim, i: number): boolean => jerkAt(sim, i) > 0.2
const byCold = (sim: PaceSim, i: number): boolean => coldAt(sim, i) > 0.4

function meltedBy({ slow, bore, height, cones }: Whole): string {
  if (slow) return 'too-slow'
  if (bore > 1.15) return 'tip-large'
  return height < cones + 0.0002 ? 'too-close' : 'preheat-much'
}

function closedBy({ slow, bore, sim }: Whole): string {
  if (slow) return 'too-slow'
  if (bore > 1.15) return 'tip-large'
  return sim.gas.flameHeat > 1.15 * sim.plan.flameHeat ? 'fuel-high' : 'too-hot-thin'
}

function dragBy({ sim, meanSpeed, flow, bore }: Whole): string {
  if (meanSpeed > 1.3 * sim.plan.speed) return 'too-fast'
  if (flow < 0.85) return bore < 1 ? 'tip-small' : 'oxygen-low'
  return sim.jet.purity < 0.9 ? 'oxygen-low' : 'too-fast'
}

/** What most of the places owe their slag to. */
function slagBy({ sim, places, slow }: Whole): string {
  const owed = [0, 0, 0]
  for (let i = 0; i < places.x.length; i++) {
    if (!sticks(places, i)) continue
    const { heat, drag, flow } = slagParts(sim, i)
    const parts = [heat, drag, flow]
    const most = parts.indexOf(Math.max(...parts))
    owed[most] = (owed[most] ?? 0) + 1
  }
  const most = owed.indexOf(Math.max(...owed))
  return most === 0 ? (slow ? 'too-slow' : 'too-hot') : most === 1 ? 'too-fast' : 'oxygen-low'
}

function ridgedBy(whole: Whole): string {
  const { sim, places, pressure } = whole
  if (pressure > 1.4) return 'oxygen-high'
  const cut = (i: number) => places.cut[i] === true
  const jerks = shareOf(whole, (i) => cut(i) && byJerk(sim, i))
  return jerks > shareOf(whole, (i) => cut(i) && byCold(sim, i)) ? 'unsteady' : 'cold-thick'
}

/** The fault finder's cause of a loss: it knows fewer than the model. */
const LOST_BY: Readonly<Partial<Record<LossCause, string>>> = {
  purity: 'oxygen-low',
  metal: 'oxygen-low',
  popping: 'preheat-little',
  'not-through': 'too-fast',
}

function happened({ sim }: Whole): readonly PaceFinding[] {
  const { losses, blows, pops } = sim
  return [
    ...losses.map(({ cause, x, t }) => ({
      sign: 'cut-lost',
      cause: LOST_BY[cause] ?? cause,
      share: 1 / losses.length,
      x,
      t,
    })),
    ...blows.map(({ cause, x, t }) => ({ sign: 'blows-back', cause, share: 1 / blows.length, x, t })),
    ...(pops.length > 0 ? [{ sign: 'popping', cause: 'touched', share: 1, count: pops.length }] : []),
  ]
}

/** How far a cut's line wanders, m. */
export function wavinessOf({ y, cut }: Places): number {
  let [low, high] = [Infinity, -Infinity]
  for (let i = 0; i < y.length; i++)
    if (cut[i]) {
      low = Math.min(low, y[i] as number)
      high = Math.max(high, y[i] as number)
    }
  return Math.max(0, high - low)
}

/** A pierce so far into the line, m, with metal cut so far before it, is on the line itself. */
const OFF_LINE_M = 0.003
/** Steel that hardens is safe from so many °C on. */
const HARDENS_C = 180

function ofTheLine({ sim, places, slow }: Whole): readonly PaceFinding[] {
  const { plan, plate } = sim
  const any = places.cut.includes(true)
  const found: PaceFinding[] = []
  const span = wavinessOf(places)
  if (span > WAVY_M) found.push({ sign: 'wavy', cause: 'unsteady', share: 1, span })
  if (plan.bevel > 5 && any)
    found.push({ sign: 'bevel-dross', cause: slow ? 'too-slow' : 'bevel-normal', share: 1 })
  if (sim.suddenly) found.push({ sign: 'ragged-start', cause: 'oxygen-sudden', share: 1 })
  if (piercedOnLine(sim)) found.push({ sign: 'ragged-start', cause: 'pierced-line', share: 1 })
  if (plate.metal === 'high-carbon-steel' && plate.temperature < HARDENS_C && any)
    found.push({ sign: 'edge-hard', cause: 'no-preheat', share: 1 })
  return found
}

/** It was pierced on the line that is kept, and cut on both sides of that. */
function piercedOnLine({ plate, starts, heat, columns }: PaceSim): boolean {
  if (plate.start !== 'pierce') return false
  return starts.some(({ kind, x }) => {
    if (kind !== 'pierce' || x <= OFF_LINE_M || plate.length - x <= OFF_LINE_M) return false
    return columns.state.some((s, i) => s === CUT && (i + 0.5) * heat.dx < x - OFF_LINE_M)
  })
}
