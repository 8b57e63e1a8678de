import type { Jet } from './jet.ts'
import { CUT, type PaceSim } from './pace-sim.ts'
import { CONDUCTS, STORES } from './plate-heat.ts'

/** What happens behind the torch: thin plate that is too hot closes again. */

/** The film closes a kerf of 1.5 mm with so many J/m²; it is solid from so many °C. */
const FILM_J_M2 = 1.6e6
const FREEZES_C = 1370
/** Nothing closes in plate over so thick, nor so near an end, m. */
const CLOSES_TO_M = 0.008
const END_M = 0.012
/** The torch has passed by so much, m. */
const PAST_M = 0.003

/** Columns that the torch has passed: walls too hot to freeze the film close again. */
export function close(sim: PaceSim, x: number): void {
  const { heat, columns, jet } = sim
  sim.behind = Math.max(sim.behind, x - jet.kerf / 2 - PAST_M)
  const top = heat.shells[0] as Float64Array
  while (sim.unclosed < heat.columns && (columns.wall[sim.unclosed] as number) >= 0) sim.unclosed++
  for (let i = sim.unclosed; i < heat.columns; i++) {
    const at = (i + 0.5) * heat.dx
    if (at >= sim.behind) break
    if (columns.state[i] !== CUT || (columns.wall[i] as number) >= 0) continue
    const celsius = top[i] as number
    columns.wall[i] = Math.max(0, celsius)
    const inside = at > END_M && heat.columns * heat.dx - at > END_M
    if (inside && jet.te <= CLOSES_TO_M && closes(jet, celsius)) columns.bridged[i] = 1
  }
}

/** Whether walls of so many °C keep the film running until it has closed. */
function closes({ kerf, te }: Pick<Jet, 'kerf' | 'te'>, celsius: number): boolean {
  if (celsius >= FREEZES_C) return true
  const film = (FILM_J_M2 * kerf) / 0.0015 / (FREEZES_C - celsius)
  const freezes = (Math.PI / (4 * CONDUCTS * STORES)) * film ** 2
  return freezes > 0.0231 * (te / 0.00476) ** 0.25
}

/** Shortest bridge that holds, m. */
const BRIDGE_M = 0.005

/** Bridges that are too short to hold break as soon as it is looked at: which columns are left bridged. */
export function bridgesLeft({ columns, heat }: PaceSim): Uint8Array {
  const left = Uint8Array.from(columns.bridged)
  for (let i = 0; i < left.length;) {
    let to = i
    while (to < left.length && left[to] === 1) to++
    if (to > i && (to - i) * heat.dx < BRIDGE_M - 1e-9) left.fill(0, i, to)
    i = Math.max(to, i + 1)
  }
  return left
}
