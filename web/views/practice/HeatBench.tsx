import { memo, useEffect, useMemo, useState } from 'react'
import { Link, useLocation, useParams, useSearchParams } from 'react-router'
import type { HeatJoint } from '#core/teach/heat-joint.ts'
import type { HeatRecording } from '#core/teach/heat-judge.ts'
import type { HeatMove } from '#core/teach/heat-play.ts'
import {
  HEAT_JOINT_KEYS,
  HEAT_JOINTS,
  HEAT_PRESETS,
  presetOf,
  withAir,
  type HeatPreset,
} from '#core/teach/heat-presets.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import { Segmented } from '../../ui/Segmented.tsx'
import type { HeatLook, Layer } from '../../drawing/heat-paint.ts'
import type { HeatFrame, HeatPractised } from '../../work/heat-work.ts'
import { useGoodHeat, useHeatBench, type HeatBenchHeld } from '../../work/useHeatBench.ts'
import { Alone } from './Alone.tsx'
import { BenchPage } from './BenchPage.tsx'
import { SeenBy } from './bench-parts.tsx'
import { HeatControls } from './HeatControls.tsx'
import { HeatSide } from './HeatSide.tsx'
import { HeatStage } from './HeatStage.tsx'
import { useOnStage, useOwn } from './useOnStage.ts'
import { useHeatActs } from './useHeatActs.ts'
import { useHeatKeys } from './useHeatKeys.ts'

/** A recording that was opened from a file, as the page before hands it on; or a preset to be watched. */
interface Handed {
  readonly recording?: HeatRecording
}

/** A joint of those at hand, at the heat bench. */
export default function HeatBench() {
  const { joint: asked = '' } = useParams()
  const [search, setSearch] = useSearchParams()
  const handed = (useLocation().state as Handed | null)?.recording
  const preset = HEAT_PRESETS.find((p) => p === search.get('watch'))
  const key = HEAT_JOINT_KEYS.find((k) => k === asked)
  if (handed) return <OnHeatBench key="file" task={handed.task} joint={handed.joint} file={handed} />
  if (!key)
    return (
      <Alone title="There is no such joint">
        <p>What can be practised stands on its page.</p>
      </Alone>
    )
  const air = search.get('torch') === 'air'
  return (
    <OnHeatBench
      key={`${key} ${preset ?? ''} ${air}`}
      task={air ? `${key} air` : key}
      joint={air ? withAir(HEAT_JOINTS[key]) : HEAT_JOINTS[key]}
      air={{
        on: air,
        choose: (on) => setSearch(on ? { torch: 'air' } : {}, { replace: true }),
      }}
      {...(preset ? { preset } : {})}
    />
  )
}

/** Whether a joint is heated with air in place of oxygen. */
interface AirChoice {
  readonly on: boolean
  readonly choose: (on: boolean) => void
}
const TORCHES = [
  { value: 'oxygen', label: 'With oxygen' },
  { value: 'air', label: 'With air' },
] as const

const LAYERS = [
  { value: 'outside', label: 'Outside' },
  { value: 'under', label: 'Under the cup' },
  { value: 'gap', label: 'Gap' },
  { value: 'bore', label: 'Bore' },
] as const
const FLAT_LAYERS = [LAYERS[0], { value: 'under', label: 'Under the upper' }, LAYERS[2]] as const
const BESIDE = [
  { value: 'seen', label: 'Standing' },
  { value: 'sawn', label: 'Sawn' },
] as const
const EYE = [
  { value: 'eye', label: 'By eye' },
  { value: 'measured', label: 'Measured' },
] as const

/**
 * @param file a recording to begin with
 * @param preset a heat to be watched first
 * @param from the page of the plan whose joint it is
 * @param but what of it is told otherwise here
 * @param air whether it is heated with air in place of oxygen, where that can be chosen
 */
export function OnHeatBench({
  task,
  joint,
  file,
  preset,
  from,
  but,
  air,
}: {
  readonly task: string
  readonly joint: HeatJoint
  readonly file?: HeatRecording
  readonly preset?: HeatPreset
  readonly from?: string
  readonly but?: string
  readonly air?: AirChoice
}) {
  const { units } = useShop()
  const hand = useApp((s) => s.device.practiceHand) ?? 'right'
  const on = useOnStage<HeatPractised>(
    { task, joint },
    { recording: file, preset: preset && { hand: preset, ...presetOf(preset) } },
  )
  const { practised, watched, place } = on
  const [layer, setLayer] = useState<Layer>('outside')
  const [beside, setBeside] = useState<'seen' | 'sawn'>('seen')
  const [measured, setMeasured] = useState(false)
  const bench = useHeatBench(practised, units)
  const { frame } = bench
  const ghost = useGhost(bench, joint, practised, watched === undefined)
  const own = useOwn(frame?.recording, watched)
  const done = frame?.finished === true
  const still = watched !== undefined || done
  const acts = useHeatActs(bench, joint)
  useHeatKeys(still ? undefined : acts.keys)

  // what came of it is inside
  useEffect(() => setLayer(done ? 'gap' : 'outside'), [done])

  const looks = useLooks(joint, { layer, beside, measured })
  const caption = captionOf(practised, frame, layer)
  return (
    <BenchPage
      head={<Head joint={joint} from={from} air={air} />}
      caption={caption}
      place={place}
      side={
        <HeatSide
          joint={joint}
          frame={frame}
          watched={watched}
          own={own}
          ghost={ghost.shown}
          busy={ghost.busy}
          begin={on.begin}
          watchGood={on.watchGood}
          watchOwn={() => (own ? on.again(own, 'Yours, again') : undefined)}
          follow={ghost.turn}
          pace={bench.pace}
          finish={acts.finish}
          from={from}
          but={but}
        />
      }
    >
      <div className="grid gap-2 md:grid-cols-[2fr_1fr_1fr]">
        <Segmented
          label="Looked at"
          value={layer}
          options={joint.made.type === 'tube' ? LAYERS : FLAT_LAYERS}
          onChange={setLayer}
        />
        <Segmented
          label="Read"
          value={measured ? 'measured' : 'eye'}
          options={EYE}
          onChange={(to) => setMeasured(to === 'measured')}
        />
        {joint.made.type === 'tube' ? (
          <Segmented label="Beside it" value={beside} options={BESIDE} onChange={setBeside} />
        ) : null}
      </div>
      <HeatStage
        joint={joint}
        bench={bench}
        looks={looks}
        hand={hand}
        still={still}
        done={done}
        label={caption || 'The joint'}
        sideLabel={looks.beside === 'sawn' ? 'Sawn through where the flame is' : 'As it stands'}
        onFlame={acts.lead}
        onRod={acts.feed}
      />
      {done ? null : <HeatControls joint={joint} frame={frame} acts={acts} still={still} />}
    </BenchPage>
  )
}

/** A good hand's torch beside one's own: whether it is shown, whether it is still worked out, and the turn of it. */
function useGhost(
  { follow }: HeatBenchHeld,
  joint: HeatJoint,
  practised: HeatPractised,
  shows: boolean,
): { readonly shown: boolean; readonly busy: boolean; readonly turn: () => void } {
  const [moves, setMoves] = useState<readonly HeatMove[] | undefined>(undefined)
  const [busy, setBusy] = useState(false)
  const good = useGoodHeat()
  useEffect(() => follow(shows ? moves : undefined), [follow, moves, shows, practised])
  const ask = async () => {
    setBusy(true)
    const found = await good(joint)
    setBusy(false)
    setMoves(found)
  }
  return { shown: moves !== undefined, busy, turn: () => (moves ? setMoves(undefined) : void ask()) }
}

/** How the joint is looked at: as it was chosen, by the light of this screen, with lines where filler melts and runs. */
function useLooks(
  { made, filler }: HeatJoint,
  { layer, beside, measured }: Pick<HeatLook, 'layer' | 'beside' | 'measured'>,
): Omit<HeatLook, 'map' | 'side' | 'dense'> {
  const { print } = useShop()
  const light = useApp((s) => s.device.practiceLight)
  return useMemo(
    () => ({
      light,
      layer,
      beside: made.type === 'lap' ? 'sawn' : beside,
      measured,
      lines: [
        { celsius: filler.Tsol, says: `${print(filler.Tsol + 273.15, 'temperature')} begins to melt` },
        { celsius: filler.Tflow, says: `${print(filler.Tflow + 273.15, 'temperature')} runs` },
      ],
    }),
    [light, layer, beside, measured, made, filler, print],
  )
}

/** What is seen, as a sentence. */
function captionOf({ hand }: HeatPractised, frame: HeatFrame | undefined, layer: Layer): string {
  if (!frame) return hand ? 'Working out how it is done.' : ''
  if (frame.finished)
    return layer === 'bore'
      ? 'The bore, laid flat: bright where it is clean, black where it scaled.'
      : 'Sawn open and laid flat: the mouth on top, the root at the foot. Dotted is filler, hatched is dry.'
  const flux = frame.flux ? ` Flux: ${frame.flux}.` : ''
  return `At the lip: ${frame.lip}. Hottest: ${frame.hottest}.${flux}${frame.running ? ' The rod runs.' : ''}`
}

/** What is heated with what, and how it is looked at. */
const Head = memo(function Head({
  joint,
  from,
  air,
}: {
  readonly joint: HeatJoint
  readonly from: string | undefined
  readonly air: AirChoice | undefined
}) {
  const { print } = useShop()
  return (
    <header className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2 border-b-[1.5px] border-rule px-4 py-2">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-section">Heat</h1>
        <p className="hidden text-soft md:block">
          {joint.torch.name}, {print(joint.torch.flow, 'flow')} of fuel; {joint.filler.id}, rod{' '}
          {print(joint.filler.rodM, 'rule')}.{' '}
          <Link className="underline underline-offset-4" to={from ?? '/practice?bench=heat'}>
            {from ? 'Its plan' : 'Practice'}
          </Link>
        </p>
      </div>
      {air ? (
        <div className="w-[268px] md:w-[210px]">
          <Segmented
            label="Torch"
            value={air.on ? 'air' : 'oxygen'}
            options={TORCHES}
            onChange={(to) => air.choose(to === 'air')}
          />
        </div>
      ) : null}
      <SeenBy />
    </header>
  )
})
