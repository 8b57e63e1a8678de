/** Ranges as charts print them: `30-40 psi`, `30 to 40`, `20–24 ipm`, `1/2 - 3/4 in`, `35 ± 5`. */
import { NO_ABSOLUTE } from './gauges.ts'
import { parseQuantity, withUnit, type NotUnderstood, type ParseOptions } from './parse.ts'
import type { Kind } from './units.ts'

/** Low and high in SI; alike where a single value was typed. */
export interface RangeRead {
  readonly ok: true
  readonly low: number
  readonly high: number
}

const BETWEEN = /\s*(?:–|—|−|\bto\b|\bthrough\b|\bthru\b|\band\b|\.{2,}|…|~)\s*/i
const PLUS_MINUS = /^(.+?)\s*(?:±|\+\/-|\+-)\s*(.+)$/
const MIXED = /^\d+-\d+\/\d+/
/** From here on a slash between two numbers of a pressure or speed is no fraction: 30/40 psi. */
const LEAST_SLASHED = 3

/** The two sides of a range as they were typed; undefined where it is a single value. */
function sides(text: string, kind: Kind): readonly [string, string] | undefined {
  const clean = text.trim().replace(/^(?:from|between)\s+/i, '')
  const parts = clean.split(BETWEEN)
  if (parts.length === 2 && parts[0] && parts[1]) return [parts[0], parts[1]]
  const spaced = /^(\S.*?)\s+-\s+(\S.*)$/.exec(clean)
  if (spaced) return [spaced[1] ?? '', spaced[2] ?? '']
  if (kind !== 'length' || !MIXED.test(clean)) {
    const joined = /^([^-\s][^-]*)-(\S.*)$/.exec(clean)
    if (joined) return [joined[1] ?? '', joined[2] ?? '']
  }
  const slashed = kind === 'length' ? null : /^(\d+(?:\.\d+)?)\/(\d+(?:\.\d+)?.*)$/.exec(clean)
  return slashed && Number(slashed[1]) >= LEAST_SLASHED ? [slashed[1] ?? '', slashed[2] ?? ''] : undefined
}

/** The unit that stands at the end of a text, with the space before it; blank where there is none. */
const unitAt = (text: string): string => /[\d.)]\s*([a-z°"'″′/%²³]+\.?)\s*$/i.exec(text)?.[1] ?? ''
/** The left side with the right one's unit, where it has none of its own. */
const sharing = (left: string, right: string): string =>
  unitAt(left) === '' && unitAt(right) !== '' ? `${left} ${unitAt(right)}` : left

/**
 * Splits a range as typed into its two ends, each with its unit; undefined where it is a single value.
 * @example splitRange('30-40 psi', 'pressure') // ['30 psi', '40 psi']
 */
export function splitRange(text: string, kind: Kind): readonly [string, string] | undefined {
  const found = sides(text, kind)
  return found && [sharing(found[0], found[1]), found[1].trim()]
}

/**
 * Reads a value or a range. Ends that are the wrong way about are turned round.
 * @param text at most two quantities and what joins them
 * @returns both ends in SI, or a plain sentence as `parseQuantity` has it
 * @example parseRange('20–24 ipm', 'speed').high * 60 / 0.0254 // 24
 */
export function parseRange(text: string, kind: Kind, options: ParseOptions = {}): RangeRead | NotUnderstood {
  const about = PLUS_MINUS.exec(text)
  const [left, right] = about
    ? [sharing(about[1] ?? '', about[2] ?? ''), about[2] ?? '']
    : (splitRange(text, kind) ?? [text, undefined])
  const a = parseQuantity(left, kind, options)
  if (!a.ok) return a
  if (right === undefined)
    return a.reference === 'gauge' ? { ok: true, low: a.value, high: a.value } : NOT_GAUGE
  const b = parseQuantity(right, kind, options)
  if (!b.ok) return b
  if (a.reference !== 'gauge' || b.reference !== 'gauge') return NOT_GAUGE
  return about
    ? { ok: true, low: a.value - b.value, high: a.value + b.value }
    : { ok: true, low: Math.min(a.value, b.value), high: Math.max(a.value, b.value) }
}
const NOT_GAUGE: NotUnderstood = { ok: false, code: 'range', message: NO_ABSOLUTE }

/** A range with its unit spelled out, as of `withUnit`. */
export function rangeWithUnit(text: string, kind: Kind, options: ParseOptions): string {
  const split = sides(text, kind)
  if (!split) return PLUS_MINUS.test(text) ? text : withUnit(text, kind, options)
  const last = withUnit(split[1], kind, options)
  return last === split[1] ? text : `${text.trim()}${last.slice(split[1].trim().length)}`
}
