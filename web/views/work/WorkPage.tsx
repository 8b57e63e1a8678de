import { Tabs } from 'radix-ui'
import { useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { NO_RUNS, planPiece, type GoodPiece } from '#application/plan-of.ts'
import { procedureOf } from '#application/procedure-of.ts'
import type { Job, Piece } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Missing } from '../../ui/Missing.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { TabStrip } from '../../ui/TabStrip.tsx'
import { GasTab } from './GasTab.tsx'
import { SheetsTab } from './SheetsTab.tsx'
import { MethodsTab } from './MethodsTab.tsx'

const TABS = [
  { value: 'steps', label: 'Step by step' },
  { value: 'gas', label: 'Gas' },
  { value: 'sheets', label: 'Sheets' },
] as const

/** The work of a piece beside its plan: its steps by the shop's methods and by others, its gas, and what is printed. */
export default function WorkPage() {
  const { jobId = '', pieceId = '' } = useParams()
  const { data: job, error } = api.useJobQuery({ id: jobId, around: pieceId })
  const { currentData: piece, error: noPiece } = api.usePieceQuery(pieceId)
  const settings = api.useSettingsQuery()
  const records = api.useRecordsQuery(piece?.kind ?? 'cut', { skip: piece === undefined })
  if (error && !job) return <Missing what="job" failure={error} />
  if (noPiece && !piece) return <Missing what="piece" failure={noPiece} />
  if (!job || !piece || !settings.data || !records.data) return <Opening />
  return <Work key={piece.id} job={job} piece={piece} />
}

function Work({ job, piece }: { readonly job: Job; readonly piece: Piece }) {
  const { settings, units } = useShop()
  const records = api.useRecordsQuery(piece.kind).data
  const [tab, setTab] = useState('steps')
  const planned = useMemo(
    () => planPiece(piece.draft, settings, records ?? NO_RUNS, units),
    [piece, settings, units, records],
  )
  return (
    <main className="mx-auto max-w-[1180px] px-4 py-4">
      <header className="pb-2">
        <p className="text-soft">
          <Link className="underline underline-offset-4" to={`/jobs/${job.id}/${piece.id}`}>
            Back to the plan
          </Link>
        </p>
        <h1 className="text-page">{piece.title}</h1>
      </header>
      {planned.ok ? (
        <Ready planned={planned} piece={piece} job={job} tab={tab} onTab={setTab} />
      ) : (
        <p className="text-field">
          The plan cannot be worked out yet: {planned.errors[0]?.message ?? 'a field is missing.'}
        </p>
      )}
    </main>
  )
}

function Ready({
  planned,
  piece,
  job,
  tab,
  onTab,
}: {
  readonly planned: GoodPiece
  readonly piece: Piece
  readonly job: Job
  readonly tab: string
  readonly onTab: (tab: string) => void
}) {
  const { settings } = useShop()
  const procedure = useMemo(
    () => procedureOf(piece.draft.rig.torch, planned, settings),
    [piece.draft.rig.torch, planned, settings],
  )
  return (
    <Tabs.Root value={tab} onValueChange={onTab}>
      <div>
        <TabStrip label="What is shown of the work" tabs={TABS} stale={false} />
      </div>
      <Tabs.Content value="steps">
        <MethodsTab procedure={procedure} planned={planned} torch={piece.draft.rig.torch} />
      </Tabs.Content>
      <Tabs.Content value="gas">
        <GasTab planned={planned} torchId={piece.draft.torchId} />
      </Tabs.Content>
      <Tabs.Content value="sheets">
        <SheetsTab procedure={procedure} planned={planned} piece={piece} job={job} />
      </Tabs.Content>
    </Tabs.Root>
  )
}
