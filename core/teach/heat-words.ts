import { fillerNow } from '../heat/heat-bench.ts'
import { FLUX_STAGES, glowAt } from '../metal/glow.ts'
import type { HeatState } from './heat-play.ts'

/** What somebody sees of a joint as it stands, in words; and how much of its gap is full, 0 to 1. */
export interface HeatSeen {
  /** Colours that show outside, at the lip and at the hottest. */
  readonly lip: string
  readonly hottest: string
  /** What paste flux shows at the lip; nothing where none is wanted. */
  readonly flux: string | undefined
  /** What goes wrong as it is looked at. */
  readonly happened: string | undefined
  readonly filled: number
}

const kelvin = (celsius: number) => celsius + 273.15

/** The lip's mean, and the hottest place that shows outside, °C. */
function outside({ bench: { shells } }: HeatState): { readonly lip: number; readonly hottest: number } {
  const { tube, cup, mouth } = shells
  const n = tube.round
  let lip = 0
  let hottest = -Infinity
  for (let i = 0; i < n; i++) lip += (cup.celsius[i] as number) / n
  for (let p = 0; p < mouth * n; p++) hottest = Math.max(hottest, tube.celsius[p] as number)
  for (const t of cup.celsius) hottest = Math.max(hottest, t)
  return { lip, hottest }
}

function fluxAt({ bench: { filling, shells }, joint }: HeatState, lip: number): string | undefined {
  if (!joint.flux) return undefined
  if (!filling.fluxed) return 'No flux on it'
  const n = shells.place.length
  let spent = 0
  for (let i = 0; i < n; i++) if ((filling.spent[i] as number) >= 1) spent++
  if (spent > n / 2) return 'Black: spent'
  return FLUX_STAGES.findLast((s) => kelvin(lip) >= s.fromK)?.sign ?? 'wet, as it was brushed on'
}

function happensAt({ bench, dripped, joint }: HeatState, hottest: number): string | undefined {
  const { filling, shells } = bench
  const meltsC = Math.min(shells.tube.metal.meltsC, shells.cup.metal.meltsC)
  if (hottest >= meltsC - 1) return 'It melts: a hole.'
  if (dripped > 0 && filling.melted === 0) return 'The rod drips: the flame melted it, not the work.'
  if (joint.flux && !filling.fluxed && filling.melted > 0) return 'Filler balls: no flux.'
  return undefined
}

/** How a joint looks now, in a dim shop. */
export function heatSeen(state: HeatState): HeatSeen {
  const { lip, hottest } = outside(state)
  return {
    lip: glowAt(kelvin(lip)),
    hottest: glowAt(kelvin(hottest)),
    flux: fluxAt(state, lip),
    happened: happensAt(state, hottest),
    filled: fillerNow(state.bench).filled,
  }
}
