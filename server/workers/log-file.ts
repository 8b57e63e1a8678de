/** A log that came as a file: CSV, JSON, or a zip of either with pictures. */
import JSZip from 'jszip'
import { readLog, type FileEntry, type FilePhoto } from '#application/log-file.ts'

/** No log that is unpacked is larger, characters. */
const MOST_UNPACKED = 500_000_000

/** Why a file is no log at all, with its code. */
export interface NoLog {
  readonly status: number
  readonly code: string
  readonly message: string
}
export interface LogFile {
  /** Set where nothing can be taken from it. */
  readonly no?: NoLog
  readonly bad: readonly { readonly line: number; readonly reason: string }[]
  nextLines(most: number): readonly { readonly line: number; readonly entry: FileEntry }[]
  nextPhoto(): Promise<{ readonly photo: FilePhoto; readonly bytes: Uint8Array | null } | null>
}

/** Lines in an order in which each comes after the one that it corrects. */
function inOrder(entries: readonly FileEntry[]): readonly FileEntry[] {
  const byId = new Map(entries.map((e) => [e.id, e]))
  const depths = new Map<string, number>()
  const depth = (first: FileEntry): number => {
    const path: FileEntry[] = []
    let e: FileEntry | undefined = first
    const seen = new Set<string>()
    while (e && !depths.has(e.id) && !seen.has(e.id)) {
      seen.add(e.id)
      path.push(e)
      e = e.corrects === null ? undefined : byId.get(e.corrects)
    }
    let at = e ? (depths.get(e.id) ?? -1) : -1
    for (const p of path.reverse()) depths.set(p.id, (at += 1))
    return depths.get(first.id) ?? 0
  }
  return entries
    .map((e) => ({ e, depth: depth(e) }))
    .sort((a, b) => a.depth - b.depth || a.e.at.localeCompare(b.e.at))
    .map(({ e }) => e)
}

const refused = (status: number, code: string, message: string): LogFile => ({
  no: { status, code, message },
  bad: [],
  nextLines: () => [],
  nextPhoto: () => Promise.resolve(null),
})

/** Reads a log from its bytes; what cannot be taken is listed, and never thrown. */
export async function openArchive(bytes: Buffer): Promise<LogFile> {
  const packed = bytes.subarray(0, 2).toString('latin1') === 'PK'
  const zip = packed ? await JSZip.loadAsync(bytes).catch(() => undefined) : undefined
  if (packed && !zip) return refused(422, 'bad-archive', 'This archive cannot be opened.')
  const file = zip?.file('log.json') ?? zip?.file('log.csv')
  if (zip && !file) return refused(422, 'bad-archive', 'There is no log.json and no log.csv in this archive.')
  const text = file ? await file.async('string') : bytes.toString('utf8')
  if (text.length > MOST_UNPACKED) return refused(413, 'too-large', 'The log in this file is too large.')
  const read = readLog(text)
  const lineOf = new Map(read.entries.map((e, i) => [e, read.lines[i] ?? 0]))
  const lines = inOrder(read.entries)
  let [nextLine, nextPhoto] = [0, 0]
  return {
    bad: read.bad,
    nextLines: (most) => {
      const some = lines.slice(nextLine, nextLine + most)
      nextLine += some.length
      return some.map((entry) => ({ line: lineOf.get(entry) ?? 0, entry }))
    },
    nextPhoto: async () => {
      const photo = read.photos[nextPhoto]
      if (!photo) return null
      nextPhoto += 1
      const picture = await zip?.file(`photos/${photo.id}`)?.async('uint8array')
      return { photo, bytes: picture ?? null }
    },
  }
}
