import { Tabs } from 'radix-ui'
import { useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { NO_RUNS, planPiece, type GoodPiece } from '#application/plan-of.ts'
import { procedureOf } from '#application/procedure-of.ts'
import type { Job, Ticket } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Missing } from '../../ui/Missing.tsx'
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
  const { jobId = '', ticketId = '' } = useParams()
  const { data: job, error } = api.useJobQuery({ id: jobId, around: ticketId })
  const { currentData: ticket, error: noPiece } = api.useTicketQuery(ticketId)
  const settings = api.useSettingsQuery()
  const records = api.useRecordsQuery(ticket?.kind ?? 'cut', { skip: ticket === undefined })
  if (error && !job) return <Missing what="job" failure={error} />
  if (noPiece && !ticket) return <Missing what="piece" failure={noPiece} />
  if (!job || !ticket || !settings.data || !records.data) return <p className="p-8 text-soft">Opening.</p>
  return <Work key={ticket.id} job={job} ticket={ticket} />
}

function Work({ job, ticket }: { readonly job: Job; readonly ticket: Ticket }) {
  const { settings, units } = useShop()
  const records = api.useRecordsQuery(ticket.kind).data
  const [tab, setTab] = useState('steps')
  const planned = useMemo(
    () => planPiece(ticket.draft, settings, records ?? NO_RUNS, units),
    [ticket, settings, units, records],
  )
  return (
    <main className="mx-auto max-w-[1180px] px-5 py-4 print:max-w-none print:p-0">
      <header className="pb-2 print:hidden">
        <p className="text-soft">
          <Link className="underline underline-offset-4" to={`/jobs/${job.id}/${ticket.id}`}>
            Back to the plan
          </Link>
        </p>
        <h1 className="text-3xl">{ticket.title}</h1>
      </header>
      {planned.ok ? (
        <Ready planned={planned} ticket={ticket} job={job} tab={tab} onTab={setTab} />
      ) : (
        <p className="text-[1.1rem]">
          The plan cannot be worked out yet: {planned.errors[0]?.message ?? 'a field is missing.'}
        </p>
      )}
    </main>
  )
}

function Ready({
  planned,
  ticket,
  job,
  tab,
  onTab,
}: {
  readonly planned: GoodPiece
  readonly ticket: Ticket
  readonly job: Job
  readonly tab: string
  readonly onTab: (tab: string) => void
}) {
  const { settings } = useShop()
  const procedure = useMemo(
    () => procedureOf(ticket.draft.rig.torch, planned, settings),
    [ticket.draft.rig.torch, planned, settings],
  )
  return (
    <Tabs.Root value={tab} onValueChange={onTab}>
      <div className="print:hidden">
        <TabStrip label="What is shown of the work" tabs={TABS} stale={false} />
      </div>
      <Tabs.Content value="steps">
        <MethodsTab procedure={procedure} planned={planned} torch={ticket.draft.rig.torch} />
      </Tabs.Content>
      <Tabs.Content value="gas">
        <GasTab planned={planned} torchId={ticket.draft.torchId} />
      </Tabs.Content>
      <Tabs.Content value="sheets">
        <SheetsTab procedure={procedure} planned={planned} ticket={ticket} job={job} />
      </Tabs.Content>
    </Tabs.Root>
  )
}
