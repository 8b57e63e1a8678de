import { memo, useEffect, useMemo, useState, type RefObject } from 'react'
import { Link, useLocation, useParams, useSearchParams } from 'react-router'
import { PACE_FUELS } from '#core/cut-sim/pace-case.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { INCH_M, isInch } from '#core/quantity/index.ts'
import { paceBoard, PACE_KEYS, type PaceBoard, type QuickSet } from '#core/teach/pace-board.ts'
import { tickOf, type PaceRecording } from '#core/teach/pace-judge.ts'
import { boardOfPreset, PACE_PRESETS, pacePresetOf, type PacePreset } from '#core/teach/pace-presets.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import type { PaceLook } from '../../drawing/pace-place.ts'
import type { PaceTick } from '../../work/pace-sound.ts'
import type { PaceFrame, PacePractised } from '../../work/pace-work.ts'
import { usePaceBench } from '../../work/usePaceBench.ts'
import { Opening } from '../../ui/Opening.tsx'
import { Alone } from './Alone.tsx'
import { BenchPage } from './BenchPage.tsx'
import { SeenBy, SoundButton } from './bench-parts.tsx'
import { PaceControls } from './PaceControls.tsx'
import { PaceSide, SPARKS_SAID, type SetUp } from './PaceSide.tsx'
import { PaceStage } from './PaceStage.tsx'
import { attemptsAt, useAllAttempts } from './useAttempts.ts'
import { useOnStage, useOwn } from './useOnStage.ts'
import { usePaceActs } from './usePaceActs.ts'
import { usePaceKeys } from './usePaceKeys.ts'
import { usePaceSound } from './usePaceSound.ts'
import { usePracticeFuel } from './usePracticeTorch.ts'

/** A recording that was opened from a file, as the page before hands it on. */
interface Handed {
  readonly recording?: PaceRecording
}

/** A plate of those at hand, at the pace bench; as the plate wants it, or set up by whoever practises. */
export default function PaceBench() {
  const { board: asked = '' } = useParams()
  const [search] = useSearchParams()
  const { settings } = useShop()
  const [set, setSet] = useState<QuickSet>({})
  const handed = (useLocation().state as Handed | null)?.recording
  const preset = PACE_PRESETS.find((p) => p === search.get('watch'))
  const key = PACE_KEYS.find((k) => k === asked)
  const metric = !isInch(settings.units)
  const burns = usePracticeFuel()
  const board = useMemo(() => {
    if (!key || !burns) return undefined
    if (preset) return boardOfPreset(preset, metric)
    const fuel = PACE_FUELS.find((f) => f === burns) ?? 'acetylene'
    return paceBoard(key, metric, { fuel, ...set })
  }, [key, preset, metric, set, burns])
  if (handed) return <OnPaceBench key="file" task={handed.task} board={handed.board} file={handed} />
  if (!key)
    return (
      <Alone title="There is no such plate">
        <p>What can be practised stands on its page.</p>
      </Alone>
    )
  if (!board) return <Opening />
  return (
    <OnPaceBench
      key={`${key} ${preset ?? ''} ${JSON.stringify(set)}`}
      task={taskOf(key, set)}
      board={board}
      setUp={{ set, onSet: setSet }}
      {...(preset ? { preset } : {})}
    />
  )
}

/** What an attempt is kept under: a plate that is set up otherwise, or held free, is another task. */
const taskOf = (key: string, { guide, collar, ...gear }: QuickSet): string =>
  [key, Object.keys(gear).length > 0 ? 'own' : '', guide === false ? 'free' : collar === false ? 'guide' : '']
    .filter((w) => w !== '')
    .join(' ')

/** Strokes along the line: each quarter inch with a figure an inch, or each 5 mm with one each 20 mm. */
const INCH_RULER: PaceLook['ruler'] = { stepMm: (INCH_M * 1000) / 4, each: 4, by: 1 }
const METRIC_RULER: PaceLook['ruler'] = { stepMm: 5, each: 4, by: 20 }

/**
 * @param file a recording to begin with
 * @param preset a cut to be watched first
 * @param from the page of the plan whose cut it is
 * @param but what of it is told otherwise here
 * @param setUp how a quick one is set up
 */
export function OnPaceBench({
  task,
  board,
  file,
  preset,
  from,
  but,
  setUp,
}: {
  readonly task: string
  readonly board: PaceBoard
  readonly file?: PaceRecording
  readonly preset?: PacePreset
  readonly from?: string
  readonly but?: string
  readonly setUp?: SetUp
}) {
  const { units } = useShop()
  const on = useOnStage<PacePractised>(
    { task, board },
    { recording: file, preset: preset && { hand: preset, ...pacePresetOf(preset) } },
  )
  const { practised, watched, place } = on
  const [ghost, setGhost] = useState(false)
  const bench = usePaceBench(practised, units)
  const { frame } = bench
  const { follow } = bench
  const own = useOwn(frame?.recording, watched)
  const done = frame?.finished === true
  const still = watched !== undefined || done
  const acts = usePaceActs(bench, board, practised)
  usePaceKeys(still ? undefined : acts.keys)
  const ticking = useTicking(task)
  const { looks, tick } = useLooks(board, ticking.plain, watched !== undefined)
  const sound = usePaceSound(bench.latest, tick)
  useSpaceBar(place)

  useEffect(
    () => follow(ghost && watched === undefined ? 'good' : undefined),
    [follow, ghost, watched, practised],
  )

  return (
    <BenchPage
      head={<Head board={board} from={from} sound={sound} />}
      caption={captionOf(frame)}
      place={place}
      side={
        <PaceSide
          board={board}
          frame={frame}
          watched={watched}
          own={own}
          ghost={ghost}
          ticking={ticking.on}
          tick={ticking.most}
          begin={on.begin}
          watchGood={on.watchGood}
          watchOwn={() => (own ? on.again(own, 'Yours, again', { task, board: own.board }) : undefined)}
          follow={() => setGhost((g) => !g)}
          onTick={() => {
            // who asks for a tick wants to hear it
            if (!ticking.on) sound.setOn(true)
            ticking.turn()
          }}
          pace={bench.pace}
          finish={acts.finish}
          from={from}
          but={but}
          setUp={setUp}
        />
      }
    >
      <PaceStage
        board={board}
        bench={bench}
        looks={looks}
        still={still}
        came={frame?.came}
        label={
          done
            ? 'The face that was cut, and under it as it should be'
            : 'The torch, and the face that it opens'
        }
        onLead={acts.lead}
        onLever={acts.lever}
        onHeight={acts.height}
      />
      {done ? null : <PaceControls frame={frame} acts={acts} still={still} />}
    </BenchPage>
  )
}

/** Pressed by a pointer, a button gives the space bar back to the lever. */
function useSpaceBar(place: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    const around = place.current
    const pressed = (e: MouseEvent) => {
      // a key presses without a pointer, and stays where it is
      if (e.detail > 0 && e.target instanceof HTMLElement && e.target.closest('button')) around?.focus()
    }
    around?.addEventListener('click', pressed)
    return () => around?.removeEventListener('click', pressed)
  }, [place])
}

/** The tick of the planned pace: off until somebody asks, and fainter with each of the last cuts that was well done. */
function useTicking(task: string): {
  readonly on: boolean
  /** How plainly it could be told, and is, 0 to 1. */
  readonly most: number
  readonly plain: number
  readonly turn: () => void
} {
  const [on, setOn] = useState(false)
  const personId = useApp((s) => s.device.personId)
  const most = tickOf(attemptsAt(useAllAttempts(), personId, 'pace', task)?.recent ?? [])
  return { on, most, plain: on ? most : 0, turn: () => setOn((t) => !t) }
}

/** How the plate is looked at; and how the pace is ticked, where it is. */
function useLooks(
  board: PaceBoard,
  plain: number,
  watched: boolean,
): { readonly looks: Omit<PaceLook, 'plan' | 'face' | 'dense'>; readonly tick: PaceTick | undefined } {
  const { units } = useShop()
  const light = useApp((s) => s.device.practiceLight)
  const mirrored = useApp((s) => s.device.practiceHand) === 'left'
  const inch = isInch(units)
  const { speed } = board.told
  return useMemo(() => {
    const ruler = inch ? INCH_RULER : METRIC_RULER
    return {
      looks: {
        light,
        motionless: matchMedia('(prefers-reduced-motion: reduce)').matches,
        mirrored,
        tick: watched ? 1 : plain,
        ruler,
      },
      tick: plain > 0 ? { eachS: ruler.stepMm / 1000 / speed, loud: plain } : undefined,
    }
  }, [light, mirrored, plain, watched, inch, speed])
}

/** What is seen, as a sentence. */
function captionOf(frame: PaceFrame | undefined): string {
  if (!frame) return 'Laying the plate.'
  if (frame.finished) return frame.fate
  if (frame.happened) return frame.happened
  if (frame.glow === 'beside the plate' && !frame.running)
    return 'The torch is beside the plate, its flame on.'
  const sparks = frame.sparks === 'none' ? '' : ` Sparks: ${SPARKS_SAID[frame.sparks]}.`
  return `Under the torch: ${frame.glow}.${sparks}`
}

/** What is cut with what, and how it is looked at. */
const Head = memo(function Head({
  board,
  from,
  sound,
}: {
  readonly board: PaceBoard
  readonly from: string | undefined
  readonly sound: ReturnType<typeof usePaceSound>
}) {
  const { print } = useShop()
  const { gas, plate } = board
  return (
    <header className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2 border-b-[1.5px] border-rule px-4 py-2">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-section">Pace</h1>
        <p className="hidden text-soft md:block">
          {print(plate.thickness, 'length')} plate, tip {print(gas.orifice, 'bore')},{' '}
          {print(gas.pressure, 'pressure')} of oxygen at it, {FUELS[gas.fuel].name}.{' '}
          <Link className="underline underline-offset-4" to={from ?? '/practice?bench=pace'}>
            {from ? 'Its plan' : 'Practice'}
          </Link>
        </p>
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <SoundButton sound={sound} />
        <SeenBy />
      </div>
    </header>
  )
})
