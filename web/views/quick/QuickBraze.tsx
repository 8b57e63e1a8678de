import { useCallback, useMemo, useRef, useState } from 'react'
import { NO_RUNS, planBrazeDraft, type GoodBraze } from '#application/plan-of.ts'
import { BRAZE_WORK } from '#core/braze/fields.ts'
import { BRAZE_GEAR } from '#core/rig/fields.ts'
import type { BrazeDraft } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'
import { BRAZE_WORDS } from '../plan/braze/braze-words.ts'
import { BRAZE_STATIONS, BrazeLine, type BrazeStation } from '../plan/braze/BrazeLine.tsx'
import { BrazeParts } from '../plan/braze/BrazeParts.tsx'
import type { EditOf } from '../plan/editing.ts'
import { FuelField } from '../plan/FuelField.tsx'
import { HowSheet } from '../plan/HowSheet.tsx'
import { TorchField } from '../plan/TorchField.tsx'
import { OwnTips } from './OwnTips.tsx'
import { QuickBody } from './QuickBody.tsx'

const NOTHING: readonly string[] = []
const BELOW = ['rodLength', 'overlapNeeded', 'feedTime', 'setTime', 'reach60C', 'purgeFlow'] as const

/** A braze in a few fields: its settings on the line, filler and rod below, and what there is to mind. */
export default function QuickBraze({
  draft,
  edit,
  torches,
}: {
  readonly draft: BrazeDraft
  readonly edit: EditOf<BrazeDraft>
  readonly torches: readonly Torch[]
}) {
  const { settings, units } = useShop()
  const records = api.useRecordsQuery('braze').data
  const [station, setStation] = useState<BrazeStation | undefined>(undefined)
  const planned = useMemo(
    () => planBrazeDraft(draft, settings, records ?? NO_RUNS, units),
    [draft, settings, records, units],
  )
  const last = useRef<GoodBraze | undefined>(undefined)
  if (planned.ok) last.current = planned
  const shown = last.current
  const errors = planned.ok ? [] : planned.errors
  const open = useCallback(
    (figure: string) => setStation(BRAZE_STATIONS.find((s) => s.figures.some((f) => f === figure))),
    [],
  )
  const setWork = useCallback((name: string, value: Typed) => edit.setWork({ [name]: value }), [edit])
  const setGear = useCallback((name: string, value: Typed) => edit.setGear({ [name]: value }), [edit])
  const torchName = torches.find((t) => t.id === draft.torchId)?.name ?? ''
  const choice = shown?.plan.choice
  return (
    <>
      <QuickBody
        errors={errors}
        plan={shown?.plan}
        below={BELOW}
        words={BRAZE_WORDS}
        waits="Settings come with the first size that can be read."
        onFigure={open}
        fields={
          <>
            <FieldList
              table={BRAZE_WORK}
              names={['joint']}
              said={draft.work}
              path="work"
              errors={errors}
              onChange={setWork}
            />
            <BrazeParts work={draft.work} edit={edit} errors={errors} assumed={NOTHING} />
            {torches.length > 0 ? (
              <TorchField torchId={draft.torchId} torches={torches} onChoose={edit.setDraft} />
            ) : null}
            {draft.torchId === null ? (
              <FuelField fuel={draft.rig.fuel} errors={errors} onChange={(fuel) => edit.setRig({ fuel })} />
            ) : null}
            <FieldList
              table={BRAZE_GEAR}
              names={['tipOrifice']}
              said={draft.rig.braze}
              path="rig.braze"
              errors={errors}
              onChange={setGear}
            />
            <OwnTips
              value={draft.rig.braze.tipOrifice}
              onChoose={(tipOrifice) => edit.setGear({ tipOrifice })}
            />
          </>
        }
        line={
          shown && choice ? (
            <>
              <BrazeLine
                plan={shown.plan}
                request={shown.request}
                torchName={torchName}
                onOpen={setStation}
              />
              <p className="name px-4 pt-3 text-label">
                <strong>{choice.filler ?? 'No filler'}</strong>, {choice.form},{' '}
                {choice.flux === 'none' ? 'no flux' : choice.flux}
              </p>
            </>
          ) : null
        }
      />
      {shown && station ? (
        <HowSheet
          station={station}
          plan={shown.plan}
          words={BRAZE_WORDS}
          sparse
          onClose={() => setStation(undefined)}
        />
      ) : null}
    </>
  )
}
