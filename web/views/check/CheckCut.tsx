import { useState } from 'react'
import {
  CUT_MARK_NAMES,
  CUT_MARKS,
  kerfFromSize,
  type CutMark,
  type CutMarkKind,
} from '#core/check/acceptance.ts'
import {
  DROP_NAMES,
  EDGE_NAMES,
  EDGES,
  SLAG_CLASSES,
  SLAG_NAMES,
  type Drop,
  type Edge,
  type NotSeen,
  type SlagClass,
} from '#core/check/outcome.ts'
import type { Kind } from '#core/quantity/index.ts'
import { readTyped } from '#application/typed.ts'
import type { CutLogDraft } from '#contract/schemas.ts'
import { pick } from '#core/objects.ts'
import { useShop } from '../../app/shop.ts'
import { CutStrip, MARK_SIGNS, STRETCHES, stretchOf } from '../../drawing/CutStrip.tsx'
import { EdgeTile, SlagTile } from '../../drawing/OutcomeTiles.tsx'
import { CUT_RESULT, CUT_USED } from '#core/record/fields.ts'
import { FieldList } from '../../form/FieldList.tsx'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { Tile, TileChoice, Tiles } from '../../ui/Tiles.tsx'
import { commonOf, Frame, type CommonForm } from './Frame.tsx'
import type { Subject } from './subject.ts'
import { measuredNames, timed, typedOf } from './measured.ts'
import { UsedFields } from './UsedFields.tsx'
import { useCheck } from './useCheck.ts'

const MEASURED = measuredNames(CUT_RESULT)
const USED = measuredNames(CUT_USED)
type Measured = Readonly<Record<(typeof MEASURED)[number] | (typeof USED)[number], string>>
interface Form extends CommonForm, Measured {
  readonly edge: Edge | ''
  readonly slag: SlagClass | ''
  readonly drop: Drop | ''
  readonly sizeEdges: '1' | '2'
  readonly marks: readonly CutMark[]
  readonly breaking: CutLogDraft['breaking']
}

/** What somebody looked at; nothing where nobody did. */
const looked = <T extends string>(seen: T | NotSeen | undefined): Exclude<T, NotSeen> | '' =>
  seen === undefined || seen === 'not-seen' ? '' : (seen as Exclude<T, NotSeen>)

/** The form as it begins: as planned and as the run's clock had it, or as the line had it that is corrected. */
function useFirst(subject: Subject): Omit<Form, keyof CommonForm> {
  const { print } = useShop()
  const told = subject.corrects?.told.kind === 'cut' ? subject.corrects.told : undefined
  const figures = subject.plan?.kind === 'cut' ? subject.plan.figures : {}
  const planned = (si: number | undefined, kind: Kind) => (si === undefined ? '' : print(si, kind))
  return {
    ...(told
      ? typedOf(told.used, USED)
      : {
          tipOrifice: planned(figures.tipOrifice?.value, 'length'),
          oxygenPressure: planned(figures.cuttingOxygenPressure?.value, 'pressure'),
          fuelPressure: planned(figures.fuelPressure?.value, 'pressure'),
          travelSpeed: planned(figures.travelSpeed?.value, 'speed'),
          preheat: timed(subject.tookS.preheat, 2, 300),
        }),
    ...typedOf(told, MEASURED),
    sizeWanted: told?.size?.wanted.text ?? '',
    sizeMeasured: told?.size?.measured.text ?? '',
    edge: looked(told?.edge),
    slag: looked(told?.slag),
    drop: looked(told?.drop),
    sizeEdges: told?.size?.edges === 2 ? '2' : '1',
    marks: told?.marks ?? [],
    breaking: told?.breaking ?? 'none',
  }
}

function draftOf(form: Form, subject: Subject): CutLogDraft | undefined {
  const { edge, slag, drop } = form
  if (edge === '' || slag === '' || drop === '') return undefined
  return {
    ...commonOf(form, subject),
    kind: 'cut',
    used: pick<Measured, (typeof USED)[number]>(form, USED),
    edge,
    slag,
    drop,
    ...pick<Measured, (typeof MEASURED)[number]>(form, MEASURED),
    sizeEdges: form.sizeEdges,
    marks: [...form.marks],
    breaking: form.breaking,
  }
}

/** A cut looked at: its edge, its slag, whether it dropped, marks along it, and what was measured. */
export function CheckCut({ subject }: { readonly subject: Subject }) {
  const { print } = useShop()
  const first = useFirst(subject)
  const check = useCheck<Form>(subject, first, (form) => draftOf(form, subject))
  const { form, change, asked } = check
  const missing = (so: boolean, text: string) => (asked && so ? text : undefined)
  const kerf = check.plan?.kind === 'cut' ? check.plan.figures.kerf : undefined
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
      <Tiles label="The edge" error={missing(form.edge === '', 'Say what the edge is like.')}>
        {EDGES.map((edge) => (
          <Tile key={edge} word={EDGE_NAMES[edge]} on={form.edge === edge} onPick={() => change({ edge })}>
            <EdgeTile edge={edge} />
          </Tile>
        ))}
      </Tiles>
      <Tiles
        label="Slag underneath comes off"
        error={missing(form.slag === '', 'Say how the slag comes off.')}
      >
        {SLAG_CLASSES.map((slag) => (
          <Tile key={slag} word={SLAG_NAMES[slag]} on={form.slag === slag} onPick={() => change({ slag })}>
            <SlagTile slag={slag} />
          </Tile>
        ))}
      </Tiles>
      <TileChoice
        label="Did it drop?"
        error={missing(form.drop === '', 'Say whether it dropped.')}
        names={DROP_NAMES}
        value={form.drop}
        onPick={(drop) => change({ drop })}
      />
      <Marks marks={form.marks} onChange={(marks) => change({ marks })} />
      <div className="grid gap-6 border-t-[1.5px] border-rule pt-4 md:grid-cols-2">
        <section aria-label="Measured" className="grid content-start gap-3">
          <h2 className="text-section">Measured</h2>
          <FieldList
            above
            table={CUT_RESULT}
            names={MEASURED}
            said={{ ...form }}
            path=""
            errors={check.errors}
            help={{
              kerf: kerf
                ? `Planned ${print(kerf.value, 'kerf')}. The next plan with this tip uses what you measure.`
                : '',
            }}
            onChange={check.set}
          />
          <SizeKerf
            form={form}
            assumedM={kerf?.value}
            onEdges={(sizeEdges) => change({ sizeEdges })}
            onTake={(v) => change({ kerf: v })}
          />
        </section>
        <section aria-label="What was really used" className="grid content-start gap-3">
          <h2 className="text-section">Used</h2>
          <UsedFields table={CUT_USED} form={{ ...form }} errors={check.errors} onChange={check.set} />
        </section>
      </div>
    </Frame>
  )
}

/** Marks along the cut: choose one, then press where it is; press again to take it off. */
function Marks({
  marks,
  onChange,
}: {
  readonly marks: readonly CutMark[]
  readonly onChange: (marks: readonly CutMark[]) => void
}) {
  const [kind, setKind] = useState<CutMarkKind>('gouge')
  const press = (stretch: number, side: CutMark['side']) => {
    const same = (m: CutMark) => m.kind === kind && m.side === side && stretchOf(m) === stretch
    onChange(
      marks.some(same)
        ? marks.filter((m) => !same(m))
        : [...marks, { kind, side, at: (stretch + 0.5) / STRETCHES }],
    )
  }
  return (
    <section aria-label="Marks along the cut" className="grid gap-3 border-t-[1.5px] border-rule pt-4">
      <Tiles label="Marks along the cut" columns="grid-cols-2 sm:grid-cols-5">
        {CUT_MARKS.map((m) => (
          <Tile
            key={m}
            word={`${MARK_SIGNS[m]} ${CUT_MARK_NAMES[m]}`}
            on={kind === m}
            onPick={() => setKind(m)}
          />
        ))}
      </Tiles>
      <CutStrip marks={marks} onStretch={press} />
    </section>
  )
}

/** What the part's size says of the kerf, to be taken over with one touch. */
function SizeKerf({
  form,
  assumedM,
  onEdges,
  onTake,
}: {
  readonly form: Form
  readonly assumedM: number | undefined
  readonly onEdges: (edges: '1' | '2') => void
  readonly onTake: (kerf: string) => void
}) {
  const { settings, print } = useShop()
  const read = (text: string) => {
    const r = readTyped(text, 'length', settings)
    return r.ok ? r.value : undefined
  }
  const [wantedM, measuredM] = [read(form.sizeWanted), read(form.sizeMeasured)]
  if (wantedM === undefined || measuredM === undefined || assumedM === undefined) return null
  const kerf = kerfFromSize({ wantedM, measuredM, edges: form.sizeEdges === '2' ? 2 : 1 }, assumedM)
  return (
    <div className="grid gap-2">
      <Field label="Cut on" beside>
        {() => (
          <Segmented
            label="Cut on"
            value={form.sizeEdges}
            options={[
              { value: '1', label: 'one edge' },
              { value: '2', label: 'both edges' },
            ]}
            onChange={onEdges}
          />
        )}
      </Field>
      {kerf === undefined ? (
        <p className="text-soft">Out by more than a kerf could be: the guide, or the drawing.</p>
      ) : (
        <p className="flex flex-wrap items-center gap-3">
          By its size the kerf was {print(kerf, 'kerf')}; {print(assumedM, 'length')} was allowed for.
          <Button onClick={() => onTake(print(kerf, 'kerf'))}>Take it as the kerf</Button>
        </p>
      )}
    </div>
  )
}
