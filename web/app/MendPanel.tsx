import { useState } from 'react'
import { isRecord } from '#core/objects.ts'
import { Button } from '../ui/Button.tsx'
import { Panel } from '../ui/Panel.tsx'
import { TextField } from '../ui/TextField.tsx'
import type { Failure } from './api.ts'
import { outbox, type OutboxItem } from './outbox.ts'
import { useSend } from './store.ts'

/** What was typed: a text that somebody may have mistyped, and where it stands in what is sent. */
type Place = readonly (string | number)[]
/** Names and moments are no text that anybody typed. */
const MADE = /^([0-9a-f]{8}-[0-9a-f-]{27}|\d{4}-\d\d-\d\dT.*)$/i
const NEVER: ReadonlySet<string> = new Set(['kind', 'stepId', 'id', 'name', 'route', 'card', 'step'])

/** Every typed text of a body, with its place. */
export function textsOf(
  value: unknown,
  at: Place = [],
): readonly { readonly at: Place; readonly text: string }[] {
  if (typeof value === 'string') {
    const name = at.at(-1)
    return MADE.test(value) || (typeof name === 'string' && NEVER.has(name)) ? [] : [{ at, text: value }]
  }
  if (Array.isArray(value)) return value.flatMap((v, i) => textsOf(v, [...at, i]))
  return isRecord(value) ? Object.entries(value).flatMap(([k, v]) => textsOf(v, [...at, k])) : []
}
/** A body with another text at a place. */
export function withText(value: unknown, [first, ...rest]: Place, text: string): unknown {
  if (first === undefined) return text
  if (Array.isArray(value))
    return value.map((v, i) => (i === first ? withText(v, rest, text) : (v as unknown)))
  return isRecord(value) ? { ...value, [first]: withText(value[first], rest, text) } : value
}
/** `oxygenPressure` of `used` as somebody would say it: used, oxygen pressure. */
const called = (at: Place): string => {
  const words = at
    .map((part) =>
      typeof part === 'number' ? String(part + 1) : part.replaceAll(/([A-Z])/g, ' $1').toLowerCase(),
    )
    .join(', ')
  return words.charAt(0).toUpperCase() + words.slice(1)
}

/** What the server would not take, its texts as they were typed: mended here, and sent again. */
export function MendPanel({
  item,
  failure,
  onClose,
}: {
  readonly item: OutboxItem
  readonly failure: Failure | undefined
  readonly onClose: () => void
}) {
  const send = useSend()
  const [body, setBody] = useState(item.body)
  const texts = textsOf(item.body)
  const wrong = failure?.field
  return (
    <Panel title="Mend it, and send it again" place="middle" open onClose={onClose}>
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          send(outbox.actions.mended({ ...item, body }))
          onClose()
        }}
      >
        {failure ? <p className="text-field">{failure.message}</p> : null}
        {texts.length === 0 ? <p>Nothing of it was typed: send it again as it is, or put it away.</p> : null}
        {texts.map(({ at }) => {
          const path = at.join('.')
          const now = textsOf(body).find((t) => t.at.join('.') === path)?.text ?? ''
          return (
            <TextField
              key={path}
              label={called(at)}
              value={now}
              error={
                wrong !== undefined && (path === wrong || path.endsWith(`.${wrong}`))
                  ? failure?.message
                  : undefined
              }
              onChange={(text) => setBody(withText(body, at, text))}
            />
          )
        })}
        <Button type="submit" look="act" className="text-label">
          Send it again
        </Button>
      </form>
    </Panel>
  )
}
