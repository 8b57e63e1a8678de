import { memo, useState } from 'react'
import { hasStop, type FieldError, type Figure, type Finding } from '#core/figure.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
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
  const [open, setOpen] = useState(false)
  // what stops the work stands over everything else, also where the foot of the page is far away
  const stopped = errors.length > 0 || hasStop(findings)
  return (
    <section
      aria-label="Findings"
      aria-live="polite"
      className={`flex items-start gap-3 border-t-[1.5px] border-rule bg-sheet py-3 pr-3 pl-4 ${stopped ? 'max-lg:order-first' : ''}`}
    >
      <ul
        className={`grid grow gap-x-6 gap-y-2 md:grid-cols-2 xl:grid-cols-3 ${open ? 'lg:max-h-[46dvh] lg:overflow-y-auto' : 'lg:max-h-[44px] lg:overflow-hidden'}`}
      >
        {errors.length > 0 ? (
          <li className="flex gap-3">
            <span>
              <RankTag rank="stop" />
            </span>
            <p className="text-foot leading-snug">
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
            <p className={`text-foot leading-snug ${open ? '' : 'lg:line-clamp-2'}`}>
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
      {findings.length > 0 ? (
        <Button
          look="quiet"
          className="shrink-0 max-lg:hidden!"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? 'Less' : `All ${findings.length}`}
        </Button>
      ) : null}
    </section>
  )
})
