import { api } from '../../../app/api.ts'
import { useShop } from '../../../app/shop.ts'
import { Button } from '../../../ui/Button.tsx'
import { QuantityField } from '../../../ui/QuantityField.tsx'
import { TextField } from '../../../ui/TextField.tsx'
import type { ListForm } from './form.ts'
import { Priced } from './Priced.tsx'
import { Rows } from './Rows.tsx'

/** What is wanted from what: stock, pieces, kerf, prices, and the press that works it out. */
export function Wanted({ list }: { readonly list: ListForm }) {
  const { form, set, stock, pieces, error, work, refused } = list
  return (
    <section aria-label="What is wanted" className="grid content-start gap-4">
      <TextField
        beside={false}
        label="What it is cut from"
        placeholder="Flat 60 × 10"
        maxLength={80}
        value={form.name}
        onChange={(name) => set({ name })}
      />
      <Rows
        legend="Stock at hand"
        what="Stock"
        field="stock"
        rows={form.stock}
        countHint="any"
        first={{ length: '', count: '' }}
        error={error}
        edit={stock}
      >
        <Rack list={list} />
      </Rows>
      <Rows
        legend="Pieces wanted"
        what="Piece"
        field="pieces"
        rows={form.pieces}
        countHint="1"
        first={{ length: '', count: '1' }}
        error={error}
        edit={pieces}
      />
      <div className="grid grid-cols-2 gap-3">
        <QuantityField
          label="Kerf"
          kind="length"
          value={form.kerf}
          error={error('kerf')}
          onChange={(kerf) => set({ kerf })}
        />
        <QuantityField
          label="Trim, each end"
          kind="length"
          value={form.trim}
          empty="none"
          error={error('trim')}
          onChange={(trim) => set({ trim })}
        />
      </div>
      <Priced list={list} />
      {work.busy ? (
        <Working work={work} />
      ) : (
        <Button look="act" className="text-label" onClick={list.go}>
          Work out the least stock
        </Button>
      )}
      {refused ? (
        <p role="alert" className="font-bold text-alarm">
          {refused}
        </p>
      ) : null}
    </section>
  )
}

/** Bars and remnants on the rack that are not in the list yet. */
function Rack({ list: { form, stock } }: { readonly list: ListForm }) {
  const { print } = useShop()
  const rack = api.useStockQuery().data ?? []
  return rack
    .filter((s) => !form.stock.some((r) => r.rackId === s.id))
    .map((s) => (
      <Button
        key={s.id}
        onClick={() =>
          // in full: a bar that is rounded must not come out too short for its pieces
          stock.add({
            length: `${Math.round(s.lengthM * 1e6) / 1e3} mm`,
            count: String(s.count),
            rackId: s.id,
          })
        }
      >
        {s.name}, {print(s.lengthM, 'length')} × {s.count}
        {s.origin === 'remnant' ? ', remnant' : ''}
      </Button>
    ))
}

function Working({ work }: Pick<ListForm, 'work'>) {
  const { print } = useShop()
  const { progress } = work
  return (
    <div className="grid gap-2">
      <p role="status" className="text-field">
        Working it out.
        {progress
          ? ` Best so far ${print(progress.bestM, 'length')}, never less than ${print(progress.boundM, 'length')}.`
          : ''}
      </p>
      <progress
        className="w-full"
        max={1}
        value={progress?.phase === 'bound' ? 0.2 : (progress?.share ?? 0)}
      />
      <Button onClick={work.cancel}>Call it off</Button>
    </div>
  )
}
