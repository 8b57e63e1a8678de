import { arcM, posOf, type Shell, type Shells } from './shells.ts'

/** The rod's end spreads so wide on the lip, m: within it it draws heat, and filler is there for the gap. */
export const PATCH_M = 0.0025
const ENDS = 9

/** The work under a rod's end: cells of both walls and how much each counts. */
export interface Patch {
  readonly walls: readonly {
    readonly shell: Shell
    readonly cells: readonly number[]
    readonly weights: readonly number[]
  }[]
  /** The colder wall's mean, °C. */
  readonly coldestC: number
}

/** What lies under a rod that is held to the lip at a place. */
export function underRod(shells: Shells, pos: number): Patch {
  const { place, tube, cup } = shells
  const arcs = Float64Array.from(place, (_, i) => arcM(shells, pos, posOf(shells, i)))
  let coldestC = Infinity
  const walls = [tube, cup].map((shell) => {
    const cells: number[] = []
    const weights: number[] = []
    let [heat, all] = [0, 0]
    shell.z.forEach((z, row) => {
      if (z * z > ENDS * PATCH_M * PATCH_M) return
      arcs.forEach((arc, i) => {
        const far = (arc * arc + z * z) / (PATCH_M * PATCH_M)
        if (far > ENDS) return
        const p = row * shell.round + i
        const w = Math.exp(-far)
        const c = w * (shell.capacity[p] as number)
        cells.push(p)
        weights.push(w)
        heat += c * (shell.celsius[p] as number)
        all += c
      })
    })
    coldestC = Math.min(coldestC, heat / all)
    return { shell, cells, weights }
  })
  return { walls, coldestC }
}
