import { lazy, Suspense, useState } from 'react'
import type { Settings } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { StartPiece } from '../../app/sheets.ts'
import { useApp } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { useQuick } from './useQuick.ts'

const QuickCut = lazy(() => import('./QuickCut.tsx'))
const QuickBraze = lazy(() => import('./QuickBraze.tsx'))
const KINDS = [
  { value: 'cut', label: 'Cut' },
  { value: 'braze', label: 'Braze' },
] as const

/** Settings at once, without a name, a job or a piece. */
export default function Quick() {
  const settings = api.useSettingsQuery().data
  const torches = api.useTorchesQuery().data
  if (!settings || !torches) return <Opening />
  return <QuickPlan settings={settings} torches={torches} />
}

function QuickPlan({
  settings,
  torches,
}: {
  readonly settings: Settings
  readonly torches: readonly Torch[]
}) {
  const last = useApp((s) => s.device.torchId)
  const quick = useQuick(settings, torches, last)
  const [keeping, setKeeping] = useState(false)
  const draft = quick.kind === 'cut' ? quick.cut : quick.braze
  return (
    <main className="lg:grid lg:h-dvh lg:grid-rows-[auto_1fr]">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b-[1.5px] border-rule px-4 py-3">
        <h1 className="text-page">Quick plan</h1>
        <div className="w-[220px]">
          <Segmented tall label="Cut or braze?" value={quick.kind} options={KINDS} onChange={quick.choose} />
        </div>
        <span className="grow" />
        <Button look="quiet" onClick={quick.startOver}>
          Start over
        </Button>
        <Button look="act" className="text-label" onClick={() => setKeeping(true)}>
          Keep it
        </Button>
      </header>
      <Suspense fallback={<p className="p-6 text-soft">Opening.</p>}>
        {quick.kind === 'cut' ? (
          <QuickCut draft={quick.cut} edit={quick.editCut} torches={torches} />
        ) : (
          <QuickBraze draft={quick.braze} edit={quick.editBraze} torches={torches} />
        )}
      </Suspense>
      <Suspense>
        {keeping ? <StartPiece open worked={draft} onClose={() => setKeeping(false)} /> : null}
      </Suspense>
    </main>
  )
}
