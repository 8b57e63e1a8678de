import { useMemo, useState } from 'react'
import { FIRST_PRACTICE } from '#application/first.ts'
import type { CutDraft, WorkDraft } from '#contract/schemas.ts'
import type { OwnTip, Torch } from '#contract/types.ts'
import type { Caution } from '#core/cut/index.ts'
import { CUT_METALS, CUT_WORK, fieldsOfShape, isGuided, PRACTICE_ITEM } from '#core/cut/fields.ts'
import { HOSE, RIG } from '#core/rig/fields.ts'
import type { FieldError } from '#core/figure.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'
import { optionsOf } from '../../form/options.ts'
import { RowsList } from '../../form/RowsList.tsx'
import { saysMore } from '../../form/said.ts'
import { Button } from '../../ui/Button.tsx'
import { Group } from '../../ui/Field.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { Cautions } from './Cautions.tsx'
import { FuelField } from './FuelField.tsx'
import { ChartPanel } from './ChartPanel.tsx'
import { KeepTorch } from './KeepTorch.tsx'
import { OutlineButton } from './OutlineButton.tsx'
import { chooseTorch, torchOptions } from './torch-choice.ts'
import type { DraftEdit } from './useDraft.ts'

const METALS = optionsOf(CUT_METALS)
const NO_TIPS: readonly OwnTip[] = []
type WorkName = keyof typeof CUT_WORK
type RigName = keyof typeof RIG

/** What you tell it: the work first, then the rig that is fitted. */
export function WorkPanel({
  draft,
  edit,
  torches,
  errors,
  cautions,
  kerfM,
}: {
  readonly draft: CutDraft
  readonly cautions: readonly Caution[]
  /** The plan's kerf, for the outline. */
  readonly kerfM: number | undefined
  readonly edit: DraftEdit
  readonly torches: readonly Torch[]
  readonly errors: readonly FieldError[]
}) {
  const { say } = useShop()
  const { work, rig } = draft
  const set = useSetters(edit)
  const ofWork = { table: CUT_WORK, said: work, path: 'work', errors, onChange: set.work } as const
  const error = (field: string) => errors.find((e) => e.field === field)?.message
  const shaped = fieldsOfShape(work.shape) as readonly WorkName[]
  return (
    <section
      aria-label="The work"
      data-work
      className="grid min-h-0 content-start gap-2 border-rule bg-sheet px-5 py-3 lg:overflow-y-auto lg:border-r-[1.5px]"
    >
      <h2 className="name text-lg text-soft">The work</h2>
      <FieldList
        {...ofWork}
        group="kind"
        special={{
          metal: (
            <SelectField
              beside
              label="Metal"
              value={work.metal as (typeof METALS)[number]['value']}
              options={METALS}
              error={error('work.metal')}
              onChange={set.metal}
            />
          ),
        }}
      />
      <FieldList
        {...ofWork}
        names={shaped}
        special={{
          outlineId: (
            <OutlineButton
              outlineId={work.outlineId}
              thickness={work.thickness}
              kerfM={kerfM}
              onTake={set.outline}
            />
          ),
          practice: (
            <RowsList
              table={PRACTICE_ITEM}
              rows={work.practice}
              path="work.practice"
              errors={errors}
              first={FIRST_PRACTICE}
              called="Cut"
              columns="grid-cols-2"
              onChange={set.practice}
            />
          ),
        }}
      />
      <FieldList {...ofWork} group="surface" />
      <Cautions cautions={cautions} ticked={work.cautions} onChange={set.cautions} />
      {isGuided(work) ? (
        <FieldList table={RIG} said={rig} path="rig" errors={errors} onChange={set.rig} names={GUIDE} />
      ) : null}
      <details open={saysMore(CUT_WORK, 'more', work)}>
        <summary className="name cursor-pointer py-1 text-lg text-soft">More about the work</summary>
        <div className="grid gap-2 pt-1">
          <FieldList {...ofWork} group="more" />
        </div>
      </details>
      <h2 className="name pt-1 text-lg text-soft">The rig</h2>
      <RigFields draft={draft} edit={edit} torches={torches} errors={errors} onChange={set.rig} say={say} />
    </section>
  )
}

const GUIDE = ['guide'] as const satisfies readonly RigName[]
const TIP = ['tipOrifice'] as const satisfies readonly RigName[]
const HANDLED = ['tipPieces', 'hoseGrade', 'handling', 'tipRadius'] as const satisfies readonly RigName[]
const REACH = ['tipBelowCollar', 'oxygenPurity', 'acetyleneCylinder'] as const satisfies readonly RigName[]
const MORE = [
  'hand',
  'piping',
  'guideHeight',
  'dial',
  'acetyleneCylinders',
] as const satisfies readonly RigName[]

/** The rig that the cut is made with: a torch that is kept, or as it is given here. */
function RigFields({
  draft,
  edit,
  torches,
  errors,
  onChange,
  say,
}: {
  readonly draft: CutDraft
  readonly edit: DraftEdit
  readonly torches: readonly Torch[]
  readonly errors: readonly FieldError[]
  readonly onChange: (name: string, value: Typed) => void
  readonly say: (text: string) => string
}) {
  const { rig, torchId } = draft
  const tips = api.useTipsQuery().data ?? NO_TIPS
  const [chartOpen, setChartOpen] = useState(false)
  const [keepOpen, setKeepOpen] = useState(false)
  const set = useMemo(
    () => ({
      torch: (id: string) => edit.setDraft(chooseTorch(torches, id)),
      hose: (name: string, value: Typed) => edit.setHose({ [name]: value }),
      fuel: (fuel: string) => edit.setRig({ fuel }),
    }),
    [edit, torches],
  )
  const options = useMemo(() => torchOptions(torches, say), [torches, say])
  const ofRig = { table: RIG, said: rig, path: 'rig', errors, onChange } as const
  return (
    <>
      <SelectField
        beside
        label={say('Torch')}
        value={torchId ?? options.at(-1)?.value ?? ''}
        options={options}
        onChange={set.torch}
      />
      <FieldList {...ofRig} names={TIP} />
      {tips.length > 0 ? (
        <SelectField
          beside
          label={say('Your tips')}
          value={tips.find((t) => t.orifice === rig.tipOrifice)?.id ?? ''}
          placeholder="none of them"
          options={tips.map((t) => ({ value: t.id, label: `${t.name} · ${t.orifice}` }))}
          onChange={(id) => onChange('tipOrifice', tips.find((t) => t.id === id)?.orifice ?? '')}
        />
      ) : null}
      <Group beside label="Your chart" error={errors.find((e) => e.field.startsWith('rig.chart'))?.message}>
        <Button className="w-full" onClick={() => setChartOpen(true)}>
          {rig.chart.length === 0
            ? 'No rows: enter them'
            : rig.chart.length === 1
              ? '1 row'
              : `${rig.chart.length} rows`}
        </Button>
      </Group>
      <FuelField fuel={rig.fuel} errors={errors} onChange={set.fuel} />
      <FieldList {...ofRig} names={HANDLED} />
      <FieldList
        table={HOSE}
        said={rig.oxygenHose}
        path="rig.oxygenHose"
        errors={errors}
        onChange={set.hose}
      />
      <FieldList {...ofRig} names={REACH} />
      <details>
        <summary className="name cursor-pointer py-1 text-lg text-soft">More about the rig</summary>
        <div className="grid gap-2 pt-1">
          <FieldList {...ofRig} names={MORE} />
        </div>
      </details>
      <Button className="mt-1" onClick={() => setKeepOpen(true)}>
        {say('Keep this rig as a torch')}
      </Button>
      {chartOpen ? (
        <ChartPanel
          open
          onClose={() => setChartOpen(false)}
          rows={rig.chart}
          errors={errors}
          onChange={(chart) => edit.setRig({ chart: [...chart] })}
        />
      ) : null}
      {keepOpen ? (
        <KeepTorch
          open
          onClose={() => setKeepOpen(false)}
          rig={rig}
          onKept={(id) => edit.setDraft({ torchId: id })}
        />
      ) : null}
    </>
  )
}

/** What each field does when it changes: the same functions from one key to the next. */
function useSetters(edit: DraftEdit) {
  return useMemo(
    () => ({
      // how a cut begins follows from its kind until somebody says otherwise
      work: (name: string, value: Typed) =>
        edit.setWork({ [name]: value, ...(name === 'shape' ? { start: '' } : {}) }),
      metal: (metal: string) => edit.setWork({ metal }),
      rig: (name: string, value: Typed) => edit.setRig({ [name]: value }),
      practice: (practice: readonly WorkDraft['practice'][number][]) =>
        edit.setWork({ practice: [...practice] }),
      cautions: (cautions: WorkDraft['cautions']) => edit.setWork({ cautions }),
      outline: (outlineId: string, length: string, pierces: string) =>
        edit.setWork({ outlineId, length, pierces }),
    }),
    [edit],
  )
}
