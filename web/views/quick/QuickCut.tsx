import { useCallback, useMemo, useRef, useState } from 'react'
import { NO_RUNS, planDraft, type GoodCut } from '#application/plan-of.ts'
import { CUT_METALS, CUT_WORK } from '#core/cut/fields.ts'
import { sheetOf } from '#core/quantity/index.ts'
import { RIG } from '#core/rig/fields.ts'
import type { CutDraft } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'
import { optionsOf } from '../../form/options.ts'
import { SelectField } from '../../ui/SelectField.tsx'
import type { EditOf } from '../plan/editing.ts'
import { CUT_WORDS } from '../plan/figure-words.ts'
import { FuelField } from '../plan/FuelField.tsx'
import { HowSheet } from '../plan/HowSheet.tsx'
import { SHAPE_STATION, STATIONS, TheLine, type Station } from '../plan/TheLine.tsx'
import { TorchField } from '../plan/TorchField.tsx'
import { OwnTips } from './OwnTips.tsx'
import { QuickBody } from './QuickBody.tsx'

const METALS = optionsOf(CUT_METALS)
const BELOW = ['preheatTime', 'kerf', 'guideOffset', 'drag'] as const

/** A cut in four fields: its settings on the line, what else it wants below, and what there is to mind. */
export default function QuickCut({
  draft,
  edit,
  torches,
}: {
  readonly draft: CutDraft
  readonly edit: EditOf<CutDraft>
  readonly torches: readonly Torch[]
}) {
  const { settings, units } = useShop()
  const records = api.useRecordsQuery('cut').data
  const [station, setStation] = useState<Station | undefined>(undefined)
  const planned = useMemo(
    () => planDraft(draft, settings, records ?? NO_RUNS, units),
    [draft, settings, records, units],
  )
  const last = useRef<GoodCut | undefined>(undefined)
  if (planned.ok) last.current = planned
  const shown = last.current
  const errors = planned.ok ? [] : planned.errors
  const open = useCallback(
    (figure: string) =>
      setStation([...STATIONS, SHAPE_STATION].find((s) => s.figures.some((f) => f === figure))),
    [],
  )
  const setWork = useCallback((name: string, value: Typed) => edit.setWork({ [name]: value }), [edit])
  const setRig = useCallback((name: string, value: Typed) => edit.setRig({ [name]: value }), [edit])
  const torchName = torches.find((t) => t.id === draft.torchId)?.name ?? ''
  return (
    <>
      <QuickBody
        errors={errors}
        plan={shown?.plan}
        below={BELOW}
        words={CUT_WORDS}
        waits="Settings come with the first thickness that can be read."
        onFigure={open}
        fields={
          <>
            <SelectField
              beside
              label="Metal"
              value={draft.work.metal as keyof typeof CUT_METALS}
              options={METALS}
              onChange={(metal) => edit.setWork({ metal })}
            />
            <FieldList
              table={CUT_WORK}
              names={['thickness']}
              sheet={sheetOf(draft.work.metal)}
              said={draft.work}
              path="work"
              errors={errors}
              onChange={setWork}
            />
            {torches.length > 0 ? (
              <TorchField torchId={draft.torchId} torches={torches} onChoose={edit.setDraft} />
            ) : null}
            {draft.torchId === null ? (
              <FuelField fuel={draft.rig.fuel} errors={errors} onChange={(fuel) => edit.setRig({ fuel })} />
            ) : null}
            <FieldList
              table={RIG}
              names={['tipOrifice']}
              said={draft.rig}
              path="rig"
              errors={errors}
              onChange={setRig}
            />
            <OwnTips value={draft.rig.tipOrifice} onChoose={(tipOrifice) => edit.setRig({ tipOrifice })} />
          </>
        }
        line={
          shown ? (
            <>
              <TheLine plan={shown.plan} request={shown.request} torchName={torchName} onOpen={setStation} />
            </>
          ) : null
        }
      />
      {shown && station ? (
        <HowSheet
          station={station}
          plan={shown.plan}
          words={CUT_WORDS}
          sparse
          onClose={() => setStation(undefined)}
        />
      ) : null}
    </>
  )
}
