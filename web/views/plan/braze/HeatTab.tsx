import { jointFacts } from '#core/braze/joints.ts'
import { useMemo } from 'react'
import type { GoodBraze } from '#application/plan-of.ts'
import { heatingMethods, type BrazeFigureName } from '#core/braze/index.ts'
import { celsius } from '#core/metal/table.ts'
import { INCH_M, isInch } from '#core/quantity/index.ts'
import { useShop } from '../../../app/shop.ts'
import { ReachCurve, type ReachMark } from '../../../drawing/ReachCurve.tsx'
import { NamedValue } from '../../../ui/NamedValue.tsx'
import { sayFigure } from '#core/saying.ts'

const WORDS = { good: 'good', slow: 'too slow', fierce: 'too fierce', never: 'never gets there' } as const

/** How far the heat runs, and what else would bring it. */
export function HeatTab({ planned, onHow }: { readonly planned: GoodBraze; readonly onHow: () => void }) {
  const { print, say, units } = useShop()
  const { plan, request } = planned
  const { figures, profile } = plan
  const ways = useMemo(() => heatingMethods(plan, request), [plan, request])
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
    <div className="grid gap-x-8 gap-y-3 pb-3 lg:grid-cols-[1.4fr_1fr]">
      <section aria-label="How far the heat runs">
        <h3 className="text-xl">How far the heat runs</h3>
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
          </>
        ) : (
          <p className="py-3 text-soft">
            {jointFacts(request.work.joint).bond === 'groove'
              ? 'The whole part is hot: nothing of it may be touched.'
              : 'No heat is planned. The findings below say why.'}
          </p>
        )}
      </section>
      <section aria-label="What else would bring the heat">
        <h3 className="text-xl">What else would bring it</h3>
        <table className="w-full text-left">
          <thead>
            <tr className="name border-b-[1.5px] border-ink text-soft">
              <th className="py-1 font-medium">With</th>
              <th className="py-1 text-right font-medium">Time</th>
            </tr>
          </thead>
          <tbody>
            {ways.map((w) => (
              <tr key={w.name} className="border-b border-rule align-top">
                <td className="py-1 pr-3">
                  <span className="name text-lg font-semibold">{say(w.name)}</span>
                  <span className="block text-foot leading-snug text-soft">{say(w.because)}</span>
                </td>
                <td className="name py-1 text-right text-lg whitespace-nowrap">
                  {w.seconds === undefined ? '' : print(w.seconds, 'time')}
                  <span
                    className={`block text-foot ${w.verdict === 'good' ? 'text-verdigris' : 'text-brass'}`}
                  >
                    {WORDS[w.verdict]}
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </div>
  )
}
