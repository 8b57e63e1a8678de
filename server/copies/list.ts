/** Which copies of a log there are, as far as their names tell. */
import { existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import type { CopyInfo } from '#contract/types.ts'

export const backupsIn = (data: string): string => join(data, 'backups')

export interface CopyFile {
  /** By which it is asked for: of its file, or of its folder for a log that was put aside. */
  readonly name: string
  readonly file: string
  readonly kind: CopyInfo['kind']
  /** When it was made, ISO. */
  readonly at: string
}

const STAMP = /(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)-(\d{3})Z/
/** The instant in a name; undefined for a name without one. */
function instantIn(name: string): string | undefined {
  const [, day, h, m, s, ms] = STAMP.exec(name) ?? []
  const at = `${day}T${h}:${m}:${s}.${ms}Z`
  return day !== undefined && !Number.isNaN(Date.parse(at)) ? at : undefined
}

function kindOf(name: string): CopyInfo['kind'] | undefined {
  if (/^daily-.*\.sqlite$/.test(name)) return 'daily'
  if (/^wimble-v\d+-.*\.sqlite$/.test(name)) return 'before-update'
  if (/^wimble-.*\.(zip|sqlite)$/.test(name)) return 'by-hand'
  return undefined
}

/** Newest first. */
export function listCopies(data: string): readonly CopyFile[] {
  const folder = backupsIn(data)
  const found: CopyFile[] = []
  if (existsSync(folder))
    for (const name of readdirSync(folder)) {
      const [kind, at] = [kindOf(name), instantIn(name)]
      if (kind && at !== undefined) found.push({ name, file: join(folder, name), kind, at })
    }
  if (existsSync(data))
    for (const name of readdirSync(data)) {
      const at = /^before(-restore)?-\d/.test(name) ? instantIn(name) : undefined
      const file = join(data, name, 'wimble.sqlite')
      if (at !== undefined && existsSync(file)) found.push({ name, file, kind: 'before-restore', at })
    }
  return found.sort((a, b) => b.at.localeCompare(a.at))
}

const DAYS = 7
const WEEKS = 4
const MONTHS = 12
const DAY_MS = 24 * 3600 * 1000
/** Weeks begin on a Monday: day 0 of 1970 was a Thursday. */
const weekOf = (at: string) => Math.floor((Date.parse(at) / DAY_MS + 3) / 7)

/**
 * Which daily copies may go: the newest of each of the last 7 days, 4 weeks and 12 months that have one are kept. One
 * that is dated in the future is left alone, and counts for nothing.
 */
export function outlived(copies: readonly CopyFile[], now: Date): readonly CopyFile[] {
  const daily = copies.filter((c) => c.kind === 'daily' && Date.parse(c.at) <= now.getTime())
  const kept = new Set<CopyFile>()
  const keep = (most: number, spanOf: (at: string) => string | number) => {
    const spans = new Set<string | number>()
    for (const c of daily) {
      const span = spanOf(c.at)
      if (spans.has(span)) continue
      if (spans.size === most) return
      spans.add(span)
      kept.add(c)
    }
  }
  keep(DAYS, (at) => at.slice(0, 10))
  keep(WEEKS, weekOf)
  keep(MONTHS, (at) => at.slice(0, 7))
  return daily.filter((c) => !kept.has(c))
}

/** Whether a day has passed since the newest daily copy that is not dated in the future. */
export function isCopyDue(copies: readonly CopyFile[], now: Date): boolean {
  const newest = copies.find((c) => c.kind === 'daily' && Date.parse(c.at) <= now.getTime())
  return newest === undefined || Date.parse(newest.at) <= now.getTime() - DAY_MS
}
