import { keysOf } from '#core/objects.ts'
import { useState, type ReactNode } from 'react'
import type { Settings as ShopSettings } from '#contract/schemas.ts'
import { SHOP } from '#core/shop/fields.ts'
import { offeredFor } from '#core/quantity/units.ts'
import type { Kind } from '#core/quantity/index.ts'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import { CYLINDER_COLOURS, HOSE_COLOURS } from '#core/words/trade.ts'
import { api, type Failure } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { useApp, useSend } from '../../app/store.ts'
import { optionsOf } from '../../form/options.ts'
import { Button } from '../../ui/Button.tsx'
import { Group } from '../../ui/Field.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { Copies } from '../copies/Copies.tsx'
import { DamageNotice } from '../copies/DamageNotice.tsx'
import { Methods, Shelf } from './Brazing.tsx'
import { Acceptance } from './Acceptance.tsx'
import { LineMethodRows } from './LineMethodRows.tsx'
import { People } from './People.tsx'

const PURGE = SHOP.limits.of.purgeFloor.pattern
const NOBODY = 'nobody'

/** How the shop measures, speaks and colours; who works there; how this screen looks. */
export default function Settings() {
  const { data: settings, error } = api.useSettingsQuery()
  if (error && !settings) return <Missing what="settings" failure={error} />
  if (!settings) return <p className="p-8 text-soft">Opening.</p>
  return (
    <main className="mx-auto max-w-[1060px] px-5 py-6">
      <h1 className="pb-4 text-4xl">Settings</h1>
      <DamageNotice tables={['settings', 'torches', 'gear']} />
      <div className="grid gap-x-12 gap-y-8 lg:grid-cols-2">
        <div className="grid content-start gap-8">
          <Shop settings={settings} />
          <Part title="Copies of the log">
            <Copies />
          </Part>
        </div>
        <div className="grid content-start gap-8">
          <People />
          <Brazing settings={settings} />
          <Acceptance settings={settings} />
          <ThisScreen />
        </div>
      </div>
    </main>
  )
}

function Part({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section aria-label={title} className="grid content-start gap-3">
      <h2 className="border-b-[1.5px] border-ink pb-1 text-2xl">{title}</h2>
      {children}
    </section>
  )
}

function Brazing({ settings }: { readonly settings: ShopSettings }) {
  const [put] = api.usePutSettingsMutation()
  return (
    <>
      <Part title="How the shop leads the work">
        <LineMethodRows settings={settings} onChange={(methods) => void put({ ...settings, methods })} />
      </Part>
      <Part title="How the shop brazes">
        <Methods settings={settings} onChange={(methods) => void put({ ...settings, methods })} />
      </Part>
      <Part title="Rods on the shelf">
        <Shelf settings={settings} onChange={(shelf) => void put({ ...settings, shelf })} />
      </Part>
    </>
  )
}

const PRICES = [
  { name: 'oxygen', label: 'Oxygen' },
  { name: 'fuel', label: 'Fuel' },
  { name: 'hour', label: 'An hour of work' },
] as const

function Shop({ settings }: { readonly settings: ShopSettings }) {
  const [put, { error }] = api.usePutSettingsMutation()
  const [altitude, setAltitude] = useState(settings.altitude)
  const [prices, setPrices] = useState(settings.prices)
  const [purgeFloor, setPurgeFloor] = useState(settings.limits.purgeFloor)
  const failure = error as Failure | undefined
  const change = (part: Partial<ShopSettings>) => void put({ ...settings, ...part })
  const unit = (kind: keyof ShopSettings['units'] & Kind) => (
    <Group key={kind} beside label={`${kind.charAt(0).toUpperCase()}${kind.slice(1)}`}>
      <Segmented
        label={kind}
        value={settings.units[kind]}
        options={offeredFor(kind).map((id) => ({
          value: id,
          label: id === 'F' || id === 'C' ? `°${id}` : id,
        }))}
        onChange={(id) => change({ units: { ...settings.units, [kind]: id } })}
      />
    </Group>
  )
  const colours = HOSE_COLOURS[settings.region]
  return (
    <div className="grid content-start gap-8">
      <Part title="Units">
        <div className="flex gap-3">
          <Button className="grow" onClick={() => change({ units: { ...INCH_UNITS } })}>
            All inch and psi
          </Button>
          <Button className="grow" onClick={() => change({ units: { ...METRIC_UNITS } })}>
            All mm and bar
          </Button>
        </div>
        {keysOf(SHOP.units.of).map(unit)}
        <Group beside label="1,5 or 1,500">
          <Segmented
            label="A comma in a number"
            value={settings.decimalMark}
            options={[
              { value: 'ask', label: 'Ask which' },
              { value: 'comma', label: 'Decimal mark' },
            ]}
            onChange={(decimalMark) => change({ decimalMark })}
          />
        </Group>
      </Part>
      <Part title="Prices">
        {PRICES.map(({ name, label }) => (
          <TextField
            key={name}
            label={
              name === 'hour'
                ? label
                : `${label}, for ${settings.units.volume === 'cu ft' ? '100 cu ft' : '1 m³'}`
            }
            inputMode="decimal"
            placeholder="not given"
            value={prices[name]}
            error={failure?.field === `prices.${name}` ? failure.message : undefined}
            onChange={(text) => setPrices({ ...prices, [name]: text })}
          />
        ))}
        <Button
          className="justify-self-start"
          onClick={() =>
            change({ prices: { ...prices, per: settings.units.volume === 'cu ft' ? '100 cu ft' : 'm3' } })
          }
        >
          Use these prices
        </Button>
      </Part>
      <Part title="Limits">
        <SelectField
          beside
          label="Acetylene draw"
          value={settings.limits.draw}
          options={optionsOf(SHOP.limits.of.draw.names)}
          onChange={(draw) => change({ limits: { ...settings.limits, draw } })}
        />
        <TextField
          label="Purge, at least"
          inputMode="decimal"
          value={purgeFloor}
          error={PURGE.test.test(purgeFloor) ? undefined : PURGE.says}
          onChange={(text) => {
            setPurgeFloor(text)
            if (PURGE.test.test(text)) change({ limits: { ...settings.limits, purgeFloor: text } })
          }}
        />
        <p className="text-soft">
          Seconds for each metre of hose. Over 10 min lit, a heating head, or cold air: 1/15 whatever is
          chosen. The hard limits stand in no setting: acetylene never over 15 psi.
        </p>
      </Part>
      <Part title="Place">
        <QuantityField
          beside
          label="Altitude"
          kind="length"
          value={altitude}
          error={failure?.field === 'altitude' ? failure.message : undefined}
          hint="Above sea level: thin air changes the oxygen setting."
          onChange={(v) => setAltitude(v)}
        />
        <Button
          className="justify-self-start"
          disabled={altitude === settings.altitude}
          onClick={() => change({ altitude })}
        >
          Use this altitude
        </Button>
        <SelectField
          beside
          label="Hose colours"
          value={settings.region}
          options={optionsOf(SHOP.region.names)}
          onChange={(region) => change({ region })}
        />
        <ul className="flex flex-wrap gap-x-5 gap-y-1">
          {(['oxygen', 'acetylene', 'propane'] as const).map((name) => (
            <li key={name} className="flex items-center gap-2">
              <span
                aria-hidden="true"
                className="inline-block h-2.5 w-9 border border-ink"
                style={{ background: `var(--gas-${colours[name]})` }}
              />
              {name}: {colours[name]} hose
              {name === 'propane'
                ? ''
                : `, ${settings.words.cylinder} ${CYLINDER_COLOURS[settings.region][name]}`}
            </li>
          ))}
        </ul>
      </Part>
      <Part title="Words">
        <WordChoice
          label="Tip"
          value={settings.words.tip}
          words={['tip', 'nozzle']}
          onChange={(tip) => change({ words: { ...settings.words, tip } })}
        />
        <WordChoice
          label="Torch"
          value={settings.words.torch}
          words={['torch', 'blowpipe']}
          onChange={(torch) => change({ words: { ...settings.words, torch } })}
        />
        <WordChoice
          label="Cylinder"
          value={settings.words.cylinder}
          words={['cylinder', 'bottle']}
          onChange={(cylinder) => change({ words: { ...settings.words, cylinder } })}
        />
        <WordChoice
          label="Arrestor"
          value={settings.words.arrestor}
          words={['flashback arrestor', 'flame trap']}
          onChange={(arrestor) => change({ words: { ...settings.words, arrestor } })}
        />
      </Part>
      {failure && failure.field !== 'altitude' && !failure.field?.startsWith('prices') ? (
        <p role="alert" className="font-bold text-alarm">
          {failure.message}
        </p>
      ) : null}
    </div>
  )
}

function WordChoice<T extends string>({
  label,
  value,
  words,
  onChange,
}: {
  readonly label: string
  readonly value: T
  readonly words: readonly T[]
  readonly onChange: (word: T) => void
}) {
  return (
    <Group beside label={label}>
      <Segmented
        label={`Word for ${label.toLowerCase()}`}
        value={value}
        options={words.map((w) => ({ value: w, label: w }))}
        onChange={onChange}
      />
    </Group>
  )
}

function ThisScreen() {
  const send = useSend()
  const here = useApp((s) => s.device)
  const people = (api.usePeopleQuery().data ?? []).filter((p) => p.active)
  return (
    <Part title="This screen">
      <SelectField
        beside
        label="Who works here"
        value={here.personId ?? NOBODY}
        options={[
          ...people.map((p) => ({ value: p.id, label: p.name })),
          { value: NOBODY, label: 'Nobody named' },
        ]}
        onChange={(id) => send(device.actions.changed({ personId: id === NOBODY ? null : id }))}
      />
      <Group beside label="Light">
        <Segmented
          label="Light"
          value={here.theme}
          options={[
            { value: 'day', label: 'Day' },
            { value: 'night', label: 'Night' },
            { value: 'by-clock-of-system', label: 'As the system' },
          ]}
          onChange={(theme) => send(device.actions.changed({ theme }))}
        />
      </Group>
      <Group beside label="Ticks, alarms">
        <Segmented
          label="Ticks and alarms"
          value={here.sound ? 'on' : 'off'}
          options={[
            { value: 'on', label: 'Heard and seen' },
            { value: 'off', label: 'Seen only' },
          ]}
          onChange={(v) => send(device.actions.changed({ sound: v === 'on' }))}
        />
      </Group>
    </Part>
  )
}
