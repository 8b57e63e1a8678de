import { useState, type ReactNode } from 'react'
import type { Figure, Finding } from '#core/figure.ts'
import { saySpan, showFigure } from '#core/saying.ts'
import { useShop } from '../../app/shop.ts'
import { SourceTag } from '../../ui/Tag.tsx'

/** A place on the line, and the figures that are told there. */
export interface StationOf<Name extends string> {
  readonly id: string
  readonly title: string
  readonly figures: readonly Name[]
}
/** What hangs at a station: a figure of the plan, or a word. */
export interface Tell<Name extends string> {
  readonly label: string
  readonly name?: Name
  readonly text?: string
  readonly note?: string
  /** What is set on the rig: large, with its source and span. */
  readonly big?: boolean
  /** Its source and span are told though it is not set. */
  readonly spanned?: boolean
  /** Figure, source and note stand beside each other, not under one another. */
  readonly tight?: boolean
  /** All of it stands in one line. */
  readonly inline?: boolean
  /** Stands on a phone's first screen beside what is set. */
  readonly early?: boolean
  /** May take more than one line. */
  readonly wraps?: boolean
}
/** Where a station hangs on the drawing: left and top in per cent, and its widest. */
export type Places = Readonly<Record<string, readonly [left: number, top: number, width: number]>>

/** The rig as one drawing with each setting hung where it is set. Touch one to read how it was worked out. */
export function StationLine<Name extends string>({
  stations,
  tells,
  places,
  plan,
  drawing,
  onOpen,
}: {
  readonly stations: readonly StationOf<Name>[]
  readonly tells: Readonly<Record<string, Tell<Name>>>
  readonly places: Places
  readonly plan: {
    readonly figures: Readonly<Partial<Record<Name, Figure>>>
    readonly findings: readonly Finding[]
  }
  readonly drawing: ReactNode
  readonly onOpen: (station: StationOf<Name>) => void
}) {
  const { units } = useShop()
  // on a phone what is set comes first, and the rest of the line when it is asked for
  const [all, setAll] = useState(false)
  const notched = new Set(plan.findings.filter((f) => f.rank !== 'note').map((f) => f.figure))
  return (
    <section aria-label="The line" className="[container-type:inline-size] border-b-[1.5px] border-rule">
      <div className="relative mx-auto md:aspect-[1204/164]">
        <div className="pointer-events-none hidden h-full w-full md:block">{drawing}</div>
        <div className="grid grid-cols-2 gap-x-3 gap-y-2 p-3 md:contents">
          {stations.map((station) => {
            const tell = tells[station.id]
            const [left, top, width] = places[station.id] ?? [0, 0, 20]
            if (!tell) return null
            const figure = tell.name ? plan.figures[tell.name] : undefined
            // what is set on a gauge is refused while the plan has a stop: nobody reads it off in passing
            const refused =
              tell.name !== undefined && (!figure || (figure.stop !== undefined && figure.at === 'regulator'))
            const shown = tell.name && figure ? showFigure(tell.name, figure, units) : undefined
            const spanned = tell.big || tell.spanned
            const span = spanned && tell.name && figure ? saySpan(tell.name, figure, units) : ''
            return (
              <button
                key={station.id}
                type="button"
                data-station={station.id}
                style={{ left: `${left}%`, top: `${top}%`, maxWidth: `${width}%` }}
                className={`group rounded-md p-1 text-left ${tell.big ? 'max-md:-order-1 md:flex md:items-center md:gap-[1.6cqw]' : ''} ${all || tell.big || tell.early ? '' : 'max-md:hidden'} ${tell.inline ? 'md:flex md:flex-wrap md:items-baseline md:gap-x-[0.6cqw]' : ''} max-md:static! max-md:max-w-none! max-md:border-[1.5px] max-md:border-rule max-md:bg-sheet max-md:p-2 md:absolute md:-translate-x-1 md:-translate-y-1`}
                onClick={() => onOpen(station)}
              >
                <span
                  className={`name block text-text leading-tight text-soft md:text-foot xl:text-text ${tell.big ? 'md:w-[12.5cqw]' : ''}`}
                >
                  {tell.label}
                  {tell.name && notched.has(tell.name) ? (
                    <span
                      className="ml-2 inline-block size-0 border-x-[6px] border-t-[9px] border-x-transparent border-t-brass align-baseline"
                      role="img"
                      aria-label="has a finding"
                    />
                  ) : null}
                </span>
                <span className={tell.tight ? 'flex flex-wrap items-center gap-x-2' : 'contents'}>
                  {refused ? (
                    <Refused />
                  ) : (
                    <span
                      className={`figure block ${tell.wraps ? '' : 'whitespace-nowrap'} ${tell.big ? 'text-figure md:min-w-[9cqw] md:text-page xl:text-figure' : 'text-section md:text-label xl:text-section'} group-hover:underline group-hover:decoration-rule group-hover:underline-offset-4`}
                    >
                      {shown?.figure ?? tell.text}
                      {shown ? <span className="unit"> {shown.unit}</span> : null}
                    </span>
                  )}
                  {tell.name && figure && !refused && (spanned || figure.source !== 'worked-out') ? (
                    <span className="flex flex-wrap items-center gap-x-2 pt-0.5">
                      <SourceTag source={figure.source} runs={figure.runs} />
                      {spanned ? (
                        <span className={`text-foot text-soft ${tell.big ? 'whitespace-nowrap' : ''}`}>
                          {span}
                        </span>
                      ) : null}
                      {tell.big && span !== '' ? <InSpan {...figure} /> : null}
                    </span>
                  ) : null}
                  {tell.note ? (
                    <span className="name block text-foot leading-tight text-soft">{tell.note}</span>
                  ) : null}
                </span>
              </button>
            )
          })}
          <button
            type="button"
            className="name col-span-2 min-h-[44px] text-left text-text underline decoration-rule underline-offset-4 md:hidden"
            aria-expanded={all}
            onClick={() => setAll(!all)}
          >
            {all ? 'Less of the line' : 'All of the line'}
          </button>
        </div>
      </div>
    </section>
  )
}

/** Where in its span a setting stands: the two ends, and a mark between them. */
function InSpan({ value, low, high }: Pick<Figure, 'value' | 'low' | 'high'>) {
  const share = Math.min(1, Math.max(0, (value - low) / (high - low)))
  const x = 4 + share * 40
  return (
    <svg
      width="48"
      height="14"
      viewBox="0 0 48 14"
      role="img"
      aria-label={`${Math.round(share * 100)} % of the way up its span`}
      className="shrink-0"
    >
      <path d="M4 3v8M44 3v8M4 7h40" fill="none" stroke="var(--soft)" strokeWidth="1.5" />
      <path d={`M${x} 1l4 6-4 6-4-6z`} fill="var(--ink)" />
    </svg>
  )
}

/** A figure that the plan does not give: a dash with a notch out of it, told from every other state by its shape. */
function Refused() {
  return (
    <span className="figure flex flex-wrap items-center gap-x-2 text-section text-alarm">
      <svg width="44" height="20" viewBox="0 0 44 20" aria-hidden="true" className="shrink-0">
        <path d="M0 6h16l6 8 6-8h16v6H31l-9 8-9-8H0z" fill="currentColor" />
      </svg>
      <span className="text-field whitespace-nowrap">not given</span>
    </span>
  )
}
