import { useState } from 'react'
import { Link } from 'react-router'
import type { HeatOutcome } from '#core/teach/heat-judge.ts'
import type { HeatJoint } from '#core/teach/heat-joint.ts'
import { device } from '../../app/device.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import type { HeatFrame } from '../../work/heat-work.ts'
import { AndNow, BenchAside, Findings, Rows, Worth } from './bench-parts.tsx'
import { Marks } from './TaskPanel.tsx'
import type { Recording } from './useAttempts.ts'
import type { Watched } from './useOnStage.ts'

interface Props {
  readonly joint: HeatJoint
  readonly frame: HeatFrame | undefined
  readonly watched: Watched
  readonly own: Recording | undefined
  readonly ghost: boolean
  /** A good hand is being worked out. */
  readonly busy: boolean
  readonly begin: () => void
  readonly watchGood: () => void
  readonly watchOwn: () => void
  readonly follow: () => void
  readonly pace: (times: number) => void
  readonly finish: () => void
  /** The plan that it came from. */
  readonly from: string | undefined
  /** What of it is told otherwise here. */
  readonly but: string | undefined
}

/** What is asked for and how hot it is, or what came of it. */
export function HeatSide(props: Props) {
  const { frame } = props
  return (
    <BenchAside label="The joint">
      {frame?.outcome && frame.points !== undefined ? (
        <Judged {...props} frame={frame} outcome={frame.outcome} points={frame.points} />
      ) : (
        <UnderWay {...props} />
      )}
    </BenchAside>
  )
}

/** What is asked for, in the order in which it is done. */
const asksOf = ({ nitrogen, flux, parts, made, torches }: HeatJoint): string =>
  [
    nitrogen ? 'Nitrogen on.' : flux ? 'Flux both, cold.' : '',
    made.type === 'tube'
      ? `Heat the ${parts[0]} first, then the root of the ${parts[1]}.`
      : `Heat the part that takes more, and bring both up together.`,
    torches === 2 ? 'The second torch goes round opposite.' : '',
    'Touch the rod to the lip once all of it is hot; stop when it is full.',
  ]
    .filter((s) => s !== '')
    .join(' ')

const PACES = [
  { value: '1', label: 'As it was' },
  { value: '4', label: '4 times as fast' },
] as const

function UnderWay({
  joint,
  but,
  frame,
  watched,
  busy,
  ghost,
  begin,
  watchGood,
  follow,
  pace,
  finish,
}: Props) {
  const { say } = useShop()
  const send = useSend()
  const hints = useApp((s) => s.device.practiceHints)
  const [fast, setFast] = useState<'1' | '4'>('1')
  return (
    <>
      <div className="grid gap-2">
        <h2 className="text-section">{watched?.title ?? joint.title}</h2>
        <p>{say(watched?.what ?? asksOf(joint))}</p>
        {but === undefined ? null : <p className="text-soft">{but}</p>}
      </div>
      {watched ? (
        <>
          <Button look="act" onClick={begin}>
            Now you
          </Button>
          <Segmented
            label="How fast it is shown"
            value={fast}
            options={PACES}
            onChange={(to) => {
              setFast(to)
              pace(Number(to))
            }}
          />
        </>
      ) : (
        <Button look="act" className="max-md:hidden" onClick={finish}>
          That is it
        </Button>
      )}
      {frame ? <Doing joint={joint} frame={frame} hints={hints || watched !== undefined} /> : null}
      {watched ? null : (
        <div className="grid gap-2">
          <p className="leading-relaxed text-soft max-md:hidden">
            Lead the flame with pointer or arrows, the rod with <kbd>A</kbd> and <kbd>D</kbd>, the distance
            with <kbd>+</kbd> and <kbd>−</kbd>.
          </p>
          <Button onClick={watchGood}>Watch a good hand</Button>
          <Button disabled={busy} aria-pressed={ghost} onClick={follow}>
            {busy ? 'Working it out' : `${ghost ? '✓ ' : ''}Follow a good hand`}
          </Button>
          <Button
            look="quiet"
            aria-pressed={hints}
            onClick={() => void send(device.actions.changed({ practiceHints: !hints }))}
          >
            {hints ? 'Without hints' : 'With hints'}
          </Button>
        </div>
      )}
    </>
  )
}

/** How it stands: what an eye sees, and, with hints, what a thermometer would say. */
function Doing({
  joint,
  frame,
  hints,
}: {
  readonly joint: HeatJoint
  readonly frame: HeatFrame
  readonly hints: boolean
}) {
  const { print } = useShop()
  const heat = (celsius: number) => print(celsius + 273.15, 'temperature')
  const rows: (readonly [string, string])[] = [
    ['Time', `${Math.floor(frame.seconds)} s`],
    ['At the lip', frame.lip],
  ]
  if (frame.flux !== undefined) rows.push(['Flux', frame.flux])
  if (hints)
    rows.push(
      ['Coldest in it', heat(frame.min)],
      ['Mean of it', heat(frame.mean)],
      ['Filler runs at', heat(joint.filler.Tflow)],
      ['Full', `${Math.round(frame.filled * 100)} %`],
    )
  return (
    <Rows title="How it stands" rows={rows}>
      {frame.happened ? <p className="pt-3 font-bold text-brick">{frame.happened}</p> : null}
    </Rows>
  )
}

function Judged({
  joint,
  frame,
  outcome,
  points,
  watched,
  own,
  begin,
  watchGood,
  watchOwn,
  from,
}: Props & { readonly frame: HeatFrame; readonly outcome: HeatOutcome; readonly points: number }) {
  return (
    <>
      <Worth title={watched ? watched.title : 'Sawn open'} points={points} />
      <Findings findings={frame.findings} />
      <Marks title="Judged" marks={frame.marks} />
      <Came joint={joint} o={outcome} />
      <AndNow own={own} called={joint.title} begin={begin} watchGood={watchGood} watchOwn={watchOwn}>
        <Link
          className="name inline-flex min-h-[44px] items-center text-field underline underline-offset-4"
          to={from ?? '/practice?bench=heat'}
        >
          {from ? 'Back to its plan' : 'Another joint'}
        </Link>
      </AndNow>
    </>
  )
}

/** What it came to, in figures: all of them the model's. */
function Came({ joint, o }: { readonly joint: HeatJoint; readonly o: HeatOutcome }) {
  const { print } = useShop()
  const heat = (celsius: number) => print(celsius + 273.15, 'temperature')
  const rows: (readonly [string, string])[] = [
    ['Full', `${Math.round(o.filled * 100)} %`],
    ['Root wet', `${Math.round(o.base * 100)} %`],
    ['Coldest place', `${heat(o.coldest.peakC)}, ${print(o.coldest.z / 1000, 'reached')} deep`],
    ['Hottest', heat(o.peakC)],
    ['All hot after', o.allHotS === undefined ? 'never' : `${Math.round(o.allHotS)} s`],
    ['Rod', `${Math.round(o.fed * 100)} % of what it takes`],
    ['Flame on it', `${Math.round(o.flameS)} s`],
  ]
  if (joint.nitrogen) rows.push(['Scale inside', `${o.scaleUm.toFixed(1)} µm`])
  if (joint.flux) rows.push(['Flux spent', `${Math.round(o.spent * 100)} %`])
  return (
    <Rows title="What it came to" rows={rows}>
      <p className="pt-2 text-foot text-soft">
        Worked out, typical to within a third: it qualifies no joint and no procedure.
      </p>
    </Rows>
  )
}
