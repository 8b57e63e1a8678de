import type { OwnTip } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'

const NO_TIPS: readonly OwnTip[] = []

/** The tips in the box by the shop's own names: one press takes one, a second lets it be chosen again. */
export function OwnTips({
  value,
  onChoose,
}: {
  readonly value: string
  readonly onChoose: (orifice: string) => void
}) {
  const { say } = useShop()
  const tips = api.useTipsQuery().data ?? NO_TIPS
  if (tips.length === 0) return null
  return (
    <ul className="flex flex-wrap gap-2" aria-label={say('Tips in the box')}>
      {tips.map((t) => {
        const on = t.orifice === value
        return (
          <li key={t.id}>
            <button
              type="button"
              aria-pressed={on}
              className={`name min-h-[44px] min-w-[44px] rounded-md border-[1.5px] px-3 text-text ${on ? 'border-ink bg-ink font-semibold text-paper' : 'border-rule bg-sheet'}`}
              onClick={() => onChoose(on ? '' : t.orifice)}
            >
              {t.name}
            </button>
          </li>
        )
      })}
    </ul>
  )
}
