import { useMemo, useState } from 'react'
import type { FieldError } from '#core/figure.ts'
import { UNSAID_WORK } from '#contract/first.ts'
import type { OwnTip, Torch } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Group } from '../../ui/Field.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { ChartPanel } from './ChartPanel.tsx'
import { KeepTorch } from './KeepTorch.tsx'
import type { CutDraft, WorkDraft } from '#contract/schemas.ts'
import type { Caution } from '#core/cut/index.ts'
import { Cautions } from './Cautions.tsx'
import {
  FUEL_NAMES,
  HOLLOW_NAMES,
  METAL_NAMES,
  optionsOf,
  POSITION_NAMES,
  SHAPE_NAMES,
  SURFACE_NAMES,
  WIND_NAMES,
} from './cut-words.ts'
import { OutlineButton } from './OutlineButton.tsx'
import { ShapeFields, type WorkSetters } from './ShapeFields.tsx'
import type { DraftEdit } from './useDraft.ts'

const SHAPES = optionsOf(SHAPE_NAMES)
const METALS = optionsOf(METAL_NAMES)
const SURFACES = optionsOf(SURFACE_NAMES)
const HOLLOWS = optionsOf(HOLLOW_NAMES)
const POSITIONS = optionsOf(POSITION_NAMES)
const WINDS = optionsOf(WIND_NAMES)
const FUELS = optionsOf(FUEL_NAMES)
const GUIDES = [
  { value: 'part', label: 'Part' },
  { value: 'scrap', label: 'Scrap' },
  { value: 'none', label: 'None' },
] as const
const HANDLINGS = [
  { value: 'hand', label: 'By hand' },
  { value: 'track', label: 'On a track' },
] as const
const TIP_KINDS = [
  { value: '', label: 'Not said' },
  { value: '1', label: 'One' },
  { value: '2', label: 'Two' },
] as const
const GRADES = [
  { value: '', label: 'Not said' },
  { value: 'R', label: 'R' },
  { value: 'RM', label: 'RM' },
  { value: 'T', label: 'T' },
] as const
const PIPINGS = [
  { value: 'none', label: 'None' },
  { value: 'steel', label: 'Steel' },
  { value: 'copper', label: 'Copper' },
] as const
const HANDS = [
  { value: 'right', label: 'Right' },
  { value: 'left', label: 'Left' },
] as const
const TRIALS = [
  { value: '', label: 'No' },
  { value: 'yes', label: 'Trial' },
] as const
const WITH_CARBON = ['low-carbon-steel', 'medium-carbon-steel', 'high-carbon-steel', 'low-alloy-steel']
const GUIDED = ['straight', 'strip', 'bevel', 'section']
const OWN = 'own'
const NO_TIPS: readonly OwnTip[] = []

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
  const { work, rig, torchId } = draft
  const tips = api.useTipsQuery().data ?? NO_TIPS
  const set = useSetters(edit, torches)
  const [chartOpen, setChartOpen] = useState(false)
  const [keepOpen, setKeepOpen] = useState(false)
  const error = (field: string) => errors.find((e) => e.field === field)?.message
  const chartError = errors.find((e) => e.field.startsWith('rig.chart'))
  const torchOptions = useMemo(
    () => [
      ...torches.map((t) => ({ value: t.id, label: t.name })),
      { value: OWN, label: say('As given below') },
    ],
    [torches, say],
  )
  return (
    <section
      aria-label="The work"
      data-work
      className="grid min-h-0 content-start gap-2 border-rule bg-sheet px-5 py-3 lg:overflow-y-auto lg:border-r-[1.5px]"
    >
      <h2 className="name text-lg text-soft">The work</h2>
      <SelectField
        beside
        label="Kind of cut"
        value={work.shape as (typeof SHAPES)[number]['value']}
        options={SHAPES}
        onChange={set.shape}
      />
      <SelectField
        beside
        label="Metal"
        value={work.metal as (typeof METALS)[number]['value']}
        options={METALS}
        onChange={set.work.metal}
      />
      <QuantityField
        beside
        stepper
        label={work.shape === 'pipe' ? 'Wall' : 'Thickness'}
        kind="length"
        value={work.thickness}
        error={error('work.thickness')}
        onChange={set.work.thickness}
      />
      <ShapeFields
        work={work}
        set={set.work}
        errors={errors}
        onPractice={set.practice}
        outline={
          work.shape === 'outline' ? (
            <OutlineButton
              outlineId={work.outlineId}
              thickness={work.thickness}
              kerfM={kerfM}
              onTake={set.outline}
            />
          ) : null
        }
      />
      <SelectField
        beside
        label="Surface"
        value={work.surface as (typeof SURFACES)[number]['value']}
        options={SURFACES}
        onChange={set.work.surface}
        error={error('work.surface')}
      />
      <Cautions cautions={cautions} ticked={work.cautions} onChange={set.cautions} />
      {GUIDED.includes(work.shape) ? (
        <Group beside label="Guide on" error={error('rig.guide')}>
          <Segmented label="Guide on" value={rig.guide} options={GUIDES} onChange={set.rig.guide} />
        </Group>
      ) : null}
      <details open={unusual(work)}>
        <summary className="name cursor-pointer py-1 text-lg text-soft">More about the work</summary>
        <div className="grid gap-2 pt-1">
          {WITH_CARBON.includes(work.metal) ? (
            <>
              <TextField
                label="Grade"
                value={work.grade}
                placeholder="4140, S355, spring steel"
                error={error('work.grade')}
                onChange={set.work.grade}
              />
              <TextField
                label="Composition"
                value={work.composition}
                placeholder="C 0.45, Mn 0.75, Cr 0.2"
                error={error('work.composition')}
                onChange={set.work.composition}
              />
            </>
          ) : null}
          <SelectField
            beside
            label="Hollow"
            value={work.hollow as (typeof HOLLOWS)[number]['value']}
            options={HOLLOWS}
            onChange={set.work.hollow}
          />
          <SelectField
            beside
            label="Position"
            value={work.position as (typeof POSITIONS)[number]['value']}
            options={POSITIONS}
            onChange={set.work.position}
          />
          <Group beside label="Wind">
            <Segmented label="Wind" value={work.wind} options={WINDS} onChange={set.work.wind} />
          </Group>
          <QuantityField
            beside
            stepper
            label="Plate is at"
            kind="temperature"
            value={work.temperature}
            error={error('work.temperature')}
            onChange={set.work.temperature}
          />
          <Group beside label="Just outside the chart">
            <Segmented
              label="Just outside the chart"
              value={work.trial}
              options={TRIALS}
              onChange={set.work.trial}
            />
          </Group>
        </div>
      </details>
      <h2 className="name pt-1 text-lg text-soft">The rig</h2>
      <SelectField
        beside
        label={say('Torch')}
        value={torchId ?? OWN}
        options={torchOptions}
        onChange={set.torch}
      />
      <QuantityField
        beside
        label={say('Tip')}
        kind="length"
        value={rig.tipOrifice}
        error={error('rig.tipOrifice')}
        empty={say('chosen for you')}
        onChange={set.rig.tipOrifice}
      />
      {tips.length > 0 ? (
        <SelectField
          beside
          label={say('Your tips')}
          value={tips.find((t) => t.orifice === rig.tipOrifice)?.id ?? ''}
          placeholder="none of them"
          options={tips.map((t) => ({ value: t.id, label: `${t.name} · ${t.orifice}` }))}
          onChange={(id) => set.rig.tipOrifice(tips.find((t) => t.id === id)?.orifice ?? '')}
        />
      ) : null}
      <Group beside label="Your chart" error={chartError?.message}>
        <Button className="w-full" onClick={() => setChartOpen(true)}>
          {rig.chart.length === 0
            ? 'No rows: enter them'
            : rig.chart.length === 1
              ? '1 row'
              : `${rig.chart.length} rows`}
        </Button>
      </Group>
      <SelectField
        beside
        label="Fuel"
        value={rig.fuel as (typeof FUELS)[number]['value']}
        options={FUELS}
        onChange={set.rig.fuel}
        error={error('rig.fuel')}
      />
      <Group beside label={say('Tip, pieces')} error={error('rig.tipPieces')}>
        <Segmented
          label={say('Tip, pieces')}
          value={rig.tipPieces}
          options={TIP_KINDS}
          onChange={set.rig.tipPieces}
        />
      </Group>
      <Group beside label="Fuel hose grade" error={error('rig.hoseGrade')}>
        <Segmented
          label="Fuel hose grade"
          value={rig.hoseGrade}
          options={GRADES}
          onChange={set.rig.hoseGrade}
        />
      </Group>
      <Group beside label="Handling" error={error('rig.handling')}>
        <Segmented label="Handling" value={rig.handling} options={HANDLINGS} onChange={set.rig.handling} />
      </Group>
      <QuantityField
        beside
        label={say('Tip radius')}
        kind="length"
        value={rig.tipRadius}
        error={error('rig.tipRadius')}
        hint="Half its width where it rides the guide"
        onChange={set.rig.tipRadius}
      />
      <QuantityField
        beside
        label="Hose length"
        kind="length"
        value={rig.oxygenHose.length}
        error={error('rig.oxygenHose.length')}
        onChange={set.hoseLength}
      />
      <QuantityField
        beside
        label="Hose bore"
        kind="length"
        value={rig.oxygenHose.bore}
        error={error('rig.oxygenHose.bore')}
        onChange={set.hoseBore}
      />
      <QuantityField
        beside
        label={say('Collar to tip face')}
        kind="length"
        value={rig.tipBelowCollar}
        error={error('rig.tipBelowCollar')}
        empty="1 in"
        onChange={set.rig.tipBelowCollar}
      />
      <QuantityField
        beside
        label="Oxygen purity"
        kind="share"
        value={rig.oxygenPurity}
        error={error('rig.oxygenPurity')}
        onChange={set.rig.oxygenPurity}
      />
      {rig.fuel === 'acetylene' ? (
        <QuantityField
          beside
          label={say('Acetylene cylinder')}
          kind="volume"
          value={rig.acetyleneCylinder}
          error={error('rig.acetyleneCylinder')}
          empty="not said"
          hint="Its rated full contents"
          onChange={set.rig.acetyleneCylinder}
        />
      ) : null}
      <details>
        <summary className="name cursor-pointer py-1 text-lg text-soft">More about the rig</summary>
        <div className="grid gap-2 pt-1">
          <Group beside label="Hand">
            <Segmented label="Hand" value={rig.hand} options={HANDS} onChange={set.rig.hand} />
          </Group>
          <Group beside label="Fixed fuel pipe" error={error('rig.piping')}>
            <Segmented
              label="Fixed fuel pipe"
              value={rig.piping}
              options={PIPINGS}
              onChange={set.rig.piping}
            />
          </Group>
          <QuantityField
            beside
            label="Guide is high"
            kind="length"
            value={rig.guideHeight}
            error={error('rig.guideHeight')}
            empty="as the collar wants"
            onChange={set.rig.guideHeight}
          />
          {rig.handling === 'track' ? (
            <TextField
              label="Dial of the track"
              value={rig.dial}
              placeholder="20: 6 in/min; 60: 20 in/min"
              maxLength={240}
              error={error('rig.dial')}
              onChange={set.rig.dial}
            />
          ) : null}
          {rig.fuel === 'acetylene' ? (
            <TextField
              label={say('Cylinders')}
              value={rig.acetyleneCylinders}
              placeholder="How many on the manifold"
              error={error('rig.acetyleneCylinders')}
              onChange={set.rig.acetyleneCylinders}
            />
          ) : null}
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
    </section>
  )
}

const NOT_TYPED: readonly string[] = ['practice', 'cautions', 'changes', 'outlineId']
const WORK_KEYS = ['metal', 'thickness', 'length', 'temperature', ...Object.keys(UNSAID_WORK)].filter(
  (key) => !NOT_TYPED.includes(key),
)
const RIG_KEYS = [
  'tipOrifice',
  'tipPieces',
  'hoseGrade',
  'piping',
  'hand',
  'guideHeight',
  'dial',
  'fuel',
  'guide',
  'handling',
  'tipRadius',
  'tipBelowCollar',
  'oxygenPurity',
  'acetyleneCylinder',
  'acetyleneCylinders',
] as const

/** What each field does when it changes: the same functions from one key to the next. */
function useSetters(edit: DraftEdit, torches: readonly Torch[]) {
  return useMemo(
    () => ({
      work: Object.fromEntries(
        WORK_KEYS.map((key) => [key, (value: string) => edit.setWork({ [key]: value })]),
      ) as WorkSetters,
      rig: Object.fromEntries(
        RIG_KEYS.map((key) => [key, (value: string) => edit.setRig({ [key]: value })]),
      ) as Readonly<Record<(typeof RIG_KEYS)[number], (value: string) => void>>,
      // how a cut begins follows from its kind until somebody says otherwise
      shape: (shape: string) => edit.setWork({ shape, start: '' }),
      practice: (practice: WorkDraft['practice']) => edit.setWork({ practice }),
      cautions: (cautions: WorkDraft['cautions']) => edit.setWork({ cautions }),
      outline: (outlineId: string, length: string, pierces: string) =>
        edit.setWork({ outlineId, length, pierces }),
      torch: (id: string) => {
        const torch = torches.find((t) => t.id === id)
        edit.setDraft({ torchId: torch?.id ?? null, ...(torch ? { rig: torch.rig } : {}) })
      },
      hoseLength: (length: string) => edit.setHose({ length }),
      hoseBore: (bore: string) => edit.setHose({ bore }),
    }),
    [edit, torches],
  )
}

/** Whether something is said that would be hidden in the part that is folded away. */
const unusual = (w: WorkDraft) =>
  w.grade !== '' ||
  w.composition !== '' ||
  w.hollow !== 'no' ||
  w.position !== 'flat' ||
  w.wind !== 'calm' ||
  w.trial !== ''
