import { useState } from 'react'
import { KIND_OF_UNIT, type Figure } from '#core/figure.ts'
import { printQuantity, unitFor } from '#core/quantity/index.ts'
import { readTyped } from '#application/typed.ts'
import { api } from '../../app/api.ts'
import { outbox } from '../../app/outbox.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { QUALITY_WORDS, READ_BY } from '../instruments/words.ts'

/** Room beside a figure's span within which a needle counts as on it, a share. */
const NEAR = 0.04

/** The reading under a target: by an instrument when one is there and good, else typed. Either way it goes into the log, and may confirm the step. */
export function ReadingNow({
  runId,
  name,
  figure,
  onConfirm,
}: {
  readonly runId: string
  readonly name: string
  readonly figure: Figure
  readonly onConfirm: () => void
}) {
  const { print, units, settings } = useShop()
  const send = useSend()
  const personId = useApp((s) => s.device.personId)
  const [typed, setTyped] = useState('')
  const [asked, setAsked] = useState(false)
  const kind = KIND_OF_UNIT[figure.unit]
  const by = READ_BY[name]
  const { data: now } = api.useInstrumentsQuery(undefined, { skip: !by })
  const instrument = by && now?.instruments.find((i) => i.kind === by.kind)
  const channel = instrument?.channels.find((c) => c.name === by?.channel)
  if (!by) return null
  const keep = (text: string, device: string) => {
    const id = crypto.randomUUID()
    send(
      outbox.actions.enqueued({
        id,
        key: `reading:${id}`,
        route: 'addReading',
        params: {},
        body: { id, runId, personId, at: new Date(Date.now()).toISOString(), figure: name, text, device },
        notBefore: 0,
      }),
    )
    onConfirm()
  }
  const within = (si: number) => si >= figure.low * (1 - NEAR) && si <= figure.high * (1 + NEAR)
  const value = channel?.quality === 'good' ? channel.value : null
  const read = readTyped(typed, kind, settings)
  return (
    <section aria-label="The reading" data-reading className="grid gap-2 border-t-[1.5px] border-rule pt-3">
      {instrument && channel ? (
        <p className="flex flex-wrap items-baseline gap-x-3">
          <span
            className={`figure text-[2rem] ${value === null ? 'line-through' : within(value) ? 'text-verdigris' : 'text-alarm'}`}
          >
            {channel.value === null ? '–' : print(channel.value, kind)}
          </span>
          <span className={QUALITY_WORDS[channel.quality].look}>
            {value === null
              ? QUALITY_WORDS[channel.quality].word
              : within(value)
                ? '✓ within what will do'
                : '✕ not there yet'}
          </span>
          <span className="text-soft">{instrument.name}</span>
        </p>
      ) : null}
      {instrument && value !== null ? (
        <Button
          className="min-h-[52px]"
          disabled={!within(value)}
          onClick={() => keep(printQuantity(value, unitFor(kind, units)), instrument.name)}
        >
          Done, by the gauge
        </Button>
      ) : null}
      <QuantityField
        beside
        label={instrument ? 'Or read off' : 'Read off'}
        kind={kind}
        value={typed}
        error={asked && !read.ok ? read.message : undefined}
        empty="type what the gauge shows"
        onChange={setTyped}
      />
      {typed.trim() === '' ? null : (
        <>
          {read.ok && !within(read.value) ? (
            <p role="status" className="font-bold text-alarm">
              That is not what was planned: {print(figure.value, kind)}. Set it again, or say why by skipping.
            </p>
          ) : null}
          <Button
            className="min-h-[52px]"
            disabled={read.ok && !within(read.value)}
            onClick={() => {
              setAsked(true)
              if (read.ok) keep(typed, '')
            }}
          >
            Done, as read
          </Button>
        </>
      )}
    </section>
  )
}
