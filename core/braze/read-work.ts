import { sheetOf } from '../quantity/index.ts'
import { BOUNDS } from '../fields/bounds.ts'
import { BRAZE_WORK, FELT_M, PART, STITCHED, TUBE_RUN, USUAL_LENGTH_M, usualGapM } from './fields.ts'
import { TICKED } from '../piece/fields.ts'
import { blank, readFields, readRows, sectionOf, type Reader } from '../fields/reader.ts'
import { isRecord, type Json, plainText } from '../objects.ts'
import { BASE_METALS, findBaseMetal } from '../metal/base-metals.ts'
import { findFiller } from '../metal/fillers.ts'
import { cupDepthFor, findTube } from '../metal/tubes.ts'
import { readChanges } from '../piece/plan-change.ts'
import { jointFacts } from './joints.ts'
import type { BrazeWork, Joint, Part, Run, GrooveKind, Methods } from './types.ts'

const USUAL_RAG_M = 0.1
/** A rag before something to protect begins this far on the joint's side of it. */
const RAG_BEFORE_M = 0.06
const FALLBACK_METAL = BASE_METALS[0] as Part['metal']

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
  const part = sectionOf(r, work, name, PART, path)
  const metal = readMetal(r, part['metal'], path)
  const named = blank(part['tube']) ? undefined : findTube(String(part['tube']))
  if (!blank(part['tube']) && !named)
    r.fail(
      `${path}.tube`,
      `“${String(part['tube']).slice(0, 40)}” is not a tube size known here, such as ASTM B88 1/2 L or EN 1057 22 mm.`,
    )
  // the gauge of a tube's wall is a table of its own
  r.sheet = round ? 'tube' : sheetOf(plainText(part['metal']))
  const said = readFields(r, part, PART, path)
  r.sheet = undefined
  const wall = said.wallM ?? said.thicknessM ?? named?.wallM ?? other?.wallM
  const outside = said.outsideDiameterM ?? named?.outsideDiameterM
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
  return { metal, outsideDiameterM: outside, wallM: wall, depthM: said.depthM }
}

function readAttitude(r: Reader, value: unknown): number {
  if (blank(value)) return 0
  const named = ATTITUDES[plainText(value).trim().toLowerCase().replace(/\s+/g, '-')]
  return named ?? r.quantity(value, 'work.attitude', BOUNDS.attitude) ?? 0
}

const MOST_PLACES = 60
/** Places of joints along a line: a list, or one text with semicolons between. */
function readPlaces(r: Reader, value: unknown): readonly number[] {
  if (blank(value)) return []
  const parts = Array.isArray(value) ? value : plainText(value).split(/[;\n]+/)
  const places = parts
    .filter((p) => !blank(p))
    .map((p) => r.quantity(typeof p === 'string' ? p.trim() : p, 'work.jointsAt', BOUNDS.distance))
  if (places.length > MOST_PLACES) r.fail('work.jointsAt', `At most ${MOST_PLACES} joints on a line.`)
  return places.flatMap((p) => p ?? []).sort((a, b) => a - b)
}

function readRun(r: Reader, row: Json, path: string): Run | undefined {
  const run = readFields(r, row, TUBE_RUN, path)
  if (Number.isNaN(run.outsideDiameterM + run.wallM + run.lengthM)) return undefined
  if (2 * run.wallM >= run.outsideDiameterM)
    return r.fail(`${path}.wall`, 'Two walls are thicker than the tube.')
  return run
}

/** How far the parts overlap when nobody said. */
function usualOverlap(joint: Joint, a: Part | undefined, b: Part | undefined): number {
  const thin = Math.min(a?.wallM ?? Infinity, b?.wallM ?? Infinity)
  switch (jointFacts(joint).usualLap) {
    case 'wall':
      return thin
    case 'its-wall':
      return b?.wallM ?? 3 * thin
    case 'cup':
      return cupDepthFor(a?.outsideDiameterM ?? 0) ?? 3 * thin
    case 'three-walls':
      return 3 * thin
  }
}

/** A vee leaves nothing to hold in metal up to this, m. */
const THIN_M = 0.003

/** How a crack is opened where nobody said: bronze has no room for more than a scratch. */
function usualGroove(a: Part | undefined, method: Methods['crackGroove']): GrooveKind {
  if (method === 'none-on-thin') return a !== undefined && a.wallM <= THIN_M ? 'none' : 'vee'
  return method === 'vee' && a?.metal.family === 'bronze' ? 'scratch' : method
}

/** Reads what is to be joined. Faults are gathered in the reader; the value is only good when there are none. */
export function readBrazeWork(
  r: Reader,
  input: Json,
  { crackGroove }: Pick<Methods, 'crackGroove'>,
): BrazeWork {
  const work = sectionOf(r, input, 'work', BRAZE_WORK)
  const { gapM, fit, overlapM, lengthM, widthM, service, ragGivenM, grooveSaid, stitchShare, ...said } =
    readFields(r, work, BRAZE_WORK, 'work')
  const { joint, protectM } = said
  const { form, parts, ringed } = jointFacts(joint)
  const round = form === 'round'
  const a = readPart(r, work, 'a', round, undefined)
  // a crack and a worn face have one part only
  const b = parts === 1 && !isRecord(work['b']) ? a : readPart(r, work, 'b', round, a)
  const overlap = overlapM ?? b?.depthM
  // tubes that are lapped, scarfed or butted flat are seamed all the way round
  const around = round || a?.outsideDiameterM === undefined ? undefined : Math.PI * a.outsideDiameterM
  const filler = blank(work['filler']) ? undefined : String(work['filler'])
  if (filler !== undefined && !findFiller(filler))
    r.fail('work.filler', `“${filler.slice(0, 30)}” is not a class of filler known here.`)
  const nothing: Part = { metal: a?.metal ?? FALLBACK_METAL, wallM: 0.001 }
  return {
    ...said,
    a: a ?? nothing,
    b: b ?? nothing,
    clearanceM: gapM ?? (fit === undefined ? usualGapM(work) : round ? FELT_M[fit] : FELT_M[fit] / 2),
    felt: gapM === undefined ? fit : undefined,
    seamShare: said.seam === 'stitched' && form === 'flat' ? STITCHED[stitchShare] : 1,
    clearanceGiven: gapM !== undefined,
    overlapM: overlap ?? usualOverlap(joint, a, b),
    overlapGiven: overlap !== undefined,
    lengthM: lengthM ?? around ?? (ringed && widthM !== undefined ? Math.PI * widthM : USUAL_LENGTH_M),
    lengthGiven: lengthM !== undefined,
    widthM: widthM ?? lengthM ?? USUAL_LENGTH_M,
    services: service,
    attitudeRad: readAttitude(r, work['attitude']),
    tubeRun: readRows(r, work['tubeRun'], 'work.tubeRun', Object.keys(TUBE_RUN), (row, path) =>
      readRun(r, row, path),
    ),
    ragM:
      ragGivenM ?? (protectM === undefined ? USUAL_RAG_M : Math.max(protectM / 2, protectM - RAG_BEFORE_M)),
    grooveKind: grooveSaid ?? usualGroove(a, crackGroove),
    ragOn: ragGivenM !== undefined || protectM !== undefined,
    jointsAtM: readPlaces(r, work['jointsAt']),
    filler,
    changes: readChanges(r, work),
    ticked: readRows(r, work['cautions'], 'work.cautions', Object.keys(TICKED), (row) => ({
      code: String(row['code'] ?? ''),
      by: String(row['by'] ?? ''),
    })),
  }
}
