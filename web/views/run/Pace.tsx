import { useEffect, useRef } from 'react'
import { paceStep } from '#core/cut/index.ts'
import { INCH_M, isInch } from '#core/quantity/index.ts'
import type { StepPace } from '#core/line/steps.ts'
import { device } from '../../app/device.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import { Frame } from '../../drawing/Frame.tsx'
import { Button } from '../../ui/Button.tsx'
import { speak } from '../../work/voice.ts'
import { beep } from './clock.ts'

const W = 440
/** From the edge of the drawing to the end of its rule: half of a figure stands beyond it. */
const INSET = 44

/** A mark that moves at the planned speed past the divisions of a rule, with a tick at each. */
export function Pace({
  pace,
  gone,
  onStart,
}: {
  readonly pace: StepPace
  readonly gone: number | undefined
  readonly onStart: () => void
}) {
  const { units, print } = useShop()
  const send = useSend()
  const { sound, voice } = useApp((s) => s.device)
  const inches = isInch(units)
  const step = paceStep(inches)
  const done = Math.min(pace.lengthM, (gone ?? 0) * pace.speed)
  // nobody reads a moving mark closer than a quarter of a division
  const rough = step / 4
  const division = Math.floor(done / step + 1e-9)
  const last = useRef(division)
  useEffect(() => {
    if (division > last.current) {
      if (sound) beep(660, 0.06)
      if (voice) speak(String(inches ? division : division * 25))
    }
    last.current = division
  }, [division, sound, voice, inches])
  // a window of six divisions that moves on with the mark, so that the mark can be followed
  const from = Math.max(0, Math.min(Math.floor(division / 5) * 5, Math.ceil(pace.lengthM / step) - 6)) * step
  const x = (m: number) => INSET + ((m - from) / (6 * step)) * (W - 2 * INSET)
  const marks = Array.from({ length: 7 }, (_, i) => from + i * step).filter(
    (m) => m <= pace.lengthM + step * 0.01,
  )
  return (
    <div className="grid gap-2">
      <p className="name text-label">
        <span className="figure text-page">{(step / pace.speed).toFixed(1)}</span> s to{' '}
        {inches ? 'the inch' : '25 mm'}
      </p>
      <Frame
        viewBox={`0 0 ${W} 132`}
        aria-label={`You should be at ${print(done, 'length')} of ${print(pace.lengthM, 'length')}`}
        className="w-full"
      >
        <path d={`M${INSET} 70H${W - INSET}`} stroke="var(--ink)" strokeWidth={2} />
        {marks.map((m) => (
          <g key={m}>
            <line x1={x(m)} y1={52} x2={x(m)} y2={88} stroke="var(--ink)" strokeWidth={2} />
            <text
              x={x(m)}
              y={94}
              dy="1em"
              data-fixed
              textAnchor="middle"
              className="fill-ink font-figure text-label font-semibold"
            >
              {inches ? Math.round(m / INCH_M) : Math.round(m * 1000)}
            </text>
          </g>
        ))}
        <rect x={INSET} y={62} width={Math.max(0, x(done) - INSET)} height={16} fill="var(--brick)" />
        <path d={`M${x(done)} 50l-13-26h26z`} fill="var(--brick)" stroke="var(--ink)" strokeWidth={1.5} />
      </Frame>
      <div className="flex flex-wrap items-center gap-3">
        <Button big className="px-6 text-label" look={gone === undefined ? 'act' : 'plain'} onClick={onStart}>
          {gone === undefined ? 'Start the pace' : 'Start again'}
        </Button>
        <Button
          big

          aria-pressed={sound}
          onClick={() => send(device.actions.changed({ sound: !sound }))}
        >
          Tick {sound ? 'on' : 'off'}
        </Button>
        <span className="name text-field text-soft">
          {print(Math.round(done / rough) * rough, 'length')} of {print(pace.lengthM, 'length')}
        </span>
      </div>
    </div>
  )
}
