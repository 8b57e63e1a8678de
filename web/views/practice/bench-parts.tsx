/** What the pages of both benches have alike. */
import type { ReactNode } from 'react'
import { device } from '../../app/device.ts'
import { fileName, saveFile } from '../../app/save-file.ts'
import { useApp, useSend } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import type { Recording } from './useAttempts.ts'
import { LIGHT_WORDS } from './words.ts'

/** By which light the bench is seen. */
export function SeenBy() {
  const send = useSend()
  const light = useApp((s) => s.device.practiceLight)
  return (
    <div className="w-[268px] md:w-[300px]">
      <Segmented
        label="Seen"
        value={light}
        options={LIGHT_WORDS}
        onChange={(practiceLight) => void send(device.actions.changed({ practiceLight }))}
      />
    </div>
  )
}

/** What is told of something, row by row. */
export function Rows({
  title,
  rows,
  children,
}: {
  readonly title: string
  readonly rows: readonly (readonly [name: string, says: string])[]
  readonly children?: ReactNode
}) {
  return (
    <section aria-label={title}>
      <h3 className="text-label">{title}</h3>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 pt-1">
        {rows.map(([name, says]) => (
          <div key={name} className="contents">
            <dt className="text-soft">{name}</dt>
            <dd>{says}</dd>
          </div>
        ))}
      </dl>
      {children}
    </section>
  )
}

/** What it was worth. */
export function Worth({ title, points }: { readonly title: string; readonly points: number | undefined }) {
  return (
    <div>
      <h2 className="text-section">{title}</h2>
      <p>
        <span className="figure text-figure font-bold">{points}</span>{' '}
        <span className="text-label text-soft">of 100</span>
      </p>
    </div>
  )
}

/** What can be done once it is judged; what comes after it stands below. */
export function AndNow({
  own,
  called,
  begin,
  watchGood,
  watchOwn,
  children,
}: {
  /** What somebody did here last. */
  readonly own: Recording | undefined
  /** What its file is called. */
  readonly called: string
  readonly begin: () => void
  readonly watchGood: () => void
  readonly watchOwn: () => void
  readonly children: ReactNode
}) {
  return (
    <div className="grid gap-2">
      <Button look="act" onClick={begin}>
        {own ? 'Try again' : 'Now you'}
      </Button>
      <Button onClick={watchGood}>Watch a good hand</Button>
      {own ? (
        <>
          <Button onClick={watchOwn}>Watch yours</Button>
          <Button
            onClick={() =>
              saveFile(fileName(called, 'json'), JSON.stringify(own, null, 1), 'application/json')
            }
          >
            Save it as a file
          </Button>
        </>
      ) : null}
      {children}
    </div>
  )
}
