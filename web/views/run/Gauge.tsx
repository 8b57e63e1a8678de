import { FUELS, type FuelId } from '#core/gas/fuels.ts'
import type { Figure } from '#core/figure.ts'
import { fromSi, printQuantity } from '#core/quantity/index.ts'
import { useShop } from '../../app/shop.ts'
import { Frame } from '../../drawing/Frame.tsx'
import { useGauge } from './useGauge.ts'

const polar = (share: number, r: number): [number, number] => {
  const a = (-135 + 270 * share) * (Math.PI / 180)
  return [160 + r * Math.sin(a), 160 - r * Math.cos(a)]
}
function arc(from: number, to: number, r: number): string {
  const [x1, y1] = polar(from, r)
  const [x2, y2] = polar(to, r)
  return `M${x1} ${y1}A${r} ${r} 0 ${to - from > 2 / 3 ? 1 : 0} 1 ${x2} ${y2}`
}

/**
 * The regulator's delivery gauge while gas flows: a wedge at the setting, the span that will do, the acetylene limit,
 * and a needle where it stands, once that is known.
 */
export function Gauge({
  figure,
  gas,
  reads,
  risePa = 0,
}: {
  readonly figure: Pick<Figure, 'value' | 'low' | 'high'>
  readonly gas: 'oxygen' | FuelId
  /** What the gauge shows, Pa; undefined while nobody knows. */
  readonly reads?: number | undefined
  /** By how much the needle stands higher than the figure, as nothing flows while it is set, Pa. */
  readonly risePa?: number | undefined
}) {
  const { print } = useShop()
  const gauge = useGauge()
  const side = gas === 'oxygen' ? 'oxygen' : 'fuel'
  // only a gas that can explode by itself has its limit drawn on the face
  const limit = gas === 'oxygen' ? undefined : FUELS[gas].setting
  const limitPa = limit?.atRest ? limit.mostPa : undefined
  const targetPa = figure.value + risePa
  const { unit, top: face, major, minor, amberFrom, redFrom } = gauge(side, Math.max(targetPa, reads ?? 0))
  const at = (pa: number) => Math.min(1, Math.max(0, fromSi(pa, unit) / face))
  const ticks = Array.from({ length: Math.round(face / minor) + 1 }, (_, i) => i * minor)
  const isMajor = (v: number) => Math.abs(v / major - Math.round(v / major)) < 1e-6
  const target = at(targetPa)
  const wedge = [polar(target, 112), polar(target - 0.022, 140), polar(target + 0.022, 140)].map(
    ([x, y]) => `${x},${y}`,
  )
  const needle = reads === undefined ? undefined : polar(at(reads), 104)
  return (
    <Frame
      viewBox="0 0 320 300"
      aria-label={`The gauge should read ${print(targetPa, 'pressure')} ${risePa > 0 ? 'with the valve shut' : 'while gas flows'}${reads === undefined ? '' : `; it reads ${print(reads, 'pressure')}`}`}
      className="mx-auto max-h-[300px] min-h-[170px] w-full max-w-[330px] shrink"
    >
      <circle cx={160} cy={160} r={138} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={3} />
      <path
        d={arc(
          at(figure.low + risePa),
          Math.max(at(figure.high + risePa), at(figure.low + risePa) + 0.008),
          122,
        )}
        fill="none"
        stroke="var(--verdigris)"
        strokeWidth={18}
      />
      {amberFrom === undefined ? null : (
        <path
          data-zone="amber"
          d={arc(amberFrom / face, (redFrom ?? face) / face, 134)}
          fill="none"
          stroke="var(--brass)"
          strokeWidth={7}
        />
      )}
      {redFrom === undefined ? null : (
        <>
          <path
            data-zone="red"
            d={arc(redFrom / face, 1, 134)}
            fill="none"
            stroke="var(--alarm)"
            strokeWidth={7}
          />
          <line
            x1={polar(redFrom / face, 138)[0]}
            y1={polar(redFrom / face, 138)[1]}
            x2={polar(redFrom / face, 106)[0]}
            y2={polar(redFrom / face, 106)[1]}
            stroke="var(--alarm)"
            strokeWidth={5}
          />
        </>
      )}
      {limitPa === undefined ? null : (
        <path d={arc(at(limitPa), 1, 122)} fill="none" stroke="var(--alarm)" strokeWidth={18} />
      )}
      {ticks.map((v) => {
        const [x1, y1] = polar(v / face, 132)
        const [x2, y2] = polar(v / face, isMajor(v) ? 112 : 121)
        return (
          <line
            key={v}
            x1={x1}
            y1={y1}
            x2={x2}
            y2={y2}
            stroke="var(--ink)"
            strokeWidth={isMajor(v) ? 3 : 1.5}
          />
        )
      })}
      {ticks.filter(isMajor).map((v) => {
        const [x, y] = polar(v / face, 92)
        return (
          <text
            key={v}
            x={x}
            y={y}
            dy="0.35em"
            textAnchor="middle"
            data-fixed
            className="fill-ink font-figure text-label font-semibold"
          >
            {v}
          </text>
        )
      })}
      <polygon points={wedge.join(' ')} fill="var(--brick)" stroke="var(--sheet)" strokeWidth={2} />
      {needle ? (
        <>
          <line
            data-needle
            x1={160}
            y1={160}
            x2={needle[0]}
            y2={needle[1]}
            stroke="var(--ink)"
            strokeWidth={7}
            strokeLinecap="round"
          />
          <circle cx={160} cy={160} r={9} fill="var(--ink)" />
        </>
      ) : null}
      <text
        x={160}
        y={264}
        textAnchor="middle"
        data-fixed
        className="fill-ink font-figure text-label font-bold"
      >
        {printQuantity(targetPa, unit)}
      </text>
      <text
        x={160}
        y={116}
        dy="0.35em"
        textAnchor="middle"
        data-fixed
        className="fill-soft font-figure text-text font-medium"
      >
        {gas}
      </text>
    </Frame>
  )
}
