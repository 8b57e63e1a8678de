import { memo } from 'react'
import type { SetFlame } from '#core/flame/set.ts'
import type { FuelId } from '#core/gas/fuels.ts'
import { TorchAndWork } from './LineDrawing.tsx'

/** Where the hoses of the short line run, and how far its torch lies above that of the tall one. */
const OXYGEN_Y = 52
const FUEL_Y = 112
const UP = 68

/** The line of a plan, short enough to leave the page to the work: both hoses, torch, tip, flame and what stands in it. */
export const ShortLine = memo(function ShortLine({
  oxygenColour,
  fuelColour,
  work,
  lit = true,
  fuel,
  wanted,
}: {
  readonly oxygenColour: string
  readonly fuelColour: string
  readonly work?: 'plate' | 'tube' | 'lap'
  /** A plan with a stop is not lit. */
  readonly lit?: boolean
  readonly fuel?: FuelId
  /** The flame that the work asks for. */
  readonly wanted?: SetFlame
}) {
  const hoses = [
    { colour: oxygenColour, path: `M22 ${OXYGEN_Y}H560C620 ${OXYGEN_Y} 610 70 676 70` },
    { colour: fuelColour, path: `M22 ${FUEL_Y}H560C620 ${FUEL_Y} 610 94 676 94` },
  ]
  return (
    <svg viewBox="0 0 1204 164" aria-hidden="true" className="h-full w-full">
      {hoses.map(({ colour, path }) => (
        <g key={path} fill="none" strokeLinecap="round">
          <path d={path} stroke="var(--ink)" strokeWidth={9} />
          <path d={path} stroke={colour} strokeWidth={6} />
        </g>
      ))}
      <g transform={`translate(0 ${-UP})`}>
        <TorchAndWork work={work} tall={false} lit={lit} fuel={fuel} wanted={wanted} />
      </g>
    </svg>
  )
})
