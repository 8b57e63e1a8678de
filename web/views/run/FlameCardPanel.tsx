import type { RefObject } from 'react'
import { flameCard, ledFlame } from '#core/flame/card.ts'
import type { FuelId } from '#core/gas/fuels.ts'
import type { LineSetting } from '#core/line/state.ts'
import type { Step } from '#core/line/steps.ts'
import { useShop } from '../../app/shop.ts'
import { FlamePicture } from '../../drawing/FlamePicture.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { FUELS } from '#core/gas/fuels.ts'

/** The flame card: how to light and trim, and every flame by eye, by ear and on the plate, the wanted one marked. */
export function FlameCardPanel({
  fuel,
  lever,
  wanted,
  steps,
  returnTo,
  onClose,
}: {
  readonly fuel: FuelId
  readonly lever: boolean
  readonly wanted: NonNullable<LineSetting['flame']>
  /** The steps that it stands beside. */
  readonly steps: readonly Step[]
  readonly returnTo?: RefObject<HTMLElement | null>
  readonly onClose: () => void
}) {
  const { say } = useShop()
  const card = flameCard(fuel, lever, wanted, ledFlame(steps))
  const words = [
    ['Light', card.light],
    ['Trim', card.trim],
    ...(card.retrim ? [['Retrim', card.retrim]] : []),
    ...(card.star ? [['On the plate', card.star]] : []),
  ] as const
  return (
    <Panel
      title={`The flame: ${FUELS[fuel].title.toLowerCase()}`}
      wide
      open
      onClose={onClose}
      {...(returnTo ? { returnTo } : {})}
    >
      <dl className="grid gap-x-6 gap-y-2 pb-4 md:grid-cols-2">
        {words.map(([name, text]) => (
          <div key={name}>
            <dt className="name text-label font-semibold">{name}</dt>
            <dd className="leading-snug">{say(text ?? '')}</dd>
          </div>
        ))}
      </dl>
      <ul className="grid gap-3 md:grid-cols-2">
        {card.flames.map((f) => (
          <li
            key={f.flame}
            className={`border-l-[6px] bg-paper px-4 py-3 ${f.flame === wanted ? 'border-verdigris' : 'border-rule'}`}
          >
            <div className="flex flex-wrap items-baseline justify-between gap-x-3">
              <h3 className="text-section">
                {f.name}
                {f.flame === wanted ? (
                  <span className="pl-2 text-text text-verdigris">✓ wanted here</span>
                ) : null}
              </h3>
              {f.ratio > 0 ? (
                <span className="name text-soft">about {f.ratio.toFixed(1)} of oxygen to 1</span>
              ) : null}
            </div>
            <FlamePicture look={f.look} label={`${f.name}: cone, feather and envelope to scale`} />
            <p className="leading-snug">
              <strong>See</strong> {f.see} <strong>Hear</strong> {f.hear} <strong>On the plate</strong>{' '}
              {f.plate}
            </p>
            <p className="name pt-1 text-field font-semibold">{f.then}</p>
          </li>
        ))}
      </ul>
    </Panel>
  )
}
