import { findCause, findSign, type Cause, type CauseId, type Sign } from '../check/faults.ts'
import { fillerNow, lipSealed } from '../heat/heat-bench.ts'
import { cellAngle, overheated, peakOf } from '../heat/run-case.ts'
import { thickestScale } from '../heat/scale.ts'
import { posOf, type Shell } from '../heat/shells.ts'
import type { HeatJoint } from './heat-joint.ts'
import { fedShare, HEAT_TICK_S, playHeat, type HeatMove, type HeatState } from './heat-play.ts'
import { pointsOf, told, within, type Mark } from './points.ts'

/** What somebody did at the heat bench: all that its score follows from. */
export interface HeatRecording {
  readonly kind: 'heat'
  /** Which joint it was: of those at hand, or a planned one. */
  readonly task: string
  readonly joint: HeatJoint
  readonly made: readonly HeatMove[]
  /** The moment at which it ended. */
  readonly until: number
}

/** What a joint came to: shares 0 to 1, °C, s, µm, mm². */
export interface HeatOutcome {
  readonly filled: number
  /** Of the deepest row, and of the lip's. */
  readonly base: number
  readonly lip: number
  readonly sealed: boolean
  /** Of what a full joint takes. */
  readonly fed: number
  readonly dripped: number
  readonly peakC: number
  /** mm² of each part that were too hot, and whether one melted. */
  readonly tooHot: readonly [number, number]
  readonly melted: readonly [boolean, boolean]
  /** Flux spent before filler was there: share of the gap. */
  readonly spent: number
  /** Scale inside, µm. */
  readonly scaleUm: number
  /** When all of it was hot, and the mean of it; s. */
  readonly allHotS: number | undefined
  readonly meanHotS: number | undefined
  readonly lastedS: number
  readonly flameS: number
  /** Where the joint is coldest, degrees (a lap: mm) and mm from the mouth, and how hot that was at its hottest. */
  readonly coldest: { readonly pos: number; readonly z: number; readonly peakC: number }
}

/** The place of the gap whose colder wall was never so hot as the others', and what it came to. */
function coldestPlace({ bench: { shells } }: HeatState): HeatOutcome['coldest'] {
  const { tube, cup, mouth, socket, place, of } = shells
  const n = place.length
  let [at, least] = [0, Infinity]
  for (let i = 0; i < socket * n; i++) {
    const peak = Math.min(tube.peak[mouth * n + i] as number, cup.peak[i] as number)
    if (peak < least) [at, least] = [i, peak]
  }
  const where = posOf(shells, at % n)
  return {
    pos: of.type === 'tube' ? where : where * 1000,
    z: (cup.z[Math.floor(at / n)] as number) * 1000,
    peakC: least,
  }
}

const MM2 = 1e6

/** What a joint has come to. */
export function outcomeOf(state: HeatState): HeatOutcome {
  const { bench, dripped } = state
  const { shells, filling } = bench
  const { tube, cup, place } = shells
  const filler = fillerNow(bench)
  const n = place.length
  const angle = cellAngle(shells)
  let lip = 0
  for (let i = 0; i < n; i++) if ((filling.filled[i] as number) >= 1) lip += 1 / n
  const hot = (shell: Shell) => overheated(shell, angle) * MM2
  const seconds = (at: number | undefined) => (at === undefined ? undefined : at * HEAT_TICK_S)
  return {
    filled: filler.filled,
    base: filler.base,
    lip,
    sealed: lipSealed(bench),
    fed: fedShare(state),
    dripped,
    // what melts away grows no hotter
    peakC: Math.max(...[tube, cup].map((s) => Math.min(peakOf(s), s.metal.meltsC))),
    tooHot: [hot(tube), hot(cup)],
    melted: [peakOf(tube) >= tube.metal.meltsC, peakOf(cup) >= cup.metal.meltsC],
    spent: filling.spent.reduce((sum, s) => sum + (s >= 1 ? 1 : 0), 0) / filling.spent.length,
    scaleUm: thickestScale(bench.scales[0]),
    allHotS: seconds(state.allHotAt),
    meanHotS: seconds(state.meanHotAt),
    lastedS: state.at * HEAT_TICK_S,
    flameS: state.flameS,
    coldest: coldestPlace(state),
  }
}

/** Too hot a spot of less than this is no harm, mm². */
const SPOT_MM2 = 20
/** Scale that is left by nitrogen, and what is black and flakes, µm. */
const CLEAN_UM = 2.5
const BLACK_UM = 7
const percent = (share: number) => `${Math.round(share * 100)} %`

/** What a heat is judged by. */
export function heatMarks({ joint, bench }: HeatState, o: HeatOutcome): readonly Mark[] {
  const [a, b] = joint.parts
  const hot = o.tooHot[0] + o.tooHot[1]
  const burnt = o.melted[0] || o.melted[1]
  const names = [o.melted[0] ? a : '', o.melted[1] ? b : ''].filter((n) => n !== '').join(' and ')
  const filled = told(
    within(1 - o.filled, [0.06, 0.7], 40),
    40,
    `The gap is full: ${percent(o.filled)}.`,
    o.fed === 0 ? 'No filler went in.' : `Only ${percent(o.filled)} of the gap is full.`,
  )
  const harmed = told(
    burnt ? 0 : within(hot, [SPOT_MM2, 600], 20),
    20,
    'Nothing got too hot.',
    burnt ? `The ${names} melted through.` : `${Math.round(hot)} mm² got too hot.`,
  )
  // a joint that nothing was done to is none that came out clean
  if (o.fed === 0 && o.dripped === 0) return harmed.got < harmed.most ? [filled, harmed] : [filled]
  const marks = [
    filled,
    told(
      within(1 - o.base, [0.05, 0.9], 15),
      15,
      'Filler came through to the root all round.',
      o.base === 0 ? 'The root is dry.' : `The root is wet for ${percent(o.base)} of its way round.`,
    ),
    harmed,
    told(
      o.dripped > 0 ? 3 : within(Math.abs(o.fed - 1.15) - 0.1, [0.2, 1.2], 15),
      15,
      'As much rod as the joint takes, melted by the work.',
      o.dripped > 0
        ? 'Rod melted in the flame, over work that was too cold.'
        : o.fed > 1.2
          ? `${o.fed.toFixed(1)} times the rod that it takes.`
          : 'Less rod than it takes.',
    ),
  ]
  if (joint.nitrogen)
    marks.push(
      told(
        within(o.scaleUm, [CLEAN_UM, BLACK_UM], 10),
        10,
        'Clean inside.',
        `Scale inside, ${o.scaleUm.toFixed(0)} µm: nitrogen did not run while it was hot.`,
      ),
    )
  if (joint.flux)
    marks.push(
      told(
        bench.filling.fluxed ? within(o.spent, [0.05, 0.5], 10) : 0,
        10,
        'Flux held out.',
        bench.filling.fluxed ? `Flux was spent on ${percent(o.spent)} of it.` : 'No flux on it.',
      ),
    )
  return marks
}

/** How much thicker a part is that is called so. */
const THICKER = 1.4
/** Where a melted joint should have been aimed at, where one of its parts is the thicker; as a sentence. */
function aimInstead({ made, parts, shape }: HeatJoint): string {
  if (shape === 'cup' || shape === 'sleeve') return ''
  if (made.t2 > made.t1 * THICKER) return ` The ${parts[1]} is thicker: aim at that.`
  return made.t1 > made.t2 * THICKER ? ` The ${parts[0]} is thicker: aim at that.` : ''
}

/** A sign of the fault finder's that a joint shows, its likeliest cause here, and what was measured. */
export interface HeatFinding {
  readonly sign: Sign
  readonly cause: Cause
  readonly measured: string
}

function finding(sign: string, cause: CauseId, measured: string): HeatFinding {
  const [found, why] = [findSign(sign), findCause(cause)]
  if (!found || !why) throw new RangeError(`no sign ${sign} or cause ${cause}`)
  return { sign: found, cause: why, measured }
}

/** So cold a place, below what filler needs, K, is cold: the flame never came there. */
const COLD_K = 15

/** What is wrong with a joint, in the fault finder's words, the worst first. @param said a temperature in the shop's words */
export function heatFindings(
  state: HeatState,
  o: HeatOutcome,
  said: (celsius: number) => string,
): readonly HeatFinding[] {
  const { joint, bench } = state
  const { Tflow } = joint.filler
  const found: HeatFinding[] = []
  const cold = o.coldest.peakC < Tflow - COLD_K
  const coldWords = `The coldest place came to ${said(o.coldest.peakC)}; filler wants ${said(Tflow)}.`
  if (o.melted[0] || o.melted[1])
    found.push(
      finding(
        'burnt',
        state.awayMm < 12 ? 'too-near' : 'too-hot-braze',
        `The ${joint.parts[o.melted[0] ? 0 : 1]} melted, at ${said(o.peakC)}.${aimInstead(joint)}`,
      ),
    )
  else if (o.tooHot[0] + o.tooHot[1] > SPOT_MM2 * 3)
    found.push(finding('burnt', 'too-long', `It came to ${said(o.peakC)} at its hottest.`))
  if (o.dripped > 0)
    found.push(finding('balls', 'filler-by-flame', 'The rod dripped on work that was not hot.'))
  else if (joint.flux && !bench.filling.fluxed && o.fed > 0)
    found.push(finding('balls', 'no-flux', 'Both walls were hot enough; nothing had cleaned them.'))
  if (o.filled < 0.8 && o.fed > 0 && o.dripped === 0 && (bench.filling.fluxed || !joint.flux)) {
    if (o.filled < 0.6 && o.base < 0.05 && cold && (o.sealed || o.lip > 0.4))
      found.push(
        finding(
          'sealed-lip',
          'lip-only',
          `The lip looks shut; ${percent(o.filled)} of the gap is full. ${coldWords}`,
        ),
      )
    else
      found.push(
        finding(
          'gap',
          cold ? 'uneven-heat' : 'dirty',
          cold
            ? coldWords
            : o.fed < 0.9
              ? 'It was hot, but got too little rod.'
              : `${percent(1 - o.filled)} of it is dry.`,
        ),
      )
  }
  if (o.fed === 0 && o.lastedS > joint.wantedS[1] && o.meanHotS === undefined)
    found.push(
      finding(
        'sealed-lip',
        'braze-tip-small',
        `After ${Math.round(o.lastedS)} s ${coldWords.charAt(0).toLowerCase()}${coldWords.slice(1)}`,
      ),
    )
  if (joint.flux && bench.filling.fluxed && o.spent > 0.2)
    found.push(finding('flux-black', 'too-long', `It is spent on ${percent(o.spent)} of the gap.`))
  if (bench.shells.tube.metal.scales && o.scaleUm > CLEAN_UM * 2)
    found.push(
      finding(
        'black-inside',
        state.nitrogen ? 'purge-short' : 'no-purge',
        `Scale of ${o.scaleUm.toFixed(0)} µm inside, worked out.`,
      ),
    )
  if (o.fed > 2.2)
    found.push(finding('filler-inside', 'overfed', `${o.fed.toFixed(1)} times what the joint takes.`))
  return found
}

/** What a heat is worth, 0 to 100, and why: by what the joint came to. */
export interface HeatScore {
  readonly points: number
  readonly marks: readonly Mark[]
  readonly outcome: HeatOutcome
}

/** The score of a joint as it stands. */
export function scoreHeat(state: HeatState): HeatScore {
  const outcome = outcomeOf(state)
  const marks = heatMarks(state, outcome)
  return { points: pointsOf(marks), marks, outcome }
}

/** The score of a recording: of nothing else. */
export const heatScoreOf = ({ joint, made, until }: HeatRecording): HeatScore =>
  scoreHeat(playHeat(joint, made, until))
