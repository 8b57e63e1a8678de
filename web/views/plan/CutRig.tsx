import { memo, useMemo, useState } from 'react'
import type { CutDraft } from '#contract/schemas.ts'
import type { OwnTip, Torch } from '#contract/types.ts'
import { RIG } from '#core/rig/fields.ts'
import type { FieldError } from '#core/figure.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { fuelTitle } from '#core/gas/fuels.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'
import { saidIn, wantsSeen } from '../../form/said.ts'
import { WorkGroup } from '../../form/WorkGroup.tsx'
import { Button } from '../../ui/Button.tsx'
import { Group } from '../../ui/Field.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { ChartPanel } from './ChartPanel.tsx'
import { FuelField } from './FuelField.tsx'
import { KeepTorch } from './KeepTorch.tsx'
import { SupplyGroup } from './SupplyGroup.tsx'
import { TorchField } from './TorchField.tsx'
import type { DraftEdit } from './editing.ts'

const NO_TIPS: readonly OwnTip[] = []
type RigName = keyof typeof RIG
const TIP = ['tipOrifice'] as const satisfies readonly RigName[]
const HANDLED = ['handling', 'hand', 'dial'] as const satisfies readonly RigName[]
const SUPPLIED = [
  'acetyleneCylinder',
  'acetyleneCylinders',
  'oxygenPurity',
  'hoseGrade',
  'tipPieces',
  'piping',
] as const satisfies readonly RigName[]

const SUPPLY_TOLD = ['acetyleneCylinder', 'oxygenPurity'] as const satisfies readonly RigName[]

/** The rig that the cut is made with: a torch that is kept, or as it is given here. Drawn again only when the rig changes. */
export const CutRig = memo(function CutRig({
  rig,
  torchId,
  edit,
  torches,
  errors,
  onChange,
}: {
  readonly rig: CutDraft['rig']
  readonly torchId: CutDraft['torchId']
  readonly edit: DraftEdit
  readonly torches: readonly Torch[]
  readonly errors: readonly FieldError[]
  readonly onChange: (name: string, value: Typed) => void
}) {
  const { say } = useShop()
  const tips = api.useTipsQuery().data ?? NO_TIPS
  const [chartOpen, setChartOpen] = useState(false)
  const [keepOpen, setKeepOpen] = useState(false)
  const set = useMemo(
    () => ({
      hose: (name: string, value: Typed) => edit.setHose({ [name]: value }),
      fuel: (fuel: string) => edit.setRig({ fuel }),
    }),
    [edit],
  )
  const ofRig = { table: RIG, said: rig, path: 'rig', errors, onChange } as const
  return (
    <>
      <WorkGroup
        name={say('Torch')}
        said={[
          torches.find((t) => t.id === torchId)?.name ?? say('as given here'),
          rig.tipOrifice === '' ? say('tip chosen for you') : rig.tipOrifice,
          fuelTitle(rig.fuel).toLowerCase(),
          ...saidIn(RIG, rig, ['handling']),
          rig.chart.length === 0 ? 'no chart' : 'chart',
        ]}
        wants={wantsSeen(errors, 'rig', [...TIP, ...HANDLED, 'chart', 'fuel'])}
      >
        <TorchField torchId={torchId} torches={torches} onChoose={edit.setDraft} />
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
        <Button className="mt-1" onClick={() => setKeepOpen(true)}>
          {say('Keep this rig as a torch')}
        </Button>
      </WorkGroup>
      <SupplyGroup
        rig={rig}
        names={SUPPLIED}
        told={SUPPLY_TOLD}
        errors={errors}
        onHose={set.hose}
        onChange={onChange}
      />
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
})
