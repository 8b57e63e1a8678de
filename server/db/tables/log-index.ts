import type { LogQuery } from '#contract/schemas.ts'

/** What a line is found by; the rest of it stays in the database. */
export interface FoundBy {
  readonly rowid: number
  readonly at: string
  readonly id: string
  readonly kind: string
  readonly outcome: string
  readonly metal: string
  readonly person: string
  readonly ticket: string | null
  readonly tip: number | null
  readonly thickness: number | null
  readonly search: string
}
/** What the book can be narrowed to. */
export interface LogChoices {
  readonly metals: readonly string[]
  readonly people: readonly string[]
  readonly tips: readonly number[]
}

const DAY_END = 'T23:59:59.999Z'
/** Two orifices are the same tip when they differ by less, m. */
const SAME_TIP_M = 0.0006 * 0.0254
const MOST_WORDS = 8
const MOST_CHOICES = 200

/** Newest first, and by id where two have the same moment. */
const before = (a: FoundBy, b: FoundBy) => (a.at === b.at ? a.id < b.id : a.at > b.at)
const distinct = <T extends string | number>(values: readonly (T | null)[]): readonly T[] =>
  [...new Set(values.filter((v): v is T => v !== null && v !== ''))]
    .sort((a, b) => (a < b ? -1 : 1))
    .slice(0, MOST_CHOICES)

type Test = (line: FoundBy) => boolean

function fitsAll(tests: readonly Test[], line: FoundBy): boolean {
  for (const test of tests) if (!test(line)) return false
  return true
}

/** What is asked as tests of a line: only those that are asked. */
function testsOf(query: LogQuery, tickets: ReadonlySet<string> | undefined): readonly Test[] {
  const tests: Test[] = []
  const { kind, outcome, metal, person, ticket, from, to } = query
  if (kind !== undefined) tests.push((l) => l.kind === kind)
  if (outcome !== undefined) tests.push((l) => l.outcome === outcome)
  if (metal !== undefined) tests.push((l) => l.metal === metal)
  if (person !== undefined) tests.push((l) => l.person === person)
  if (ticket !== undefined) tests.push((l) => l.ticket === ticket)
  if (tickets !== undefined) tests.push((l) => l.ticket !== null && tickets.has(l.ticket))
  if (query.tip !== undefined) {
    const tip = Number(query.tip)
    tests.push((l) => l.tip !== null && Math.abs(l.tip - tip) <= SAME_TIP_M)
  }
  if (query.thinnest !== undefined) {
    const least = Number(query.thinnest) * (1 - 1e-6)
    tests.push((l) => l.thickness !== null && l.thickness >= least)
  }
  if (query.thickest !== undefined) {
    const most = Number(query.thickest) * (1 + 1e-6)
    tests.push((l) => l.thickness !== null && l.thickness <= most)
  }
  if (from !== undefined) tests.push((l) => l.at >= from)
  if (to !== undefined) {
    const end = to + DAY_END
    tests.push((l) => l.at <= end)
  }
  const words = (query.q ?? '').toLowerCase().split(/\s+/)
  for (const word of words.filter((w) => w !== '').slice(0, MOST_WORDS))
    tests.push((l) => l.search.includes(word))
  return tests
}

/**
 * The columns by which the book is narrowed, in memory: some 15 MB for 50,000 lines, looked through in milliseconds
 * whatever is asked. The database stays the truth: this is read from it, and again when another process wrote to it.
 */
export class LogIndex {
  private lines: FoundBy[] = []
  private version: unknown
  private known: LogChoices | undefined

  constructor(
    private readonly load: () => readonly FoundBy[],
    private readonly versionNow: () => unknown,
  ) {}

  /** A line that was put in just now, by this process. */
  add(line: FoundBy): void {
    this.known = undefined
    if (this.version === undefined) return
    let [low, high] = [0, this.lines.length]
    while (low < high) {
      const middle = (low + high) >> 1
      const there = this.lines[middle]
      if (there && before(there, line)) low = middle + 1
      else high = middle
    }
    this.lines.splice(low, 0, line)
  }

  /** What was put in is not there after all: everything is read again. */
  forget(): void {
    this.version = undefined
    this.known = undefined
  }

  /**
   * A page of what fits, newest first, as row numbers, and how much fits.
   * @param tickets the pieces of the job that is asked for
   */
  find(
    query: LogQuery,
    page: {
      readonly skip: number
      readonly most: number
      readonly tickets?: ReadonlySet<string> | undefined
    },
  ): { readonly rowids: readonly number[]; readonly total: number } {
    const all = this.all()
    const tests = testsOf(query, page.tickets)
    if (tests.length === 0)
      return {
        rowids: all.slice(page.skip, page.skip + page.most).map((l) => l.rowid),
        total: all.length,
      }
    const rowids: number[] = []
    let total = 0
    for (const line of all) {
      if (!fitsAll(tests, line)) continue
      if (total >= page.skip && rowids.length < page.most) rowids.push(line.rowid)
      total += 1
    }
    return { rowids, total }
  }

  choices(): LogChoices {
    const all = this.all()
    this.known ??= {
      metals: distinct(all.map((l) => l.metal)),
      people: distinct(all.map((l) => l.person)),
      tips: distinct(all.map((l) => l.tip)),
    }
    return this.known
  }

  private all(): readonly FoundBy[] {
    const version = this.versionNow()
    if (this.version !== version) {
      this.lines = [...this.load()]
      this.version = version
      this.known = undefined
    }
    return this.lines
  }
}
