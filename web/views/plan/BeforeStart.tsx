import { format } from 'date-fns/format'
import { Check, Square } from 'lucide-react'
import { beforeStart, START_CODE } from '#core/line/before-start.ts'
import { lineMethodsOf } from '#application/procedure-of.ts'
import type { GoodPiece } from '#application/plan-of.ts'
import type { WorkDraft } from '#contract/schemas.ts'
import { api } from '../../app/api.ts'
import { TROUBLE_ON_ITS_WAY, troubleOnItsWay } from '../../app/outbox.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import { useTorchSet } from '../../app/use-gear.ts'
import { Button } from '../../ui/Button.tsx'
import { Panel } from '../../ui/Panel.tsx'

type Ticked = WorkDraft['cautions'][number]
/** A tick is for the day's work: an older one is asked again. */
const TICK_LASTS_MS = 12 * 3600 * 1000

/** Before you start: what is ticked is kept with its name; what is not is shown, never forced, except true stops. */
export default function BeforeStart({
  planned,
  torchId,
  ticked,
  waiting,
  onTick,
  onClose,
  onBegin,
}: {
  readonly planned: GoodPiece
  readonly torchId: string | null
  readonly ticked: readonly Ticked[]
  /** Ticks, or trouble that was told here, are on their way into the log. */
  readonly waiting: boolean
  readonly onTick: (ticked: Ticked[]) => void
  readonly onClose: () => void
  readonly onBegin: () => void
}) {
  const { say, settings } = useShop()
  const personId = useApp((s) => s.device.personId)
  const me = api.usePeopleQuery().data?.find((p) => p.id === personId)?.name ?? 'somebody here'
  const { due, set } = useTorchSet(torchId)
  const trouble = useApp((s) => troubleOnItsWay(s.outbox))
  const checks = beforeStart(planned, lineMethodsOf(settings))
  const fresh = (code: string) =>
    ticked.find((t) => t.code === code && Date.now() - Date.parse(t.at) < TICK_LASTS_MS)
  const open = checks.filter((c) => !fresh(c.code)).length
  const stops = due.filter((d) => d.due.state === 'stop')
  const press = (code: string) => {
    const others = ticked.filter((t) => t.code !== code)
    onTick(fresh(code) ? others : [...others, { code, by: me, at: new Date(Date.now()).toISOString() }])
  }
  const now = () => {
    const others = ticked.filter((t) => !t.code.startsWith(START_CODE) || fresh(t.code))
    const at = new Date(Date.now()).toISOString()
    onTick([...others, ...checks.filter((c) => !fresh(c.code)).map((c) => ({ code: c.code, by: me, at }))])
  }
  return (
    <Panel title="Before you start" place="middle" wide open onClose={onClose}>
      {due.map(({ gear, due: d }) => (
        <p
          key={gear.id}
          className={`mb-2 border-l-[6px] px-3 py-2 leading-snug ${d.state === 'stop' ? 'border-alarm font-bold' : 'border-brass'}`}
        >
          <strong>{d.state === 'stop' ? 'Stop' : 'Mind'}.</strong> {gear.name}: {say(d.text)}
        </p>
      ))}
      <ul className="grid gap-x-4 md:grid-cols-2">
        {checks.map((c) => {
          const by = fresh(c.code)
          return (
            <li
              key={c.code}
              className="relative grid min-h-[56px] grid-cols-[30px_1fr] items-start gap-x-2 border-b border-rule py-2"
            >
              {by ? (
                <Check size={26} className="text-verdigris" aria-hidden="true" />
              ) : (
                <Square size={24} aria-hidden="true" />
              )}
              <span>
                <button
                  type="button"
                  role="checkbox"
                  aria-checked={by !== undefined}
                  aria-describedby={`${c.code}-text`}
                  className="name text-left text-label font-semibold after:absolute after:inset-0"
                  onClick={() => press(c.code)}
                >
                  {c.title}
                </button>
                {by ? (
                  <span className="pl-2 text-foot text-verdigris">
                    {by.by}, {format(new Date(by.at), 'HH:mm')}
                  </span>
                ) : null}
                <span id={`${c.code}-text`} className="block text-text leading-snug text-soft">
                  {say(c.text)}
                </span>
              </span>
            </li>
          )
        })}
      </ul>
      <div className="flex flex-wrap items-center gap-3 pt-4">
        <span className="grow text-soft">
          {set ? `With ${set.name}. ` : ''}
          {stops.length > 0
            ? 'A stop is not ticked away: change or test it, then write that down in the rig.'
            : trouble
              ? TROUBLE_ON_ITS_WAY
              : open > 0
                ? `${open} of ${checks.length} not ticked. That is kept as it is.`
                : 'All ticked.'}
        </span>
        {open > 0 ? <Button onClick={now}>All of it is so</Button> : null}
        <Button
          look="act"
          className="px-6 text-label"
          disabled={stops.length > 0 || waiting}
          onClick={onBegin}
        >
          Begin
        </Button>
      </div>
    </Panel>
  )
}
