import { orderWayOf } from '#core/teach/order-board.ts'
import { TURN_PARTS } from '#core/teach/bench.ts'
import type { BenchId } from '#core/teach/task-titles.ts'

const SIXTEENTHS = 16
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b))

/**
 * How far a valve stands open, to the nearest sixteenth of a turn, as it is said at the torch.
 * @param turns 0 or more
 * @example turnsSaid(0.375) // '3/8 turn'
 */
export function turnsSaid(turns: number): string {
  const parts = Math.round(turns * SIXTEENTHS)
  if (parts === 0) return turns > 0.5 / TURN_PARTS ? 'just open' : 'shut'
  const [whole, rest] = [Math.floor(parts / SIXTEENTHS), parts % SIXTEENTHS]
  const by = gcd(rest, SIXTEENTHS)
  const fraction = rest === 0 ? '' : `${rest / by}/${SIXTEENTHS / by}`
  return `${[whole === 0 ? '' : whole, fraction].filter(Boolean).join(' ')} ${parts > SIXTEENTHS ? 'turns' : 'turn'}`
}

/** How a bench is looked at. */
export const LIGHT_WORDS = [
  { value: 'day', label: 'By day' },
  { value: 'shed', label: 'Dim shed' },
  { value: 'shade', label: 'Shade down' },
] as const

/** As long as a name may be. */
const MOST_LETTERS = 60
/** What the attempts at a planned piece are kept under. */
export const taskOfPlan = (title: string): string => `plan: ${title}`.slice(0, MOST_LETTERS)

/** The page of a task at its bench. @param kept what it is kept under */
export function pageOfTask(bench: BenchId, kept: string): string {
  if (bench !== 'order') return `/practice/${bench}/${kept}`
  const { task, as } = orderWayOf(kept)
  return `/practice/order/${task}${as === 'cards' ? '?as=cards' : ''}`
}
