import { useState } from 'react'
import { Link } from 'react-router'
import { FUELS } from '#core/gas/fuels.ts'
import { INCH_M, isInch } from '#core/quantity/index.ts'
import type { PaceBoard, QuickSet } from '#core/teach/pace-board.ts'
import { paceAsks, type Sparks } from '#core/teach/pace-words.ts'
import { device } from '../../app/device.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import type { PaceCame, PaceFrame } from '../../work/pace-work.ts'
import { AndNow, BenchAside, Findings, Rows, Worth } from './bench-parts.tsx'
import { eventsOf } from './pace-events.ts'
import { PaceSetUp } from './PaceSetUp.tsx'
import { Marks } from './TaskPanel.tsx'
import type { Recording } from './useAttempts.ts'
import type { Watched } from './useOnStage.ts'

/** How a quick one is set up, and what sets it otherwise. */
export interface SetUp {
  readonly set: QuickSet
  readonly onSet: (set: QuickSet) => void
}

interface Props {
  readonly board: PaceBoard
  readonly frame: PaceFrame | undefined
  readonly watched: Watched
  readonly own: Recording | undefined
  readonly ghost: boolean
  /** The planned pace is ticked, and how plainly, 0 to 1. */
  readonly ticking: boolean
  readonly tick: number
  readonly begin: () => void
  readonly watchGood: () => void
  readonly watchOwn: () => void
  readonly follow: () => void
  readonly onTick: () => void
  readonly pace: (times: number) => void
  readonly finish: () => void
  /** The plan that it came from, and what of it is told otherwise here. */
  readonly from: string | undefined
  readonly but: string | undefined
  readonly setUp: SetUp | undefined
}

/** What is asked for and how it goes, or what came of it. */
export function PaceSide(props: Props) {
  const { frame } = props
  return (
    <BenchAside label="The cut">
      {frame?.came && frame.points !== undefined ? (
        <Judged {...props} frame={frame} came={frame.came} points={frame.points} />
      ) : (
        <UnderWay {...props} />
      )}
    </BenchAside>
  )
}

const PACES = [
  { value: '1', label: 'As it was' },
  { value: '4', label: '4 times as fast' },
] as const

function UnderWay(props: Props) {
  const { board, but, frame, watched, begin, pace, finish, setUp } = props
  const { say } = useShop()
  const hints = useApp((s) => s.device.practiceHints) || watched !== undefined
  const [fast, setFast] = useState<'1' | '4'>('1')
  return (
    <>
      <div className="grid gap-2">
        <h2 className="text-section">{watched?.title ?? board.title}</h2>
        <p>{say(watched?.what ?? paceAsks(board))}</p>
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
      {frame ? <Doing board={board} frame={frame} hints={hints} /> : null}
      <Told board={board} brief={setUp !== undefined} />
      {watched ? null : <Helped {...props} />}
      {setUp && !watched ? <PaceSetUp board={board} {...setUp} /> : null}
    </>
  )
}

/** How loudly the pace is told, in words. */
const tickSaid = (tick: number): string =>
  tick > 0.9
    ? 'Tick the pace'
    : tick > 0.5
      ? 'Tick the pace, softer'
      : tick > 0.1
        ? 'Tick the pace, faintly'
        : ''

/** What helps while one learns: a good hand, the pace as a tick, figures. */
function Helped({ watchGood, follow, ghost, onTick, ticking, tick }: Props) {
  const send = useSend()
  const hints = useApp((s) => s.device.practiceHints)
  const says = tickSaid(tick)
  return (
    <div className="grid gap-2">
      <p className="leading-relaxed text-soft max-md:hidden">
        Lead the torch by hovering, press for the lever, turn the wheel for the height. Or <kbd>H</kbd> to the
        start, <kbd>→</kbd> <kbd>←</kbd> for the pace, <kbd>S</kbd> to stop, <kbd>↑</kbd> <kbd>↓</kbd> for the
        height, <kbd>Q</kbd> <kbd>R</kbd> to lean.
      </p>
      <Button onClick={watchGood}>Watch a good hand</Button>
      <Button aria-pressed={ghost} onClick={follow}>
        {ghost ? '✓ ' : ''}Follow a good hand
      </Button>
      {says === '' ? (
        <p className="text-soft">No tick any more: the last three kept the pace by themselves.</p>
      ) : (
        <Button aria-pressed={ticking} onClick={onTick}>
          {ticking ? '✓ ' : ''}
          {says}
        </Button>
      )}
      <Button
        look="quiet"
        aria-pressed={hints}
        onClick={() => void send(device.actions.changed({ practiceHints: !hints }))}
      >
        {hints ? 'Without hints' : 'With hints'}
      </Button>
    </div>
  )
}

/** What the hand is told; and what is set, where that does not stand where it is set up. */
function Told({ board, brief }: { readonly board: PaceBoard; readonly brief: boolean }) {
  const { print, units } = useShop()
  const [stretch, called] = isInch(units) ? [INCH_M, 'An inch in'] : [0.01, '10 mm in']
  const { gas, plate, plan, told } = board
  const set: readonly (readonly [string, string])[] = [
    ['Plate', `${print(plate.thickness, 'length')}${plate.surface === 'clean' ? '' : `, ${plate.surface}`}`],
    ['Tip', print(gas.orifice, 'bore')],
    ['Oxygen', `${print(gas.pressure, 'pressure')} at the tip`],
    ['Fuel', FUELS[gas.fuel].name],
  ]
  return (
    <Rows
      title={brief ? 'How it is wanted' : 'Set'}
      rows={[
        ...(brief ? [] : set),
        // as its plan says it: nobody holds it finer
        ['Tip to work', `about ${print(plan.height, 'eye')}`],
        ['Pace', print(told.speed, 'speed')],
        // what can be counted under one's breath
        [called, `${(stretch / told.speed).toFixed(1)} s`],
        ['Ready after', `about ${print(told.preheatS, 'time')}`],
      ]}
    />
  )
}

/** Where the sparks go, as it is said. */
export const SPARKS_SAID: Readonly<Record<Sparks, string>> = {
  none: 'none',
  down: 'straight down',
  trail: 'trail back',
  up: 'come up: not through',
}

/** A height is as wanted within so much of what is wanted. */
const HEIGHT_NEAR = 0.2

/** How high the tip stands, m, and whether that is as it is wanted. */
function heightSaid(now: number, wanted: number, print: (metres: number) => string): string {
  const off = now / wanted - 1
  return `${print(now)}, ${Math.abs(off) <= HEIGHT_NEAR ? 'as wanted' : off > 0 ? 'too high' : 'too low'}`
}

/** How it goes: what an eye sees, and, with hints, what could be measured. */
function Doing({
  board,
  frame,
  hints,
}: {
  readonly board: PaceBoard
  readonly frame: PaceFrame
  readonly hints: boolean
}) {
  const { print } = useShop()
  const rows: (readonly [string, string])[] = [
    ['Time', `${Math.floor(frame.seconds)} s`],
    ['Under the torch', frame.glow],
    ['Sparks', SPARKS_SAID[frame.sparks]],
  ]
  if (hints)
    rows.push(
      ['Pace now', print(Math.max(0, frame.speed) / 1000, 'speed')],
      ['Height now', heightSaid(frame.heightMm / 1000, board.plan.height, (m) => print(m, 'rule'))],
    )
  return (
    <Rows title="How it goes" rows={rows}>
      {frame.happened ? <p className="pt-3 font-bold text-brick">{frame.happened}</p> : null}
    </Rows>
  )
}

function Judged({
  board,
  frame,
  came,
  points,
  watched,
  own,
  begin,
  watchGood,
  watchOwn,
  from,
}: Props & {
  readonly frame: PaceFrame
  readonly came: PaceCame
  readonly points: number
}) {
  return (
    <>
      <Worth title={watched ? watched.title : 'What came of it'} points={points} />
      <Findings findings={frame.findings} />
      <Marks title="Judged" marks={frame.marks} />
      <Happened came={came} />
      <Came board={board} came={came} />
      <AndNow own={own} called={board.title} begin={begin} watchGood={watchGood} watchOwn={watchOwn}>
        <Link
          className="name inline-flex min-h-[44px] items-center text-field underline underline-offset-4"
          to={from ?? '/practice?bench=pace'}
        >
          {from ? 'Back to its plan' : 'Another cut'}
        </Link>
      </AndNow>
    </>
  )
}

/** What happened on the way, in its order. */
function Happened({ came }: { readonly came: PaceCame }) {
  const { print } = useShop()
  const events = eventsOf(came, (m) => print(m, 'rule'))
  if (events.length < 2) return null
  return (
    <section aria-label="On the way">
      <h3 className="text-label">On the way</h3>
      <ol className="grid gap-1 pt-1">
        {events.map((e) => (
          <li key={`${e.kind} ${e.t}`} className="flex gap-2">
            <span aria-hidden="true">{e.mark}</span>
            {e.says}
          </li>
        ))}
      </ol>
    </section>
  )
}

const SLAG_SAID = {
  falls: 'falls off',
  tap: 'off with a tap',
  chisel: 'wants a chisel',
  welded: 'welded on',
  none: 'none',
} as const

/** How the slag holds, and where it holds worst. */
const slagSaid = ({ slagMain, worstSlag }: Pick<PaceCame, 'slagMain' | 'worstSlag'>): string =>
  worstSlag === slagMain || worstSlag === 'none'
    ? SLAG_SAID[slagMain]
    : `${SLAG_SAID[slagMain]}; at its worst ${SLAG_SAID[worstSlag]}`

/** What it came to, in figures: all of them the model's. */
function Came({ board, came }: { readonly board: PaceBoard; readonly came: PaceCame }) {
  const { print } = useShop()
  const small = (m: number) => print(m, 'kerf')
  const [first] = came.starts
  return (
    <Rows
      title="What it came to"
      rows={[
        ['Cut through', `${Math.round(came.cutShare * 100)} %`],
        ['Closed again', `${Math.round(came.bridgedShare * 100)} %`],
        ['Pace', `${print(came.meanSpeed, 'speed')}, of ${print(board.plan.speed, 'speed')}`],
        ['Drag', small(came.meanDrag)],
        ['Top edge', came.meanTopMelt < 0.0003 ? 'sharp' : `rounded by ${small(came.meanTopMelt)}`],
        ['Slag', slagSaid(came)],
        ['Started after', first === undefined ? 'never' : `${Math.round(first.t)} s`],
        ['Cuts through up to', print(came.limit.speed, 'speed')],
      ]}
    >
      <p className="pt-2 text-foot text-soft">
        Worked out, typical to within a third: it qualifies no cut and no procedure.
      </p>
    </Rows>
  )
}
