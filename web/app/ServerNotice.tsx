import { lazy, Suspense, useState } from 'react'
import { Button } from '../ui/Button.tsx'
import { keptHere, outbox, wouldBeLost, type OutboxItem } from './outbox.ts'
import { useApp, useSend } from './store.ts'

// fetched when something is to be mended
const MendPanel = lazy(() => import('./MendPanel.tsx').then((m) => ({ default: m.MendPanel })))

const count = (n: number) => (n === 1 ? '1 entry is' : `${n} entries are`)

/** Says when the server is gone, the disk full, the browser full, or something was not taken: and what is kept, no more. */
export function ServerNotice() {
  const state = useApp((s) => s.outbox)
  const { reachable, failure, refused, aside, noRoom } = state
  const send = useSend()
  const [mending, setMending] = useState<OutboxItem>()
  // a piece that was changed elsewhere is settled in its own view
  const shown = refused.filter((r) => r.failure.code !== 'changed-elsewhere')
  if (reachable && !failure && !noRoom && shown.length === 0 && aside.length === 0) return null
  const kept = keptHere(state)
  const waiting = kept > 0 ? ` ${count(kept)} kept here and sent when it goes again.` : ''
  return (
    <div role="status" className="sticky top-0 z-20 border-b-[1.5px] border-alarm bg-sheet px-6 py-2">
      {!reachable ? (
        <p>
          <strong className="text-alarm">The server does not answer.</strong>
          {waiting || (noRoom ? '' : ' What you type is kept here.')}
        </p>
      ) : failure ? (
        <p>
          <strong className="text-alarm">Not stored.</strong> {failure.message}
          {waiting}
        </p>
      ) : null}
      {noRoom ? (
        <p>
          <strong className="text-alarm">This browser has no room to keep anything.</strong>{' '}
          {wouldBeLost(state)
            ? 'Nothing can be confirmed until the server answers, or room is made on this device.'
            : 'What you confirm goes straight to the server; make room on this device.'}
        </p>
      ) : null}
      {shown.map(({ item, failure: why }) => (
        <p key={item.key} className="flex flex-wrap items-center gap-3">
          <strong className="text-alarm">Not taken.</strong> {why.message}
          <Button look="quiet" onClick={() => setMending(item)}>
            Mend it
          </Button>
          <Button look="quiet" onClick={() => send(outbox.actions.mended(item))}>
            Send it again
          </Button>
          <Button look="quiet" onClick={() => send(outbox.actions.putAway(item.key))}>
            Put away
          </Button>
        </p>
      ))}
      {aside.map(({ id, found }) => (
        <div key={id} className="flex flex-wrap items-start gap-3">
          <p>
            <strong className="text-alarm">Cannot be read any more:</strong> something that an older page kept
            here.
          </p>
          <details>
            <summary className="cursor-pointer underline">Show it</summary>
            <pre className="max-w-[80ch] overflow-x-auto text-foot whitespace-pre-wrap">
              {typeof found === 'string' ? found : JSON.stringify(found, null, 1)}
            </pre>
          </details>
          <Button look="quiet" onClick={() => send(outbox.actions.asidePutAway(id))}>
            Put away
          </Button>
        </div>
      ))}
      {mending ? (
        <Suspense>
          <MendPanel
            item={mending}
            failure={refused.find((r) => r.item.id === mending.id)?.failure}
            onClose={() => setMending(undefined)}
          />
        </Suspense>
      ) : null}
    </div>
  )
}
