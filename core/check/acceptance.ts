/** What was seen on a cut or a joint, and the shop's own limits on it. */
import { keysOf } from '../objects.ts'
import { EDGE_NAMES, SLAG_CLASSES, type Drop, type Edge, type NotSeen, type SlagClass } from './outcome.ts'

/** Marks on the strip of a cut, each at its place. */
export const CUT_MARK_NAMES = {
  gouge: 'Gouge',
  stop: 'Lost cut, restarts',
  melted: 'Edge melted',
  slag: 'Slag that sticks',
  drag: 'Drag leans',
} as const
export type CutMarkKind = keyof typeof CUT_MARK_NAMES
export const CUT_MARKS = keysOf(CUT_MARK_NAMES)
export interface CutMark {
  readonly kind: CutMarkKind
  /** From the start, a share of the cut's length, 0 to 1. */
  readonly at: number
  readonly side: 'part' | 'scrap'
}

/** A cut as it was looked at. Lengths in m; what was not looked at is absent. */
export interface CutSeen {
  readonly edge: Edge | NotSeen
  readonly slag: SlagClass | NotSeen
  readonly drop: Drop | NotSeen
  readonly marks: readonly CutMark[]
  /** How far the drag lines' feet lie behind their heads. */
  readonly dragM?: number | undefined
  /** How far the face is out of square over the plate. */
  readonly outOfSquareM?: number | undefined
  /** The part as drawn and as measured, across so many cut edges. */
  readonly size?: { readonly wantedM: number; readonly measuredM: number; readonly edges: 1 | 2 } | undefined
}

/** What a place round or along a joint looks like. */
export const JOINT_STATES = [
  'full',
  'thin',
  'gap',
  'pinhole',
  'crack',
  'undercut',
  'melted',
  'not-seen',
] as const
export type JointState = (typeof JOINT_STATES)[number]
export const isJointState = (v: unknown): v is JointState => (JOINT_STATES as readonly unknown[]).includes(v)
/** Colour inside a tube, where it can be seen. */
export const INSIDE_NAMES = {
  bright: 'Bright',
  straw: 'Straw',
  black: 'Black flakes',
  'not-seen': 'Not seen',
} as const
export type Inside = keyof typeof INSIDE_NAMES
/** Filler where the joint ends inside, or at the other edge. */
export const FAR_END_NAMES = {
  trace: 'A trace',
  none: 'None',
  bead: 'A bead',
  'not-seen': 'Not seen',
} as const
export type FarEnd = keyof typeof FAR_END_NAMES
/** The colour of the metal outside, beside the joint. */
export const OUTSIDE_NAMES = {
  usual: 'A little dull',
  'much-darker': 'Much darker',
  'not-seen': 'Not looked at',
} as const
export type Outside = keyof typeof OUTSIDE_NAMES
/** Where a test piece let go. */
export const LET_GO_NAMES = {
  'not-broken': 'It did not break',
  filler: 'In the filler',
  interface: 'Filler off the metal',
  base: 'In the metal beside it',
} as const
export type LetGo = keyof typeof LET_GO_NAMES
/** How a practice piece was taken apart. */
export const BREAKING_NAMES = {
  none: 'Left whole',
  section: 'Cut through',
  bend: 'Bent',
  peel: 'Peeled',
  hammer: 'Hammered',
  saw: 'Sawn',
} as const
export type Breaking = keyof typeof BREAKING_NAMES

/** A joint as it was looked at. */
export interface JointSeen {
  /** Place by place: a clock's hours round a tube, or the stretches of both sides and the two ends of a seam. */
  readonly places: Readonly<Record<string, JointState>>
  readonly fluxOff: boolean
  /** How far the witness marks have moved, m; absent: none were made. */
  readonly movedM?: number | undefined
  readonly inside: Inside
  /** Absent: nobody looked. */
  readonly farEnd?: FarEnd | undefined
  readonly outside?: Outside | undefined
  readonly letGo?: LetGo | undefined
  /** Nitrogen was left out of a line that most would sweep. */
  readonly unswept?: boolean | undefined
  /** What the joint holds when all of it is filled, over what the part beside it does. */
  readonly holdsTimes?: number | undefined
  readonly breaking: Breaking
  /** Share of the overlap that is filled, quarter by quarter, 0 to 1; absent: not opened. */
  readonly penetration?: readonly [number, number, number, number] | undefined
  /** A way through from one side to the other. */
  readonly leakPath: boolean
}

/** Places of a round joint: the hours of a clock, 12 at the top. */
export const DIAL_PLACES: readonly string[] = ['12', '1', '2', '3', '4', '5', '6', '7', '8', '9', '10', '11']
/** Places of a seam: both sides in eight stretches, and the two ends. */
export const STRIP_PLACES: readonly string[] = [
  ...Array.from({ length: 8 }, (_, i) => `a${i + 1}`),
  'end1',
  ...Array.from({ length: 8 }, (_, i) => `b${i + 1}`),
  'end2',
]

/** What an edge may be like and still be taken, where a shop says so. A gouge has a limit of its own. */
export const EDGES_TAKEN = {
  rounded: 'Top edge rounded',
  ridged: 'Ridged',
  leaning: 'Drag lines lean back',
  melted: 'Melted in places',
} as const
export type EdgeTaken = keyof typeof EDGES_TAKEN

/** The shop's own limits. */
export interface CutLimits {
  readonly worstSlag: SlagClass
  /** Edges that are taken although they are not sharp and square. */
  readonly edges: ReadonlySet<EdgeTaken>
  readonly gouges: number
  readonly stops: number
  /** Of the plate's thickness. */
  readonly dragShare: number
  readonly outOfSquareM: number
  readonly sizeM: number
}
export interface JointLimits {
  /** Share of the fillet that is full. */
  readonly fillet: number
  readonly pinholes: number
  readonly movedM: number
  readonly penetration: number
}
export const USUAL_CUT_LIMITS: CutLimits = {
  worstSlag: 'one-tap',
  edges: new Set(),
  gouges: 0,
  stops: 0,
  dragShare: 0.2,
  outOfSquareM: 0.001,
  sizeM: 0.0016,
}
export const USUAL_JOINT_LIMITS: JointLimits = { fillet: 1, pinholes: 0, movedM: 0.001, penetration: 0.8 }

/** One thing that was held against a limit. */
export interface Judged {
  readonly what: string
  readonly passed: boolean
  readonly found: string
  readonly limit: string
}
/** `open`: nothing speaks against it, but something that decides was not looked at. */
export interface Verdict {
  readonly outcome: 'passed' | 'failed' | 'open'
  /** What decided it, in a sentence. */
  readonly because: string
  readonly judged: readonly Judged[]
}

const count = (marks: readonly CutMark[], kind: CutMarkKind) => marks.filter((m) => m.kind === kind).length
const mm = (m: number) => `${(m * 1000).toFixed(1)} mm`
const percent = (share: number) => `${Math.round(share * 100)} %`

/** What is judged by what it should be; all else has a most, in figures or in grades. */
const WANTED: ReadonlySet<string> = new Set(['Edge', 'Full fillet', 'Penetration', 'It let go'])

function verdict(judged: readonly Judged[], open: string | undefined): Verdict {
  const failed = judged.filter((j) => !j.passed)
  const [first] = failed
  if (first)
    return {
      outcome: 'failed',
      because:
        failed
          .map((j) => `${j.what}: ${j.found}, ${WANTED.has(j.what) ? 'wanted' : 'at most'} ${j.limit}`)
          .join('. ') + '.',
      judged,
    }
  if (open !== undefined) return { outcome: 'open', because: open, judged }
  return {
    outcome: 'passed',
    because: `Within every limit: ${judged.map((j) => `${j.what.toLowerCase()} ${j.found}`).join(', ')}.`,
    judged,
  }
}

/** Holds a cut against the shop's limits. `thicknessM` of the plate. */
export function judgeCut(seen: CutSeen, thicknessM: number, limits: CutLimits): Verdict {
  const { slag, drop, marks, dragM, outOfSquareM, size } = seen
  const gouges = Math.max(count(marks, 'gouge'), seen.edge === 'gouged' ? 1 : 0)
  const judged: Judged[] = []
  if (drop !== 'not-seen')
    judged.push({
      what: 'Dropped',
      passed: drop !== 'no',
      found: drop === 'no' ? 'no' : drop === 'by-itself' ? 'by itself' : 'with a knock',
      limit: 'a knock',
    })
  if (slag !== 'not-seen')
    judged.push({
      what: 'Slag',
      passed: SLAG_CLASSES.indexOf(slag) <= SLAG_CLASSES.indexOf(limits.worstSlag),
      found: slag.replace('-', ' '),
      limit: limits.worstSlag.replace('-', ' '),
    })
  judged.push(...judgeEdge(seen, limits))
  judged.push(
    { what: 'Gouges', passed: gouges <= limits.gouges, found: String(gouges), limit: String(limits.gouges) },
    {
      what: 'Stops',
      passed: count(marks, 'stop') <= limits.stops,
      found: String(count(marks, 'stop')),
      limit: String(limits.stops),
    },
  )
  if (dragM !== undefined)
    judged.push({
      what: 'Drag',
      passed: dragM <= limits.dragShare * thicknessM * (1 + 1e-9),
      found: `${mm(dragM)}, ${percent(dragM / thicknessM)} of the plate`,
      limit: percent(limits.dragShare),
    })
  if (outOfSquareM !== undefined)
    judged.push({
      what: 'Out of square',
      passed: outOfSquareM <= limits.outOfSquareM * (1 + 1e-9),
      found: mm(outOfSquareM),
      limit: mm(limits.outOfSquareM),
    })
  if (size) {
    const off = Math.abs(size.measuredM - size.wantedM)
    judged.push({
      what: 'Size',
      passed: off <= limits.sizeM * (1 + 1e-9),
      found: `${mm(off)} ${size.measuredM < size.wantedM ? 'short' : 'over'}`,
      limit: mm(limits.sizeM),
    })
  }
  const unseen = [drop, slag, seen.edge].includes('not-seen')
  return verdict(judged, unseen ? 'Nobody says what the edge, the slag and the drop were like.' : undefined)
}

/** The edge and what melted on it. */
function judgeEdge({ edge, marks }: CutSeen, { edges }: CutLimits): readonly Judged[] {
  const melted = count(marks, 'melted')
  return [
    ...(edge === 'not-seen' || edge === 'gouged'
      ? []
      : [
          {
            what: 'Edge',
            passed: edge === 'sharp' || edges.has(edge),
            found: EDGE_NAMES[edge].toLowerCase(),
            limit: 'sharp and square',
          },
        ]),
    ...(melted === 0
      ? []
      : [
          {
            what: 'Melted places',
            passed: edges.has('melted'),
            found: String(melted),
            limit: 'none',
          },
        ]),
  ]
}

/** How much of a joint has a full fillet, of what could be seen; undefined when nothing could. */
export function filletShare(places: JointSeen['places']): number | undefined {
  const seen = Object.values(places).filter((p) => p !== 'not-seen')
  return seen.length === 0 ? undefined : seen.filter((p) => p === 'full').length / seen.length
}

/**
 * Holds a joint against the shop's limits. A crack, a gap, melted metal or a way through is never accepted. Under flux nothing is judged.
 * @param wanted the places of this kind of joint; those of which nothing is said count as not seen
 */
export function judgeJoint(seen: JointSeen, wanted: readonly string[], limits: JointLimits): Verdict {
  if (!seen.fluxOff)
    return {
      outcome: 'open',
      because: 'Flux is still on it and fills gaps like glass: take it off, then look.',
      judged: [],
    }
  const states = wanted.map((p) => seen.places[p] ?? 'not-seen')
  const of = (s: JointState) => states.filter((x) => x === s).length
  const never = (what: string, s: JointState): Judged => ({
    what,
    passed: of(s) === 0,
    found: String(of(s)),
    limit: 'none',
  })
  const share = filletShare(Object.fromEntries(wanted.map((p, i) => [p, states[i] ?? 'not-seen'])))
  const judged: Judged[] = [
    never('Cracks', 'crack'),
    never('Gaps', 'gap'),
    never('Melted metal', 'melted'),
    never('Undercut', 'undercut'),
  ]
  judged.push({
    what: 'Pinholes',
    passed: of('pinhole') <= limits.pinholes,
    found: String(of('pinhole')),
    limit: String(limits.pinholes),
  })
  if (share !== undefined)
    judged.push({
      what: 'Full fillet',
      passed: share >= limits.fillet - 1e-9,
      found: percent(share),
      limit: `at least ${percent(limits.fillet)}`,
    })
  if (seen.movedM !== undefined)
    judged.push({
      what: 'Moved from its marks',
      passed: seen.movedM <= limits.movedM * (1 + 1e-9),
      found: mm(seen.movedM),
      limit: mm(limits.movedM),
    })
  if (seen.inside !== 'not-seen')
    judged.push({
      what: 'Inside',
      passed: seen.inside !== 'black',
      found: seen.inside === 'black' ? 'black flakes' : seen.inside,
      limit: 'straw',
    })
  judged.push(...judgeFar(seen))
  if (seen.penetration) {
    const mean = seen.penetration.reduce((a, b) => a + b, 0) / 4
    const holds =
      seen.holdsTimes === undefined
        ? ''
        : `, so it still holds about ${(Math.floor(10 * mean * seen.holdsTimes) / 10).toFixed(1)} times what the part does`
    judged.push({
      what: 'Penetration',
      passed: mean >= limits.penetration - 1e-9,
      found: `${percent(mean)}${holds}`,
      limit: `at least ${percent(limits.penetration)}`,
    })
  }
  judged.push({
    what: 'Way through',
    passed: !seen.leakPath,
    found: seen.leakPath ? 'yes' : 'none',
    limit: 'none',
  })
  const unseen = of('not-seen')
  return verdict(
    judged,
    unseen > 0
      ? `${unseen} of ${wanted.length} places were not seen: use a mirror and a lamp, or rely on the test.`
      : undefined,
  )
}

/** What is judged of a line that was not swept. */
export const UNSWEPT = 'Nitrogen'

/** What is seen where the filler should have come out, outside, and where a test piece let go. */
function judgeFar({ farEnd, outside, letGo, unswept }: JointSeen): readonly Judged[] {
  return [
    ...(farEnd === undefined || farEnd === 'not-seen'
      ? []
      : [
          {
            what: 'Far end',
            passed: farEnd !== 'bead',
            found: {
              trace: 'a trace of filler: it came through',
              none: 'no filler: perhaps sealed at its lip alone, which may hold today and leak in years',
              bead: 'a bead: overfed',
            }[farEnd],
            limit: 'a trace',
          },
        ]),
    ...(outside === undefined || outside === 'not-seen'
      ? []
      : [
          {
            what: 'Outside',
            passed: outside === 'usual',
            found: outside === 'usual' ? 'a little dull' : 'much darker: too hot, or no nitrogen behind it',
            limit: 'a little dull',
          },
        ]),
    ...(letGo === undefined || letGo === 'not-broken'
      ? []
      : [
          {
            what: 'It let go',
            passed: letGo !== 'interface',
            found: {
              filler: 'in the filler',
              interface: 'off the metal: it was not clean, or not hot',
              base: 'in the metal beside it: the joint is stronger',
            }[letGo],
            limit: 'in the filler',
          },
        ]),
    ...(unswept
      ? [
          {
            what: UNSWEPT,
            passed: true,
            found: 'left out, by the shop’s method: scale inside is to be reckoned with',
            limit: 'the shop’s method',
          },
        ]
      : []),
  ]
}

/**
 * The kerf that a part's size gives away: each cut edge lies half a kerf off the line that was allowed for.
 * @param assumedM the kerf that was allowed for
 * @returns m; undefined when it would be none or more than ten times what was assumed
 */
export function kerfFromSize(size: NonNullable<CutSeen['size']>, assumedM: number): number | undefined {
  const kerf = assumedM + ((size.wantedM - size.measuredM) * 2) / size.edges
  return kerf > 0 && kerf <= 10 * assumedM ? kerf : undefined
}
