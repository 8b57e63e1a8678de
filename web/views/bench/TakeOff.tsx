import { Download } from 'lucide-react'
import Papa from 'papaparse'
import { useMemo } from 'react'
import { type TakeOff as Result, type TakeOffRequest } from '#core/braze/take-off.ts'
import { printMoney } from '#core/cost.ts'
import { isInch } from '#core/quantity/index.ts'
import { sayWeighed } from '#core/saying.ts'
import { FIRST_RIG } from '#application/first.ts'
import { brazeRigOf } from '#application/plan-of.ts'
import type { Torch } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { saveFile } from '../../app/save-file.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { FileField } from '../../ui/FileField.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { NamedValue } from '../../ui/NamedValue.tsx'
import { useTakeOff } from '../../work/useTakeOff.ts'
import { useKeptForm } from '../../ui/useKeptForm.ts'

const EXAMPLE = `name	joint	metal	tube	count	service
Branches	socket	copper	EN 1057 28 mm	6	water
Header	socket	copper	EN 1057 54 mm	2	water`
const RODS = ['1/16 in', '3/32 in', '1/8 in', '0.050 x 1/8 in'].map((r) => ({ value: r, label: r }))
const USUAL = 'usual'
const NO_TORCHES: readonly Torch[] = []

/** Many joints at once: rod, flux, gas and time for a whole job, by filler, from a pasted list. */
export default function TakeOff() {
  const { settings, units, say } = useShop()
  const torches = api.useTorchesQuery().data ?? NO_TORCHES
  const [form, change] = useKeptForm('take-off', { text: '', torchId: USUAL, rodSection: '3/32 in' })
  const torch = torches.find((t) => t.id === form.torchId)
  const request = useMemo(
    (): TakeOffRequest | undefined =>
      form.text.trim() === ''
        ? undefined
        : {
            text: form.text,
            rig: brazeRigOf(torch?.rig ?? FIRST_RIG, settings),
            shop: { altitude: settings.altitude, units, methods: settings.methods },
            units: settings.units,
            decimalMark: settings.decimalMark,
            rodSection: form.rodSection,
            prices: settings.prices,
          },
    [form, torch, settings, units],
  )
  const { result, busy } = useTakeOff(request)
  return (
    <div className="grid gap-6 py-4 lg:grid-cols-[420px_1fr]">
      <section aria-label="The list" className="grid content-start gap-3">
        <Field
          label="Joints, pasted from a spreadsheet"
          hint="The first line names the columns: name, joint, metal, tube or outsideDiameter (mm) and wall (mm), depth (mm), clearance (in), count, service, filler."
        >
          {({ id, describedBy }) => (
            <textarea
              id={id}
              aria-describedby={describedBy}
              className="field h-[260px] py-2 leading-snug whitespace-pre"
              spellCheck={false}
              value={form.text}
              placeholder={EXAMPLE}
              onChange={(e) => change({ text: e.target.value })}
            />
          )}
        </Field>
        <div className="flex flex-wrap gap-2">
          <FileField
            label="Open a CSV"
            accept=".csv,.tsv,.txt"
            refused={undefined}
            onFile={(file) => void file.text().then((text) => change({ text }))}
          />
          {form.text === '' ? (
            <Button onClick={() => change({ text: EXAMPLE })}>Put in an example</Button>
          ) : null}
        </div>
        <SelectField
          beside
          label={say('Torch')}
          value={form.torchId}
          options={[
            { value: USUAL, label: say('A usual torch') },
            ...torches.map((t) => ({ value: t.id, label: t.name })),
          ]}
          onChange={(torchId) => change({ torchId })}
        />
        <SelectField
          beside
          label="Rod"
          value={form.rodSection}
          options={RODS}
          onChange={(rodSection) => change({ rodSection })}
        />
      </section>
      <section aria-label="What it takes" aria-live="polite" className="min-w-0">
        {result ? (
          <Taken result={result} busy={busy} />
        ) : (
          <p className="text-soft">
            {busy ? 'Working it out.' : 'Paste a list: rod, flux, gas and time come here.'}
          </p>
        )}
      </section>
    </div>
  )
}

/** What the list comes to: totals, batches by filler and rod, each line, and the lines that gave none. */
function Taken({ result, busy }: { readonly result: Result; readonly busy: boolean }) {
  const { print, units, say, settings } = useShop()
  const rod = (m: number) => print(m, 'reached')
  return (
    <div className="grid gap-4">
      <div>
        <p className="figure text-page">
          {result.joints} <span className="unit">joints</span>
          {busy ? <span className="font-text text-text font-normal text-soft"> as it was before</span> : null}
        </p>
        <dl className="name flex flex-wrap gap-x-6 pt-1 text-field">
          <NamedValue name="Torch time" value={print(result.torchS, 'time')} />
          <NamedValue name="Fuel" value={print(result.fuelM3, 'volume')} />
          <NamedValue name="Oxygen" value={print(result.oxygenM3, 'volume')} />
          <NamedValue name="Flux" value={result.fluxKg > 0 ? sayWeighed(result.fluxKg, units) : undefined} />
          <NamedValue
            name="Cost, gas and time"
            value={result.cost === undefined ? undefined : printMoney(result.cost, settings.prices)}
          />
        </dl>
        <p className="text-foot text-soft">
          Estimates. Lighting, trimming and moving from joint to joint come on top.
        </p>
      </div>
      {result.faults.length > 0 ? (
        <section aria-label="Lines left out" className="border-l-4 border-alarm pl-3">
          <h2 className="text-label">Left out</h2>
          <ul>
            {result.faults.map((f, i) => (
              <li key={i}>
                <strong>Line {f.line}.</strong> {say(f.message)}
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      {result.lines.length > 0 ? (
        <>
          <section aria-label="By filler and rod">
            <h2 className="text-label">Fetch from the shelf</h2>
            <table className="w-full text-left">
              <thead>
                <tr className="name border-b-[1.5px] border-ink text-soft">
                  <th className="py-1 font-medium">Filler</th>
                  <th className="py-1 font-medium">Rod</th>
                  <th className="py-1 text-right font-medium">Joints</th>
                  <th className="py-1 text-right font-medium">Length</th>
                  <th className="py-1 text-right font-medium">Rods</th>
                </tr>
              </thead>
              <tbody>
                {result.batches.map((b) => (
                  <tr key={b.filler} className="name border-b border-rule text-field">
                    <th scope="row" className="py-1 font-semibold">
                      {b.filler}
                    </th>
                    <td>{b.rodSection}</td>
                    <td className="text-right">{b.joints}</td>
                    <td className="text-right">{rod(b.rodM)}</td>
                    <td className="text-right">{b.rods}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            <p className="pt-1 text-foot text-soft">
              {isInch(units)
                ? 'Rods of 20 in, of each 2 in thrown away as a stub.'
                : 'Rods of 500 mm, of each 50 mm thrown away as a stub.'}
            </p>
          </section>
          <section aria-label="Joint by joint">
            <div className="flex items-end justify-between">
              <h2 className="text-label">Joint by joint</h2>
              <Button onClick={() => saveFile('take-off.csv', asCsv(result), 'text/csv')}>
                <Download size={18} aria-hidden="true" /> CSV
              </Button>
            </div>
            <table className="w-full text-left">
              <thead>
                <tr className="name border-b-[1.5px] border-ink text-soft">
                  <th className="py-1 font-medium">Line</th>
                  <th className="py-1 font-medium">What</th>
                  <th className="py-1 text-right font-medium">Joints</th>
                  <th className="py-1 pl-4 font-medium">Filler</th>
                  <th className="py-1 text-right font-medium">Rod each</th>
                  <th className="py-1 text-right font-medium">Time</th>
                </tr>
              </thead>
              <tbody>
                {result.lines.map((l) => (
                  <tr key={l.line} className="border-b border-rule align-top">
                    <td className="py-1 text-soft">{l.line}</td>
                    <th scope="row" className="py-1 pr-3 font-normal">
                      {l.name}
                      {l.minds.length > 0 ? (
                        <span className="block text-foot text-brass">Mind: {say(l.minds.join('; '))}</span>
                      ) : null}
                    </th>
                    <td className="name text-right text-field">{l.count}</td>
                    <td className="name pl-4 text-field">
                      {l.filler}
                      {l.flux === 'none' ? '' : `, ${l.flux}`}
                    </td>
                    <td className="name text-right text-field">{rod(l.rodEachM)}</td>
                    <td className="name text-right text-field">{print(l.torchS, 'time')}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        </>
      ) : null}
    </div>
  )
}

/** The lines in SI, units in the header. */
const asCsv = (result: Result) =>
  Papa.unparse(
    result.lines.map((l) => ({
      line: l.line,
      name: l.name,
      count: l.count,
      filler: l.filler,
      flux: l.flux,
      rod: l.rodSection,
      'rod each (m)': l.rodEachM,
      'rod (m)': l.rodM,
      'flux (kg)': l.fluxKg,
      'torch time (s)': l.torchS,
      'fuel (m3)': l.fuelM3,
      'oxygen (m3)': l.oxygenM3,
    })),
  )
