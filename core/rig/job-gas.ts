import { FUELS, isFuel } from '../gas/fuels.ts'
import { acetyleneDrawLimit, acetyleneDrawShare, type DrawRule } from '../gas/cylinder.ts'
import {
  contentsOf,
  gasFromMass,
  lasts,
  manifoldCount,
  toOrder,
  usedUp,
  type Contents,
  type CylinderGas,
  type GasUse,
} from '../gas/contents.ts'
import { gearQuantity, type Gear } from './gear.ts'

/** Rated full contents of a cylinder as it was described, m³; by its weight of gas where that was given. */
export function ratedOf(gear: Gear): number | undefined {
  const kg = gearQuantity(gear, 'massSize')
  const gas = gear.fields['gas'] as CylinderGas
  return gearQuantity(gear, 'size') ?? (kg === undefined ? undefined : gasFromMass(gas, kg))
}

/** What a described cylinder held when it was read. */
export function contentsOfGear(gear: Gear): Contents | undefined {
  const gas = gear.fields['gas']
  if (gas === undefined || gas === '') return undefined
  if (gear.fields['use'] === 'empty')
    return { thereM3: 0, m3: 0, lowM3: 0, highM3: 0, from: 'rated', because: 'Marked empty.' }
  return contentsOf({
    gas: gas as CylinderGas,
    ratedM3: ratedOf(gear),
    waterM3: gearQuantity(gear, 'water'),
    gaugePa: gearQuantity(gear, 'pressure'),
    weightKg: gearQuantity(gear, 'weight'),
    tareKg: gearQuantity(gear, 'tare'),
    scaleKg: gearQuantity(gear, 'scale'),
    kelvin: gearQuantity(gear, 'temperature'),
  })
}

/** What a job draws of one gas: in all, and while it runs. m³ and m³/s at 70 F and 1 atm. */
export interface GasAsked {
  readonly gas: CylinderGas
  readonly jobM3: number
  readonly flow: number
}

/** One gas of a job against its cylinders. */
export interface JobGas extends GasAsked {
  readonly cylinders: readonly {
    readonly id: string
    readonly name: string
    /** As it was read. */
    readonly read?: Contents
    /** After what the log used since; an estimate. */
    readonly leftM3: number
  }[]
  readonly leftM3: number
  /** What the wanted jobs take together, and what is short of it. */
  readonly neededM3: number
  readonly shortM3: number
  /** How many such jobs are in what is left, and how long it lasts while it runs, s. */
  readonly jobs: number
  readonly seconds: number
  /**
   * Acetylene: what its cylinders may give at once, m³/s, at which share an hour, how many of its size would do, and
   * whether this draws over the limit, or over the same share of what is left.
   */
  readonly draw?: {
    readonly limit: number
    readonly share: number
    readonly manifold: number
    readonly over: 'limit' | 'left' | 'nothing'
  }
  /** Cylinders to order so that `wanted` such jobs can be done. */
  readonly order: number
}

/**
 * The gases of a job against the cylinders at hand.
 * @param cylinders the set's, or all that are in use; of any gas
 * @param uses what the log used of each gas, with when
 * @param options lit time and air decide the share of acetylene an hour; `wanted` jobs decide the order
 */
export function jobGas(
  asked: readonly GasAsked[],
  cylinders: readonly Gear[],
  uses: Readonly<Partial<Record<CylinderGas, readonly GasUse[]>>>,
  options: { readonly litS: number; readonly airK: number; readonly draw: DrawRule; readonly wanted: number },
): readonly JobGas[] {
  return asked.map((a) => {
    const own = cylinders.filter((c) => c.kind === 'cylinder' && c.fields['gas'] === a.gas)
    const known = own.map((c) => ({ gear: c, read: contentsOfGear(c) }))
    const { left } = usedUp(
      known.map(({ gear, read }) => ({
        id: gear.id,
        readAt: gear.fields['readAt'] ?? '',
        m3: read?.m3 ?? 0,
      })),
      uses[a.gas] ?? [],
    )
    const leftM3 = Object.values(left).reduce((x, y) => x + y, 0)
    const rated = own.map(ratedOf)
    const sum = rated.reduce<number>((x, y) => x + (y ?? 0), 0)
    const largest = Math.max(0, ...rated.map((r) => r ?? 0))
    const share = acetyleneDrawShare(options.litS, options.airK, options.draw)
    const neededM3 = a.jobM3 * options.wanted
    const goes = lasts(leftM3, a.jobM3, a.flow)
    const limit = acetyleneDrawLimit(sum, share)
    return {
      ...a,
      cylinders: known.map(({ gear, read }) => ({
        id: gear.id,
        name: gear.name,
        ...(read ? { read } : {}),
        leftM3: left[gear.id] ?? 0,
      })),
      leftM3,
      neededM3,
      shortM3: lasts(leftM3, neededM3, a.flow).shortM3,
      jobs: own.length > 0 ? goes.jobs : 0,
      seconds: own.length > 0 ? goes.seconds : 0,
      ...(isFuel(a.gas) && FUELS[a.gas].cylinder.draw === 'share' && sum > 0
        ? {
            draw: {
              limit,
              share,
              manifold: manifoldCount(a.flow, largest, share),
              over:
                a.flow > limit ? 'limit' : a.flow > acetyleneDrawLimit(leftM3, share) ? 'left' : 'nothing',
            },
          }
        : {}),
      order: largest > 0 ? toOrder(neededM3, leftM3, largest) : 0,
    }
  })
}
