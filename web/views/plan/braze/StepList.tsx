import { Timer } from 'lucide-react'
import type { BrazeStep } from '#core/braze/index.ts'
import { useShop } from '../../../app/shop.ts'

const PHASES: Readonly<Record<BrazeStep['phase'], string>> = {
  prepare: 'Prepare',
  fit: 'Fit and hold',
  heat: 'Heat',
  feed: 'Feed',
  cool: 'Cool',
  clean: 'Clean and look',
}

/** The work in its order, with the reason of each step and its time. */
export function StepList({ steps }: { readonly steps: readonly BrazeStep[] }) {
  const { say, print } = useShop()
  if (steps.length === 0)
    return <p className="py-4 text-soft">No steps: the plan is stopped. The findings below say why.</p>
  return (
    <div className="grid gap-x-8 pb-3 md:grid-cols-2">
      {(Object.keys(PHASES) as BrazeStep['phase'][]).map((phase) => {
        const own = steps.filter((s) => s.phase === phase)
        return own.length === 0 ? null : (
          <section key={phase} aria-label={PHASES[phase]} className="pb-3">
            <h3 className="border-b-[1.5px] border-ink text-xl">{PHASES[phase]}</h3>
            <ol>
              {own.map((s) => (
                <li key={s.id} className="border-b border-rule py-1.5 leading-snug">
                  <p>
                    {say(s.act)}{' '}
                    {s.seconds === undefined ? null : (
                      <span className="name inline-flex items-center gap-1 text-[1.05rem] font-semibold whitespace-nowrap">
                        <Timer size={15} aria-hidden="true" /> {print(s.seconds, 'time')}
                      </span>
                    )}
                  </p>
                  <p className="text-[0.92rem] text-soft">{say(s.why)}</p>
                </li>
              ))}
            </ol>
          </section>
        )
      })}
    </div>
  )
}
