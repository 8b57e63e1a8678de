/**
 * The joints that can be brazed, each by what is true of it. Code asks these facts and never the joint's name: a new
 * joint is its record here, its drawing and its steps.
 */
import { keysOf } from '../objects.ts'

/** What is true of a joint. */
export interface JointFacts {
  /** As it is chosen, and in the middle of a sentence. */
  readonly name: string
  readonly short: string
  /** Round parts with a lip all the way round, flat parts along a seam, or metal that is built up. */
  readonly form: 'round' | 'flat' | 'built-up'
  readonly parts: 1 | 2
  /**
   * What carries the load: faces that overlap, the thinner wall itself, a slant through it, fillets on both sides, a
   * groove that is filled, or a whole face.
   */
  readonly bond: 'overlap' | 'wall' | 'slant' | 'fillets' | 'groove' | 'face'
  /** What the parts are called, where they have names of their own: `a` goes in, or lies under. */
  readonly calls?: { readonly a: string; readonly b: string }
  /** How many films lie on each other. */
  readonly films: 1 | 2
  /** Brazed along both edges: each has a fillet that carries beside the film. */
  readonly edges?: true
  /** Two like parts meet under what is laid over them: as much film again on the other half. */
  readonly halves?: true
  /** The seam runs round a patch, not along one line. */
  readonly around?: true
  /** How far the parts overlap when nobody says: a standard cup, three thinner walls, one wall, or the second part's wall. */
  readonly usualLap: 'cup' | 'three-walls' | 'wall' | 'its-wall'
  /** What is asked for beside the parts. */
  readonly asks: {
    readonly lap?: string
    readonly length?: string
    readonly width?: string
    readonly depth?: string
  }
  /** Round on a flat part: its length is once round what it measures across. */
  readonly ringed?: true
  /** What goes round is a heavy body: it takes most of the heat, and what it holds inside has to stay cool. */
  readonly heavy?: true
  /** What goes in is solid. */
  readonly solid?: true
  /** It has to cool slowly, whatever it is made of. */
  readonly coolsSlowly?: true
}

const TUBE = {
  form: 'round',
  parts: 2,
  bond: 'overlap',
  films: 1,
  usualLap: 'cup',
  asks: { depth: 'Cup depth' },
  calls: { a: 'tube', b: 'cup' },
} as const
const FLAT = {
  form: 'flat',
  parts: 2,
  bond: 'overlap',
  films: 1,
  usualLap: 'three-walls',
  asks: { lap: 'Overlap', length: 'Seam length' },
} as const
const BUILT_UP = { form: 'built-up', parts: 1, films: 1, usualLap: 'three-walls' } as const
const GROOVED = { ...BUILT_UP, bond: 'groove', asks: { length: 'Crack length' } } as const

export const JOINT_FACTS = {
  socket: { ...TUBE, name: 'Socket, tube in cup', short: 'socket' },
  swage: {
    ...TUBE,
    name: 'Swage, tube in tube',
    short: 'swage',
    asks: { depth: 'Swaged deep' },
    calls: { a: 'tube', b: 'swage' },
  },
  sleeve: {
    ...TUBE,
    name: 'Sleeve over a tube',
    short: 'sleeve',
    asks: { depth: 'Overlap' },
    calls: { a: 'tube', b: 'sleeve' },
  },
  stub: {
    ...TUBE,
    name: 'Stub in a valve body',
    short: 'stub in a valve',
    asks: { depth: 'Socket depth' },
    calls: { a: 'stub', b: 'valve body' },
    heavy: true,
  },
  plug: {
    ...TUBE,
    name: 'Plug in a bore',
    short: 'plug',
    usualLap: 'its-wall',
    solid: true,
    calls: { a: 'plug', b: 'bore' },
  },
  branch: {
    ...TUBE,
    name: 'Branch into a tube',
    short: 'branch',
    usualLap: 'three-walls',
    calls: { a: 'branch', b: 'run' },
  },
  saddle: {
    ...TUBE,
    name: 'Saddle branch on a tube',
    short: 'saddle',
    usualLap: 'three-walls',
    asks: { depth: 'Saddle reaches' },
    calls: { a: 'branch with its saddle', b: 'run' },
  },
  lap: { ...FLAT, name: 'Lap', short: 'lap' },
  edgeLap: { ...FLAT, name: 'Lap brazed along both edges', short: 'lap, both edges', edges: true },
  doubleLap: { ...FLAT, name: 'Double lap', short: 'double lap', films: 2 },
  strap: {
    ...FLAT,
    name: 'Butt with a strap on both sides',
    short: 'strapped butt',
    films: 2,
    halves: true,
    asks: { lap: 'Strap over each part', length: 'Seam length' },
    calls: { a: 'parts', b: 'straps' },
  },
  ring: {
    ...FLAT,
    name: 'Ring or boss on a plate',
    short: 'ring on a plate',
    edges: true,
    ringed: true,
    asks: { lap: 'Its face, across the ring', width: 'Outside', length: 'Once round' },
    calls: { a: 'plate', b: 'ring' },
  },
  tee: {
    ...FLAT,
    name: 'Tee',
    short: 'tee',
    bond: 'fillets',
    usualLap: 'wall',
    calls: { a: 'upright', b: 'flat part' },
    asks: { length: 'Seam length' },
  },
  butt: {
    ...FLAT,
    name: 'Butt',
    short: 'butt',
    bond: 'wall',
    usualLap: 'wall',
    asks: { length: 'Seam length' },
  },
  scarf: {
    ...FLAT,
    name: 'Scarf',
    short: 'scarf',
    bond: 'slant',
    asks: { lap: 'Scarf along', length: 'Seam length' },
  },
  patch: {
    ...FLAT,
    name: 'Bridge patch',
    short: 'patch',
    around: true,
    asks: { lap: 'Overlap', length: 'Seam length', width: 'Width' },
  },
  crack: { ...GROOVED, name: 'Crack', short: 'crack' },
  overlay: {
    ...BUILT_UP,
    name: 'Worn or pitted face',
    short: 'overlay',
    bond: 'face',
    asks: { length: 'Seam length', width: 'Width' },
  },
  casting: { ...GROOVED, name: 'Casting repair', short: 'casting', coolsSlowly: true },
} as const satisfies Readonly<Record<string, JointFacts>>

export type Joint = keyof typeof JOINT_FACTS
export const JOINTS = keysOf(JOINT_FACTS)

/** Whether a text names a joint. */
export const isJoint = (text: unknown): text is Joint =>
  typeof text === 'string' && Object.hasOwn(JOINT_FACTS, text)

/** What is true of a joint; a word that is none is taken for a socket, as the reader takes it. */
export const jointFacts = (joint: unknown): JointFacts => JOINT_FACTS[isJoint(joint) ? joint : 'socket']

/** Whether a joint of this name is of round parts. */
export const isRoundJoint = (joint: unknown): boolean => jointFacts(joint).form === 'round'
