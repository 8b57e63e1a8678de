import { sheetOf } from '../quantity/index.ts'
import { CUT_WORK, NEEDS_DIAMETER, PRACTICE_ITEM, type CutSaid } from './fields.ts'
import { TICKED } from '../piece/fields.ts'
import { blank, readFields, readRows, sectionOf, type Reader } from '../fields/reader.ts'
import { applying } from '../fields/spec.ts'
import { isRecord, type Json, omit } from '../objects.ts'
import { readChanges } from '../piece/plan-change.ts'
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
import {
  COMPOSED,
  type CarbonKnown,
  type CutWork,
  type PipeWork,
  type PracticeItem,
  type SectionWork,
  type Ticked,
} from './types.ts'

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

function readMetal(r: Reader, work: Json): Metal {
  const word = work['metal']
  const found = typeof word === 'string' ? findMetal(word.trim().toLowerCase()) : undefined
  if (found) return found.metal
  r.fail(
    'work.metal',
    `${typeof word === 'string' && word !== '' ? `“${word.slice(0, 40)}” is not known here` : 'Choose one'}: ${METALS.join(', ')}.`,
  )
  return 'low-carbon-steel'
}

/** β from square: spoken from square, or from the plate (90° − β). */
function readBevel(r: Reader, work: Json, { shape, bevelFrom }: CutSaid): number {
  const text = work['bevel']
  const bare = typeof text === 'string' ? text.replace(/\s*(from|off) (the )?(plate|square)\s*$/i, '') : text
  const spoken = typeof text === 'string' && /(from|off) (the )?plate\s*$/i.test(text) ? 'plate' : 'square'
  if (shape !== 'bevel' && blank(bare)) return 0
  const angle = r.quantity(bare, 'work.bevel', CUT_WORK.bevel.bounds)
  if (angle === undefined) return 0
  return (bevelFrom ?? spoken) === 'plate' ? Math.PI / 2 - angle : angle
}

function pipeOf({ pipeCut: cut, pipeAngleRad, runDiameterM, offsetM }: CutSaid): PipeWork {
  const angleRad = cut === 'square' ? 0 : (pipeAngleRad ?? (cut === 'saddle' ? Math.PI / 2 : Math.PI / 4))
  return { cut, angleRad, runDiameterM: cut === 'saddle' ? runDiameterM : undefined, offsetM }
}

function sectionWork({ section: kind, depthM = 0.1, widthM, copeLengthM, copeDepthM }: CutSaid): SectionWork {
  return { kind, depthM, widthM: widthM ?? depthM, copeLengthM, copeDepthM }
}

const readPractice = (r: Reader, work: Json): PracticeItem[] =>
  readRows(
    r,
    work['practice'],
    'work.practice',
    Object.keys(PRACTICE_ITEM),
    (row, path): PracticeItem | undefined => {
      // what its shape does not ask for is not read
      const asked = applying(PRACTICE_ITEM, row)
      const {
        diameterM = 0,
        lengthM = 0,
        widthM = 0,
        bevelRad = 0,
        ...said
      } = readFields(r, asked, PRACTICE_ITEM, path)
      return { ...said, diameterM, lengthM, widthM, bevelRad }
    },
  )

const readTicked = (r: Reader, work: Json): Ticked[] =>
  readRows(r, work['cautions'], 'work.cautions', Object.keys(TICKED), (row) => ({
    code: String(row['code'] ?? '').slice(0, 60),
    by: String(row['by'] ?? '').slice(0, 120),
  }))

/** The work as typed. Faults go to the reader; what could not be read is filled in so that all of them are found. */
export function readWork(r: Reader, input: Json): CutWork {
  const work = sectionOf(r, input, 'work', CUT_WORK)
  const metal = readMetal(r, work)
  // a gauge number is of the metal here, and of nothing that is known in what it is cut with
  r.sheet = sheetOf(metal)
  const read = readFields(r, work, CUT_WORK, 'work')
  r.sheet = undefined
  const { shape, thicknessM, landM, lengthM, diameterM, widthM } = read
  const practice = shape === 'practice' ? readPractice(r, work) : []
  if (shape === 'practice' && practice.length === 0)
    r.fail('work.practice', 'Put at least one cut on the practice plate.')
  if (shape === 'slot' && lengthM !== undefined && widthM !== undefined && lengthM < widthM)
    r.fail('work.length', 'A slot is longer than it is wide.')
  if (shape === 'pipe' && diameterM !== undefined && diameterM <= 2 * thicknessM)
    r.fail('work.thickness', 'The wall should be less than half the diameter.')
  if (landM >= thicknessM) r.fail('work.land', 'The land should be less than the thickness.')
  return {
    ...omit(read, COMPOSED),
    metal,
    carbon: readCarbon(r, work, metal),
    lengthM: lengthM ?? 0,
    bevelRad: readBevel(r, work, read),
    diameterM: NEEDS_DIAMETER.includes(shape) ? diameterM : undefined,
    widthM: shape === 'section' ? undefined : widthM,
    pipe: shape === 'pipe' ? pipeOf(read) : undefined,
    section: shape === 'section' ? sectionWork(read) : undefined,
    practice,
    ticked: readTicked(r, work),
    changes: readChanges(r, work),
  }
}
