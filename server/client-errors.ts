/** Faults of pages, kept in a file beside the log: which page, what broke, which version. Nothing of what was typed. */
import { appendFileSync, existsSync, readFileSync, renameSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { PageFault } from '#contract/types.ts'
import { isRecord } from '#core/objects.ts'

const FILE = 'page-faults.jsonl'
/** So many are kept; the file is made anew when it has grown past twice as many. */
const MOST = 200
const MOST_BYTES = 500_000

const fileIn = (data: string) => join(data, FILE)

function read(data: string): readonly PageFault[] {
  const file = fileIn(data)
  if (!existsSync(file)) return []
  return readFileSync(file, 'utf8')
    .split('\n')
    .flatMap((line): PageFault[] => {
      try {
        const value: unknown = JSON.parse(line)
        if (!isRecord(value)) return []
        const { at, page, what, version } = value
        return [at, page, what, version].every((v) => typeof v === 'string')
          ? [{ at, page, what, version } as PageFault]
          : []
      } catch {
        // half a line, from a disk that was full
        return []
      }
    })
}

/** The newest faults, newest first. */
export const pageFaults = (data: string): readonly PageFault[] => [...read(data)].slice(-MOST).reverse()

/** Keeps one fault; the oldest go when there are too many. */
export function keepPageFault(data: string, fault: PageFault): void {
  const file = fileIn(data)
  if (existsSync(file) && statSync(file).size > MOST_BYTES) {
    const kept = read(data).slice(-MOST)
    writeFileSync(`${file}.part`, kept.map((f) => `${JSON.stringify(f)}\n`).join(''))
    renameSync(`${file}.part`, file)
  }
  appendFileSync(file, `${JSON.stringify(fault)}\n`)
}
