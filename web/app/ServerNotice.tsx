import { Button } from '../ui/Button.tsx'
import { outbox } from './outbox.ts'
import { useApp, useSend } from './store.ts'

const count = (n: number) => (n === 1 ? '1 entry is' : `${n} entries are`)

/** Says when the server is gone, the disk full, or something was not taken: and that nothing is lost. */
export function ServerNotice() {
  const { reachable, failure, items, refused } = useApp((s) => s.outbox)
  const send = useSend()
  // a piece that was changed elsewhere is settled in its own view
  const shown = refused.filter((r) => r.failure.code !== 'changed-elsewhere')
  if (reachable && !failure && shown.length === 0) return null
  const waiting = items.length > 0 ? ` ${count(items.length)} kept here and sent when it goes again.` : ''
  return (
    <div role="status" className="sticky top-0 z-20 border-b-[1.5px] border-alarm bg-sheet px-6 py-2">
      {!reachable ? (
        <p>
          <strong className="text-alarm">The server does not answer.</strong>
          {waiting || ' What you type is kept here.'}
        </p>
      ) : failure ? (
        <p>
          <strong className="text-alarm">Not stored.</strong> {failure.message}
          {waiting}
        </p>
      ) : null}
      {shown.map(({ item, failure: why }) => (
        <p key={item.key} className="flex flex-wrap items-center gap-3">
          <strong className="text-alarm">Not taken.</strong> {why.message}
          <Button look="quiet" onClick={() => send(outbox.actions.putAway(item.key))}>
            Put away
          </Button>
        </p>
      ))}
    </div>
  )
}
