import { memo } from 'react'
import { isRoundJoint, type BrazeFigureName, type BrazePlan, type BrazeRequest } from '#core/braze/index.ts'
import { KIND_OF_UNIT } from '#core/figure.ts'
import { drillOfDiameter, isInch, printQuantity } from '#core/quantity/index.ts'
import { FUEL_FACE_PA, LineDrawing } from '../../../drawing/LineDrawing.tsx'
import { useShop } from '../../../app/shop.ts'
import { SourceTag } from '../../../ui/Tag.tsx'
import { FUEL_NAMES } from '../cut-words.ts'
import { spanWords } from '../TheLine.tsx'
import { printBraze } from './braze-words.ts'

/** Brazing oxygen is low: the needle is drawn on a face of 40 psi. */
const BRAZE_FACE_PA = 276_000

/** A place on the line of a braze, and the figures that are told there. */
export interface BrazeStation {
  readonly id: string
  readonly title: string
  readonly figures: readonly BrazeFigureName[]
}

/** The stations of a braze, left to right. */
export const BRAZE_STATIONS: readonly BrazeStation[] = [
  { id: 'oxygen', title: 'Oxygen', figures: ['oxygenUsed', 'oxygenFlow'] },
  { id: 'set-oxygen', title: 'Set oxygen, flowing', figures: ['oxygenPressure', 'oxygenFlow'] },
  { id: 'fuel', title: 'Fuel', figures: ['fuelUsed', 'fuelFlow'] },
  { id: 'set-fuel', title: 'Set fuel, flowing', figures: ['fuelPressure', 'fuelFlow'] },
  { id: 'hose', title: 'Hose', figures: ['oxygenPressure', 'fuelPressure'] },
  { id: 'torch', title: 'Torch', figures: ['tipOrifice', 'fuelFlow'] },
  { id: 'tip', title: 'Tip', figures: ['tipOrifice', 'fuelFlow'] },
  { id: 'flame', title: 'Flame', figures: ['oxygenFlow', 'fuelFlow', 'brazingTemperature'] },
  {
    id: 'time',
    title: 'Time to heat',
    figures: ['timeToTemperature', 'heatNeeded', 'feedTime', 'torchTime'],
  },
  { id: 'cone', title: 'Cone off the work', figures: ['coneDistance'] },
]

const AT: Readonly<Record<string, readonly [left: number, top: number, width: number]>> = {
  oxygen: [6.6, 7, 15.5],
  'set-oxygen': [29.6, 4, 22],
  fuel: [6.6, 56, 15.5],
  'set-fuel': [29.6, 54, 22],
  hose: [47.5, 6, 14],
  torch: [57, 70, 18],
  tip: [70.6, 8, 17],
  flame: [76, 68, 14],
  time: [90.4, 4, 10],
  cone: [90.4, 66, 10],
}

/** A printed figure with its unit apart. */
const split = (text: string) => {
  const at = text.lastIndexOf(' ')
  return { figure: text.slice(0, at), unit: text.slice(at + 1) }
}

interface Tell {
  readonly label: string
  readonly name?: BrazeFigureName
  readonly text?: string
  readonly note?: string
  readonly big?: boolean
}

/** The line of a braze: each setting hung where it is set. Touch one to read how it was worked out. */
export const BrazeLine = memo(function BrazeLine({
  plan,
  request,
  torchName,
  onOpen,
}: {
  readonly plan: BrazePlan
  readonly request: BrazeRequest
  readonly torchName: string
  readonly onOpen: (station: BrazeStation) => void
}) {
  const { say, print, show, gasColour, units } = useShop()
  const { figures, choice } = plan
  const { rig } = request
  const drop = figures.oxygenPressure?.from['hoseDrop']
  const drill = figures.tipOrifice ? drillOfDiameter(figures.tipOrifice.value) : undefined
  const ports = figures.tipOrifice?.from['ports']
  const notched = new Set(plan.findings.filter((f) => f.rank !== 'note').map((f) => f.figure))
  const tells: Readonly<Record<string, Tell>> = {
    oxygen: { label: 'Oxygen', name: 'oxygenUsed', note: figures.oxygenUsed ? 'for this joint' : '' },
    'set-oxygen': { label: 'Set oxygen, flowing', name: 'oxygenPressure', big: true },
    fuel: {
      label: FUEL_NAMES[rig.fuel],
      name: 'fuelUsed',
      note: figures.fuelFlow ? `for this joint, at ${print(figures.fuelFlow.value, 'flow')}` : '',
    },
    'set-fuel': { label: `Set ${rig.fuel}, flowing`, name: 'fuelPressure', big: true },
    hose: {
      label: `Hose, ${printQuantity(rig.oxygenHose.lengthM, isInch(units) ? 'ft' : 'm')} of ${print(rig.oxygenHose.boreM, 'length')}`,
      text: typeof drop === 'number' ? `takes ${print(drop, 'pressure')}` : 'not reckoned',
    },
    torch: {
      label: say(`Torch${torchName ? `: ${torchName}` : ''}`),
      text: rig.torches > 1 ? `${rig.torches} of them` : 'one',
    },
    tip: {
      label: say(typeof ports === 'number' && ports > 1 ? `Heating head, ${ports} ports` : 'Tip'),
      name: 'tipOrifice',
      note: drill ? `number drill ${drill.number}` : '',
    },
    flame: { label: 'Flame', text: choice.flame, note: '' },
    time: { label: 'Time to heat', name: 'timeToTemperature' },
    cone: { label: 'Cone off', name: 'coneDistance' },
  }
  const needle = (name: BrazeFigureName, face: number) => (figures[name]?.value ?? 0) / face
  return (
    <section aria-label="The line" className="[container-type:inline-size] border-b-[1.5px] border-rule">
      <div className="relative mx-auto md:aspect-[1204/280]">
        <div className="pointer-events-none hidden h-full w-full md:block">
          <LineDrawing
            work={isRoundJoint(request.work.joint) ? 'tube' : 'lap'}
            oxygenColour={gasColour('oxygen')}
            fuelColour={gasColour(rig.fuel)}
            oxygenNeedle={needle('oxygenPressure', BRAZE_FACE_PA)}
            fuelNeedle={needle('fuelPressure', FUEL_FACE_PA)}
          />
        </div>
        <div className="grid grid-cols-2 gap-x-3 gap-y-2 p-3 md:contents">
          {BRAZE_STATIONS.map((station) => {
            const tell = tells[station.id]
            const [left, top, width] = AT[station.id] ?? [0, 0, 20]
            if (!tell) return null
            const figure = tell.name ? figures[tell.name] : undefined
            const missing = tell.name !== undefined && !figure
            const kind = figure ? KIND_OF_UNIT[figure.unit] : undefined
            const shown =
              figure && kind
                ? tell.name === 'coneDistance'
                  ? split(printBraze(tell.name, figure.value, units))
                  : show(figure.value, kind)
                : undefined
            return (
              <button
                key={station.id}
                type="button"
                data-station={station.id}
                style={{ left: `${left}%`, top: `${top}%`, maxWidth: `${width}%` }}
                className="group rounded-md p-1 text-left max-md:static! max-md:max-w-none! max-md:border-[1.5px] max-md:border-rule max-md:bg-sheet max-md:p-2 md:absolute md:-translate-x-1 md:-translate-y-1"
                onClick={() => onOpen(station)}
              >
                <span className="name block text-[1rem] leading-tight text-soft md:text-[max(0.8rem,1.28cqw)]">
                  {tell.label}
                  {tell.name && notched.has(tell.name) ? (
                    <span
                      className="ml-1.5 inline-block size-0 border-x-[6px] border-t-[9px] border-x-transparent border-t-brass align-baseline"
                      role="img"
                      aria-label="has a finding"
                    />
                  ) : null}
                </span>
                {missing ? (
                  <span className="figure block text-[1.4rem] text-alarm">not given</span>
                ) : (
                  <span
                    className={`figure block ${station.id === 'flame' ? '' : 'whitespace-nowrap'} ${tell.big ? 'text-[2.6rem] md:text-[max(1.9rem,3.8cqw)]' : 'text-[1.5rem] md:text-[max(1.15rem,1.95cqw)]'} group-hover:underline group-hover:decoration-rule group-hover:underline-offset-4`}
                  >
                    {shown?.figure ?? tell.text}
                    {shown ? <span className="text-[0.62em] font-semibold"> {shown.unit}</span> : null}
                  </span>
                )}
                {figure && kind && (tell.big || figure.source !== 'worked-out' || station.id === 'time') ? (
                  <span className="flex flex-wrap items-center gap-x-2 pt-0.5">
                    <SourceTag source={figure.source} />
                    {tell.big || station.id === 'time' ? (
                      <span className="text-sm text-soft">{spanWords(figure, (v) => print(v, kind))}</span>
                    ) : null}
                  </span>
                ) : null}
                {tell.note ? (
                  <span className="block text-[0.84rem] leading-tight text-soft md:text-[max(0.72rem,1.05cqw)]">
                    {tell.note}
                  </span>
                ) : null}
              </button>
            )
          })}
        </div>
      </div>
    </section>
  )
})
