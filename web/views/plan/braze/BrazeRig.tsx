import { useMemo, useState } from 'react'
import { BRAZE_GEAR, type RIG } from '#core/rig/fields.ts'
import type { FieldError } from '#core/figure.ts'
import type { BrazeDraft, ChartRowDraft } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import { useShop } from '../../../app/shop.ts'
import { fuelTitle } from '#core/gas/fuels.ts'
import { FieldList, type Typed } from '../../../form/FieldList.tsx'
import { namesOf, wantsSeen } from '../../../form/said.ts'
import { WorkGroup } from '../../../form/WorkGroup.tsx'
import { Button } from '../../../ui/Button.tsx'
import { Group } from '../../../ui/Field.tsx'
import { Segmented } from '../../../ui/Segmented.tsx'
import { BoxPanel, type BurnerDraft } from './BoxPanel.tsx'
import { ChartPanel } from '../ChartPanel.tsx'
import { FuelField } from '../FuelField.tsx'
import { SupplyGroup } from '../SupplyGroup.tsx'
import { TorchField } from '../TorchField.tsx'
import type { EditOf } from '../editing.ts'

const GEAR = namesOf(BRAZE_GEAR, 'gear')
const TORCHES = ['1', '2', '3'].map((n) => ({ value: n, label: n }))
const CYLINDER = ['acetyleneCylinder'] as const satisfies readonly (keyof typeof RIG)[]

/** The rig that it is brazed with: a torch that is kept, or as it is given here. */
export function BrazeRig({
  draft: { rig, torchId },
  edit,
  torches,
  errors,
}: {
  readonly draft: BrazeDraft
  readonly edit: EditOf<BrazeDraft>
  readonly torches: readonly Torch[]
  readonly errors: readonly FieldError[]
}) {
  const { say } = useShop()
  const [chartOpen, setChartOpen] = useState(false)
  const [boxOpen, setBoxOpen] = useState(false)
  const set = useMemo(
    () => ({
      gear: (name: string, value: Typed) => edit.setGear({ [name]: value }),
      torches: (count: string) => edit.setGear({ torches: count }),
      box: (box: readonly BurnerDraft[]) => edit.setGear({ box: [...box] }),
      chart: (chart: readonly ChartRowDraft[]) => edit.setGear({ chart: [...chart] }),
      rig: (name: string, value: Typed) => edit.setRig({ [name]: value }),
      fuel: (fuel: string) => edit.setRig({ fuel }),
      hose: (name: string, value: Typed) => edit.setHose({ [name]: value }),
    }),
    [edit],
  )
  const { chart, box } = rig.braze
  return (
    <>
      <WorkGroup
        name={say('Torch')}
        said={[
          torches.find((t) => t.id === torchId)?.name ?? say('as given here'),
          box.length > 0
            ? say(`chosen from the box of ${box.length}`)
            : rig.braze.tipOrifice === ''
              ? say('tip chosen for you')
              : rig.braze.tipOrifice,
          fuelTitle(rig.fuel).toLowerCase(),
          ...(rig.braze.torches === '1' ? [] : [say(`${rig.braze.torches} torches`)]),
        ]}
        wants={wantsSeen(errors, 'rig', [...GEAR, 'box', 'chart', 'fuel'])}
      >
        <TorchField torchId={torchId} torches={torches} onChoose={edit.setDraft} />
        <FieldList
          table={BRAZE_GEAR}
          said={rig.braze}
          group="gear"
          path="rig"
          errors={errors}
          onChange={set.gear}
          special={{
            torches: (
              <Group beside label={say('Torches')}>
                <Segmented
                  label={say('Torches')}
                  value={rig.braze.torches}
                  options={TORCHES}
                  onChange={set.torches}
                />
              </Group>
            ),
          }}
        />
        <Group beside label="In the box" error={errors.find((e) => e.field.startsWith('rig.box'))?.message}>
          <Button className="w-full" onClick={() => setBoxOpen(true)}>
            {box.length === 0
              ? say('Nothing: what is sold')
              : box.length === 1
                ? say('1 burner')
                : say(`${box.length} burners`)}
          </Button>
        </Group>
        <Group beside label="Your chart" error={errors.find((e) => e.field.startsWith('rig.chart'))?.message}>
          <Button className="w-full" onClick={() => setChartOpen(true)}>
            {chart.length === 0
              ? say('No brazing tips: enter them')
              : chart.length === 1
                ? say('1 tip')
                : say(`${chart.length} tips`)}
          </Button>
        </Group>
        <FuelField fuel={rig.fuel} errors={errors} onChange={set.fuel} />
      </WorkGroup>
      <SupplyGroup
        rig={rig}
        names={CYLINDER}
        told={CYLINDER}
        errors={errors}
        onHose={set.hose}
        onChange={set.rig}
      />
      <BoxPanel
        open={boxOpen}
        box={box}
        errors={errors}
        onChange={set.box}
        onClose={() => setBoxOpen(false)}
      />
      <ChartPanel
        brazing
        open={chartOpen}
        rows={chart}
        errors={errors}
        onChange={set.chart}
        onClose={() => setChartOpen(false)}
      />
    </>
  )
}
