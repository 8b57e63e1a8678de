/** What a line of the log is found by: its words, and its facets (kind, outcome, who, which piece …) as words of their own. */
import type { LogQuery } from '#contract/schemas.ts'
import type { NewEntry } from './log-rows.ts'

/** What people type: words, numbers with their points, drill sizes. */
const WORD = /[\p{L}\p{N}.#]+/gu
const MOST_WORDS = 8

/** A facet as a word that nobody can type, since typed words have no `=`. */
const facet = (letter: string, value: string): string => {
  const plain = value.toLowerCase().replaceAll(/[^\p{L}\p{N}]/gu, '')
  return plain === '' ? '' : `=${letter}${plain}`
}
/** Tips to 0.01 mm, thicknesses to an eighth of an octave: what lies near is asked for too, and looked at exactly. */
const tipStep = (m: number) => Math.round(m * 1e5)
const thicknessStep = (m: number) => Math.floor(8 * Math.log2(m / 1e-5))
const MOST_STEPS = 400

/** What a line can be found by, beside its columns. */
export function searchOf(e: NewEntry, jobId: string | null): string {
  const t = e.told
  const own =
    t.kind === 'cut'
      ? [t.edge, t.slag, t.note, t.lot, t.cylinder]
      : t.kind === 'braze'
        ? [t.joint, t.metals, t.filler, t.note, t.lot, t.cylinder]
        : t.kind === 'override'
          ? ['left out', t.what, t.reason]
          : t.kind === 'fault'
            ? [...t.signs, t.cause, t.fix]
            : t.kind === 'trouble'
              ? ['trouble', t.title, t.what]
              : t.kind === 'reading'
                ? ['reading', t.what, t.device]
                : t.kind === 'run'
                  ? ['run', t.state]
                  : ['test', t.verdict]
  const words = [e.title, e.jobName, e.personName, ...own].join(' ').toLowerCase().replaceAll('=', ' ')
  const facets = [
    facet('k', e.kind),
    facet('o', e.outcome),
    facet('m', e.metal),
    facet('p', e.personName),
    facet('t', e.pieceId ?? ''),
    facet('j', jobId ?? ''),
    e.tipOrificeM === null ? '' : facet('s', String(tipStep(e.tipOrificeM))),
    e.thicknessM === null ? '' : facet('h', String(thicknessStep(e.thicknessM))),
  ]
  return [words, ...facets.filter((f) => f !== '')].join(' ')
}

const anyOf = (letter: string, from: number, to: number): string =>
  `(${Array.from({ length: Math.min(MOST_STEPS, to - from + 1) }, (_, i) => `"${facet(letter, String(from + i))}"`).join(' OR ')})`

/** A plate that nobody has is thicker, m. */
const THICKEST_M = 10

/** A query as the index of words is asked it; empty where it asks for nothing but moments. */
export function matchOf(query: LogQuery): string {
  const parts: string[] = []
  const { kind, outcome, metal, person, piece, job, tip, thinnest, thickest } = query
  for (const [letter, value] of [
    ['k', kind],
    ['o', outcome],
    ['m', metal],
    ['p', person],
    ['t', piece],
    ['j', job],
  ] as const)
    if (value !== undefined) parts.push(`"${facet(letter, value) || '='}"`)
  if (tip !== undefined) parts.push(anyOf('s', tipStep(Number(tip)) - 2, tipStep(Number(tip)) + 2))
  if (thinnest !== undefined || thickest !== undefined) {
    const step = (m: string | undefined, otherwise: number) =>
      thicknessStep(Math.min(THICKEST_M, Math.max(1e-5, m === undefined ? otherwise : Number(m))))
    parts.push(
      anyOf('h', step(thinnest, 1e-5) - (thinnest === undefined ? 0 : 1), step(thickest, THICKEST_M) + 1),
    )
  }
  for (const [word] of [...(query.q ?? '').toLowerCase().matchAll(WORD)].slice(0, MOST_WORDS))
    parts.push(`"${word}" *`)
  return parts.join(' AND ')
}
