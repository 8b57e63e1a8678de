import type { RefObject } from 'react'
import { flameCard, ledFlame, type CardFlame } from '#core/flame/card.ts'
import type { FuelId } from '#core/gas/fuels.ts'
import type { LineSetting } from '#core/line/state.ts'
import type { Step } from '#core/line/steps.ts'
import { useShop } from '../../app/shop.ts'
import { StarOnPlate } from '../../drawing/Flame.tsx'
import { FlamePicture } from '../../drawing/FlamePicture.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { useBurnt } from './useBurnt.ts'
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
  const right = card.flames.find((f) => f.flame === wanted)
  const others = card.flames.filter((f) => f.flame !== wanted)
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
      {/* all four at one scale, but for the wanted one, which is drawn twice as large */}
      <div className="grid grid-cols-6 items-end gap-x-4 gap-y-2">
        {right ? (
          <div className="col-span-6 grid gap-1 border-l-[6px] border-verdigris bg-paper px-4 py-2 sm:grid-cols-[2fr_1fr] sm:items-center">
            <FlamePicture look={right.look} label={`${right.name}: cone, feather and envelope to scale`} />
            <div>
              <h3 className="text-section">
                {right.name} <span className="text-text text-verdigris">✓ wanted here</span>
              </h3>
              <Ratio fuel={fuel} ratio={right.ratio} />
              <p className="name text-field font-semibold">{right.then}</p>
            </div>
          </div>
        ) : null}
        {others.map((f) => (
          <div key={f.flame} className="col-span-6 bg-paper px-2 py-2 sm:col-span-2">
            <h3 className="text-label">{f.name}</h3>
            <Ratio fuel={fuel} ratio={f.ratio} />
            <div className="max-w-[300px]">
              <FlamePicture look={f.look} label={`${f.name}: cone, feather and envelope to scale`} />
            </div>
            <p className="name text-field font-semibold">{f.then}</p>
          </div>
        ))}
      </div>
      <Signs flames={right ? [right, ...others] : others} wanted={wanted} />
      {lever ? <Stars flames={right ? [right, ...others] : others} /> : null}
    </Panel>
  )
}

/** The oxygen of a flame; how hot it can be, and how much of its heat lies in the cones, once that is worked out. */
function Ratio({ fuel, ratio }: { readonly fuel: FuelId; readonly ratio: number }) {
  const { print } = useShop()
  const burnt = useBurnt(fuel, ratio)
  if (ratio <= 0) return null
  return (
    <p className="name text-soft">
      about {ratio.toFixed(1)} of oxygen to 1
      {burnt ? (
        <span className="block">
          {print(burnt.temperature, 'temperature')} at most, {Math.round(burnt.coneShare * 20) * 5} % of its
          heat in the cones; worked out
        </span>
      ) : null}
    </p>
  )
}

const SENSES = [
  ['See', 'see'],
  ['Hear', 'hear'],
  ['On the metal', 'plate'],
] as const

/** What each flame shows to the eye, the ear and on the metal; on a phone one under the other. */
function Signs({
  flames,
  wanted,
}: {
  readonly flames: readonly CardFlame[]
  readonly wanted: CardFlame['flame']
}) {
  const { say } = useShop()
  return (
    <>
      <table className="mt-4 hidden w-full border-collapse text-left align-top md:table">
        <thead>
          <tr className="border-b-[1.5px] border-ink">
            <td />
            {flames.map((f) => (
              <th key={f.flame} scope="col" className="name py-1 pr-3 text-field font-semibold">
                {f.flame === wanted ? '✓ ' : ''}
                {f.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {SENSES.map(([name, sense]) => (
            <tr key={sense} className="border-b border-rule align-top">
              <th scope="row" className="name w-[110px] py-2 pr-3 text-field font-semibold">
                {name}
              </th>
              {flames.map((f) => (
                <td
                  key={f.flame}
                  className={`py-2 pr-3 leading-snug ${f.flame === wanted ? 'font-bold' : ''}`}
                >
                  {say(f[sense])}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <ul className="grid gap-2 pt-4 md:hidden">
        {flames.map((f) => (
          <li key={f.flame} className="border-b border-rule pb-2 leading-snug">
            <h4 className="name text-field font-semibold">{f.name}</h4>
            {SENSES.map(([name, sense]) => (
              <p key={sense}>
                <strong>{name}</strong> {say(f[sense])}
              </p>
            ))}
          </li>
        ))}
      </ul>
    </>
  )
}

/** The star that each flame draws on plate, and one that its ports draw crooked. */
function Stars({ flames }: { readonly flames: readonly CardFlame[] }) {
  const { say } = useShop()
  const told: readonly [CardFlame['flame'], string, boolean][] = [
    ...flames
      .filter((f) => f.flame !== 'fuel-only')
      .map((f): [CardFlame['flame'], string, boolean] => [f.flame, STAR_WORDS[f.flame] ?? '', false]),
    ['neutral', 'Uneven: a short leg is a dirty port, a long one a worn one', true],
  ]
  return (
    <section aria-label="The star on plate" className="pt-4">
      <h3 className="border-b-[1.5px] border-ink text-label">The star on plate, lever up</h3>
      <ul className="grid gap-3 pt-2 sm:grid-cols-2 lg:grid-cols-4">
        {told.map(([flame, text, uneven]) => (
          <li key={text} className="flex items-center gap-3">
            <StarOnPlate flame={flame} uneven={uneven} label={`The star: ${text.toLowerCase()}`} />
            <span className="leading-snug">{say(text)}.</span>
          </li>
        ))}
      </ul>
    </section>
  )
}

const STAR_WORDS: Readonly<Partial<Record<CardFlame['flame'], string>>> = {
  carburising: 'Too little oxygen: long soft legs, smeared',
  neutral: 'Neutral: legs of 2 to 3 in (50 to 75 mm), clear and alike',
  oxidising: 'Oxidising: short and sharp',
}
