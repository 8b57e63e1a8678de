import { memo } from 'react'
import type { FieldError, Figure, Finding } from '#core/figure.ts'
import { useShop } from '../../app/shop.ts'
import { RankTag } from '../../ui/Tag.tsx'

interface Props {
  readonly plan:
    | {
        readonly figures: Readonly<Partial<Record<string, Figure>>>
        readonly findings: readonly Finding[]
      }
    | undefined
  readonly errors: readonly FieldError[]
  readonly onOpen: (figure: string) => void
}

/** What the plan has to say, worst first. */
export const Findings = memo(function Findings({ plan, errors, onOpen }: Props) {
  const { say } = useShop()
  const findings = plan?.findings ?? []
  return (
    <section
      aria-label="Findings"
      aria-live="polite"
      className="border-t-[1.5px] border-rule bg-sheet lg:max-h-[112px] lg:overflow-y-auto"
    >
      <ul className="grid gap-x-6 gap-y-2 px-5 py-2.5 md:grid-cols-2 xl:grid-cols-3">
        {errors.length > 0 ? (
          <li className="flex gap-3">
            <span>
              <RankTag rank="stop" />
            </span>
            <p className="text-[0.95rem] leading-snug">
              <strong>Not all of it can be read.</strong> {errors[0]?.message} The figures are those from
              before.
            </p>
          </li>
        ) : null}
        {findings.map((f) => (
          <li key={f.code} className="flex gap-3">
            <span>
              <RankTag rank={f.rank} />
            </span>
            <p className="text-[0.95rem] leading-snug">
              <strong>{say(f.title)}.</strong> {say(f.text)}{' '}
              {f.figure && plan?.figures[f.figure] ? (
                <button
                  type="button"
                  className="underline decoration-rule underline-offset-2"
                  onClick={() => onOpen(f.figure ?? '')}
                >
                  How
                </button>
              ) : null}
            </p>
          </li>
        ))}
        {findings.length === 0 && errors.length === 0 ? (
          <li className="text-soft">Nothing to mind.</li>
        ) : null}
      </ul>
    </section>
  )
})
