/** What instruments there are, what each of their channels measures, and what of it can be true. */
import type { SiUnit } from '../quantity/units.ts'

export const INSTRUMENT_KINDS = [
  'oxygen-regulator',
  'fuel-regulator',
  'flow-meter',
  'thermocouple',
  'vacuum-gauge',
  'pressure-gauge',
  'scale',
] as const
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number]

/** One thing that an instrument measures, SI; pressures as `reference` says. */
export interface ChannelKind {
  readonly name: string
  readonly says: string
  readonly unit: SiUnit
  readonly reference?: 'gauge' | 'absolute'
  /** Outside these it cannot be true, whatever the instrument says. */
  readonly least: number
  readonly most: number
  /** Older than this it is stale, s. */
  readonly staleS: number
}

const contents = (most: number): ChannelKind => ({
  name: 'contents',
  says: 'in the cylinder',
  unit: 'Pa',
  reference: 'gauge',
  least: -5_000,
  most,
  staleS: 5,
})
const delivery = (most: number): ChannelKind => ({ ...contents(most), name: 'delivery', says: 'delivered' })

/** The channels of each kind of instrument. */
export const CHANNELS: Readonly<Record<InstrumentKind, readonly ChannelKind[]>> = {
  'oxygen-regulator': [contents(30e6), delivery(3e6)],
  'fuel-regulator': [contents(3e6), delivery(1.5e6)],
  'flow-meter': [{ name: 'flow', says: 'flowing', unit: 'm3/s', least: 0, most: 0.02, staleS: 5 }],
  thermocouple: [{ name: 'temperature', says: 'at the tip', unit: 'K', least: 200, most: 1800, staleS: 5 }],
  'vacuum-gauge': [
    {
      name: 'vacuum',
      says: 'absolute',
      unit: 'Pa',
      reference: 'absolute',
      least: 0,
      most: 110_000,
      staleS: 5,
    },
  ],
  'pressure-gauge': [
    {
      name: 'pressure',
      says: 'in the line',
      unit: 'Pa',
      reference: 'gauge',
      least: -5_000,
      most: 7e6,
      staleS: 5,
    },
  ],
  scale: [{ name: 'mass', says: 'on the scale', unit: 'kg', least: -0.5, most: 500, staleS: 10 }],
}

/** An instrument as its gateway names it. */
export interface Instrument {
  readonly id: string
  readonly kind: InstrumentKind
  readonly name: string
  /** Faults can be dialled into it. */
  readonly simulated: boolean
}

/** A reading as it came: seconds since 1970, SI; null when the instrument has none, as with an open circuit. */
export interface RawReading {
  readonly device: string
  readonly channel: string
  readonly atMs: number
  readonly value: number | null
}

/** `none`: nothing came yet; `open`: the instrument says that it has nothing; `absurd`: it cannot be true; `stale`: it is old. */
export const QUALITIES = ['good', 'stale', 'absurd', 'open', 'none'] as const
export type Quality = (typeof QUALITIES)[number]

/** What a reading is worth now. Nothing is ever put in for one that is not good. */
export function qualityOf(kind: ChannelKind, reading: RawReading | undefined, nowMs: number): Quality {
  if (!reading) return 'none'
  // a clock that runs a little ahead is no fault; an hour is
  if (nowMs - reading.atMs > kind.staleS * 1000 || reading.atMs - nowMs > 3_600_000) return 'stale'
  if (reading.value === null) return 'open'
  return reading.value >= kind.least && reading.value <= kind.most ? 'good' : 'absurd'
}

/** The channel of a device, if it has one of this name. */
export const channelOf = (kind: InstrumentKind, name: string): ChannelKind | undefined =>
  CHANNELS[kind].find((c) => c.name === name)
