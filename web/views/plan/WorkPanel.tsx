import { useState } from 'react'
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
import type { DraftHandle } from './useDraft.ts'

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
const OWN = 'own'

/** What you tell it: the work first, then the rig that is fitted. */
export function WorkPanel({
  draft,
  torches,
  errors,
}: {
  readonly draft: DraftHandle
  readonly torches: readonly Torch[]
  readonly errors: readonly FieldError[]
}) {
  const { say } = useShop()
  const { work, rig, torchId } = draft.draft
  const [chartOpen, setChartOpen] = useState(false)
  const [keepOpen, setKeepOpen] = useState(false)
  const error = (field: string) => errors.find((e) => e.field === field)?.message
  const chartError = errors.find((e) => e.field.startsWith('rig.chart'))
  const choose = (id: string) => {
    const torch = torches.find((t) => t.id === id)
    draft.change({ draft: { ...draft.draft, torchId: torch?.id ?? null, rig: torch ? torch.rig : rig } })
  }
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
        onChange={(v) => draft.setWork('metal', v)}
      />
      <QuantityField
        beside
        stepper
        label="Thickness"
        kind="length"
        value={work.thickness}
        error={error('work.thickness')}
        onChange={(v) => draft.setWork('thickness', v)}
      />
      <QuantityField
        beside
        stepper
        label="Length"
        kind="length"
        value={work.length}
        error={error('work.length')}
        onChange={(v) => draft.setWork('length', v)}
      />
      <Group beside label="Surface" error={error('work.surface')}>
        <Segmented
          label="Surface"
          value={work.surface as (typeof SURFACES)[number]['value']}
          options={SURFACES}
          onChange={(v) => draft.setWork('surface', v)}
        />
      </Group>
      <Group beside label="Guide on" error={error('rig.guide')}>
        <Segmented
          label="Guide on"
          value={rig.guide}
          options={[
            { value: 'part', label: 'Part' },
            { value: 'scrap', label: 'Scrap' },
            { value: 'none', label: 'None' },
          ]}
          onChange={(guide) => draft.setRig({ guide })}
        />
      </Group>
      <h2 className="name pt-1 text-lg text-soft">The rig</h2>
      <SelectField
        beside
        label={say('Torch')}
        value={torchId ?? OWN}
        options={[
          ...torches.map((t) => ({ value: t.id, label: t.name })),
          { value: OWN, label: say('As given below') },
        ]}
        onChange={choose}
      />
      <QuantityField
        beside
        label={say('Tip')}
        kind="length"
        value={rig.tipOrifice}
        error={error('rig.tipOrifice')}
        empty={say('chosen for you')}
        onChange={(tipOrifice) => draft.setRig({ tipOrifice })}
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
        <Segmented
          label="Fuel"
          value={rig.fuel}
          options={[
            { value: 'acetylene', label: 'Acetylene' },
            { value: 'propane', label: 'Propane' },
          ]}
          onChange={(fuel) => draft.setRig({ fuel })}
        />
      </Group>
      <Group beside label="Handling" error={error('rig.handling')}>
        <Segmented
          label="Handling"
          value={rig.handling}
          options={[
            { value: 'hand', label: 'By hand' },
            { value: 'track', label: 'On a track' },
          ]}
          onChange={(handling) => draft.setRig({ handling })}
        />
      </Group>
      <QuantityField
        beside
        label={say('Tip radius')}
        kind="length"
        value={rig.tipRadius}
        error={error('rig.tipRadius')}
        hint="Half its width where it rides the guide"
        onChange={(tipRadius) => draft.setRig({ tipRadius })}
      />
      <QuantityField
        beside
        label="Hose length"
        kind="length"
        value={rig.oxygenHose.length}
        error={error('rig.oxygenHose.length')}
        onChange={(length) => draft.setRig({ oxygenHose: { ...rig.oxygenHose, length } })}
      />
      <QuantityField
        beside
        label="Hose bore"
        kind="length"
        value={rig.oxygenHose.bore}
        error={error('rig.oxygenHose.bore')}
        onChange={(bore) => draft.setRig({ oxygenHose: { ...rig.oxygenHose, bore } })}
      />
      <QuantityField
        beside
        label={say('Collar to tip face')}
        kind="length"
        value={rig.tipBelowCollar}
        error={error('rig.tipBelowCollar')}
        empty="1 in"
        onChange={(tipBelowCollar) => draft.setRig({ tipBelowCollar })}
      />
      <QuantityField
        beside
        stepper
        label="Plate is at"
        kind="temperature"
        value={work.temperature}
        error={error('work.temperature')}
        onChange={(v) => draft.setWork('temperature', v)}
      />
      <QuantityField
        beside
        label="Oxygen purity"
        kind="share"
        value={rig.oxygenPurity}
        error={error('rig.oxygenPurity')}
        onChange={(oxygenPurity) => draft.setRig({ oxygenPurity })}
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
          onChange={(acetyleneCylinder) => draft.setRig({ acetyleneCylinder })}
        />
      ) : null}
      <Button className="mt-1" onClick={() => setKeepOpen(true)}>
        {say('Keep this rig as a torch')}
      </Button>
      <ChartPanel
        open={chartOpen}
        onClose={() => setChartOpen(false)}
        rows={rig.chart}
        errors={errors}
        onChange={(chart) => draft.setRig({ chart: [...chart] })}
      />
      <KeepTorch
        open={keepOpen}
        onClose={() => setKeepOpen(false)}
        rig={rig}
        onKept={(id) => draft.change({ draft: { ...draft.draft, torchId: id } })}
      />
    </section>
  )
}
