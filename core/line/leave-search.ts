import { goOver, pieceAt, runLed, type LedStep, type OnLine } from './led.ts'
import { coldLine, type LineState } from './state.ts'
import { BREAKS, wayOut, type BreakName, type LeftAt } from './ways.ts'

/** Ways that lead out from wherever a run may be; the others are for where they make sense. */
export const ALWAYS: readonly BreakName[] = ['short-pause', 'hand-over', 'shutdown']

/** A state as far as it matters to whoever leaves: valves open or shut, pressures none, trapped or set, hoses, flame, nitrogen. */
export function folded(line: LineState): string {
  const side = ({ fitted, turns, inletPa, screwPa, deliveryPa, hose, valve }: LineState['oxygen']) =>
    [
      fitted,
      turns > 0,
      inletPa > 0,
      screwPa > 0,
      deliveryPa <= 0 ? 'none' : turns > 0 ? 'set' : 'trapped',
      hose,
      valve > 0,
    ].join()
  const { work } = line
  return [
    side(line.oxygen),
    side(line.fuel),
    side(line.nitrogen),
    line.handle > 0,
    line.lever,
    line.flame,
    line.retrimmed,
    [work.pressurePa > 0, work.exit, work.sweptS > 0, work.hot],
  ].join(' ')
}

/** What was found by a search: the places looked at, and those from which a way is missing that has to be there. */
export interface Searched {
  readonly places: number
  readonly ways: number
  readonly stuck: readonly string[]
}

/**
 * Takes every way out from every place that a run can reach, those within other ways too, until no new place is found:
 * places are told apart by the folded state and the step in hand.
 * @param pieces those that the steps are led for: one, or the pieces of a batch
 */
export function searchWays(pieces: readonly OnLine[], steps: readonly LedStep[]): Searched {
  const seen = new Set<string>()
  const stuck: string[] = []
  const open: LeftAt[] = [{ line: coldLine(pieceAt(pieces, steps[0]).setup.setting), ahead: steps, pieces }]
  let ways = 0
  for (let at = open.pop(); at; at = open.pop()) {
    const [inHand, ...rest] = at.ahead
    const name = inHand?.id.replace(/~.*$/, '')
    const key = `${name} ${folded(at.line)}`
    if (!inHand || seen.has(key)) continue
    seen.add(key)
    const here = pieceAt(pieces, inHand)
    const after = runLed([inHand], pieces, at.line).state
    open.push({ line: goOver(after, here, pieceAt(pieces, rest[0])), ahead: rest, pieces })
    for (const taken of BREAKS) {
      const own = wayOut(here.setup, taken, at)
      if (own) ways += 1
      else if (ALWAYS.includes(taken)) stuck.push(`${taken} at ${key}`)
      if (own && own.length > 0)
        open.push({
          line: at.line,
          ahead: [...own.map((s) => ({ ...s, id: `${s.id}~1` })), ...(taken === 'shutdown' ? [] : at.ahead)],
          pieces,
        })
    }
  }
  return { places: seen.size, ways, stuck }
}
