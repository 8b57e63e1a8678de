import { memo } from 'react'
import type { CutFigureName, CutPlan, CutRequest } from '#core/cut/index.ts'
import type { Figure } from '#core/figure.ts'
import { cutFigureKind } from '#core/cut/index.ts'
import { FUEL_NAMES } from './cut-words.ts'
import { drillOfDiameter, joinSpan, printQuantity } from '#core/quantity/index.ts'
import { FUEL_FACE_PA, LineDrawing, OXYGEN_FACE_PA } from '../../drawing/LineDrawing.tsx'
import { useShop } from '../../app/shop.ts'
import { SourceTag } from '../../ui/Tag.tsx'

interface Props {
  readonly plan: CutPlan
  readonly request: CutRequest
  readonly torchName: string
  readonly onOpen: (station: Station) => void
}

/** A place on the line, and the figures that are told there. */
export interface Station {
  readonly id: string
  readonly title: string
  readonly figures: readonly CutFigureName[]
}

/** The stations of a cut, left to right. */
export const STATIONS: readonly Station[] = [
  { id: 'oxygen', title: 'Oxygen', figures: ['oxygenUsed', 'cuttingOxygenFlow', 'preheatOxygenFlow'] },
  {
    id: 'set-oxygen',
    title: 'Set oxygen, flowing',
    figures: ['cuttingOxygenPressure', 'cuttingOxygenPressureAtTip', 'cuttingOxygenFlow'],
  },
  { id: 'fuel', title: 'Fuel', figures: ['fuelUsed', 'fuelFlow'] },
  { id: 'set-fuel', title: 'Set fuel, flowing', figures: ['fuelPressure', 'fuelFlow'] },
  { id: 'hose', title: 'Hose', figures: ['cuttingOxygenPressure'] },
  { id: 'torch', title: 'Torch', figures: ['travelAngle', 'preheatOxygenFlow'] },
  { id: 'tip', title: 'Tip', figures: ['tipOrifice', 'cuttingOxygenPressureAtTip', 'oxygenShareBurnt'] },
  { id: 'flame', title: 'Flame', figures: ['fuelFlow', 'preheatOxygenFlow', 'preheatTime'] },
  { id: 'travel', title: 'Travel', figures: ['travelSpeed', 'torchTime', 'drag'] },
  { id: 'standoff', title: 'Cones off plate', figures: ['standoff', 'tipToWork', 'collarHeight'] },
]

/** The figures of the cut itself, which hang at no station of the line. */
export const SHAPE_STATION: Station = {
  id: 'shape',
  title: 'The cut itself',
  figures: [
    'trackDial',
    'pathLength',
    'effectiveThickness',
    'bevelFaceWidth',
    'bottomShift',
    'armRadius',
    'pierceHeight',
    'kerf',
    'guideOffset',
    'collarHeight',
    'templateLength',
    'piecesPerStock',
    'offcutMass',
    'carbonEquivalent',
    'warmTo',
    'torchTime',
  ],
}
/** How the usual pair was judged. */
export const USUAL_STATION: Station = {
  id: 'usual',
  title: 'Your usual',
  figures: ['usualOxygenFlow', 'usualOxygenPressureAtTip', 'usualOxygenShareBurnt', 'usualTravelSpeed'],
}

/** Where each hangs on the drawing: left and top in per cent, and its widest. */
const AT: Readonly<Record<string, readonly [number, number, number]>> = {
  oxygen: [6.6, 7, 15.5],
  'set-oxygen': [29.6, 4, 22],
  fuel: [6.6, 56, 15.5],
  'set-fuel': [29.6, 54, 22],
  hose: [47.5, 6, 14],
  torch: [57, 70, 18],
  tip: [72.6, 12, 15],
  flame: [75, 69, 14],
  travel: [91.9, 8, 9],
  standoff: [91.9, 56, 9],
}

/** The line: each setting hung where it is set. Touch one to read how it was worked out. */
export const TheLine = memo(function TheLine({ plan, request, torchName, onOpen }: Props) {
  const { say, print, show, gasColour } = useShop()
  const { figures } = plan
  const { rig } = request
  const hoseUnit = request.shop.units.length === 'in' || request.shop.units.length === 'ft' ? 'ft' : 'm'
  const drop = figures.cuttingOxygenPressure?.from['hoseDrop']
  const drill = figures.tipOrifice ? drillOfDiameter(figures.tipOrifice.value) : undefined
  const pace = figures.travelSpeed ? paceWords(figures.travelSpeed.value, hoseUnit === 'ft') : ''
  const fuelName = FUEL_NAMES[rig.fuel]
  const notched = new Set(plan.findings.filter((f) => f.rank !== 'note').map((f) => f.figure))
  const tells: Readonly<
    Record<string, { label: string; name?: CutFigureName; text?: string; note?: string; big?: boolean }>
  > = {
    oxygen: { label: 'Oxygen', name: 'oxygenUsed', note: figures.oxygenUsed ? 'for this cut' : '' },
    'set-oxygen': { label: 'Set oxygen, flowing', name: 'cuttingOxygenPressure', big: true },
    fuel: {
      label: fuelName,
      name: 'fuelUsed',
      note: figures.fuelFlow ? `for this cut, at ${print(figures.fuelFlow.value, 'flow')}` : '',
    },
    'set-fuel': { label: `Set ${rig.fuel}, flowing`, name: 'fuelPressure', big: true },
    hose: {
      label: `Hose, ${printQuantity(rig.oxygenHose.lengthM, hoseUnit)} of ${print(rig.oxygenHose.boreM, 'length')}`,
      text:
        typeof drop === 'number'
          ? `takes ${print(drop, 'pressure')}`
          : plan.findings.some((f) => f.code === 'hose-drop-too-large')
            ? 'takes too much'
            : 'not reckoned',
    },
    torch: {
      label: say(`Torch${torchName ? `: ${torchName}` : ''}`),
      text: rig.handling === 'track' ? 'on the track' : 'by hand',
    },
    tip: {
      label: say('Tip'),
      name: 'tipOrifice',
      note: drill ? `number drill ${drill.number}` : '',
    },
    flame: { label: 'Flame', text: 'neutral', note: 'retrim with the lever down' },
    travel: { label: 'Travel', name: 'travelSpeed', note: pace },
    standoff: { label: 'Cones off plate', name: 'standoff' },
  }
  const needle = (name: CutFigureName, face: number) => (figures[name]?.value ?? 0) / face
  return (
    <section aria-label="The line" className="[container-type:inline-size] border-b-[1.5px] border-rule">
      <div className="relative mx-auto md:aspect-[1204/280]">
        <div className="pointer-events-none hidden h-full w-full md:block">
          <LineDrawing
            oxygenColour={gasColour('oxygen')}
            fuelColour={gasColour(rig.fuel)}
            oxygenNeedle={needle('cuttingOxygenPressure', OXYGEN_FACE_PA)}
            fuelNeedle={needle('fuelPressure', FUEL_FACE_PA)}
          />
        </div>
        <div className="grid grid-cols-2 gap-x-3 gap-y-2 p-3 md:contents">
          {STATIONS.map((station) => {
            const tell = tells[station.id]
            const [left, top, width] = AT[station.id] ?? [0, 0, 20]
            if (!tell) return null
            const figure = tell.name ? figures[tell.name] : undefined
            const missing = tell.name !== undefined && !figure
            const shown = figure && tell.name ? show(figure.value, cutFigureKind(tell.name)) : undefined
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
                  {notched.has(tell.name) && tell.name ? (
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
                    className={`figure block whitespace-nowrap ${tell.big ? 'text-[2.6rem] md:text-[max(1.9rem,3.8cqw)]' : 'text-[1.5rem] md:text-[max(1.15rem,1.95cqw)]'} group-hover:underline group-hover:decoration-rule group-hover:underline-offset-4`}
                  >
                    {shown?.figure ?? tell.text}
                    {shown ? <span className="text-[0.62em] font-semibold"> {shown.unit}</span> : null}
                  </span>
                )}
                {figure && tell.name && (tell.big || figure.source !== 'worked-out') ? (
                  <span className="flex flex-wrap items-center gap-x-2 pt-0.5">
                    <SourceTag source={figure.source} />
                    {tell.big ? (
                      <span className="text-sm whitespace-nowrap text-soft">
                        {spanWords(figure, (v) => print(v, 'pressure'))}
                      </span>
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

/** "40 to 48 psi", or nothing for a figure without a span. */
export function spanWords(figure: Figure, print: (v: number) => string): string {
  const [low, high] = [print(figure.low), print(figure.high)]
  return low === high ? '' : joinSpan(low, high)
}

/** Seconds to the inch, or to 25 mm. */
function paceWords(speed: number, inches: boolean): string {
  const seconds = 0.0254 / speed
  return `${seconds.toFixed(1).replace(/\.0$/, '')} s to ${inches ? 'the inch' : '25 mm'}`
}
