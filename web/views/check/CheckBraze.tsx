import { useState } from 'react'
import { isRoundJoint } from '#core/braze/types.ts'
import {
  BREAKING_NAMES,
  FAR_END_NAMES,
  INSIDE_NAMES,
  LET_GO_NAMES,
  OUTSIDE_NAMES,
  type Breaking,
  type FarEnd,
  type Inside,
  type JointState,
  type LetGo,
  type Outside,
} from '#core/check/acceptance.ts'
import { BRAZE_RESULT, BRAZE_USED } from '#core/record/fields.ts'
import { pick } from '#core/objects.ts'
import type { Kind } from '#core/quantity/index.ts'
import { placesOf } from '#application/read-entry.ts'
import type { BrazeLogDraft } from '#contract/schemas.ts'
import { useShop } from '../../app/shop.ts'
import { ALL_STATES, JointDial, JointStrip, stateSign, stateWord } from '../../drawing/JointMap.tsx'
import { FieldList } from '../../form/FieldList.tsx'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { Tile, TileChoice, Tiles } from '../../ui/Tiles.tsx'
import { commonOf, Frame, type CommonForm } from './Frame.tsx'
import type { Subject } from './subject.ts'
import { measuredNames, timed, typedOf } from './measured.ts'
import { UsedFields } from './UsedFields.tsx'
import { useCheck } from './useCheck.ts'

const MEASURED = measuredNames(BRAZE_RESULT)
const USED = measuredNames(BRAZE_USED)
/** How far a flat piece is out of true: a tube has no such thing. */
const WARP: readonly string[] = ['bowBefore', 'bowAfter', 'twistAfter']
const FLUX_OFF_NAMES = { yes: 'Yes, clean', no: 'Not yet' } as const
type Measured = Readonly<Record<(typeof MEASURED)[number] | (typeof USED)[number], string>>
interface Form extends CommonForm, Measured {
  readonly places: Readonly<Record<string, JointState>>
  readonly fluxOff: '' | 'yes' | 'no'
  readonly inside: Inside
  readonly farEnd: FarEnd
  readonly outside: Outside
  readonly letGo: LetGo
  readonly took: string
  readonly breaking: Breaking
  readonly penetration: readonly [string, string, string, string]
  readonly leakPath: boolean
}
const NO_QUARTERS: Form['penetration'] = ['', '', '', '']

function useFirst(subject: Subject): Omit<Form, keyof CommonForm> {
  const { print } = useShop()
  const told = subject.corrects?.told.kind === 'braze' ? subject.corrects.told : undefined
  const plan = subject.plan?.kind === 'braze' ? subject.plan : undefined
  const figures = plan?.figures ?? {}
  const planned = (si: number | undefined, kind: Kind) => (si === undefined ? '' : print(si, kind))
  const quarters = told?.penetration?.map((q) => `${Math.round(q * 100)} %`)
  return {
    ...(told
      ? typedOf(told.used, USED)
      : {
          tipOrifice: planned(figures.tipOrifice?.value, 'length'),
          oxygenPressure: planned(figures.oxygenPressure?.value, 'pressure'),
          fuelPressure: planned(figures.fuelPressure?.value, 'pressure'),
          timeToTemperature: timed(subject.tookS.heat, 5, 1200),
          trialHeat: '',
          fillerLength: '',
        }),
    places: told?.places ?? {},
    // a filler that needs no flux has nothing to be taken off
    fluxOff: told ? (told.fluxOff ? 'yes' : 'no') : plan?.choice.flux === 'none' ? 'yes' : '',
    ...typedOf(told, MEASURED),
    inside: told?.inside ?? 'not-seen',
    farEnd: told?.farEnd ?? 'not-seen',
    outside: told?.outside ?? 'not-seen',
    letGo: told?.letGo ?? 'not-broken',
    took: told?.took ?? '',
    breaking: told?.breaking ?? 'none',
    penetration: quarters
      ? [quarters[0] ?? '', quarters[1] ?? '', quarters[2] ?? '', quarters[3] ?? '']
      : NO_QUARTERS,
    leakPath: told?.leakPath ?? false,
  }
}

function draftOf(form: Form, subject: Subject): BrazeLogDraft | undefined {
  if (form.fluxOff === '' || Object.keys(form.places).length === 0) return undefined
  return {
    ...commonOf(form, subject),
    kind: 'braze',
    used: pick<Measured, (typeof USED)[number]>(form, USED),
    places: form.places,
    fluxOff: form.fluxOff === 'yes',
    ...pick<Measured, (typeof MEASURED)[number]>(form, MEASURED),
    inside: form.inside,
    farEnd: form.farEnd,
    outside: form.outside,
    letGo: form.letGo,
    took: form.took,
    breaking: form.breaking,
    penetration: form.penetration.every((q) => q.trim() === '') ? [] : [...form.penetration],
    leakPath: form.leakPath,
  }
}

/** A joint looked at: flux off first, then place by place, inside, its marks, and what a section showed. */
export function CheckBraze({ subject }: { readonly subject: Subject }) {
  const first = useFirst(subject)
  const check = useCheck<Form>(subject, first, (form) => draftOf(form, subject))
  const { form, change, asked } = check
  const joint = subject.draft.kind === 'braze' ? subject.draft.work.joint : 'socket'
  const round = isRoundJoint(joint)
  return (
    <Frame
      subject={subject}
      form={form}
      change={change}
      asked={asked}
      verdict={check.verdict}
      saved={check.saved}
      onSave={check.save}
    >
      <TileChoice
        label="Is all the flux off?"
        columns="grid-cols-2 max-w-[520px]"
        error={
          asked && form.fluxOff === ''
            ? 'Take the flux off and say so: under it nothing can be seen.'
            : undefined
        }
        names={FLUX_OFF_NAMES}
        value={form.fluxOff}
        onPick={(fluxOff) => change({ fluxOff })}
      />
      <PlaceByPlace
        places={placesOf(joint)}
        round={round}
        seen={form.places}
        asked={asked}
        onSeen={(seen) => change({ places: seen })}
      />
      <TileChoice
        label="Inside, where it can be seen"
        columns="grid-cols-2 sm:grid-cols-4"
        names={INSIDE_NAMES}
        value={form.inside}
        onPick={(inside) => change({ inside })}
      />
      <TileChoice
        label={round ? 'Filler inside, where the joint ends' : 'Filler at the other edge'}
        columns="grid-cols-2 sm:grid-cols-4"
        names={FAR_END_NAMES}
        value={form.farEnd}
        onPick={(farEnd) => change({ farEnd })}
      />
      <p className="-mt-2 text-soft">
        A trace is a good sign: it came through. None: perhaps sealed at its lip alone, which may pass a test
        today and leak in years.
      </p>
      {round ? (
        <TileChoice
          label="The metal outside"
          columns="grid-cols-3 max-w-[640px]"
          names={OUTSIDE_NAMES}
          value={form.outside}
          onPick={(outside) => change({ outside })}
        />
      ) : null}
      <TileChoice
        label="A practice piece, opened"
        columns="grid-cols-3 sm:grid-cols-6"
        names={BREAKING_NAMES}
        value={form.breaking}
        onPick={(breaking) => change({ breaking })}
      />
      {form.breaking !== 'none' ? <Opened check={check} round={round} /> : null}
      <div className="grid gap-6 border-t-[1.5px] border-rule pt-4 md:grid-cols-2">
        <section aria-label="Measured" className="grid content-start gap-3">
          <h2 className="text-section">Measured</h2>
          <FieldList
            above
            table={BRAZE_RESULT}
            names={MEASURED.filter((name) => !round || !WARP.includes(name))}
            said={{ ...form }}
            path=""
            errors={check.errors}
            onChange={check.set}
          />
        </section>
        <section aria-label="What was really used" className="grid content-start gap-3">
          <h2 className="text-section">Used</h2>
          <UsedFields table={BRAZE_USED} form={{ ...form }} errors={check.errors} onChange={check.set} />
        </section>
      </div>
    </Frame>
  )
}

/** What is seen of the fillet: a state is chosen, then pressed where it is seen; pressed again, it is taken back. */
function PlaceByPlace({
  places,
  round,
  seen,
  asked,
  onSeen,
}: {
  readonly places: readonly string[]
  readonly round: boolean
  readonly seen: Form['places']
  readonly asked: boolean
  readonly onSeen: (seen: Form['places']) => void
}) {
  const [state, setState] = useState<JointState>('full')
  const all = (s: JointState) => onSeen(Object.fromEntries(places.map((p) => [p, s])))
  const Map = round ? JointDial : JointStrip
  return (
    <section
      aria-label="Round the joint"
      className="grid gap-4 border-t-[1.5px] border-rule pt-4 md:grid-cols-[1.1fr_1fr]"
    >
      <div className="grid content-start gap-3">
        <Tiles
          label={round ? 'Round the joint' : 'Along the seam'}
          columns="grid-cols-2 sm:grid-cols-4"
          error={asked && Object.keys(seen).length === 0 ? 'Say what is seen, place by place.' : undefined}
        >
          {ALL_STATES.map((s) => (
            <Tile
              key={s}
              word={`${stateSign(s)} ${stateWord(s)}`}
              on={state === s}
              onPick={() => setState(s)}
            />
          ))}
        </Tiles>
        <p className="text-soft">
          Choose what is seen, then press where. Use a mirror and a lamp for the back.
        </p>
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => all('full')}>Full all round</Button>
          <Button look="quiet" onClick={() => all('not-seen')}>
            Begin again
          </Button>
        </div>
      </div>
      <Map
        places={seen}
        onPlace={(place) => onSeen({ ...seen, [place]: seen[place] === state ? 'not-seen' : state })}
      />
    </section>
  )
}

/** What a practice piece showed when it was opened: how far it is filled, where it let go, and what it took. */
function Opened({
  check: { form, change, error },
  round,
}: {
  readonly check: Pick<ReturnType<typeof useCheck<Form>>, 'form' | 'change' | 'error'>
  readonly round: boolean
}) {
  const quarter = (i: number, text: string) =>
    change({
      penetration: form.penetration.map((q, n) => (n === i ? text : q)) as unknown as Form['penetration'],
    })
  return (
    <section aria-label="What it showed" className="grid gap-3 sm:grid-cols-2">
      {['12 to 3 o’clock', '3 to 6 o’clock', '6 to 9 o’clock', '9 to 12 o’clock'].map((name, i) => (
        <QuantityField
          key={name}
          beside
          label={`Filled, ${round ? name : `quarter ${i + 1}`}`}
          kind="share"
          value={form.penetration[i] ?? ''}
          error={error(`penetration.${i}`)}
          empty="not measured"
          onChange={(v) => quarter(i, v)}
        />
      ))}
      <div className="sm:col-span-2">
        <TileChoice
          label="Where it let go"
          columns="grid-cols-2 sm:grid-cols-4"
          names={LET_GO_NAMES}
          value={form.letGo}
          onPick={(letGo) => change({ letGo })}
        />
      </div>
      <Field beside label="Load or bend that it took">
        {({ id }) => (
          <input
            id={id}
            className="field"
            maxLength={120}
            value={form.took}
            onChange={(e) => change({ took: e.target.value })}
          />
        )}
      </Field>
      <Tile
        role="checkbox"
        word="There is a way right through"
        on={form.leakPath}
        onPick={() => change({ leakPath: !form.leakPath })}
      />
    </section>
  )
}
