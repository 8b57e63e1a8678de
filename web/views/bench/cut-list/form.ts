import { useMemo, useState } from 'react'
import { readStockList } from '#core/stock/read.ts'
import { useShop } from '../../../app/shop.ts'
import { useKeptForm } from '../../../ui/useKeptForm.ts'
import { useCutList } from '../../../work/useCutList.ts'

export interface Row {
  length: string
  count: string
  /** The bar on the rack that it stands for. */
  rackId?: string
}
/** As the list begins. */
const FIRST = {
  name: '',
  stock: [{ length: '6 m', count: '' }] as Row[],
  pieces: [{ length: '', count: '1' }] as Row[],
  kerf: '3 mm',
  trim: '',
  width: '',
  thickness: '',
  metal: 'low-carbon-steel',
  torchId: '',
  keepFrom: '300 mm',
  stockPrice: '',
  oxygenPrice: '',
  fuelPrice: '',
}
export type Form = typeof FIRST

/** Rows that can be added to, changed and taken out. */
export interface RowsEdit {
  change(at: number, part: Partial<Row>): void
  add(row: Row): void
  remove(at: number): void
}

/** The cut list as it is typed, kept over a reload, with what is wrong in it and what is worked out from it. */
export function useListForm() {
  const { settings } = useShop()
  const [form, change] = useKeptForm<Form>('cut-list', FIRST)
  const work = useCutList()
  const [asked, setAsked] = useState(false)
  const read = useMemo(
    () =>
      readStockList(
        {
          stock: form.stock.map(({ length, count }) => ({ length, count })),
          pieces: form.pieces.map(({ length, count }) => ({ length, count })),
          kerf: form.kerf,
          trim: form.trim,
        },
        settings.units,
        settings.decimalMark,
      ),
    [form, settings],
  )
  const refused = work.plan && !work.plan.ok ? work.plan : undefined
  const set = (part: Partial<Form>) => {
    change(part)
    work.forget()
  }
  const rows = (which: 'stock' | 'pieces'): RowsEdit => ({
    change: (at, part) => set({ [which]: form[which].map((r, i) => (i === at ? { ...r, ...part } : r)) }),
    add: (row) => set({ [which]: [...form[which], row] }),
    remove: (at) => set({ [which]: form[which].filter((_, i) => i !== at) }),
  })
  return {
    form,
    set,
    work,
    stock: rows('stock'),
    pieces: rows('pieces'),
    /** What is wrong with the list as a whole. */
    refused: refused?.field === '' ? refused.message : undefined,
    /** What is wrong at a field: as the solver says, or, once it was asked for, as it is read. */
    error: (field: string): string | undefined =>
      (refused?.field === field ? refused.message : undefined) ??
      (asked && !read.ok ? read.errors.find((e) => e.field === field)?.message : undefined),
    go: () => {
      setAsked(true)
      if (read.ok) work.start(read.request)
    },
  }
}
export type ListForm = ReturnType<typeof useListForm>
