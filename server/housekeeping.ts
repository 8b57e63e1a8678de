import type { Logger } from 'pino'
import type { Copies, DamagedRow, DamageList } from '#contract/types.ts'
import { listCopies } from './copies/list.ts'
import type { Damage } from './damage.ts'
import type { Db } from './db/db.ts'
import { AppError, notFound } from './errors.ts'
import { putBack } from './mend.ts'
import type { Store } from './store.ts'
import type { Lanes } from './workers/lanes.ts'

/** A start answers pages first. */
const FIRST_MS = 3000
const EVERY_MS = 3600_000

export interface HouseOptions {
  readonly db: Db
  readonly store: Store
  readonly damage: Damage
  readonly lanes: Lanes
  readonly data: string
  readonly log: Logger
  readonly now: () => Date
}

/** What is done for the log while nobody asks: a copy a day, and once after each start a look through every row. */
export class Housekeeping {
  readonly damage: Damage
  /** When the last good copy was made, ISO. */
  lastCopy: string | null
  private failure: string | null = null
  private lookedThroughAt: string | null = null
  private timer: NodeJS.Timeout | undefined
  private stopped = false

  constructor(private readonly options: HouseOptions) {
    this.damage = options.damage
    // as far as names tell, until they have been opened
    const now = options.now().toISOString()
    this.lastCopy =
      listCopies(options.data).find((c) => c.kind !== 'before-restore' && c.at <= now)?.at ?? null
    // a line that is left out teaches nothing
    this.damage.onFound(({ table, row }) => {
      options.log.warn({ table, row }, 'damaged row')
      if (table === 'log' && row >= 0) options.store.log.leaveOut(row)
    })
  }

  begin(firstMs = FIRST_MS): void {
    this.later(firstMs)
  }

  stop(): void {
    this.stopped = true
    clearTimeout(this.timer)
  }

  private later(ms: number): void {
    this.timer = setTimeout(() => {
      void this.tend()
        .catch((error: unknown) => this.options.log.error({ err: error }))
        .finally(() => {
          if (!this.stopped) this.later(EVERY_MS)
        })
    }, ms)
    this.timer.unref()
  }

  /** A copy when one is due, and the look through every row when it was not had yet. */
  async tend(): Promise<void> {
    if (this.lookedThroughAt === null) await this.lookThrough()
    await this.copying(() => this.options.lanes.haul.copyWhenDue(this.options.now()))
    await this.copies()
  }

  private async lookThrough(): Promise<void> {
    await this.damage.looking(
      () => this.options.lanes.haul.audit(),
      (found) => (this.stopped ? [] : found),
    )
    if (this.stopped) return
    this.lookedThroughAt = this.options.now().toISOString()
  }

  private async copying(work: () => Promise<unknown>): Promise<void> {
    try {
      await work()
      this.failure = null
    } catch (error) {
      if (this.stopped) return
      this.options.log.error({ err: error }, 'copy')
      this.failure = error instanceof Error ? error.message : String(error)
    }
  }

  /** A copy of the log with its pictures, now. */
  async makeCopy(): Promise<Copies> {
    await this.copying(() => this.options.lanes.haul.copyNow(this.options.now()))
    return this.copies()
  }

  /** Every copy, opened and counted. */
  async copies(): Promise<Copies> {
    const copies = await this.options.lanes.haul.copies()
    const now = this.options.now().toISOString()
    this.lastCopy =
      copies.find((c) => c.kind !== 'before-restore' && c.at <= now && c.fault === null && c.damaged === 0)
        ?.at ?? null
    return { copies, last: this.lastCopy, failure: this.failure }
  }

  async damaged(): Promise<DamageList> {
    const rows = this.damage.list()
    return {
      rows: rows.length === 0 ? [] : await this.options.lanes.haul.copiesWith(rows),
      lookedThroughAt: this.lookedThroughAt,
    }
  }

  /** Puts a damaged row back from the newest copy that has it whole. */
  async mend({ table, row }: Pick<DamagedRow, 'table' | 'row'>): Promise<DamageList> {
    const { haul } = this.options.lanes
    const found = this.damage.list().find((d) => d.table === table && d.row === row)
    if (!found) return this.damaged()
    const [placed] = await haul.copiesWith([found])
    const values = placed?.copy && (await haul.rowIn(placed.copy.name, found))
    if (!values) throw notFound('copy that has it whole')
    try {
      putBack(this.options.db, found, values)
    } catch (error) {
      this.options.log.error({ err: error }, 'mend')
      throw new AppError(
        409,
        'does-not-fit',
        'The copy’s row does not fit into the log as it stands. Go back to the whole copy in Settings.',
      )
    }
    if (table === 'plans') this.options.store.runs.forget()
    this.damage.mended(found)
    return this.damaged()
  }
}
