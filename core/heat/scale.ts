import type { Shell } from './shells.ts'

/** Scale on the bare inside of copper, cell by cell: its thickness squared, µm². */
export type Scale = Float64Array

const GAS = 8.314
const ACTIVATION = 125_000
const RATE = 3.85e-6
const FROM_C = 250
/** Nitrogen leaves so much of it. */
const PURGED = 0.01

/** How fast copper's scale squared grows, µm²/s. Source: parabolic oxidation of copper in air; the literature scatters twofold. */
export const scaleRate = (celsius: number): number =>
  celsius > FROM_C ? RATE * 1e12 * Math.exp(-ACTIVATION / (GAS * (celsius + 273.15))) : 0

/** Laid up at the middle of every 2 K. */
const MOST = 799
const RATES = Float64Array.from({ length: MOST + 1 }, (_, i) => scaleRate(FROM_C + 1 + i * 2))

/** Lets the inside scale for so long, s. */
export function growScale(shell: Shell, scale: Scale, dt: number, purged: boolean): void {
  if (!shell.metal.scales) return
  const { celsius, inner, round, rows } = shell
  const share = dt * (purged ? PURGED : 1)
  for (let row = 0; row < rows; row++) {
    if (inner[row] === 0) continue
    for (let p = row * round; p < (row + 1) * round; p++) {
      const over = (celsius[p] as number) - FROM_C
      if (over > 0)
        scale[p] = (scale[p] as number) + share * (RATES[Math.min(MOST, (over / 2) | 0)] as number)
    }
  }
}

/** The thickest of it, µm. */
export const thickestScale = (scale: Scale): number => Math.sqrt(scale.reduce((a, b) => Math.max(a, b), 0))
