import type { CopyInfo, CopyPreview } from '#contract/types.ts'

export const COPY_WORDS: Readonly<Record<CopyInfo['kind'], string>> = {
  daily: 'daily',
  'by-hand': 'by hand',
  'before-update': 'before an update',
  'before-restore': 'the log that was replaced',
}

const DAY_MS = 24 * 3600 * 1000
/** A log that is copied every day and was not for so long: something is wrong. */
const OLD_MS = 2 * DAY_MS

/** Whether the last good copy is older than it should be. */
export const isOld = (last: string | null, nowMs: number): boolean =>
  last === null || nowMs - Date.parse(last) > OLD_MS

/** So many of something, in words: `1 line`, `12 lines`. */
export const counted = (n: number, one: string, more = `${one}s`): string => `${n} ${n === 1 ? one : more}`

/** A size as people say it. */
export const sizeOf = (bytes: number): string =>
  bytes < 1e6 ? `${Math.ceil(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`

/** What going back would take away, and what it would bring, in sentences. */
export function changesOf({ goes, comes, changed }: CopyPreview): readonly string[] {
  const gone = [
    goes.lines > 0 ? counted(goes.lines, 'line') : '',
    goes.pieces > 0 ? counted(goes.pieces, 'piece') : '',
    goes.runs > 0 ? counted(goes.runs, 'run') : '',
  ].filter((w) => w !== '')
  return [
    gone.length > 0
      ? `Gone from the log: ${gone.join(', ')}, written since.`
      : 'No line, piece or run would be gone.',
    ...(changed > 0 ? [`${counted(changed, 'piece')} would stand as planned then.`] : []),
    ...(comes > 0 ? [`${counted(comes, 'line')} of the copy would be in the log again.`] : []),
  ]
}
