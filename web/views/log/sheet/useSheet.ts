import { format } from 'date-fns/format'
import { useMemo, useState } from 'react'
import { isFuel } from '#core/gas/fuels.ts'
import type { UnitId } from '#core/quantity/index.ts'
import type { SheetField } from '#core/sheet/fields.ts'
import { guessHow, openSheet, type Sheet, type SheetHow } from '#core/sheet/open.ts'
import { readSheet, type SheetRead } from '#core/sheet/read.ts'
import { readAcceptance } from '#application/read-entry.ts'
import type { OwnTip, SheetTaken } from '#contract/types.ts'
import { api, type Failure } from '../../../app/api.ts'
import { useShop } from '../../../app/shop.ts'

const NO_TIPS: readonly OwnTip[] = []

/** A sheet that was opened, how it is to be read, and what that makes of it. */
export interface OpenedSheet {
  readonly text: string
  readonly sheet: Sheet
  readonly how: SheetHow
}

/** What the page of a spreadsheet works with. */
export interface SheetWork {
  readonly opened: OpenedSheet | undefined
  readonly read: SheetRead | undefined
  readonly fault: string
  readonly taken: SheetTaken | undefined
  readonly busy: boolean
  open(text: string): void
  refuse(why: string): void
  change(how: Partial<SheetHow>): void
  setColumn(at: number, field: SheetField | null): void
  setUnit(field: SheetField, unit: UnitId): void
  setSame(field: SheetField, value: string): void
  take(): Promise<void>
}

/** Opens a spreadsheet, guesses how it is meant, reads it anew at each change, and sends it when it is taken. */
export function useSheet(): SheetWork {
  const { settings } = useShop()
  const tips = api.useTipsQuery().data ?? NO_TIPS
  const torches = api.useTorchesQuery().data ?? []
  const [send, sent] = api.useAddSheetMutation()
  const [opened, setOpened] = useState<OpenedSheet | undefined>(undefined)
  const [fault, setFault] = useState('')
  const [taken, setTaken] = useState<SheetTaken | undefined>(undefined)
  const today = format(new Date(), 'yyyy-MM-dd')
  const about = useMemo(
    () => ({ tips, limits: readAcceptance(settings.acceptance, settings).cut, today }),
    [tips, settings, today],
  )
  const read = useMemo(
    () => (opened ? readSheet(opened.sheet, opened.how, about) : undefined),
    [opened, about],
  )
  const change = (how: Partial<SheetHow>) =>
    setOpened((now) => (now ? { ...now, how: { ...now.how, ...how } } : now))
  const how = opened?.how
  return {
    opened,
    read,
    fault,
    taken,
    busy: sent.isLoading,
    open: (text) => {
      const sheet = openSheet(text)
      setTaken(undefined)
      setFault(typeof sheet === 'string' ? sheet : '')
      const fuel = torches.map((t) => t.rig.fuel).find(isFuel) ?? 'acetylene'
      setOpened(
        typeof sheet === 'string'
          ? undefined
          : {
              text,
              sheet,
              how: guessHow(
                sheet,
                settings.units,
                {
                  what: 'cut',
                  cutMetal: 'low-carbon-steel',
                  brazeMetal: 'copper',
                  joint: 'socket',
                  handling: 'hand',
                  fuel,
                },
                settings.decimalMark,
              ),
            },
      )
    },
    refuse: (why) => {
      setOpened(undefined)
      setTaken(undefined)
      setFault(why)
    },
    change,
    // a field has one column: the one that had it before is left out
    setColumn: (at, field) =>
      change({
        columns: how?.columns.map((f, i) => (i === at ? field : f === field ? null : f)) ?? [],
      }),
    setUnit: (field, unit) => change({ units: { ...how?.units, [field]: unit } }),
    setSame: (field, value) => change({ same: { ...how?.same, [field]: value } }),
    take: async () => {
      if (!opened || !read) return
      setFault('')
      const { data, error } = await send({
        text: opened.text,
        how: { ...opened.how, columns: [...opened.how.columns] },
        today,
        rows: read.good.length,
      })
      if (data) {
        setTaken(data)
        setOpened(undefined)
      } else setFault((error as Failure).message)
    },
  }
}
