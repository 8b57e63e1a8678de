import { SOURCE_NAMES, type Rank, type Source } from '#core/figure.ts'

const LOOKS: Readonly<Record<Source, string>> = {
  chart: 'border-brass text-brass',
  log: 'border-brick text-brick',
  'worked-out': 'border-soft text-soft',
  said: 'border-ink text-ink',
  change: 'border-ink text-ink',
}

/** Where a figure comes from, and from how many good runs when it is the log. */
export function SourceTag({ source, runs }: { readonly source: Source; readonly runs?: number | undefined }) {
  return (
    <span
      className={`name inline-block rounded-[3px] border px-2 text-foot leading-[1.35] whitespace-nowrap ${LOOKS[source]}`}
    >
      {SOURCE_NAMES[source]}
      {source === 'log' && runs !== undefined ? `, ${runs}` : ''}
    </span>
  )
}

const RANKS: Readonly<Record<Rank, { label: string; look: string }>> = {
  stop: { label: 'Stop', look: 'bg-alarm' },
  mind: { label: 'Mind', look: 'bg-brass' },
  note: { label: 'Good to know', look: 'bg-verdigris' },
}

/** How much a finding weighs. */
export function RankTag({ rank }: { readonly rank: Rank }) {
  const { label, look } = RANKS[rank]
  return (
    <span
      className={`name inline-block rounded-[3px] px-2 py-0.5 text-text font-semibold whitespace-nowrap text-on ${look}`}
    >
      {label}
    </span>
  )
}
