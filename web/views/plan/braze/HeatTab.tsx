import { jointFacts } from '#core/braze/joints.ts'
import { useMemo } from 'react'
import type { GoodBraze } from '#application/plan-of.ts'
import { burnerName, soldBurners, type BrazeFigureName, type PlannedBurner } from '#core/braze/index.ts'
import { celsius } from '#core/metal/table.ts'
import { INCH_M, isInch, joinSpan } from '#core/quantity/index.ts'
import { capital } from '#core/words/trade.ts'
import { useShop } from '../../../app/shop.ts'
import { ReachCurve, type ReachMark } from '../../../drawing/ReachCurve.tsx'
import { NamedValue } from '../../../ui/NamedValue.tsx'
import { sayFigure } from '#core/saying.ts'
import { TryFirst } from '../TryFirst.tsx'

const WORDS = {
  good: 'good',
  slow: 'slow',
  doubtful: 'doubtful',
  'too-much': 'too much',
  never: 'never gets there',
} as const

/** Burners with their times, the one that is planned with marked. */
function Burners({ burners }: { readonly burners: readonly PlannedBurner[] }) {
  const { print, say } = useShop()
  return (
    <ul>
      {burners.map((b) => {
        const name = burnerName(b, (m) => print(m, 'bore'))
        return (
          <li
            key={`${name} ${b.fuelFlow}`}
            aria-current={b.chosen ? 'true' : undefined}
            className={`border-b border-rule py-1 ${b.chosen ? 'border-l-[6px] border-l-brick pl-2' : ''}`}
          >
            <p className="name flex flex-wrap justify-between gap-x-4 text-field">
              <span>
                <strong className="font-semibold">{capital(name)}</strong>
                <span className="text-soft">, {print(b.fuelFlow, 'flow')}</span>
              </span>
              <span className="whitespace-nowrap">
                {b.time === null ? '' : joinSpan(print(b.time.low, 'time'), print(b.time.high, 'time'))}
              </span>
            </p>
            <p className="text-foot leading-snug text-soft">
              <span className={`font-semibold ${b.verdict === 'good' ? 'text-verdigris' : 'text-brass'}`}>
                {b.chosen ? `Planned with: ${WORDS[b.verdict]}.` : `${capital(WORDS[b.verdict])}.`}
              </span>{' '}
              {say(b.because)}
            </p>
          </li>
        )
      })}
    </ul>
  )
}

/** How far the heat runs, and what else would bring it. */
export function HeatTab({
  planned,
  onHow,
  tryAt,
}: {
  readonly planned: GoodBraze
  readonly onHow: () => void
  /** The page where it is tried without gas. */
  readonly tryAt: string
}) {
  const { print, units } = useShop()
  const { plan, request } = planned
  const { figures, profile } = plan
  const atHand = plan.detail.sold !== true
  const sold = useMemo(() => (atHand ? soldBurners(plan, request) : []), [atHand, plan, request])
  const target = figures.brazingTemperature
  const told = (name: BrazeFigureName) => {
    const f = figures[name]
    return f ? sayFigure(name, f, units) : undefined
  }
  const reach = figures.reach60C
  const { protectM, ragM, nextJointM } = request.work
  const marks: ReachMark[] = [
    ...(reach ? [{ distanceM: reach.value, name: 'too hot to touch up to' }] : []),
    ...(figures.reach60CWithRag && figures.reach60CWithRag.value < (reach?.value ?? 0)
      ? [{ distanceM: ragM, name: 'wet rag from' }]
      : []),
    ...(protectM === undefined ? [] : [{ distanceM: protectM, name: 'keep cool' }]),
    ...(nextJointM === undefined ? [] : [{ distanceM: nextJointM, name: 'next joint' }]),
  ]
  return (
    <div className="grid gap-x-6 gap-y-3 pb-3 lg:grid-cols-[1.4fr_1fr]">
      <section aria-label="How far the heat runs">
        <h3 className="text-label">How far the heat runs</h3>
        {profile && target && reach ? (
          <>
            <ReachCurve
              profile={profile}
              targetK={target.value}
              underK={celsius(60)}
              marks={marks}
              length={(m) => print(m, 'reached')}
              tickM={isInch(units) ? 2 * INCH_M : 0.05}
              temperature={(k) => print(k, 'temperature')}
            />
            <dl className="name flex flex-wrap gap-x-6 text-text">
              <NamedValue name="With a wet rag" value={told('reach60CWithRag')} />
              <NamedValue name="What must stay cool" value={told('protectedTemperature')} />
              <NamedValue name="Next joint" value={told('nextJointTemperature')} />
              <NamedValue name="Softened up to" value={told('softenedLength')} />
              <NamedValue name="Heat" value={told('heatNeeded')} />
            </dl>
            <button
              type="button"
              className="name underline decoration-rule underline-offset-2"
              onClick={onHow}
            >
              How it was worked out
            </button>
            <TryFirst className="ml-6" to={tryAt} />
          </>
        ) : (
          <p className="py-3 text-soft">
            {jointFacts(request.work.joint).bond === 'groove'
              ? 'The whole part is hot: nothing of it may be touched.'
              : 'No heat is planned. The findings below say why.'}
          </p>
        )}
      </section>
      <section aria-label="What brings the heat">
        <h3 className="text-label">{atHand ? 'What is at hand' : 'What is sold for it'}</h3>
        <Burners burners={plan.burners} />
        {sold.length > 0 ? (
          <>
            <h3 className="pt-3 text-label">What is sold for it</h3>
            <Burners burners={sold} />
          </>
        ) : null}
      </section>
    </div>
  )
}
