/** What the pages of the benches have alike. */
import { Volume2, VolumeX } from 'lucide-react'
import type { ReactNode } from 'react'
import type { Cause, Sign } from '#core/check/faults.ts'
import { device } from '../../app/device.ts'
import { fileName, saveFile } from '../../app/save-file.ts'
import { useShop } from '../../app/shop.ts'
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

/** Turns a bench's sound on and off. */
export function SoundButton({
  sound,
}: {
  readonly sound: { readonly on: boolean; readonly setOn: (on: boolean) => void }
}) {
  return (
    <Button aria-pressed={sound.on} onClick={() => sound.setOn(!sound.on)}>
      {sound.on ? <Volume2 size={20} aria-hidden="true" /> : <VolumeX size={20} aria-hidden="true" />}
      <span className="max-md:sr-only">Sound {sound.on ? 'on' : 'off'}</span>
    </Button>
  )
}

/** What is told beside a bench: what is asked for, how it goes, what came of it. */
export const BenchAside = ({ label, children }: { readonly label: string; readonly children: ReactNode }) => (
  <aside
    aria-label={label}
    className="grid content-start gap-4 border-t-[1.5px] border-rule bg-sheet p-4 md:overflow-y-auto md:border-t-0 md:border-l-[1.5px]"
  >
    {children}
  </aside>
)

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

/** A sign of the fault finder's that was found, its likeliest cause, and what was measured. */
interface Found {
  readonly sign: Sign
  readonly cause: Cause
  readonly measured: string
}

/** What is wrong with it, in the fault finder's words. */
export function Findings({ findings }: { readonly findings: readonly Found[] }) {
  const { say } = useShop()
  if (findings.length === 0) return null
  return (
    <section aria-label="What is wrong with it" className="grid gap-3">
      {findings.map(({ sign, cause, measured }, i) => (
        <div key={sign.id + cause.id} className="grid gap-1 border-l-4 border-brick pl-3">
          <h3 className="text-label">{say(sign.name)}</h3>
          <p>
            <strong>{say(cause.name)}.</strong> {measured}
          </p>
          {/* what is done about it, once for all that has the same cause */}
          {findings.slice(i + 1).some((f) => f.cause.id === cause.id) ? null : (
            <p className="text-soft">{say(cause.fix)}</p>
          )}
        </div>
      ))}
    </section>
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
