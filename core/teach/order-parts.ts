/** The parts of a rig that hands reach on the order bench: how each stands, and how else it may be put. */
import { FULLY_OPEN, FUELS } from '../gas/fuels.ts'
import type { Gas, LineState } from '../line/state.ts'
import { capital } from '../words/trade.ts'
import type { OrderRig } from './order-board.ts'
import type { OrderDo, OrderMove } from './order-play.ts'

/** A part, by what moves it. */
export type PartId = Extract<
  OrderDo,
  | 'oxygen-cylinder'
  | 'fuel-cylinder'
  | 'oxygen-screw'
  | 'fuel-screw'
  | 'oxygen-valve'
  | 'fuel-valve'
  | 'handle'
  | 'lever'
>

/** The parts that a rig has, from the cylinders to the torch. */
export const partsOf = ({ setting }: Pick<OrderRig, 'setting'>): readonly PartId[] => [
  'oxygen-cylinder',
  'fuel-cylinder',
  'oxygen-screw',
  'fuel-screw',
  ...(setting.handleValve === true ? (['handle'] as const) : []),
  'oxygen-valve',
  'fuel-valve',
  ...(setting.lever === true ? (['lever'] as const) : []),
]
export const sideOfPart = (part: PartId): Gas => (part.startsWith('fuel') ? 'fuel' : 'oxygen')

/** What a part is called on this rig. */
export function partName(part: PartId, { setting }: Pick<OrderRig, 'setting'>): string {
  const fuel = capital(FUELS[setting.fuel].name)
  switch (part) {
    case 'oxygen-cylinder':
      return 'Oxygen cylinder'
    case 'fuel-cylinder':
      return `${fuel} cylinder`
    case 'oxygen-screw':
      return 'Oxygen screw'
    case 'fuel-screw':
      return `${fuel} screw`
    case 'oxygen-valve':
      return setting.lever === true ? 'Preheat oxygen valve' : 'Oxygen valve'
    case 'fuel-valve':
      return 'Fuel valve'
    case 'handle':
      return 'Handle’s oxygen valve'
    case 'lever':
      return 'Lever'
  }
}

const FRACTIONS: readonly (readonly [number, string])[] = [
  [1 / 8, '1/8'],
  [1 / 4, '1/4'],
  [1 / 2, '1/2'],
  [3 / 4, '3/4'],
]
/** So far is a valve open, in words. */
export function turnsWords(turns: number): string {
  if (turns <= 0) return 'shut'
  if (turns >= FULLY_OPEN) return 'open all the way'
  const fraction = FRACTIONS.find(([value]) => Math.abs(value - turns) < 0.01)
  return `open ${fraction ? `${fraction[1]} turn` : turns === 1 ? '1 turn' : `${turns} turns`}`
}

/** How far the handle's oxygen valve goes, turns. */
const HANDLE_TURNS = 2
/** How a part stands, in words. */
export function partStands(part: PartId, line: LineState, key = true): string {
  const side = line[sideOfPart(part)]
  switch (part) {
    case 'oxygen-cylinder':
      return turnsWords(side.turns)
    case 'fuel-cylinder':
      return `${turnsWords(side.turns)}${key ? '' : ', key off'}`
    case 'oxygen-screw':
    case 'fuel-screw':
      return side.screwPa > 0 ? 'turned in' : 'backed out'
    case 'oxygen-valve':
    case 'fuel-valve':
      return turnsWords(side.valve)
    case 'handle':
      return line.handle <= 0 ? 'shut' : line.handle < HANDLE_TURNS ? 'half open' : 'open all the way'
    case 'lever':
      return line.lever
  }
}

/** One way in which a part may be put. */
export interface Put {
  readonly label: string
  readonly move: readonly [OrderMove[1], number]
  /** It stands so. */
  readonly on: boolean
}
const CYLINDER_TURNS = [0, 1 / 4, 1 / 2, 3 / 4, 1, 2, FULLY_OPEN]
const VALVE_TURNS = [0, 1 / 8, 1 / 4, 1 / 2, 1]
const turnsLabel = (turns: number) =>
  capital(
    turnsWords(turns)
      .replace(/^open /, '')
      .replace(/ turns?$/, ''),
  )

/** How a part may be put; of a screw only out: how far it is in is a pressure. */
export function putsOf(part: PartId, line: LineState): readonly Put[] {
  const side = line[sideOfPart(part)]
  const put = (label: string, to: number, on: boolean): Put => ({ label, move: [part, to], on })
  switch (part) {
    case 'oxygen-cylinder':
    case 'fuel-cylinder':
      return CYLINDER_TURNS.map((t) => put(turnsLabel(t), t, side.turns === t))
    case 'oxygen-valve':
    case 'fuel-valve':
      return VALVE_TURNS.map((t) => put(turnsLabel(t), t, side.valve === t))
    case 'oxygen-screw':
    case 'fuel-screw':
      return [put('Back it out', 0, side.screwPa <= 0)]
    case 'handle':
      return [put('Shut', 0, line.handle <= 0), put('All the way', 1, line.handle > 0)]
    case 'lever':
      return [put('Up', 0, line.lever === 'up'), put('Down', 1, line.lever === 'down')]
  }
}

/** What burns at the tip, in words. */
export const FLAME_WORDS: Readonly<Record<LineState['flame'], string>> = {
  out: 'no flame',
  'fuel-only': 'fuel burns alone',
  carburising: 'slightly reducing',
  neutral: 'neutral',
  oxidising: 'oxidising',
}
