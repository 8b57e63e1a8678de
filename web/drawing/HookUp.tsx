import { Frame } from './Frame.tsx'
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

/** What a number in the drawing belongs to in the order of the valves. */
function Number({ x, y, children }: { readonly x: number; readonly y: number; readonly children: string }) {
  return (
    <>
      <circle cx={x} cy={y} r={13} fill="var(--ink)" />
      <text
        x={x}
        y={y + 6}
        textAnchor="middle"
        className="name text-field"
        data-fixed
        fontWeight={700}
        fill="var(--paper)"
      >
        {children}
      </text>
    </>
  )
}

function Words({
  x,
  y,
  lines,
}: {
  readonly x: number
  readonly y: number
  readonly lines: readonly string[]
}) {
  return lines.map((line, i) => (
    <text key={line} x={x} y={y + 19 * i} textAnchor="middle" className="name text-field" fill="currentColor">
      {line}
    </text>
  ))
}

/** The hook-up of a pressure or a vacuum test: by single valves, or through a gauge manifold. */
export function HookUp({
  kind,
  by = 'valves',
}: {
  readonly kind: 'pressure' | 'vacuum'
  readonly by?: 'valves' | 'manifold'
}) {
  return (
    // on a phone it is followed along like the hoses themselves
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <div role="group" aria-label="The hook-up" tabIndex={0} className="overflow-x-auto">
      {by === 'manifold' ? <Manifold kind={kind} /> : <Valves kind={kind} />}
    </div>
  )
}

const WIDE = 'w-full min-w-[880px]'

/** By single valves, from the gas or the pump to the far end of the line. */
function Valves({ kind }: { readonly kind: 'pressure' | 'vacuum' }) {
  const stations = kind === 'pressure' ? PRESSURE : VACUUM
  return (
    <Frame viewBox="0 0 980 150" aria-label={`How a ${kind} test is hooked up`} className={WIDE}>
      <path d="M70 62H910" stroke="currentColor" strokeWidth={2.5} fill="none" />
      {stations.map((s) => (
        <g key={s.name.join(' ')}>
          <Icon icon={s.icon} x={s.x} />
          {s.number ? (
            <Number x={s.x + 28} y={24}>
              {s.number}
            </Number>
          ) : null}
          <Words x={s.x} y={118} lines={s.name} />
        </g>
      ))}
    </Frame>
  )
}

/** A hose of the manifold, with its colour in words: nobody has to tell colours apart. */
function Hose({ d, colour }: { readonly d: string; readonly colour: string }) {
  return <path d={d} fill="none" stroke={colour} strokeWidth={7} strokeLinecap="round" />
}

const LOW = 'var(--gas-blue)'
const HIGH = 'var(--gas-red)'
const MIDDLE = 'var(--brass)'

/** Through a manifold: the middle hose to pump or nitrogen, the low side and the high side to the two ports of the line. */
function Manifold({ kind }: { readonly kind: 'pressure' | 'vacuum' }) {
  const vacuum = kind === 'vacuum'
  return (
    <Frame
      viewBox="0 0 980 300"
      aria-label={`How a ${kind} test is hooked up through a gauge manifold`}
      className={WIDE}
    >
      <Hose d="M150 130H330" colour={MIDDLE} />
      <Hose d="M330 115C420 60 480 62 770 62" colour={LOW} />
      <Hose d="M330 145C420 222 480 222 770 222" colour={HIGH} />
      {vacuum ? <path d="M205 130V225" stroke={MIDDLE} strokeWidth={7} /> : null}
      {vacuum ? (
        <g transform="translate(70 68)">
          <Icon icon="pump" x={50} />
        </g>
      ) : (
        <>
          <path d="M78 130H128" stroke="currentColor" strokeWidth={2.5} />
          <g transform="translate(0 68)">
            <Icon icon="cylinder" x={60} />
          </g>
          <g transform="translate(0 68)">
            <Icon icon="regulator" x={150} />
          </g>
        </>
      )}
      {vacuum ? (
        <>
          <Number x={152} y={92}>
            1
          </Number>
          <Words x={110} y={188} lines={['Pump']} />
          <g transform="translate(0 186)">
            <Icon icon="valve" x={205} />
          </g>
          <Number x={242} y={224}>
            3
          </Number>
          <Words x={205} y={284} lines={['Dry nitrogen']} />
        </>
      ) : (
        <>
          <Number x={92} y={84}>
            1
          </Number>
          <Number x={186} y={84}>
            2
          </Number>
          <Words x={100} y={188} lines={['Nitrogen, regulator', 'with relief']} />
        </>
      )}
      <rect
        x={302}
        y={98}
        width={56}
        height={64}
        rx={8}
        fill="var(--metal)"
        stroke="currentColor"
        strokeWidth={2}
      />
      <circle cx={330} cy={77} r={20} fill="var(--sheet)" stroke="currentColor" strokeWidth={2} />
      <path d="M330 77L320 67" stroke={LOW} strokeWidth={3} />
      <circle cx={330} cy={183} r={20} fill="var(--sheet)" stroke="currentColor" strokeWidth={2} />
      <path d="M330 183L340 173" stroke={HIGH} strokeWidth={3} />
      <Number x={330} y={130}>
        {vacuum ? '2' : '3'}
      </Number>
      <Words x={330} y={230} lines={['Manifold,', 'both valves']} />
      <Words x={vacuum ? 232 : 244} y={vacuum ? 116 : 158} lines={['Yellow, middle']} />
      <Words x={452} y={52} lines={['Blue, low side']} />
      <Words x={452} y={252} lines={['Red, high side']} />
      <Icon icon="gauge" x={600} />
      <Words x={600} y={92} lines={[vacuum ? 'Vacuum gauge, in series' : 'Test gauge, in series']} />
      {[62, 222].map((y) => (
        <rect
          key={y}
          x={716}
          y={y - 12}
          width={34}
          height={24}
          fill="var(--metal)"
          stroke="currentColor"
          strokeWidth={2}
        />
      ))}
      <Words
        x={733}
        y={136}
        lines={vacuum ? ['Adapters to the', 'ports, core tools'] : ['Adapters', 'to the ports']}
      />
      <path d="M770 62H840V100H900V184H840V222H770" fill="none" stroke="currentColor" strokeWidth={7} />
      {vacuum ? null : (
        <>
          <path
            d="M880 142H920M880 142V126L920 158V126L880 158Z"
            fill="var(--sheet)"
            stroke="currentColor"
            strokeWidth={2}
          />
          <Number x={946} y={142}>
            4
          </Number>
        </>
      )}
      <Words
        x={870}
        y={258}
        lines={vacuum ? ['The line, cores out,', 'no flame on it'] : ['The line; let down at (4)']}
      />
    </Frame>
  )
}
