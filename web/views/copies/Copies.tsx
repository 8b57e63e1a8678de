import { timeOf } from '../../ui/dates.ts'
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict'
import { useEffect, useRef, useState } from 'react'
import { useLocation } from 'react-router'
import type { CopyInfo } from '#contract/types.ts'
import { api, type Failure } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { changesOf, COPY_WORDS, counted, isOld, sizeOf } from './copy-words.ts'

const SHOWN = 5

/** The copies of the log: how old the last good one is, another one now, and the way back to any of them. */
export function Copies() {
  const { hash } = useLocation()
  const place = useRef<HTMLDivElement>(null)
  const { data } = api.useCopiesQuery(undefined, { refetchOnMountOrArgChange: true })
  const [make, { isLoading }] = api.useMakeCopyMutation()
  const [all, setAll] = useState(false)
  const [chosen, setChosen] = useState<CopyInfo | undefined>(undefined)
  const shown = data !== undefined
  // who comes from Today's line on copies comes for them
  useEffect(() => {
    if (shown && hash === '#copies') place.current?.scrollIntoView({ block: 'center' })
  }, [shown, hash])
  if (!data) return <p className="text-soft">Opening the copies.</p>
  const { copies, last, failure } = data
  return (
    <>
      <div ref={place} className="flex flex-wrap items-center justify-between gap-3">
        <p className={isOld(last, Date.now()) ? 'font-bold text-alarm' : ''}>
          {last === null
            ? 'There is no good copy of the log yet.'
            : `The last good copy is ${formatDistanceToNowStrict(new Date(last))} old.`}
        </p>
        <Button disabled={isLoading} onClick={() => void make()}>
          {isLoading ? 'Copying' : 'Make a copy now'}
        </Button>
      </div>
      {failure === null ? null : (
        <p role="alert" className="font-bold text-alarm">
          The last copy came to nothing: {failure}
        </p>
      )}
      <ul>
        {(all ? copies : copies.slice(0, SHOWN)).map((copy) => (
          <li
            key={copy.name}
            className="flex min-h-[52px] flex-wrap items-center justify-between gap-x-4 border-b border-rule py-2"
          >
            <span className="min-w-0 grow">
              <strong className="name block text-field">
                {timeOf(copy.at)}, {COPY_WORDS[copy.kind]}
              </strong>
              <span className="block text-foot text-soft">
                {copy.holds
                  ? `${counted(copy.holds.lines, 'line')}, ${counted(copy.holds.pieces, 'piece')}, ${sizeOf(copy.bytes)}`
                  : `Not counted: ${copy.fault ?? ''}`}
                {copy.damaged > 0 ? `; ${counted(copy.damaged, 'row')} in it damaged` : ''}
              </span>
            </span>
            <Button aria-label={`Go back to it: ${timeOf(copy.at)}`} onClick={() => setChosen(copy)}>
              Go back to it
            </Button>
          </li>
        ))}
      </ul>
      {copies.length > SHOWN ? (
        <Button look="quiet" className="justify-self-start" onClick={() => setAll(!all)}>
          {all ? 'Only the newest' : `All ${copies.length} copies`}
        </Button>
      ) : null}
      <p className="text-soft">
        One a day by itself; kept are 7 days, 4 weeks and 12 months. They lie beside the log: carry one
        elsewhere now and then.
      </p>
      {chosen ? <GoBack copy={chosen} onClose={() => setChosen(undefined)} /> : null}
    </>
  )
}

/** What going back to a copy would change, shown before it is done. */
function GoBack({ copy, onClose }: { readonly copy: CopyInfo; readonly onClose: () => void }) {
  const { data, error } = api.useCopyQuery(copy.name)
  const [restore, { data: done, error: refused, isLoading }] = api.useRestoreCopyMutation()
  const failure = (error ?? refused) as Failure | undefined
  if (done)
    return (
      <Panel title="The copy stands" place="middle" open onClose={() => location.assign('/')}>
        <p>
          The log is as it was on {timeOf(copy.at)}. The one that was here until now is kept, and stands among
          the copies.
        </p>
        <Button look="act" className="mt-4 w-full text-label" onClick={() => location.assign('/')}>
          Go on from there
        </Button>
      </Panel>
    )
  return (
    <Panel title={`Go back to ${timeOf(copy.at)}?`} place="middle" open onClose={onClose}>
      <div className="grid gap-3">
        {!data && !error ? <p className="text-soft">Looking through the copy.</p> : null}
        {data?.copy.fault ? (
          <p className="font-bold text-alarm">
            This is not a whole copy: {data.copy.fault}. It cannot be gone back to.
          </p>
        ) : null}
        {data && !data.copy.fault ? (
          <>
            <p>
              The log has {counted(data.now.lines, 'line')} and {counted(data.now.pieces, 'piece')}; the copy
              has {counted(data.copy.holds?.lines ?? 0, 'line')} and{' '}
              {counted(data.copy.holds?.pieces ?? 0, 'piece')}.
            </p>
            <ul aria-label="What will change" className="grid list-disc gap-1 pl-4">
              {changesOf(data).map((s) => (
                <li key={s}>{s}</li>
              ))}
            </ul>
            {data.goes.newest.length > 0 ? (
              <ul aria-label="The newest that would be gone" className="border-t border-rule text-soft">
                {data.goes.newest.map((l) => (
                  <li key={l.at + l.title} className="border-b border-rule py-1">
                    {timeOf(l.at)}: {l.title}
                  </li>
                ))}
              </ul>
            ) : null}
            {data.copy.damaged > 0 ? (
              <p className="font-bold text-alarm">
                {counted(data.copy.damaged, 'row')} of this copy {data.copy.damaged === 1 ? 'is' : 'are'}{' '}
                damaged.
              </p>
            ) : null}
            <p>The log as it is now is kept, and can be gone back to in the same way.</p>
          </>
        ) : null}
        {failure ? (
          <p role="alert" className="font-bold text-alarm">
            {failure.message}
          </p>
        ) : null}
        <div className="flex flex-wrap gap-3 pt-1">
          <Button
            look="alarm"
            className="grow text-label"
            disabled={!data || data.copy.fault !== null || isLoading}
            onClick={() => void restore({ name: copy.name, damaged: (data?.copy.damaged ?? 0) > 0 })}
          >
            {isLoading ? 'Going back' : 'Go back to this copy'}
          </Button>
          <Button className="text-label" onClick={onClose}>
            Keep the log
          </Button>
        </div>
      </div>
    </Panel>
  )
}
