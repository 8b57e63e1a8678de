import { readChanges } from '../plan-change.ts'
import { blank, BOUNDS, isRecord, readRows, type Json, type Reader } from '../cut/reader.ts'
import { BASE_METALS, findBaseMetal } from '../metal/base-metals.ts'
import { findFiller } from '../metal/fillers.ts'
import { cupDepthFor, findTube } from '../metal/tubes.ts'
import { INCH_M } from '../quantity/index.ts'
import {
  CODE_USES,
  COLOURS,
  FLUX_MAKES,
  FORMS,
  HOLLOWS,
  JOINTS,
  LOADS,
  ROD_SECTIONS,
  ROOMS,
  ROUND_JOINTS,
  SEAMS,
  SERVICES,
  SKILLS,
  SPREADS,
  SURFACES,
  TEMPERS,
  type BrazeWork,
  type Joint,
  type Part,
  type Run,
  type Service,
} from './types.ts'

const WORK_FIELDS = [
  'joint',
  'a',
  'b',
  'clearance',
  'overlap',
  'length',
  'width',
  'service',
  'serviceTemperature',
  'pressure',
  'attitude',
  'tubeRun',
  'load',
  'codeUse',
  'colour',
  'skill',
  'temper',
  'room',
  'hollow',
  'surface',
  'seam',
  'restraint',
  'protectAt',
  'ragAt',
  'nextJoint',
  'jointsAt',
  'count',
  'mass',
  'purgeFlow',
  'filler',
  'overrideReason',
  'form',
  'rodSection',
  'flux',
  'cautions',
  'changes',
]
const PART_FIELDS = ['metal', 'tube', 'outsideDiameter', 'thickness', 'wall', 'depth']
/** Standard cups stand 0.001 to 0.007 in over the tube: the middle, diametral. */
const USUAL_CLEARANCE_M = 0.004 * INCH_M
/** Gap of flat work when nobody said: 0.003 in. */
const USUAL_FILM_M = 0.003 * INCH_M
const ALUMINIUM_FILM_M = 0.008 * INCH_M
const USUAL_LENGTH_M = 0.05
const USUAL_RAG_M = 0.1
/** A rag before something to protect begins this far on the joint's side of it. */
const RAG_BEFORE_M = 0.06
const ROOM_K = 293.15
const FALLBACK_METAL = BASE_METALS[0]

const ATTITUDES: Readonly<Record<string, number>> = {
  horizontal: 0,
  level: 0,
  flat: 0,
  vertical: Math.PI / 2,
  'mouth-up': Math.PI / 2,
  'mouth-down': -Math.PI / 2,
  'upside-down': -Math.PI / 2,
  'vertical-up': Math.PI / 2,
  up: Math.PI / 2,
  'vertical-down': -Math.PI / 2,
  down: -Math.PI / 2,
}

function readMetal(r: Reader, value: unknown, path: string) {
  const name = typeof value === 'string' ? value.trim().toLowerCase() : ''
  const metal = findBaseMetal(name)
  if (metal) return metal
  if (name === '') r.fail(`${path}.metal`, 'Choose the metal.')
  else
    r.fail(
      `${path}.metal`,
      `“${name.slice(0, 40)}” is not known here. Take a key such as copper, red-brass, low-carbon-steel or stainless-304.`,
    )
  return FALLBACK_METAL
}

function readPart(
  r: Reader,
  work: Json,
  name: 'a' | 'b',
  round: boolean,
  other: Part | undefined,
): Part | undefined {
  const path = `work.${name}`
  const part = r.section(work, name, PART_FIELDS, path)
  const metal = readMetal(r, part['metal'], path)
  const named = blank(part['tube']) ? undefined : findTube(String(part['tube']))
  if (!blank(part['tube']) && !named)
    r.fail(
      `${path}.tube`,
      `“${String(part['tube']).slice(0, 40)}” is not a tube size known here, such as ASTM B88 1/2 L or EN 1057 22 mm.`,
    )
  const thickness = r.maybe(part['thickness'], `${path}.thickness`, BOUNDS.wall)
  const wall = r.maybe(part['wall'], `${path}.wall`, BOUNDS.wall) ?? thickness ?? named?.wallM ?? other?.wallM
  const outside =
    r.maybe(part['outsideDiameter'], `${path}.outsideDiameter`, BOUNDS.diameter) ?? named?.outsideDiameterM
  const depth = r.maybe(part['depth'], `${path}.depth`, BOUNDS.depth)
  if (name === 'a' && round && outside === undefined)
    r.fail(`${path}.outsideDiameter`, 'Give the outside diameter, or a named tube.')
  if (wall === undefined) {
    if (name === 'a')
      r.fail(round ? `${path}.wall` : `${path}.thickness`, round ? 'Give the wall.' : 'Give the thickness.')
    return undefined
  }
  if (name === 'a' && outside !== undefined && 2 * wall > outside * (1 + 1e-9))
    r.fail(`${path}.wall`, 'Two walls are thicker than the tube.')
  if (!metal) return undefined
  return { metal, outsideDiameterM: outside, wallM: wall, depthM: depth }
}

function readServices(r: Reader, value: unknown): ReadonlySet<Service> {
  if (blank(value)) return new Set()
  const list = Array.isArray(value) ? value : String(value).split(/[,;]+/)
  const found = list
    .map((v: unknown) => String(v).trim().toLowerCase())
    .filter((v) => v !== '' && v !== 'none')
    .flatMap((v) => r.word(v, 'work.service', SERVICES) ?? [])
  return new Set(found)
}

function readAttitude(r: Reader, value: unknown): number {
  if (blank(value)) return 0
  const named = ATTITUDES[String(value).trim().toLowerCase().replace(/\s+/g, '-')]
  return named ?? r.quantity(value, 'work.attitude', BOUNDS.attitude) ?? 0
}

const MOST_PLACES = 60
/** Places of joints along a line: a list, or one text with semicolons between. */
function readPlaces(r: Reader, value: unknown): readonly number[] {
  if (blank(value)) return []
  const parts = Array.isArray(value) ? value : String(value).split(/[;\n]+/)
  const places = parts
    .filter((p) => !blank(p))
    .map((p) => r.quantity(typeof p === 'string' ? p.trim() : p, 'work.jointsAt', BOUNDS.distance))
  if (places.length > MOST_PLACES) r.fail('work.jointsAt', `At most ${MOST_PLACES} joints on a line.`)
  return places.flatMap((p) => p ?? []).sort((a, b) => a - b)
}

function readRun(r: Reader, row: Json, path: string): Run | undefined {
  const outside = r.quantity(row['outsideDiameter'], `${path}.outsideDiameter`, BOUNDS.diameter)
  const wall = r.quantity(row['wall'], `${path}.wall`, BOUNDS.wall)
  const length = r.quantity(row['length'], `${path}.length`, BOUNDS.length)
  if (outside === undefined || wall === undefined || length === undefined) return undefined
  if (2 * wall >= outside) return r.fail(`${path}.wall`, 'Two walls are thicker than the tube.')
  return { outsideDiameterM: outside, wallM: wall, lengthM: length }
}

/** How far the parts overlap when nobody said: a standard cup's depth, else three times the thinner wall. */
function usualOverlap(joint: Joint, a: Part | undefined, b: Part | undefined): number {
  const thin = Math.min(a?.wallM ?? Infinity, b?.wallM ?? Infinity)
  const round = ROUND_JOINTS.includes(joint)
  if (joint === 'butt' || joint === 'tee') return thin
  if (joint === 'branch') return 3 * thin
  if (joint === 'plug') return b?.wallM ?? 3 * thin
  return (round ? cupDepthFor(a?.outsideDiameterM ?? 0) : undefined) ?? 3 * thin
}

/** Reads what is to be joined. Faults are gathered in the reader; the value is only good when there are none. */
export function readBrazeWork(r: Reader, input: Json): BrazeWork {
  const work = r.section(input, 'work', WORK_FIELDS)
  const joint = r.word(work['joint'], 'work.joint', JOINTS) ?? 'socket'
  const single = joint === 'crack' || joint === 'casting' || joint === 'overlay'
  const round = ROUND_JOINTS.includes(joint)
  const a = readPart(r, work, 'a', round, undefined)
  // a crack and a worn face have one part only
  const b = single && !isRecord(work['b']) ? a : readPart(r, work, 'b', round, a)
  const film = a?.metal.family === 'aluminium' ? ALUMINIUM_FILM_M : USUAL_FILM_M
  const clearance = r.maybe(work['clearance'], 'work.clearance', BOUNDS.clearance)
  const overlap = r.maybe(work['overlap'], 'work.overlap', BOUNDS.depth) ?? b?.depthM
  const length = r.maybe(work['length'], 'work.length', BOUNDS.length)
  // tubes that are lapped, scarfed or butted flat are seamed all the way round
  const around = round || a?.outsideDiameterM === undefined ? undefined : Math.PI * a.outsideDiameterM
  const word = <T extends string>(name: string, words: readonly T[], fallback: T): T =>
    r.word(work[name], `work.${name}`, words, fallback) ?? fallback
  const protectM = r.maybe(work['protectAt'], 'work.protectAt', BOUNDS.distance)
  const filler = blank(work['filler']) ? undefined : String(work['filler'])
  if (filler !== undefined && !findFiller(filler))
    r.fail('work.filler', `“${filler.slice(0, 30)}” is not a class of filler known here.`)
  const nothing: Part = { metal: a?.metal ?? (FALLBACK_METAL as Part['metal']), wallM: 0.001 }
  return {
    joint,
    a: a ?? nothing,
    b: b ?? nothing,
    clearanceM: clearance ?? (round ? (film === ALUMINIUM_FILM_M ? 2 * film : USUAL_CLEARANCE_M) : film),
    clearanceGiven: clearance !== undefined,
    overlapM: overlap ?? usualOverlap(joint, a, b),
    overlapGiven: overlap !== undefined,
    lengthM: length ?? around ?? USUAL_LENGTH_M,
    lengthGiven: length !== undefined,
    widthM: r.or(work['width'], 'work.width', BOUNDS.length, length ?? USUAL_LENGTH_M),
    services: readServices(r, work['service']),
    serviceK: r.or(work['serviceTemperature'], 'work.serviceTemperature', BOUNDS.serviceTemperature, ROOM_K),
    pressurePa: r.or(work['pressure'], 'work.pressure', BOUNDS.servicePressure, 0),
    attitudeRad: readAttitude(r, work['attitude']),
    tubeRun: readRows(
      r,
      work['tubeRun'],
      'work.tubeRun',
      ['outsideDiameter', 'wall', 'length'],
      (row, path) => readRun(r, row, path),
    ),
    load: word('load', LOADS, 'moderate'),
    codeUse: word('codeUse', CODE_USES, 'none'),
    colour: word('colour', COLOURS, 'any'),
    skill: word('skill', SKILLS, 'practised'),
    temper: word('temper', TEMPERS, 'hard'),
    room: word('room', ROOMS, 'free'),
    hollow: word('hollow', HOLLOWS, 'no'),
    surface: word('surface', SURFACES, 'clean'),
    seam: word('seam', SEAMS, 'full'),
    restraint: word('restraint', SPREADS, 'normal'),
    protectM,
    ragM: r.or(
      work['ragAt'],
      'work.ragAt',
      BOUNDS.distance,
      protectM === undefined ? USUAL_RAG_M : Math.max(protectM / 2, protectM - RAG_BEFORE_M),
    ),
    jointsAtM: readPlaces(r, work['jointsAt']),
    nextJointM: r.maybe(work['nextJoint'], 'work.nextJoint', BOUNDS.distance),
    count: r.count(work['count'], 'work.count', 'the number of joints', 1, 5000),
    massKg: r.maybe(work['mass'], 'work.mass', BOUNDS.mass),
    purgeFlow: r.maybe(work['purgeFlow'], 'work.purgeFlow', BOUNDS.purgeFlow),
    filler,
    overrideReason: String(work['overrideReason'] ?? '').trim(),
    form: blank(work['form']) ? undefined : r.word(work['form'], 'work.form', FORMS),
    rodSection: word('rodSection', ROD_SECTIONS, '3/32 in'),
    fluxMake: word('flux', FLUX_MAKES, 'bought'),
    changes: readChanges(r, work),
    ticked: readRows(r, work['cautions'], 'work.cautions', ['code', 'by', 'at'], (row) => ({
      code: String(row['code'] ?? ''),
      by: String(row['by'] ?? ''),
    })),
  }
}
