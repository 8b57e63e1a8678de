import { Plus, Trash2 } from 'lucide-react'
import { useMemo, useState } from 'react'
import { FIRST_RIG, firstDraft } from '#application/first.ts'
import { costOf, readPrice, takesOf, times } from '#core/cost.ts'
import { NO_RUNS, planDraft } from '#application/plan-of.ts'
import type { Torch } from '#contract/types.ts'
import type { CutListPlan } from '#core/stock/types.ts'
import type { UnitChoices } from '#core/quantity/choices.ts'
import { readStockList } from '#core/stock/read.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Told } from '../../ui/Told.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { useCutList } from '../../work/useCutList.ts'
import { useKeptForm } from '../../ui/useKeptForm.ts'
import { BarPicture } from './BarPicture.tsx'

interface Row {
  length: string
  count: string
  /** The bar on the rack that it stands for. */
  rackId?: string
}
const FIRST = {
  name: '',
  stock: [{ length: '6 m', count: '' }] as Row[],
  pieces: [{ length: '', count: '1' }] as Row[],
  kerf: '3 mm',
  trim: '',
  width: '',
  thickness: '',
  torchId: '',
  keepFrom: '300 mm',
  stockPrice: '',
  oxygenPrice: '',
  fuelPrice: '',
}
type Form = typeof FIRST
const NO_TORCHES: readonly Torch[] = []

/** Many pieces out of bars: the least stock, with the bound beside it, and what it takes and leaves. */
export default function CutList() {
  const { settings, units, say, print } = useShop()
  const [form, change] = useKeptForm<Form>('cut-list', FIRST)
  const rack = api.useStockQuery().data ?? []
  const torches = api.useTorchesQuery().data ?? NO_TORCHES
  const work = useCutList()
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
  const [asked, setAsked] = useState(false)
  const errors = read.ok ? [] : read.errors
  const refused = work.plan && !work.plan.ok ? work.plan : undefined
  const error = (field: string) =>
    (refused?.field === field ? refused.message : undefined) ??
    (asked ? errors.find((e) => e.field === field)?.message : undefined)
  const set = (part: Partial<Form>) => {
    change(part)
    work.forget()
  }
  const rows = (which: 'stock' | 'pieces') => ({
    change: (at: number, part: Partial<Row>) =>
      set({ [which]: form[which].map((r, i) => (i === at ? { ...r, ...part } : r)) }),
    add: (row: Row) => set({ [which]: [...form[which], row] }),
    remove: (at: number) => set({ [which]: form[which].filter((_, i) => i !== at) }),
  })
  const stock = rows('stock')
  const pieces = rows('pieces')
  const go = () => {
    setAsked(true)
    if (read.ok) work.start(read.request)
  }
  const torchOptions = [
    { value: 'usual', label: say('A usual torch') },
    ...torches.map((t) => ({ value: t.id, label: t.name })),
  ]
  return (
    <div className="grid gap-6 py-5 lg:grid-cols-[400px_1fr]">
      <section aria-label="What is wanted" className="grid content-start gap-4">
        <TextField
          beside={false}
          label="What it is cut from"
          placeholder="Flat 60 × 10"
          maxLength={80}
          value={form.name}
          onChange={(name) => set({ name })}
        />
        <fieldset className="grid gap-2">
          <legend className="name pb-1 text-lg text-soft">Stock at hand</legend>
          {form.stock.map((row, i) => (
            <ListRow
              key={i}
              what={`Stock ${i + 1}`}
              row={row}
              countHint="any"
              lengthError={error(`stock.${i}.length`)}
              countError={error(`stock.${i}.count`)}
              onChange={(part) => stock.change(i, part)}
              onRemove={form.stock.length > 1 ? () => stock.remove(i) : undefined}
            />
          ))}
          <div className="flex flex-wrap gap-2">
            <Button onClick={() => stock.add({ length: '', count: '' })}>
              <Plus size={18} aria-hidden="true" /> Length
            </Button>
            {rack
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
              ))}
          </div>
          {error('stock') ? (
            <p role="alert" className="font-bold text-alarm">
              {error('stock')}
            </p>
          ) : null}
        </fieldset>
        <fieldset className="grid gap-2">
          <legend className="name pb-1 text-lg text-soft">Pieces wanted</legend>
          {form.pieces.map((row, i) => (
            <ListRow
              key={i}
              what={`Piece ${i + 1}`}
              row={row}
              countHint="1"
              lengthError={error(`pieces.${i}.length`)}
              countError={error(`pieces.${i}.count`)}
              onChange={(part) => pieces.change(i, part)}
              onRemove={form.pieces.length > 1 ? () => pieces.remove(i) : undefined}
            />
          ))}
          <Button className="justify-self-start" onClick={() => pieces.add({ length: '', count: '1' })}>
            <Plus size={18} aria-hidden="true" /> Piece
          </Button>
          {error('pieces') ? (
            <p role="alert" className="font-bold text-alarm">
              {error('pieces')}
            </p>
          ) : null}
        </fieldset>
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
        <details>
          <summary className="name cursor-pointer py-1 text-lg text-soft">For gas, time and cost</summary>
          <div className="grid grid-cols-2 gap-3 pt-1">
            <QuantityField
              label="Bar is wide"
              kind="length"
              value={form.width}
              empty="not given"
              onChange={(width) => set({ width })}
            />
            <QuantityField
              label="Bar is thick"
              kind="length"
              value={form.thickness}
              empty="not given"
              onChange={(thickness) => set({ thickness })}
            />
            <SelectField
              label={say('Torch')}
              value={form.torchId || 'usual'}
              options={torchOptions}
              onChange={(torchId) => set({ torchId })}
            />
            <QuantityField
              label="Keep remnants from"
              kind="length"
              value={form.keepFrom}
              onChange={(keepFrom) => set({ keepFrom })}
            />
            <Price
              label={`Stock, for a ${units.length === 'in' ? 'foot' : 'metre'}`}
              value={form.stockPrice}
              onChange={(stockPrice) => set({ stockPrice })}
            />
            <Price
              label={`Oxygen, for ${units.volume === 'cu ft' ? '100 cu ft' : '1 m³'}`}
              value={form.oxygenPrice}
              onChange={(oxygenPrice) => set({ oxygenPrice })}
            />
            <Price
              label={`Fuel, for ${units.volume === 'cu ft' ? '100 cu ft' : '1 m³'}`}
              value={form.fuelPrice}
              onChange={(fuelPrice) => set({ fuelPrice })}
            />
          </div>
        </details>
        {work.busy ? (
          <div className="grid gap-2">
            <p role="status" className="text-lg">
              Working it out.
              {work.progress
                ? ` Best so far ${print(work.progress.bestM, 'length')}, never less than ${print(work.progress.boundM, 'length')}.`
                : ''}
            </p>
            <progress
              className="w-full"
              max={1}
              value={work.progress?.phase === 'bound' ? 0.2 : (work.progress?.share ?? 0)}
            />
            <Button onClick={work.cancel}>Call it off</Button>
          </div>
        ) : (
          <Button look="act" className="min-h-[48px] text-xl" onClick={go}>
            Work out the least stock
          </Button>
        )}
        {refused && refused.field === '' ? (
          <p role="alert" className="font-bold text-alarm">
            {refused.message}
          </p>
        ) : null}
      </section>
      {work.plan?.ok ? (
        <Result plan={work.plan} form={form} torches={torches} onDone={() => work.forget()} />
      ) : (
        <p className="text-soft">
          Lengths of bar, flat or strip and the pieces wanted from them. The answer takes the least stock,
          then the fewest bars, then leaves the largest single remnant.
        </p>
      )}
    </div>
  )
}

function ListRow({
  what,
  row,
  countHint,
  lengthError,
  countError,
  onChange,
  onRemove,
}: {
  readonly what: string
  readonly row: Row
  readonly countHint: string
  readonly lengthError: string | undefined
  readonly countError: string | undefined
  readonly onChange: (part: Partial<Row>) => void
  readonly onRemove: (() => void) | undefined
}) {
  return (
    <div className="grid grid-cols-[1fr_92px_44px] items-start gap-2">
      <QuantityField
        label={`${what}, length`}
        kind="length"
        value={row.length}
        error={lengthError}
        onChange={(length) => onChange({ length })}
      />
      <TextField
        beside={false}
        label="How many"
        aria-label={`${what}, how many`}
        inputMode="numeric"
        placeholder={countHint}
        value={row.count}
        error={countError}
        onChange={(count) => onChange({ count })}
      />
      {onRemove ? (
        <button
          type="button"
          aria-label={`Take out ${what.toLowerCase()}`}
          className="mt-7 grid size-11 place-items-center"
          onClick={onRemove}
        >
          <Trash2 size={18} />
        </button>
      ) : null}
    </div>
  )
}

function Price({
  label,
  value,
  onChange,
}: {
  readonly label: string
  readonly value: string
  readonly onChange: (value: string) => void
}) {
  const wrong = value.trim() !== '' && readPrice(value) === undefined
  return (
    <TextField
      beside={false}
      label={label}
      value={value}
      error={wrong ? 'A plain number, or nothing.' : undefined}
      inputMode="decimal"
      placeholder="not given"
      onChange={onChange}
    />
  )
}

const USUAL_KEEP_M = 0.3
/** A length as typed, m; undefined while it cannot be read. */
const lengthOf = (text: string, units: UnitChoices): number | undefined => {
  const read = readStockList({ stock: [{ length: text }], pieces: [], kerf: '' }, units)
  return read.ok ? read.request.stock[0]?.lengthM : undefined
}
const FOOT_M = 0.3048

function Result({
  plan,
  form,
  torches,
  onDone,
}: {
  readonly plan: CutListPlan
  readonly form: Form
  readonly torches: readonly Torch[]
  readonly onDone: () => void
}) {
  const { settings, units, print } = useShop()
  const [book, booking] = api.useCutStockMutation()
  const [booked, setBooked] = useState(false)
  const [cutId] = useState(() => crypto.randomUUID())
  const one = useMemo(() => {
    if (form.width.trim() === '' || form.thickness.trim() === '') return undefined
    const first = firstDraft(settings)
    const rig = torches.find((t) => t.id === form.torchId)?.rig ?? FIRST_RIG
    const planned = planDraft(
      {
        ...first,
        work: { ...first.work, shape: 'straight', thickness: form.thickness, length: form.width },
        rig: { ...rig, guide: 'none' },
      },
      settings,
      NO_RUNS,
      units,
    )
    return planned.ok ? takesOf(planned.plan) : undefined
  }, [form.width, form.thickness, form.torchId, settings, units, torches])
  const keepM = lengthOf(form.keepFrom, settings.units) ?? USUAL_KEEP_M
  const remnants = plan.patterns.filter((p) => p.remnantM >= keepM)
  const takes = one && times(one, plan.cuts)
  const gas = takes && {
    oxygen: form.oxygenPrice,
    fuel: form.fuelPrice,
    hour: '',
    per: units.volume === 'cu ft' ? ('100 cu ft' as const) : ('m3' as const),
  }
  const stockPrice = readPrice(form.stockPrice)
  const costs = [
    stockPrice === undefined
      ? undefined
      : (stockPrice * plan.stockUsedM) / (units.length === 'in' ? FOOT_M : 1),
    gas && costOf(takes, gas),
  ].filter((c) => c !== undefined)
  const taken = form.stock.flatMap((row) => {
    if (!row.rackId) return []
    const m = lengthOf(row.length, settings.units)
    const count = plan.patterns
      .filter((p) => m !== undefined && Math.abs(p.stockM - m) < 1e-6)
      .reduce((n, p) => n + p.times, 0)
    // no more than the rack has, where another row is as long
    const most = Math.min(count, Number(row.count) || count)
    return most > 0 ? [{ id: row.rackId, count: most }] : []
  })
  const put = async () => {
    await book({
      id: cutId,
      taken,
      remnants: remnants.map((p, i) => ({
        // the same remnant each time that it is sent
        id: `${cutId.slice(0, -4)}${(0x1000 + i).toString(16)}`,
        name: form.name.trim() || 'Bar',
        lengthM: p.remnantM,
        count: p.times,
      })),
    }).unwrap()
    setBooked(true)
  }
  return (
    <section aria-label="How to cut it" className="grid content-start gap-4">
      <div className="flex flex-wrap items-end gap-x-10 gap-y-2">
        <div>
          <h2 className="text-soft">Stock taken</h2>
          <p className="figure text-[2.6rem] leading-none">{print(plan.stockUsedM, 'length')}</p>
          <p className="text-soft">
            {plan.bars} {plan.bars === 1 ? 'bar' : 'bars'}
          </p>
        </div>
        <div>
          <h2 className="text-soft">Never less than</h2>
          <p className="figure text-[1.8rem] leading-none">{print(plan.lowerBoundM, 'length')}</p>
          <p className="text-soft">
            {plan.proved
              ? 'so this is the least there is'
              : 'by the linear programme; this may not be the least'}
          </p>
        </div>
        {plan.firstFitM === undefined ? null : (
          <div>
            <h2 className="text-soft">Longest first, as one would by hand</h2>
            <p className="figure text-[1.8rem] leading-none">{print(plan.firstFitM, 'length')}</p>
            <p className="text-soft">
              {plan.firstFitM > plan.stockUsedM + 1e-9
                ? `${print(plan.firstFitM - plan.stockUsedM, 'length')} saved`
                : 'the same'}
            </p>
          </div>
        )}
      </div>
      <ol className="grid gap-3">
        {plan.patterns.map((p, i) => (
          <li key={i}>
            <p className="name text-lg">
              <strong>{p.times} ×</strong> {print(p.stockM, 'length')}:{' '}
              {grouped(p.piecesM, (m) => print(m, 'length'))}
              {p.remnantM > 0 ? (
                <span className="text-soft">; {print(p.remnantM, 'length')} left</span>
              ) : null}
            </p>
            <BarPicture pattern={p} longestM={Math.max(...plan.patterns.map((q) => q.stockM))} />
          </li>
        ))}
      </ol>
      <dl className="name flex flex-wrap gap-x-8 gap-y-1 text-[1.1rem]">
        <Told name="Cuts" value={String(plan.cuts)} />
        <Told name="Torch time" value={takes && print(takes.torchS, 'time')} />
        <Told name="Oxygen" value={takes && print(takes.oxygenM3, 'volume')} />
        <Told name="Fuel" value={takes && print(takes.fuelM3, 'volume')} />
        <Told
          name="Cost of what was priced"
          value={costs.length > 0 ? costs.reduce((a, b) => a + b, 0).toFixed(2) : undefined}
        />
      </dl>
      {one === undefined ? (
        <p className="text-soft">Give the bar's width and thickness for time and gas; they are estimates.</p>
      ) : null}
      {booked ? (
        <p role="status" className="font-bold text-verdigris">
          Booked: bars off the rack, remnants on it.{' '}
          <Button look="quiet" onClick={onDone}>
            Next list
          </Button>
        </p>
      ) : taken.length > 0 || remnants.length > 0 ? (
        <div className="flex flex-wrap items-center gap-3">
          <Button disabled={booking.isLoading} onClick={() => void put().catch(() => undefined)}>
            It is cut: book bars and remnants
          </Button>
          <span className="text-soft">
            {taken.reduce((n, t) => n + t.count, 0)} off the rack, {remnants.reduce((n, p) => n + p.times, 0)}{' '}
            remnants of {print(keepM, 'length')} or more on it
          </span>
        </div>
      ) : null}
      {booking.error ? (
        <p role="alert" className="font-bold text-alarm">
          {(booking.error as Failure).message}
        </p>
      ) : null}
    </section>
  )
}

/** "2 × 24 in, 18 in" */
function grouped(lengths: readonly number[], print: (m: number) => string): string {
  const counts = new Map<string, number>()
  for (const m of lengths) counts.set(print(m), (counts.get(print(m)) ?? 0) + 1)
  return [...counts].map(([text, n]) => (n > 1 ? `${n} × ${text}` : text)).join(', ')
}
