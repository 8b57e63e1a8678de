import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { gasAsked } from '#application/gas-asked.ts'
import type { GoodPiece } from '#application/plan-of.ts'
import { figureNamed } from '#core/figure.ts'
import type { JobGas } from '#core/rig/job-gas.ts'
import { capital } from '#core/words/trade.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { useGas } from './use-gas.ts'

/** Contents, what this job takes, how long it lasts, how many such jobs, the draw, and what to order. */
export function GasTab({
  planned,
  torchId,
}: {
  readonly planned: GoodPiece
  readonly torchId: string | null
}) {
  const [wanted, setWanted] = useState(1)
  const asked = useMemo(() => gasAsked(planned), [planned])
  const { rows, set } = useGas({
    asked,
    litS: figureNamed(planned.plan, 'torchTime')?.value ?? 0,
    heating: planned.kind === 'braze' && planned.request.rig.head === 'heating',
    airK: planned.request.shop.airK,
    torchId,
    wanted,
  })
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-center gap-3">
        <p className="grow text-soft">
          {set
            ? `The cylinders of ${set.name}`
            : 'No set with cylinders has this torch: all cylinders in use'}
          , less what the log has used since each was read: an estimate. Weigh or read them in the{' '}
          <Link className="underline" to="/rig">
            rig
          </Link>
          .
        </p>
        <span className="name text-field">To do {wanted === 1 ? 'once' : `${wanted} times`}</span>
        <Button aria-label="Fewer" disabled={wanted <= 1} onClick={() => setWanted(wanted - 1)}>
          −
        </Button>
        <Button aria-label="More" disabled={wanted >= 100} onClick={() => setWanted(wanted + 1)}>
          +
        </Button>
      </div>
      <div className="grid gap-4 lg:grid-cols-2">
        {rows.map((row) => (
          <OneGas key={row.gas} row={row} />
        ))}
      </div>
    </div>
  )
}

/** One gas of a job: what it takes, what is there, and what is wrong with that. */
export function OneGas({
  row,
  job = 'This job takes',
  such = 'Such jobs',
}: {
  readonly row: JobGas
  /** What it is called that takes it, and how many of such there are. */
  readonly job?: string
  readonly such?: string
}) {
  const { print, gasColour, say } = useShop()
  const { neededM3: needed, shortM3: short, draw } = row
  const share = row.leftM3 > 0 ? Math.min(1, needed / row.leftM3) : 1
  const rule = draw ? `1/${Math.round(1 / draw.share)}` : ''
  return (
    <section aria-label={row.gas} className="border-[1.5px] border-rule bg-sheet p-4">
      <h2 className="flex items-center gap-3 text-section">
        <span
          aria-hidden="true"
          className="inline-block h-2.5 w-9 border border-ink"
          style={{ background: row.gas === 'nitrogen' ? 'var(--metal)' : gasColour(row.gas) }}
        />
        {capital(row.gas.replace('-', ' '))}
      </h2>
      <dl className="grid grid-cols-2 gap-x-4 gap-y-1 pt-2">
        <NamedValue name={job} value={print(needed, 'volume')} />
        <NamedValue
          name="May be used, an estimate"
          value={row.cylinders.length > 0 ? print(row.leftM3, 'volume') : 'not given'}
        />
        <NamedValue
          name={such}
          value={
            row.cylinders.length === 0 ? '–' : Number.isFinite(row.jobs) ? String(row.jobs) : 'any number'
          }
        />
        <NamedValue
          name="Time left, flowing"
          value={row.cylinders.length > 0 && Number.isFinite(row.seconds) ? print(row.seconds, 'time') : '–'}
        />
      </dl>
      {row.cylinders.length > 0 ? (
        <span aria-hidden="true" className="mt-3 block h-3 border border-ink bg-paper">
          <span
            className={`block h-full ${short > 0 ? 'bg-alarm' : 'bg-brick'}`}
            style={{ width: `${share * 100}%` }}
          />
        </span>
      ) : null}
      <ul className="grid gap-2 pt-3 leading-snug">
        {draw?.over === 'limit' ? (
          <Said
            rank="Stop"
            text={`This draws ${print(row.flow, 'flow')}; these may give ${print(draw.limit, 'flow')} (${rule} of their full contents an hour). Faster pulls the solvent out. Smaller tip, or manifold ${draw.manifold} of the largest.`}
          />
        ) : null}
        {draw?.over === 'left' ? (
          <Said
            rank="Mind"
            text={`The draw is over ${rule} an hour of what is left: it may starve towards the end.`}
          />
        ) : null}
        {short > 0 && row.cylinders.length > 0 ? (
          <Said rank="Mind" text={`Short by ${print(short, 'volume')}.`} />
        ) : null}
        {row.order > 0 ? (
          <Said
            rank="Order"
            text={`${row.order} ${row.order === 1 ? 'cylinder' : 'cylinders'} of the largest size.`}
          />
        ) : null}
        {row.cylinders.length === 0 ? (
          <Said
            rank="Mind"
            text={`No cylinder of ${row.gas} is in the rig: put one in, with what its gauge or scale says.`}
          />
        ) : null}
        {row.cylinders.map((c) => (
          <li key={c.id}>
            <strong>{c.name}</strong>: {print(c.leftM3, 'volume')}.{' '}
            <span className="text-soft">
              {c.read
                ? `Read as ${print(c.read.m3, 'volume')} (${print(c.read.lowM3, 'volume')} to ${print(c.read.highM3, 'volume')}). ${say(c.read.because)}`
                : 'Nothing is known of it.'}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

const NamedValue = ({ name, value }: { readonly name: string; readonly value: string }) => (
  <div>
    <dt className="text-soft">{name}</dt>
    <dd className="figure text-section">{value}</dd>
  </div>
)

function Said({ rank, text }: { readonly rank: 'Stop' | 'Mind' | 'Order'; readonly text: string }) {
  const { say } = useShop()
  return (
    <li
      className={`border-l-[6px] pl-3 ${rank === 'Stop' ? 'border-alarm font-bold' : rank === 'Mind' ? 'border-brass' : 'border-verdigris'}`}
    >
      <strong>{rank}.</strong> {say(text)}
    </li>
  )
}
