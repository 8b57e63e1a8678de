import { readChanges } from '../plan-change.ts'
import { STANDARD_TEMPERATURE_K } from '../gas/standard.ts'
import {
  carbonEquivalent,
  ELEMENTS,
  findGrade,
  findMetal,
  GRADE_CLASSES,
  metalFacts,
  METALS,
  type Composition,
  type Metal,
} from './metals.ts'
import { blank, BOUNDS, isRecord, readRows, type Json, type Reader } from './reader.ts'
import {
  FASTENERS,
  HOLLOWS,
  LEANS,
  PIPE_CUTS,
  PRACTICE_SHAPES,
  POSITIONS,
  SECTIONS,
  SHAPES,
  STARTS,
  SURFACES,
  WINDS,
  type CarbonKnown,
  type CutWork,
  type PipeWork,
  type PracticeItem,
  type SectionWork,
  type Shape,
  type Start,
  type Surface,
  type Ticked,
} from './types.ts'

const WORK_FIELDS = [
  'shape',
  'metal',
  'grade',
  'composition',
  'thickness',
  'length',
  'start',
  'surface',
  'hollow',
  'temperature',
  'position',
  'wind',
  'bevel',
  'bevelFrom',
  'lean',
  'land',
  'diameter',
  'width',
  'count',
  'stock',
  'trim',
  'fastener',
  'pipeCut',
  'pipeAngle',
  'runDiameter',
  'offset',
  'section',
  'depth',
  'copeLength',
  'copeDepth',
  'practice',
  'pierces',
  'trial',
  'cautions',
  'changes',
]
const NEEDS_LENGTH: readonly Shape[] = ['straight', 'strip', 'bevel', 'slot', 'outline']
const NEEDS_DIAMETER: readonly Shape[] = ['hole', 'disc', 'fastener', 'pipe']
const NEEDS_WIDTH: readonly Shape[] = ['strip', 'slot']
const PIERCED: readonly Shape[] = ['hole', 'slot', 'pierce', 'outline', 'pipe']
const MOST_PIECES = 500

/** "C 0.45, Mn 0.75" or { C: '0.45 %' }: percent by mass. */
function readComposition(r: Reader, value: unknown): Composition | undefined {
  const field = 'work.composition'
  const pairs: (readonly [string, string])[] = isRecord(value)
    ? Object.entries(value).map(([e, v]) => [e, String(v)] as const)
    : typeof value === 'string'
      ? value
          .split(/[,;]+/)
          .filter((part) => part.trim() !== '')
          .map((part) => {
            const [, e = '', v = part] = /^\s*([A-Za-z]+)\s*[:=]?\s*(.*)$/.exec(part) ?? []
            return [e, v] as const
          })
      : []
  const composition: Partial<Record<(typeof ELEMENTS)[number], number>> = {}
  for (const [name, text] of pairs) {
    const element = ELEMENTS.find((e) => e.toLowerCase() === name.trim().toLowerCase())
    if (!element)
      return r.fail(
        field,
        `“${name.slice(0, 12)}” is not one of ${ELEMENTS.join(', ')}. Write C 0.45, Mn 0.75.`,
      )
    const percent = Number(text.replace('%', '').replace('wt', '').trim())
    if (text.trim() === '' || !(percent >= 0 && percent <= 40))
      return r.fail(field, `${element} should be a percentage from 0 to 40.`)
    composition[element] = percent
  }
  if (pairs.length === 0) return r.fail(field, 'Write the composition as C 0.45, Mn 0.75.')
  if (composition.C === undefined) return r.fail(field, 'The carbon is missing: C decides.')
  return composition
}

/** What is known of the carbon: the composition before the grade before the metal itself. */
function readCarbon(r: Reader, work: Json, metal: Metal): CarbonKnown | undefined {
  if (!blank(work['composition'])) {
    const composition = readComposition(r, work['composition'])
    if (!composition) return undefined
    const value = carbonEquivalent(composition)
    return {
      value,
      low: value,
      high: value,
      from: 'composition',
      ...(composition.Cr === undefined ? {} : { chromium: composition.Cr }),
    }
  }
  if (!blank(work['grade'])) {
    const grade = typeof work['grade'] === 'string' ? findGrade(work['grade']) : undefined
    if (!grade) {
      r.fail(
        'work.grade',
        `This grade is not known here. Give its composition, or one of: ${GRADE_CLASSES.map((g) => g.name.toLowerCase()).join('; ')}.`,
      )
      return undefined
    }
    const value = carbonEquivalent(grade.composition)
    return { value, low: Math.max(0, value - grade.spread), high: value + grade.spread, from: 'grade' }
  }
  const usual = metalFacts(metal).carbonEquivalent
  return usual && { low: usual[0], value: usual[1], high: usual[2], from: 'metal' }
}

function readMetal(r: Reader, work: Json): { metal: Metal; surface?: Surface } {
  const word = work['metal']
  const found = typeof word === 'string' ? findMetal(word.trim().toLowerCase()) : undefined
  if (!found) {
    r.fail(
      'work.metal',
      `${typeof word === 'string' && word !== '' ? `“${word.slice(0, 40)}” is not known here` : 'Choose one'}: ${METALS.join(', ')}.`,
    )
    return { metal: 'low-carbon-steel' }
  }
  return found
}

/** β from square: spoken from square, or from the plate (90° − β). */
function readBevel(r: Reader, work: Json, shape: Shape): number {
  const text = work['bevel']
  const bare = typeof text === 'string' ? text.replace(/\s*(from|off) (the )?(plate|square)\s*$/i, '') : text
  const said = typeof text === 'string' && /(from|off) (the )?plate\s*$/i.test(text) ? 'plate' : 'square'
  const from = r.word(work['bevelFrom'], 'work.bevelFrom', ['square', 'plate'] as const, said) ?? said
  if (shape !== 'bevel' && blank(bare)) return 0
  const angle = r.quantity(bare, 'work.bevel', BOUNDS.bevel)
  if (angle === undefined) return 0
  return from === 'plate' ? Math.PI / 2 - angle : angle
}

function readPipe(r: Reader, work: Json): PipeWork {
  const cut = r.word(work['pipeCut'], 'work.pipeCut', PIPE_CUTS, 'square') ?? 'square'
  return {
    cut,
    angleRad:
      cut === 'square'
        ? 0
        : (r.maybe(work['pipeAngle'], 'work.pipeAngle', BOUNDS.bevel) ??
          (cut === 'saddle' ? Math.PI / 2 : Math.PI / 4)),
    runDiameterM:
      cut === 'saddle' ? r.quantity(work['runDiameter'], 'work.runDiameter', BOUNDS.diameter) : undefined,
    offsetM: r.or(work['offset'], 'work.offset', BOUNDS.offset, 0),
  }
}

function readSection(r: Reader, work: Json): SectionWork {
  const kind = r.word(work['section'], 'work.section', SECTIONS, 'angle') ?? 'angle'
  const depthM = r.quantity(work['depth'], 'work.depth', { ...BOUNDS.width, what: 'the depth' }) ?? 0.1
  return {
    kind,
    depthM,
    widthM: r.or(work['width'], 'work.width', BOUNDS.width, depthM),
    copeLengthM: r.maybe(work['copeLength'], 'work.copeLength', BOUNDS.length),
    copeDepthM: r.maybe(work['copeDepth'], 'work.copeDepth', BOUNDS.length),
  }
}

function readPractice(r: Reader, work: Json): PracticeItem[] {
  return readRows(
    r,
    work['practice'],
    'work.practice',
    ['shape', 'count', 'length', 'width', 'diameter', 'bevel'],
    (row, path): PracticeItem | undefined => {
      const shape = r.word(row['shape'], `${path}.shape`, PRACTICE_SHAPES)
      if (!shape) return undefined
      const round = shape === 'hole' || shape === 'disc'
      const need = (
        wanted: boolean,
        name: string,
        bounds: (typeof BOUNDS)['length' | 'diameter' | 'width'],
      ) => (wanted ? (r.quantity(row[name], `${path}.${name}`, bounds) ?? 0) : 0)
      return {
        shape,
        count: r.count(row['count'], `${path}.count`, 'how many', 1, 100),
        lengthM: need(!round && shape !== 'pierce', 'length', BOUNDS.length),
        widthM: need(shape === 'slot', 'width', BOUNDS.width),
        diameterM: need(round, 'diameter', BOUNDS.diameter),
        bevelRad: shape === 'bevel' ? (r.quantity(row['bevel'], `${path}.bevel`, BOUNDS.bevel) ?? 0) : 0,
      }
    },
  )
}

function readTicked(r: Reader, work: Json): Ticked[] {
  return readRows(r, work['cautions'], 'work.cautions', ['code', 'by'], (row) => ({
    code: String(row['code'] ?? '').slice(0, 60),
    by: String(row['by'] ?? '').slice(0, 120),
  }))
}

const usualStart = (shape: Shape): Start => (PIERCED.includes(shape) ? 'pierce' : 'edge')

/** The work as typed. Faults go to the reader; what could not be read is filled in so that all of them are found. */
export function readWork(r: Reader, input: Json): CutWork {
  const work = r.section(input, 'work', WORK_FIELDS)
  const shape = r.word(work['shape'], 'work.shape', SHAPES, 'straight') ?? 'straight'
  const { metal, surface: coat } = readMetal(r, work)
  const surface = r.word(work['surface'], 'work.surface', SURFACES, coat ?? 'clean') ?? 'clean'
  const thicknessM = r.quantity(work['thickness'], 'work.thickness', BOUNDS.thickness) ?? 0.01
  const length = NEEDS_LENGTH.includes(shape)
    ? r.quantity(work['length'], 'work.length', BOUNDS.length)
    : r.maybe(work['length'], 'work.length', BOUNDS.length)
  const diameter = NEEDS_DIAMETER.includes(shape)
    ? r.quantity(work['diameter'], 'work.diameter', BOUNDS.diameter)
    : undefined
  const width = NEEDS_WIDTH.includes(shape)
    ? r.quantity(work['width'], 'work.width', BOUNDS.width)
    : shape === 'section'
      ? undefined
      : r.maybe(work['width'], 'work.width', BOUNDS.width)
  const practice = shape === 'practice' ? readPractice(r, work) : []
  if (shape === 'practice' && practice.length === 0)
    r.fail('work.practice', 'Put at least one cut on the practice plate.')
  if (shape === 'slot' && length !== undefined && width !== undefined && length < width)
    r.fail('work.length', 'A slot is longer than it is wide.')
  if (shape === 'pipe' && diameter !== undefined && diameter <= 2 * thicknessM)
    r.fail('work.thickness', 'The wall should be less than half the diameter.')
  const bevelRad = readBevel(r, work, shape)
  const landM = r.or(work['land'], 'work.land', BOUNDS.land, 0)
  if (landM >= thicknessM) r.fail('work.land', 'The land should be less than the thickness.')
  return {
    shape,
    metal,
    carbon: readCarbon(r, work, metal),
    surface: coat !== undefined && surface === 'clean' && blank(work['surface']) ? coat : surface,
    hollow: r.word(work['hollow'], 'work.hollow', HOLLOWS, 'no') ?? 'no',
    thicknessM,
    lengthM: length ?? 0,
    start: r.word(work['start'], 'work.start', STARTS, usualStart(shape)) ?? usualStart(shape),
    position: r.word(work['position'], 'work.position', POSITIONS, 'flat') ?? 'flat',
    wind: r.word(work['wind'], 'work.wind', WINDS, 'calm') ?? 'calm',
    temperatureK: r.or(work['temperature'], 'work.temperature', BOUNDS.plate, STANDARD_TEMPERATURE_K),
    bevelRad,
    lean: r.word(work['lean'], 'work.lean', LEANS, 'over-part') ?? 'over-part',
    landM,
    diameterM: diameter,
    widthM: width,
    count: r.count(work['count'], 'work.count', 'how many', 1, MOST_PIECES),
    stockM: r.maybe(work['stock'], 'work.stock', BOUNDS.stock),
    trimM: r.or(work['trim'], 'work.trim', BOUNDS.land, 0),
    fastener: r.word(work['fastener'], 'work.fastener', FASTENERS, 'bolt') ?? 'bolt',
    pipe: shape === 'pipe' ? readPipe(r, work) : undefined,
    section: shape === 'section' ? readSection(r, work) : undefined,
    practice,
    pierces: r.count(work['pierces'], 'work.pierces', 'the number of pierces', 1, 5000),
    trial: work['trial'] === true || work['trial'] === 'yes',
    ticked: readTicked(r, work),
    changes: readChanges(r, work),
  }
}
