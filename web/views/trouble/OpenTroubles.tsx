import { format } from 'date-fns/format'
import { lazy, Suspense, useState } from 'react'
import type { OpenTrouble } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { useTroubles } from './useTroubles.ts'

// fetched when one is to be cleared
const ClearPanel = lazy(() => import('./ClearPanel.tsx').then((m) => ({ default: m.ClearPanel })))

/** What is grave and not cleared yet, over every screen: nothing is begun on that rig meanwhile. */
export default function OpenTroubles() {
  const { say } = useShop()
  const { open } = useTroubles()
  const torches = api.useTorchesQuery(undefined, { skip: open.length === 0 }).data ?? []
  const [clearing, setClearing] = useState<OpenTrouble>()
  if (open.length === 0) return null
  return (
    <section aria-label="Not cleared yet" className="border-b-[1.5px] border-alarm bg-sheet px-6 py-3">
      <ul className="grid gap-2">
        {open.map((t) => (
          <li key={t.id} className="flex flex-wrap items-center gap-x-4 gap-y-2">
            <p className="min-w-0 grow text-field leading-snug">
              <strong className="text-alarm">Not cleared: {say(t.title)}</strong>{' '}
              <span className="text-soft">
                {format(new Date(t.at), 'd MMM, HH:mm')}
                {t.personName === '' ? '' : `, ${t.personName}`}
                {t.torchId === null
                  ? ', nobody knows which rig: none is worked with'
                  : `, ${torches.find((torch) => torch.id === t.torchId)?.name ?? 'a rig'}: it is not worked with`}
                .
              </span>
            </p>
            <Button big look="alarm" className="text-field" onClick={() => setClearing(t)}>
              Clear it
            </Button>
          </li>
        ))}
      </ul>
      <Suspense>
        {clearing ? <ClearPanel trouble={clearing} onClose={() => setClearing(undefined)} /> : null}
      </Suspense>
    </section>
  )
}
