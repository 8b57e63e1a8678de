import { useMemo, useState } from 'react'
import type { FieldError } from '#core/figure.ts'
import type { Torch } from '#contract/types.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Group } from '../../ui/Field.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { ChartPanel } from './ChartPanel.tsx'
import { KeepTorch } from './KeepTorch.tsx'
import type { CutDraft } from '#contract/schemas.ts'
import type { DraftEdit } from './useDraft.ts'

const METALS = [
  { value: 'low-carbon-steel', label: 'Low-carbon steel' },
  { value: 'stainless-steel', label: 'Stainless steel' },
  { value: 'aluminium', label: 'Aluminium' },
  { value: 'copper', label: 'Copper' },
  { value: 'brass', label: 'Brass' },
] as const
const SURFACES = [
  { value: 'clean', label: 'Clean' },
  { value: 'scale', label: 'Scale' },
  { value: 'rust', label: 'Rust' },
  { value: 'coated', label: 'Coated' },
] as const
const GUIDES = [
  { value: 'part', label: 'Part' },
  { value: 'scrap', label: 'Scrap' },
  { value: 'none', label: 'None' },
] as const
const FUELS = [
  { value: 'acetylene', label: 'Acetylene' },
  { value: 'propane', label: 'Propane' },
] as const
const HANDLINGS = [
  { value: 'hand', label: 'By hand' },
  { value: 'track', label: 'On a track' },
] as const
const OWN = 'own'

/** What you tell it: the work first, then the rig that is fitted. */
export function WorkPanel({
  draft,
  edit,
  torches,
  errors,
}: {
  readonly draft: CutDraft
  readonly edit: DraftEdit
  readonly torches: readonly Torch[]
  readonly errors: readonly FieldError[]
}) {
  const { say } = useShop()
  const { work, rig, torchId } = draft
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
        label="Metal"
        value={work.metal as (typeof METALS)[number]['value']}
        options={METALS}
        onChange={set.metal}
      />
      <QuantityField
        beside
        stepper
        label="Thickness"
        kind="length"
        value={work.thickness}
        error={error('work.thickness')}
        onChange={set.thickness}
      />
      <QuantityField
        beside
        stepper
        label="Length"
        kind="length"
        value={work.length}
        error={error('work.length')}
        onChange={set.length}
      />
      <Group beside label="Surface" error={error('work.surface')}>
        <Segmented
          label="Surface"
          value={work.surface as (typeof SURFACES)[number]['value']}
          options={SURFACES}
          onChange={set.surface}
        />
      </Group>
      <Group beside label="Guide on" error={error('rig.guide')}>
        <Segmented label="Guide on" value={rig.guide} options={GUIDES} onChange={set.guide} />
      </Group>
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
        onChange={set.tipOrifice}
      />
      <Group beside label="Your chart" error={chartError?.message}>
        <Button className="w-full" onClick={() => setChartOpen(true)}>
          {rig.chart.length === 0
            ? 'No rows: enter them'
            : rig.chart.length === 1
              ? '1 row'
              : `${rig.chart.length} rows`}
        </Button>
      </Group>
      <Group beside label="Fuel" error={error('rig.fuel')}>
        <Segmented label="Fuel" value={rig.fuel} options={FUELS} onChange={set.fuel} />
      </Group>
      <Group beside label="Handling" error={error('rig.handling')}>
        <Segmented label="Handling" value={rig.handling} options={HANDLINGS} onChange={set.handling} />
      </Group>
      <QuantityField
        beside
        label={say('Tip radius')}
        kind="length"
        value={rig.tipRadius}
        error={error('rig.tipRadius')}
        hint="Half its width where it rides the guide"
        onChange={set.tipRadius}
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
        onChange={set.tipBelowCollar}
      />
      <QuantityField
        beside
        stepper
        label="Plate is at"
        kind="temperature"
        value={work.temperature}
        error={error('work.temperature')}
        onChange={set.temperature}
      />
      <QuantityField
        beside
        label="Oxygen purity"
        kind="share"
        value={rig.oxygenPurity}
        error={error('rig.oxygenPurity')}
        onChange={set.oxygenPurity}
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
          onChange={set.acetyleneCylinder}
        />
      ) : null}
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

/** What each field does when it changes: the same functions from one key to the next. */
function useSetters(edit: DraftEdit, torches: readonly Torch[]) {
  return useMemo(
    () => ({
      metal: (metal: string) => edit.setWork({ metal }),
      thickness: (thickness: string) => edit.setWork({ thickness }),
      length: (length: string) => edit.setWork({ length }),
      surface: (surface: string) => edit.setWork({ surface }),
      temperature: (temperature: string) => edit.setWork({ temperature }),
      torch: (id: string) => {
        const torch = torches.find((t) => t.id === id)
        edit.setDraft({ torchId: torch?.id ?? null, ...(torch ? { rig: torch.rig } : {}) })
      },
      tipOrifice: (tipOrifice: string) => edit.setRig({ tipOrifice }),
      fuel: (fuel: string) => edit.setRig({ fuel }),
      guide: (guide: string) => edit.setRig({ guide }),
      handling: (handling: string) => edit.setRig({ handling }),
      tipRadius: (tipRadius: string) => edit.setRig({ tipRadius }),
      hoseLength: (length: string) => edit.setHose({ length }),
      hoseBore: (bore: string) => edit.setHose({ bore }),
      tipBelowCollar: (tipBelowCollar: string) => edit.setRig({ tipBelowCollar }),
      oxygenPurity: (oxygenPurity: string) => edit.setRig({ oxygenPurity }),
      acetyleneCylinder: (acetyleneCylinder: string) => edit.setRig({ acetyleneCylinder }),
    }),
    [edit, torches],
  )
}
