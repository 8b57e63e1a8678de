import { useEffect } from 'react'
import { useLocation } from 'react-router'
import type { Settings as ShopSettings } from '#contract/schemas.ts'
import { api } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { useApp, useSend } from '../../app/store.ts'
import { useVoiceHere } from '../../work/voice.ts'
import { Group } from '../../ui/Field.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { Copies } from '../copies/Copies.tsx'
import { DamageNotice } from '../copies/DamageNotice.tsx'
import { Button } from '../../ui/Button.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { Contents } from './Contents.tsx'
import { Shelf } from './Shelf.tsx'
import { Acceptance } from './Acceptance.tsx'
import { MethodBook } from './MethodBook.tsx'
import { Gauges } from './Gauges.tsx'
import { Limits } from './Limits.tsx'
import { PageFaults } from './PageFaults.tsx'
import { Part, showPlace } from './Part.tsx'
import { People } from './People.tsx'
import { Place } from './Place.tsx'
import { Prices } from './Prices.tsx'
import { Units } from './Units.tsx'
import { useShopEdit } from './useShopEdit.ts'
import { Words } from './Words.tsx'

const NOBODY = 'nobody'

/** How the shop measures, speaks, works and colours; who works there; how this screen looks: one book, saved as it is changed. */
export default function Settings() {
  const { data: settings, error } = api.useSettingsQuery()
  if (error && !settings) return <Missing what="settings" failure={error} />
  if (!settings) return <Opening />
  return <Book settings={settings} />
}

function Book({ settings }: { readonly settings: ShopSettings }) {
  const { change, failure, undo, changes, taken } = useShopEdit(settings)
  useHash()
  const part = { settings, change, failure }
  const setMethods = (methods: ShopSettings['methods']) => change({ methods })
  const elsewhere = failure && failure.field !== 'altitude' && !/^(prices|gauges)\./.test(failure.field ?? '')
  return (
    <main className="mx-auto max-w-[1180px] px-4 py-6">
      <h1 className="pb-4 text-page">Settings</h1>
      <DamageNotice tables={['settings', 'torches', 'gear']} />
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[260px_1fr]">
        <Contents />
        {/* what was taken back is shown anew in fields that keep what is typed */}
        <div key={taken} className="grid max-w-[820px] content-start gap-10">
          <Units settings={settings} change={change} />
          <People />
          <Limits settings={settings} change={change} />
          <Acceptance settings={settings} change={change} />
          <MethodBook settings={settings} onChange={setMethods} />
          <Part title="Rods on the shelf">
            <Shelf settings={settings} onChange={(shelf) => change({ shelf })} />
          </Part>
          <Gauges {...part} />
          <Prices {...part} />
          <Place {...part} />
          <Words settings={settings} change={change} />
          <ThisScreen />
          <Part title="Copies of the log">
            <Copies />
          </Part>
          <PageFaults />
        </div>
      </div>
      <div role="status" className="sticky bottom-2 z-10 pt-4 max-md:bottom-[72px]">
        {elsewhere ? (
          <p
            role="alert"
            className="w-fit rounded-md border-[1.5px] border-alarm bg-sheet px-4 py-2 font-bold text-alarm"
          >
            Not saved: {failure.message}
          </p>
        ) : changes > 0 ? (
          <p className="flex w-fit items-center gap-4 rounded-md border-[1.5px] border-ink bg-sheet px-4 py-1">
            <span>✓ Saved.</span>
            <Button look="quiet" onClick={undo}>
              Take it back
            </Button>
          </p>
        ) : null}
      </div>
    </main>
  )
}

/** Shows the row that the address names, also when it has been drawn only now. */
function useHash() {
  const { hash } = useLocation()
  useEffect(() => {
    if (hash !== '') showPlace(decodeURIComponent(hash.slice(1)))
  }, [hash])
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
