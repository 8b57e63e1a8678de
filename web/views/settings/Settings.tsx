import type { Settings as ShopSettings } from '#contract/schemas.ts'
import { api, type Failure } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { useApp, useSend } from '../../app/store.ts'
import { useVoiceHere } from '../../work/voice.ts'
import { Group } from '../../ui/Field.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { Copies } from '../copies/Copies.tsx'
import { DamageNotice } from '../copies/DamageNotice.tsx'
import { Methods, Shelf } from './Brazing.tsx'
import { Acceptance } from './Acceptance.tsx'
import { LineMethodRows } from './LineMethodRows.tsx'
import { Gauges } from './Gauges.tsx'
import { Limits } from './Limits.tsx'
import { PageFaults } from './PageFaults.tsx'
import { Part } from './Part.tsx'
import { People } from './People.tsx'
import { Place } from './Place.tsx'
import { Prices } from './Prices.tsx'
import { Units } from './Units.tsx'
import { Words } from './Words.tsx'

const NOBODY = 'nobody'

/** How the shop measures, speaks and colours; who works there; how this screen looks. */
export default function Settings() {
  const { data: settings, error } = api.useSettingsQuery()
  if (error && !settings) return <Missing what="settings" failure={error} />
  if (!settings) return <p className="p-6 text-soft">Opening.</p>
  return (
    <main className="mx-auto max-w-[1060px] px-4 py-6">
      <h1 className="pb-4 text-page">Settings</h1>
      <DamageNotice tables={['settings', 'torches', 'gear']} />
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-2">
        <div className="grid content-start gap-6">
          <Shop settings={settings} />
          <Part title="Copies of the log">
            <Copies />
          </Part>
        </div>
        <div className="grid content-start gap-6">
          <People />
          <Brazing settings={settings} />
          <Acceptance settings={settings} />
          <ThisScreen />
          <PageFaults />
        </div>
      </div>
    </main>
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

function Shop({ settings }: { readonly settings: ShopSettings }) {
  const [put, { error }] = api.usePutSettingsMutation()
  const failure = error as Failure | undefined
  const change = (part: Partial<ShopSettings>) => void put({ ...settings, ...part })
  const part = { settings, change, failure }
  const elsewhere = failure && failure.field !== 'altitude' && !/^(prices|gauges)\./.test(failure.field ?? '')
  return (
    <div className="grid content-start gap-6">
      <Units settings={settings} change={change} />
      <Prices {...part} />
      <Limits settings={settings} change={change} />
      <Gauges {...part} />
      <Place {...part} />
      <Words settings={settings} change={change} />
      {elsewhere ? (
        <p role="alert" className="font-bold text-alarm">
          {failure.message}
        </p>
      ) : null}
    </div>
  )
}

function ThisScreen() {
  const send = useSend()
  const here = useApp((s) => s.device)
  const speaks = useVoiceHere()
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
      {speaks ? (
        <Group beside label="Steps">
          <Segmented
            label="Steps, read aloud"
            value={here.voice ? 'on' : 'off'}
            options={[
              { value: 'on', label: 'Read aloud' },
              { value: 'off', label: 'Shown only' },
            ]}
            onChange={(v) => send(device.actions.changed({ voice: v === 'on' }))}
          />
        </Group>
      ) : (
        <p className="text-soft">This device has no voice of its own, so no step is read aloud.</p>
      )}
    </Part>
  )
}
