import type { Advice } from '#core/piece/plan-draft.ts'
import { useShop } from '../../app/shop.ts'

/** What to think of before the work, topic by topic; first what the whole job takes, if it is more than one piece. */
export function AdviceList({
  advice,
  whole,
}: {
  readonly advice: readonly Advice[]
  readonly whole: string
}) {
  const { say } = useShop()
  return (
    <dl className="grid gap-x-6 gap-y-3 pb-3 md:grid-cols-2">
      {whole === '' ? null : (
        <div>
          <dt className="name text-field font-semibold">The whole job</dt>
          <dd className="leading-snug">{whole}</dd>
        </div>
      )}
      {advice.map((a) => (
        <div key={a.topic}>
          <dt className="name text-field font-semibold">{say(a.topic)}</dt>
          <dd className="leading-snug">{say(a.text)}</dd>
        </div>
      ))}
    </dl>
  )
}
