import type { Edge, SlagClass } from '#core/check/outcome.ts'

/** What each edge looks like, seen on its cut face. */
const EDGE_PATHS: Readonly<Record<Edge, { outline: string; lines: string }>> = {
  sharp: { outline: 'M8 12H88V60H8Z', lines: 'M20 14V58M32 14V58M44 14V58M56 14V58M68 14V58M80 14V58' },
  rounded: {
    outline: 'M8 24Q10 14 20 15Q28 11 36 15Q44 11 52 15Q60 11 68 15Q76 11 82 15Q88 15 88 24V60H8Z',
    lines: 'M24 24V58M40 24V58M56 24V58M72 24V58',
  },
  ridged: {
    outline: 'M8 12H88V60H8Z',
    lines:
      'M14 22l8 6 8-6 8 6 8-6 8 6 8-6 8 6 8-6 4 4M14 36l8 6 8-6 8 6 8-6 8 6 8-6 8 6 8-6 4 4M14 50l8 6 8-6 8 6 8-6 8 6 8-6 8 6 8-6 4 4',
  },
  gouged: {
    outline: 'M8 12H88V60H8Z',
    lines: 'M20 14V58M32 14V58M80 14V58M42 14Q62 26 48 40Q40 52 52 58M58 14Q70 30 60 44L64 58',
  },
  leaning: {
    outline: 'M8 12H88V60H8Z',
    lines: 'M30 14Q26 40 10 58M44 14Q40 42 22 58M58 14Q54 42 34 58M72 14Q68 42 46 58M84 14Q82 42 60 58',
  },
}

export function EdgeTile({ edge }: { readonly edge: Edge }) {
  const { outline, lines } = EDGE_PATHS[edge]
  return (
    <svg viewBox="0 0 96 72" aria-hidden="true" className="w-full max-w-[112px]">
      <path d={outline} fill="var(--metal)" stroke="currentColor" strokeWidth={2} />
      <path d={lines} fill="none" stroke="var(--brick)" strokeWidth={edge === 'gouged' ? 3 : 1.6} />
    </svg>
  )
}

/** How much hangs under the edge, by what it takes to get it off. */
const SLAG_DROPS: Readonly<Record<SlagClass, readonly number[]>> = {
  none: [],
  'falls-off': [30, 62],
  'one-tap': [20, 40, 60, 78],
  chisel: [16, 28, 40, 52, 64, 78],
  grind: [12, 20, 28, 36, 44, 52, 60, 68, 76, 84],
}

export function SlagTile({ slag }: { readonly slag: SlagClass }) {
  const deep = { none: 0, 'falls-off': 7, 'one-tap': 9, chisel: 12, grind: 15 }[slag]
  return (
    <svg viewBox="0 0 96 72" aria-hidden="true" className="w-full max-w-[112px]">
      <path d="M8 12H88V46H8Z" fill="var(--metal)" stroke="currentColor" strokeWidth={2} />
      {SLAG_DROPS[slag].map((x) => (
        <path
          key={x}
          d={`M${x - 5} 47h10l-2 ${deep}q-3 5-6 0z`}
          fill="var(--brick)"
          stroke="currentColor"
          strokeWidth={1}
        />
      ))}
    </svg>
  )
}
