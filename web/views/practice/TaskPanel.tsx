import { Check, CircleDot } from 'lucide-react'
import { memo } from 'react'
import { FUELS, type FuelId } from '#core/gas/fuels.ts'
import { atMetal } from '#core/teach/bench-words.ts'
import type { Mark } from '#core/teach/points.ts'
import { useShop } from '../../app/shop.ts'
import { Rows } from './bench-parts.tsx'
import type { BenchFrame } from '../../work/flame-work.ts'

/** What is judged, as far as it has come. */
export function Marks({ title, marks }: { readonly title: string; readonly marks: readonly Mark[] }) {
  if (marks.length === 0) return null
  return (
    <section aria-label={title}>
      <h3 className="text-label">{title}</h3>
      <ol className="grid gap-1 pt-1">
        {marks.map((m, i) => (
          // their order is the task's: it never changes while one stands here
          <Judged key={i} text={m.text} good={m.got >= m.most * 0.9} />
        ))}
      </ol>
    </section>
  )
}

/** Drawn again only when it says something else: a bench changes all the while. */
const Judged = memo(function Judged({ text, good }: { readonly text: string; readonly good: boolean }) {
  return (
    <li className={`flex items-start gap-2 ${good ? '' : 'text-brick'}`}>
      {good ? (
        <Check size={18} className="mt-1 shrink-0 text-verdigris" aria-label="good" />
      ) : (
        <CircleDot size={18} className="mt-1 shrink-0" aria-label="not yet" />
      )}
      <span>{text}</span>
    </li>
  )
})

/** With more hydrogen than this there is no steam to be told of. */
const NO_STEAM = 1000

/** What tells the mixture of a fuel whose flame does not: nothing for one that shows it. */
const unseenWords = (fuel: FuelId): string | undefined => {
  switch (FUELS[fuel].flame.sign) {
    case 'feather':
      return undefined
    case 'meters':
      return 'Neutral cannot be seen on this fuel: go by the meter.'
    case 'cones':
      return 'No feather shows neutral on this fuel: its cones at their shortest do, or a meter.'
  }
}

/**
 * What the flame does, in figures. Without hints only the meter that stands in for what cannot be seen.
 */
export function Doing({
  frame,
  fuel,
  hints,
}: {
  readonly frame: BenchFrame
  readonly fuel: FuelId
  readonly hints: boolean
}) {
  const { print } = useShop()
  const { sign, neutral } = FUELS[fuel].flame
  const metered = sign !== 'feather'
  const unseen = unseenWords(fuel)
  const rows: (readonly [name: string, says: string])[] = []
  if (hints) rows.push(['Tip', frame.tip])
  if (metered)
    rows.push([
      'Meter',
      frame.ratio > 0 ? `${frame.ratio.toFixed(2)} of oxygen to 1 (neutral ${neutral})` : 'no oxygen',
    ])
  else if (hints && frame.ratio > 0) rows.push(['Oxygen', `${frame.ratio.toFixed(2)} to 1 of fuel`])
  if (hints && frame.kelvin !== undefined)
    rows.push(['Cone', `${print(frame.kelvin, 'temperature')} at most, worked out`])
  if (hints && frame.reducing !== undefined && frame.reducing < NO_STEAM)
    rows.push([
      'At metal',
      `${atMetal(frame.reducing)}, ${frame.reducing.toPrecision(2)} of hydrogen to 1 of steam`,
    ])
  if (rows.length === 0) return null
  return (
    <Rows title="What it is doing" rows={rows}>
      {unseen === undefined ? null : <p className="pt-3 text-soft">{unseen}</p>}
    </Rows>
  )
}
