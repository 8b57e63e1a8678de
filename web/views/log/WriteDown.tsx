import { useState, type ReactNode } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import type { CutPlan } from '#core/cut/types.ts'
import { DROPS, EDGES, SLAG_CLASSES, type Drop, type Edge, type SlagClass } from '#core/record/outcome.ts'
import { parseQuantity, printQuantity } from '#core/quantity/index.ts'
import type { LogDraft } from '#contract/schemas.ts'
import type { Run } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { outbox } from '../../app/outbox.ts'
import { ServerNotice } from '../../app/ServerNotice.tsx'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import { EdgeTile, SlagTile } from '../../drawing/OutcomeTiles.tsx'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { DROP_WORDS, EDGE_WORDS, SLAG_WORDS } from './outcome-words.ts'
import { useKeptForm } from './useKeptForm.ts'

/** What came out: written down once the cut is done. */
export default function WriteDown() {
  const { runId = '' } = useParams()
  const { data: run, error } = api.useRunQuery(runId)
  if (error && !run) return <Missing what="run" failure={error} />
  if (!run) return <p className="p-8 text-soft">Opening.</p>
  if (run.plan.kind !== 'cut')
    return (
      <main className="p-8">
        <h1 className="text-3xl">A braze is not written down here</h1>
        <p className="pt-2">Its run, step by step, is in the book already.</p>
      </main>
    )
  if (run.logged)
    return (
      <main className="p-8">
        <h1 className="text-3xl">This cut is in the log already</h1>
        <p className="pt-3">
          <Link className="underline" to="/log">
            See the log
          </Link>
        </p>
      </main>
    )
  return <Sheet run={run} plan={run.plan} />
}

interface Form {
  readonly tipOrifice: string
  readonly oxygenPressure: string
  readonly fuelPressure: string
  readonly travelSpeed: string
  readonly edge: Edge | ''
  readonly slag: SlagClass | ''
  readonly drop: Drop | ''
  readonly kerf: string
  readonly note: string
  readonly personId: string
}
const NOBODY = 'nobody'

function Sheet({ run, plan }: { readonly run: Run; readonly plan: CutPlan }) {
  const go = useNavigate()
  const send = useSend()
  const { units, say, print } = useShop()
  const people = (api.usePeopleQuery().data ?? []).filter((p) => p.active)
  const here = useApp((s) => s.device.personId)
  const { figures } = plan
  const planned = (si: number | undefined, unit: Parameters<typeof printQuantity>[1]) =>
    si === undefined ? '' : printQuantity(si, unit)
  const [form, change, letGo] = useKeptForm<Form>(`log.${run.id}`, {
    tipOrifice: planned(figures.tipOrifice?.value, units.length),
    oxygenPressure: planned(figures.cuttingOxygenPressure?.value, units.pressure),
    fuelPressure: planned(figures.fuelPressure?.value, units.pressure),
    travelSpeed: planned(figures.travelSpeed?.value, units.speed),
    edge: '',
    slag: '',
    drop: '',
    kerf: '',
    note: '',
    personId: run.personId ?? here ?? NOBODY,
  })
  const [asked, setAsked] = useState(false)
  const unread = (text: string, kind: 'length' | 'pressure' | 'speed') =>
    text.trim() !== '' && !parseQuantity(text, kind, { unit: units[kind] }).ok
  const faults = {
    edge: form.edge === '' ? 'Say what the edge is like.' : undefined,
    slag: form.slag === '' ? 'Say how the slag comes off.' : undefined,
    drop: form.drop === '' ? 'Say whether it dropped.' : undefined,
  }
  const save = () => {
    setAsked(true)
    const bad =
      unread(form.tipOrifice, 'length') ||
      unread(form.kerf, 'length') ||
      unread(form.oxygenPressure, 'pressure') ||
      unread(form.fuelPressure, 'pressure') ||
      unread(form.travelSpeed, 'speed')
    if (form.edge === '' || form.slag === '' || form.drop === '' || bad) return
    const body: LogDraft = {
      id: crypto.randomUUID(),
      ticketId: run.ticketId,
      runId: run.id,
      personId: form.personId === NOBODY ? null : form.personId,
      at: new Date(Date.now()).toISOString(),
      used: {
        tipOrifice: form.tipOrifice,
        oxygenPressure: form.oxygenPressure,
        fuelPressure: form.fuelPressure,
        travelSpeed: form.travelSpeed,
      },
      edge: form.edge,
      slag: form.slag,
      drop: form.drop,
      kerf: form.kerf,
      note: form.note,
    }
    send(
      outbox.actions.enqueued({
        id: body.id,
        key: `log:${run.id}`,
        route: 'addLog',
        params: {},
        body,
        notBefore: 0,
      }),
    )
    letGo()
    void go('/log')
  }
  const kerf = figures.kerf
  return (
    <main className="mx-auto max-w-[1060px] px-5 pb-28">
      <ServerNotice />
      <header className="flex flex-wrap items-baseline gap-x-4 pt-5 pb-3">
        <h1 className="text-4xl">What came out</h1>
        <p className="grow text-soft">
          {run.title}, {run.jobName}
        </p>
        <Link
          className="name min-h-10 content-center text-lg underline underline-offset-4"
          to={run.endedAt ? '/' : `/run/${run.id}`}
        >
          {run.endedAt ? 'Today' : 'Back to the run'}
        </Link>
      </header>
      <div className="grid gap-6">
        <Tiles label="The edge" error={asked ? faults.edge : undefined}>
          {EDGES.map((edge) => (
            <Tile key={edge} word={EDGE_WORDS[edge]} on={form.edge === edge} onPick={() => change({ edge })}>
              <EdgeTile edge={edge} />
            </Tile>
          ))}
        </Tiles>
        <Tiles label="Slag underneath comes off" error={asked ? faults.slag : undefined}>
          {SLAG_CLASSES.map((slag) => (
            <Tile key={slag} word={SLAG_WORDS[slag]} on={form.slag === slag} onPick={() => change({ slag })}>
              <SlagTile slag={slag} />
            </Tile>
          ))}
        </Tiles>
        <Tiles label="Did it drop?" error={asked ? faults.drop : undefined}>
          {DROPS.map((drop) => (
            <Tile
              key={drop}
              word={DROP_WORDS[drop]}
              on={form.drop === drop}
              onPick={() => change({ drop })}
            />
          ))}
        </Tiles>
        <div className="grid gap-6 border-t-[1.5px] border-rule pt-4 md:grid-cols-2">
          <section aria-label="Measured" className="grid content-start gap-3">
            <QuantityField
              label="Kerf, measured"
              kind="length"
              value={form.kerf}
              empty="leave empty if not measured"
              hint={
                kerf
                  ? `Planned ${print(kerf.value, 'length')}. The next plan with this tip uses what you measure.`
                  : ''
              }
              onChange={(v) => change({ kerf: v })}
            />
            <Field label="Note">
              {({ id }) => (
                <textarea
                  id={id}
                  className="field min-h-[112px]! py-2! font-text!"
                  maxLength={2000}
                  value={form.note}
                  onChange={(e) => change({ note: e.target.value })}
                />
              )}
            </Field>
            <SelectField
              label="Written down by"
              value={form.personId}
              options={[
                ...people.map((p) => ({ value: p.id, label: p.name })),
                { value: NOBODY, label: 'Nobody named' },
              ]}
              onChange={(personId) => change({ personId })}
            />
          </section>
          <section aria-label="What was really used" className="grid content-start gap-3">
            <QuantityField
              label={say('Tip')}
              kind="length"
              value={form.tipOrifice}
              hint="As planned, unless you changed it."
              onChange={(v) => change({ tipOrifice: v })}
            />
            <QuantityField
              label="Oxygen at the regulator"
              kind="pressure"
              value={form.oxygenPressure}
              onChange={(v) => change({ oxygenPressure: v })}
            />
            <QuantityField
              label="Fuel at the regulator"
              kind="pressure"
              value={form.fuelPressure}
              onChange={(v) => change({ fuelPressure: v })}
            />
            <QuantityField
              label="Travel speed"
              kind="speed"
              value={form.travelSpeed}
              onChange={(v) => change({ travelSpeed: v })}
            />
          </section>
        </div>
        <Button look="act" className="min-h-[64px] text-2xl" onClick={save}>
          Put it in the book
        </Button>
      </div>
    </main>
  )
}

function Tiles({
  label,
  error,
  children,
}: {
  readonly label: string
  readonly error: string | undefined
  readonly children: ReactNode
}) {
  return (
    <div role="radiogroup" aria-label={label}>
      <h2 className="pb-2 text-2xl">{label}</h2>
      <div className="grid grid-cols-3 gap-3 sm:grid-cols-5">{children}</div>
      {error ? (
        <p role="alert" className="pt-1 font-bold text-alarm">
          {error}
        </p>
      ) : null}
    </div>
  )
}

function Tile({
  word,
  on,
  onPick,
  children,
}: {
  readonly word: string
  readonly on: boolean
  readonly onPick: () => void
  readonly children?: ReactNode
}) {
  return (
    <button
      type="button"
      role="radio"
      aria-checked={on}
      onClick={onPick}
      className={`name grid min-h-[56px] content-center justify-items-center gap-1 rounded-md border-[1.5px] px-2 py-2 text-[1.15rem] leading-tight ${on ? 'border-ink bg-ink font-semibold text-paper' : 'border-[var(--edge)] bg-sheet'}`}
    >
      {children}
      <span>
        {on ? '✓ ' : ''}
        {word}
      </span>
    </button>
  )
}
