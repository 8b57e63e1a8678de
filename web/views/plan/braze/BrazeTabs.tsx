import { Tabs } from 'radix-ui'
import { useMemo, useState } from 'react'
import type { GoodBraze } from '#application/plan-of.ts'
import { procedureOf } from '#application/procedure-of.ts'
import type { BrazeDraft } from '#contract/schemas.ts'
import { useShop } from '../../../app/shop.ts'
import { TabStrip } from '../../../ui/TabStrip.tsx'
import { AdviceList } from '../AdviceList.tsx'
import type { EditOf } from '../editing.ts'
import { FillerTab } from './FillerTab.tsx'
import { HeatTab } from './HeatTab.tsx'
import { JointTab } from './JointTab.tsx'
import { StepList } from '../StepList.tsx'
import { usePlanFigures } from '../plan-words.ts'

const TABS = [
  { value: 'joint', label: 'The joint' },
  { value: 'filler', label: 'Filler' },
  { value: 'heat', label: 'Heat' },
  { value: 'steps', label: 'Step by step' },
  { value: 'before', label: 'Before' },
] as const

/** The joint to scale, the ranking of fillers, how far the heat runs, the work in its order, and what comes before. */
export function BrazeTabs({
  planned,
  stale,
  draft,
  edit,
  whole,
  onJoint,
  onAlong,
  tryAt,
}: {
  readonly planned: GoodBraze
  readonly stale: boolean
  readonly draft: BrazeDraft
  readonly edit: EditOf<BrazeDraft>
  /** What all pieces of the job take together; empty for a job of one. */
  readonly whole: string
  readonly onJoint: () => void
  readonly onAlong: () => void
  /** The page where it is tried without gas. */
  readonly tryAt: string
}) {
  const [tab, setTab] = useState('joint')
  const { plan } = planned
  return (
    <Tabs.Root
      value={tab}
      onValueChange={setTab}
      className="min-h-0 px-4 py-2 lg:grid lg:grid-rows-[auto_1fr] lg:overflow-hidden"
    >
      <TabStrip label="What is shown of the braze" tabs={TABS} stale={stale} />
      <Tabs.Content value="joint" className="min-h-0 outline-offset-[-2px] lg:overflow-y-auto">
        <JointTab planned={planned} onHow={onJoint} onFiller={() => setTab('filler')} />
      </Tabs.Content>
      <Tabs.Content value="filler" className="min-h-0 overflow-y-auto">
        <FillerTab planned={planned} draft={draft} edit={edit} />
      </Tabs.Content>
      <Tabs.Content value="heat" className="min-h-0 overflow-y-auto">
        <HeatTab planned={planned} onHow={onAlong} tryAt={tryAt} />
      </Tabs.Content>
      <Tabs.Content value="steps" className="min-h-0 overflow-y-auto">
        <Steps planned={planned} torch={draft.rig.torch} />
      </Tabs.Content>
      <Tabs.Content value="before" className="min-h-0 overflow-y-auto">
        <AdviceList advice={plan.before} whole={whole} />
      </Tabs.Content>
    </Tabs.Root>
  )
}

/** The steps that the run would lead through: worked out only while they are looked at. */
function Steps({
  planned,
  torch,
}: {
  readonly planned: GoodBraze
  readonly torch: BrazeDraft['rig']['torch']
}) {
  const { settings } = useShop()
  const { sentence } = usePlanFigures(planned.plan)
  const procedure = useMemo(() => procedureOf(torch, planned, settings), [torch, planned, settings])
  return <StepList procedure={procedure} sentence={sentence} />
}
