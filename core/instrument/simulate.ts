/** Simulated instruments: what a bench would show, with noise, lag, resolution, drop-outs and faults that can be dialled in. Pure and seeded. */
import { PSI_PA } from '../quantity/units.ts'
import { seeded } from '../seeded.ts'
import { waterVapourPa } from '../check/water-vapour.ts'
import { CHANNELS, type Instrument, type RawReading } from './kinds.ts'
import type { Dial, DialFault } from './protocol.ts'

/** How an instrument is bad at its best: scatter and step in SI, lag as a time constant, s. */
interface Manner {
  readonly noise: number
  readonly step: number
  readonly lagS: number
}
const MANNERS: Readonly<Record<string, Manner>> = {
  'oxygen-regulator contents': { noise: 8_000, step: 50 * PSI_PA, lagS: 1 },
  'oxygen-regulator delivery': { noise: 700, step: PSI_PA / 2, lagS: 0.6 },
  'fuel-regulator contents': { noise: 3_000, step: 5 * PSI_PA, lagS: 1 },
  'fuel-regulator delivery': { noise: 250, step: PSI_PA / 4, lagS: 0.6 },
  'flow-meter flow': { noise: 1e-6, step: 1e-6, lagS: 0.8 },
  'thermocouple temperature': { noise: 0.08, step: 0.1, lagS: 2 },
  'vacuum-gauge vacuum': { noise: 0.3, step: 0.1, lagS: 1 },
  'pressure-gauge pressure': { noise: 400, step: 100, lagS: 0.5 },
  'scale mass': { noise: 0.01, step: 0.02, lagS: 1 },
}

/** The bench that ships with the demo: every kind once. */
export const BENCH: readonly Instrument[] = [
  { id: 'oxygen', kind: 'oxygen-regulator', name: 'Oxygen regulator, bench', simulated: true },
  { id: 'fuel', kind: 'fuel-regulator', name: 'Acetylene regulator, bench', simulated: true },
  { id: 'purge', kind: 'flow-meter', name: 'Purge flow meter', simulated: true },
  { id: 'pipe', kind: 'thermocouple', name: 'Thermocouple on the pipe', simulated: true },
  { id: 'vacuum', kind: 'vacuum-gauge', name: 'Vacuum gauge', simulated: true },
  { id: 'line', kind: 'pressure-gauge', name: 'Test gauge', simulated: true },
  { id: 'scale', kind: 'scale', name: 'Cylinder scale', simulated: true },
]

/** Volume of the simulated line under test, m³, and how much it can leak, Pa·m³/s. */
const LINE_M3 = 0.003
const MOST_LEAK = 0.4
const TEST_PA = 300 * PSI_PA
const AMBIENT_PA = 101_325

/** What is really there, before any instrument looks at it; undefined for what is not on this bench. `seconds` since it began. */
export function truthOf(
  kind: Instrument['kind'],
  channel: string,
  seconds: number,
  dials: ReadonlyMap<DialFault, number>,
): number | undefined {
  const dial = (d: DialFault) => dials.get(d) ?? 0
  const shopK = 289 + (3 * Math.min(seconds, 7200)) / 3600
  const leak = dial('leak')
  switch (`${kind} ${channel}`) {
    case 'oxygen-regulator contents':
      return (dial('low') > 0 ? 90 : 1650) * PSI_PA - seconds * 60
    case 'oxygen-regulator delivery':
      return 43 * PSI_PA * (1 - 0.25 * dial('low')) + dial('creep') * seconds * 400
    case 'fuel-regulator contents':
      return (dial('low') > 0 ? 18 : 160) * PSI_PA - seconds * 4
    case 'fuel-regulator delivery':
      return Math.min(14.5 * PSI_PA, 6 * PSI_PA + dial('creep') * seconds * 250) * (1 - 0.3 * dial('low'))
    case 'flow-meter flow':
      return 12 / 60_000
    case 'thermocouple temperature':
      return shopK
    case 'vacuum-gauge vacuum': {
      const level = dial('moisture') * 0.12 * waterVapourPa(shopK)
      return 38 + Math.max(0, level - 38) * (1 - Math.exp(-seconds / 320)) + (leak * 0.4 * seconds) / 10
    }
    case 'pressure-gauge pressure':
      return Math.max(
        0,
        ((TEST_PA + AMBIENT_PA) * shopK) / 289 - AMBIENT_PA - (leak * MOST_LEAK * seconds) / LINE_M3,
      )
    case 'scale mass':
      return 44.6 - seconds * 2e-5
    default:
      // no instrument that this bench does not know is given a reading
      return undefined
  }
}

/** One instrument's own memory: what it showed last, and the noise that comes next. */
export class SimulatedInstrument {
  private readonly dials = new Map<DialFault, number>()
  private readonly shown = new Map<string, number>()
  /** A vacuum or a test begins when it is dialled. */
  private from = 0
  private random: () => number

  constructor(
    readonly instrument: Instrument,
    seed: number,
  ) {
    this.random = seeded(seed)
  }

  dial({ fault, amount }: Omit<Dial, 'device'>, atS: number): void {
    this.dials.set(fault, amount)
    this.from = atS
  }

  /** What each channel shows at a moment, `stepS` after the last look; none at a drop-out. */
  read(atS: number, stepS: number): readonly RawReading[] {
    const { kind, id } = this.instrument
    const missing = 0.002 + 0.6 * (this.dials.get('drop-outs') ?? 0)
    return CHANNELS[kind].flatMap(({ name }): RawReading[] => {
      if (this.random() < missing) return []
      if ((this.dials.get('open') ?? 0) > 0)
        return [{ device: id, channel: name, atMs: atS * 1000, value: null }]
      const manner = MANNERS[`${kind} ${name}`] ?? { noise: 0, step: 0, lagS: 0 }
      const truth = truthOf(kind, name, Math.max(0, atS - this.from), this.dials)
      if (truth === undefined) return []
      const before = this.shown.get(name) ?? truth
      const follows = before + (truth - before) * (1 - Math.exp(-stepS / Math.max(1e-3, manner.lagS)))
      // a needle that sticks stays where it is until it is pulled hard enough
      const stuck = (this.dials.get('stick') ?? 0) * 40 * manner.step
      const value = Math.abs(truth - before) < stuck ? before : follows
      this.shown.set(name, value)
      const noisy = value + manner.noise * (this.random() + this.random() + this.random() - 1.5) * 2
      const rounded = manner.step > 0 ? Math.round(noisy / manner.step) * manner.step : noisy
      return [{ device: id, channel: name, atMs: atS * 1000, value: rounded }]
    })
  }
}
