import { createHash } from 'node:crypto'
import { openSheet } from '#core/sheet/open.ts'
import { readSheet, type SheetGood, type SheetLine } from '#core/sheet/read.ts'
import { readAcceptance } from '#application/read-entry.ts'
import { AppError, conflict } from '../errors.ts'
import type { Store } from '../store.ts'
import type { Handlers } from './mount.ts'

/** What makes a row the one that it is: when it comes again, also in a longer sheet, it is here already. */
const sameOf = ({ told, ...line }: SheetLine): string =>
  JSON.stringify([
    line.kind,
    line.at,
    line.title,
    line.jobName,
    line.personName,
    line.metal,
    line.thicknessM,
    line.tipOrificeM,
    line.fuel,
    line.handling,
    Object.entries(told.used).map(([name, used]) => [name, used?.si ?? null]),
  ])

/** Ids made from what the rows say; the second of two that say the same is another. */
export function withIds(rows: readonly SheetGood[]): readonly (SheetLine & { readonly id: string })[] {
  const seen = new Map<string, number>()
  return rows.map(({ line }) => {
    const same = sameOf(line)
    const count = (seen.get(same) ?? 0) + 1
    seen.set(same, count)
    const hash = createHash('sha256').update(`${count} ${same}`).digest('hex')
    // a UUID of version 5: made from what it is of
    const id = `${hash.slice(0, 8)}-${hash.slice(8, 12)}-5${hash.slice(13, 16)}-a${hash.slice(17, 20)}-${hash.slice(20, 32)}`
    return { ...line, id }
  })
}

const unread = (message: string) => new AppError(422, 'bad-input', message, 'text')

/** A shop's own spreadsheet: every good row in one transaction, or none. */
export const sheetHandlers: Pick<Handlers, 'addSheet'> = {
  addSheet: ({ store }: { readonly store: Store }, { body }) => {
    const sheet = openSheet(body.text)
    if (typeof sheet === 'string') throw unread(sheet)
    const settings = store.settings.get()
    const { good } = readSheet(sheet, body.how, {
      tips: store.tips.list(),
      limits: readAcceptance(settings.acceptance, settings).cut,
      today: body.today,
    })
    if (good.length !== body.rows)
      throw conflict(
        'read-otherwise',
        `${good.length} rows are good now, not ${body.rows}. Look at them again.`,
      )
    const people = new Map(store.people.list().map((p) => [p.name.toLowerCase(), p]))
    return store.transaction(() => {
      let added = 0
      for (const line of withIds(good)) {
        if (store.log.has(line.id)) continue
        const person = people.get(line.personName.toLowerCase())
        store.log.add({ ...line, personId: person?.id ?? null, personName: person?.name ?? line.personName })
        added += 1
      }
      return { added, known: good.length - added }
    })
  },
}
