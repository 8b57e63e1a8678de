/** How a test is hooked up, from where the pressure or the pump is to the line, with its valves numbered in the order in which they are opened. */
interface Station {
  readonly x: number
  readonly name: readonly string[]
  readonly icon: 'cylinder' | 'regulator' | 'valve' | 'gauge' | 'line' | 'pump'
  readonly number?: string
}

const PRESSURE: readonly Station[] = [
  { x: 70, name: ['Dry', 'nitrogen'], icon: 'cylinder', number: '1' },
  { x: 230, name: ['Regulator', 'with relief'], icon: 'regulator', number: '2' },
  { x: 390, name: ['Shut-off', 'valve'], icon: 'valve', number: '3' },
  { x: 540, name: ['Test', 'gauge'], icon: 'gauge' },
  { x: 720, name: ['The line: compressors,', 'gauges, soft parts off'], icon: 'line' },
  { x: 900, name: ['Far end', 'capped'], icon: 'valve', number: '4' },
]
const VACUUM: readonly Station[] = [
  { x: 70, name: ['Vacuum', 'pump'], icon: 'pump', number: '1' },
  { x: 230, name: ['Pump valve:', 'shut before it stops'], icon: 'valve', number: '2' },
  { x: 390, name: ['Nitrogen, to', 'break the vacuum'], icon: 'valve', number: '3' },
  { x: 560, name: ['Vacuum gauge,', 'at the line'], icon: 'gauge' },
  { x: 760, name: ['The line, cores out,', 'no flame on it'], icon: 'line' },
  { x: 910, name: ['Far end', 'open to the gauge side'], icon: 'valve' },
]

function Icon({ icon, x }: { readonly icon: Station['icon']; readonly x: number }) {
  const y = 62
  switch (icon) {
    case 'cylinder':
      return (
        <path
          d={`M${x - 18} 96V40Q${x - 18} 24 ${x} 24Q${x + 18} 24 ${x + 18} 40V96Z`}
          fill="var(--metal)"
          stroke="currentColor"
          strokeWidth={2}
        />
      )
    case 'regulator':
      return (
        <>
          <circle cx={x} cy={y} r={22} fill="var(--sheet)" stroke="currentColor" strokeWidth={2} />
          <path
            d={`M${x} ${y}L${x + 12} ${y - 12}M${x} ${y - 22}V${y - 38}M${x - 8} ${y - 38}H${x + 8}`}
            fill="none"
            stroke="currentColor"
            strokeWidth={2}
          />
        </>
      )
    case 'valve':
      return (
        <path
          d={`M${x - 20} ${y - 13}L${x + 20} ${y + 13}V${y - 13}L${x - 20} ${y + 13}ZM${x} ${y}V${y - 24}M${x - 12} ${y - 24}H${x + 12}`}
          fill="var(--sheet)"
          stroke="currentColor"
          strokeWidth={2}
        />
      )
    case 'gauge':
      return (
        <>
          <path d={`M${x} ${y}V${y - 12}`} stroke="currentColor" strokeWidth={2} />
          <circle cx={x} cy={y - 32} r={20} fill="var(--sheet)" stroke="currentColor" strokeWidth={2} />
          <path d={`M${x} ${y - 32}L${x - 10} ${y - 42}`} stroke="var(--brick)" strokeWidth={3} />
        </>
      )
    case 'line':
      return (
        <path
          d={`M${x - 66} ${y}H${x - 40}V${y - 22}H${x - 14}V${y + 22}H${x + 14}V${y - 22}H${x + 40}V${y}H${x + 66}`}
          fill="none"
          stroke="currentColor"
          strokeWidth={7}
        />
      )
    case 'pump':
      return (
        <>
          <circle cx={x} cy={y} r={26} fill="var(--metal)" stroke="currentColor" strokeWidth={2} />
          <circle cx={x + 6} cy={y + 3} r={14} fill="var(--sheet)" stroke="currentColor" strokeWidth={2} />
        </>
      )
  }
}

/** The hook-up of a pressure or a vacuum test. */
export function HookUp({ kind }: { readonly kind: 'pressure' | 'vacuum' }) {
  const stations = kind === 'pressure' ? PRESSURE : VACUUM
  return (
    <svg viewBox="0 0 980 150" role="img" aria-label={`How a ${kind} test is hooked up`} className="w-full">
      <path d="M70 62H910" stroke="currentColor" strokeWidth={2.5} fill="none" />
      {stations.map((s) => (
        <g key={s.name.join(' ')}>
          <Icon icon={s.icon} x={s.x} />
          {s.number ? (
            <>
              <circle cx={s.x + 28} cy={24} r={13} fill="var(--ink)" />
              <text
                x={s.x + 28}
                y={30}
                textAnchor="middle"
                className="name"
                fontSize={18}
                fontWeight={700}
                fill="var(--paper)"
              >
                {s.number}
              </text>
            </>
          ) : null}
          {s.name.map((line, i) => (
            <text
              key={line}
              x={s.x}
              y={118 + 19 * i}
              textAnchor="middle"
              className="name"
              fontSize={18}
              fill="currentColor"
            >
              {line}
            </text>
          ))}
        </g>
      ))}
    </svg>
  )
}
