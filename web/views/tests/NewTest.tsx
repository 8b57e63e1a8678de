import { keysOf } from '#core/objects.ts'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { useMemo, useState } from 'react'
import { storedEnergy, testRefused, DANGEROUS_ENERGY_J } from '#core/check/stages.ts'
import { TEST_KINDS } from '#core/check/test-record.ts'
import { firstDraftOf } from '#core/fields/draft.ts'
import { TEST_ASKED } from '#core/check/test-fields.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { runVolumeM3 } from '#core/braze/purge.ts'
import { NO_RUNS, planBrazeDraft } from '#application/plan-of.ts'
import { readTyped } from '#application/typed.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import { HookUp } from '../../drawing/HookUp.tsx'
import { FieldList } from '../../form/FieldList.tsx'
import { Button } from '../../ui/Button.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { useKeptForm } from '../../ui/useKeptForm.ts'
import { PlanOfTest } from './PlanOfTest.tsx'
import { ORDER, TEST_NAMES } from './words.ts'

const TYPED = 'typed'
const FIRST = {
  ...firstDraftOf(TEST_ASKED, INCH_UNITS),
  pressureChannel: TYPED,
  temperatureChannel: TYPED,
}
const ASKED = keysOf(TEST_ASKED).filter((name) => name !== 'pressureChannel' && name !== 'temperatureChannel')

/** The volume of the tubes that a piece was planned with, m³; undefined where it names none. */
function useTubesM3(pieceId: string | null): number | undefined {
  const { settings } = useShop()
  const { currentData: piece } = api.usePieceQuery(pieceId ?? '', {
    skip: pieceId === null || pieceId === '',
  })
  return useMemo(() => {
    if (piece?.draft.kind !== 'braze') return undefined
    const planned = planBrazeDraft(piece.draft, settings, NO_RUNS)
    const m3 = planned.ok ? runVolumeM3(planned.request.work.tubeRun) : 0
    return m3 > 0 ? m3 : undefined
  }, [piece, settings])
}

/** A test before it begins: what is asked of the line, how it is hooked up, and what keeps it from being begun. */
export default function NewTest() {
  const { kind: named = 'pressure' } = useParams()
  const kind = TEST_KINDS.find((k) => k === named) ?? 'pressure'
  const [params] = useSearchParams()
  const go = useNavigate()
  const { settings, print } = useShop()
  const personId = useApp((s) => s.device.personId)
  const [typed, change, letGo] = useKeptForm(`test.${kind}`, FIRST)
  const [asked, setAsked] = useState(false)
  const [start, { error }] = api.useStartTestMutation()
  const { data: now } = api.useInstrumentsQuery()
  const tubes = useTubesM3(params.get('piece'))
  // what was planned is not typed again; who types another volume has the last word
  const [ownVolume, setOwnVolume] = useState(false)
  const planned = typed.volume === '' && !ownVolume && tubes !== undefined
  const form = planned ? { ...typed, volume: `${Number((tubes * 1000).toPrecision(3))} l` } : typed
  const read = (text: string, of: 'pressure' | 'volume' | 'time'): number | undefined => {
    const r = readTyped(text, of, settings)
    return r.ok && r.value > 0 ? r.value : undefined
  }
  const [testPa, volumeM3] = [read(form.pressure, 'pressure'), read(form.volume, 'volume')]
  const holdS = read(form.hold, 'time')
  const refused =
    kind === 'pressure'
      ? testRefused({
          testPa: testPa ?? 0,
          weakestPa: read(form.weakest, 'pressure'),
          reliefPa: read(form.relief, 'pressure'),
          gas: form.gas,
        })
      : []
  const failure = error as Failure | undefined
  const errors = asked
    ? [
        ...refused,
        ...(failure?.field?.startsWith('asked.')
          ? [{ field: failure.field.slice('asked.'.length), message: failure.message }]
          : []),
        ...(kind === 'pressure' && volumeM3 === undefined
          ? [{ field: 'volume', message: 'Give the volume of the line: the leak follows from it.' }]
          : []),
      ].map((e) => ({ ...e, field: `asked.${e.field}` }))
    : []
  const channels = (wanted: readonly string[]) => [
    { value: TYPED, label: 'Read off and typed' },
    ...(now?.instruments ?? []).flatMap((i) =>
      i.channels.filter((c) => wanted.includes(c.name)).map((c) => ({ value: c.channel, label: i.name })),
    ),
  ]
  const begin = async () => {
    setAsked(true)
    if (refused.length > 0 || (kind === 'pressure' && volumeM3 === undefined)) return
    const id = crypto.randomUUID()
    const channel = (c: string) => (c === TYPED ? '' : c)
    const made = await start({
      id,
      kind,
      pieceId: params.get('piece'),
      personId,
      at: new Date(Date.now()).toISOString(),
      asked: {
        ...form,
        pressureChannel: channel(form.pressureChannel),
        temperatureChannel: channel(form.temperatureChannel),
      },
    })
    if (!('data' in made)) return
    letGo()
    void go(`/tests/${id}`)
  }
  const energy = testPa !== undefined && volumeM3 !== undefined ? storedEnergy(testPa, volumeM3) : undefined
  return (
    <main className="mx-auto max-w-[1100px] px-4 py-6">
      <h1 className="text-page">{TEST_NAMES[kind]}</h1>
      <p className="max-w-[80ch] pb-4 text-soft">
        {kind === 'pressure'
          ? 'The local code or the maker names the pressure and how long it is held. Wimble does the arithmetic and the record.'
          : 'The maker or the local code names the depth; 500 micron is usual.'}
      </p>
      <HookUp kind={kind} by={form.hookUp === 'manifold' ? 'manifold' : 'valves'} />
      <div className="grid gap-6 pt-4 md:grid-cols-2">
        <section aria-label="What is asked" className="grid content-start gap-3">
          <FieldList
            table={TEST_ASKED}
            names={ASKED}
            said={{ ...form, kind }}
            path="asked"
            errors={errors}
            onChange={(name, value) => {
              if (name === 'volume') setOwnVolume(true)
              change({ [name]: value })
            }}
          />
          {planned ? <p className="text-soft">The volume is that of the planned tubes.</p> : null}
          <SelectField
            beside
            label={kind === 'pressure' ? 'Pressure from' : 'Vacuum from'}
            value={form.pressureChannel}
            options={channels(kind === 'pressure' ? ['pressure'] : ['vacuum'])}
            onChange={(pressureChannel) => change({ pressureChannel })}
          />
          <SelectField
            beside
            label="Temperature from"
            value={form.temperatureChannel}
            options={channels(['temperature'])}
            onChange={(temperatureChannel) => change({ temperatureChannel })}
          />
        </section>
        <section aria-label="The order" className="grid content-start gap-3">
          {kind === 'pressure' && testPa !== undefined && holdS !== undefined ? (
            <PlanOfTest
              testPa={testPa}
              askedS={holdS}
              divisionPa={read(form.division, 'pressure')}
              allowedPaPerHour={read(form.allowed, 'pressure')}
              thermometer={keysOf(TEST_ASKED.thermometer.names).find((n) => n === form.thermometer) ?? 'same'}
            />
          ) : null}
          <h2 className="text-section">The order of the valves</h2>
          <ol className="grid list-decimal gap-2 pl-6">
            {ORDER[kind].map((o) => (
              <li key={o}>{o}</li>
            ))}
          </ol>
          {energy === undefined ? null : (
            <p
              className={`border-l-[6px] pl-3 ${energy > DANGEROUS_ENERGY_J ? 'border-alarm' : 'border-brass'}`}
            >
              <strong>The gas would let go {print(energy, 'energy')} at once</strong> if a joint lets go at{' '}
              {print(testPa ?? 0, 'pressure')}
              {energy > DANGEROUS_ENERGY_J
                ? ': enough to maim. Everybody out of reach and out of line while it is raised and held.'
                : '. Stay clear while it is raised.'}
            </p>
          )}
          {failure && !failure.field ? (
            <p role="alert" className="font-bold text-alarm">
              {failure.message}
            </p>
          ) : null}
          <Button look="act" className="text-section" onClick={() => void begin()}>
            Begin the test
          </Button>
        </section>
      </div>
    </main>
  )
}
