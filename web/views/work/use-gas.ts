import { useMemo } from 'react'
import type { GasUsed } from '#contract/types.ts'
import type { CylinderGas, GasUse } from '#core/gas/contents.ts'
import { stretchS } from '#core/gas/cylinder.ts'
import type { Gear } from '#core/rig/gear.ts'
import { jobGas, type GasAsked, type JobGas } from '#core/rig/job-gas.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { useTorchSet } from '../../app/use-gear.ts'

const NO_USES: readonly GasUsed[] = []

/** What the log used of each gas. */
function usesByGas(uses: readonly GasUsed[]): Partial<Record<CylinderGas, GasUse[]>> {
  const by: Partial<Record<CylinderGas, GasUse[]>> = {}
  const put = (gas: CylinderGas, at: string, m3: number) => {
    if (m3 > 0) (by[gas] ??= []).push({ at, m3 })
  }
  for (const u of uses) {
    put('oxygen', u.at, u.oxygenM3)
    put(u.fuel, u.at, u.fuelM3)
    put('nitrogen', u.at, u.nitrogenM3)
  }
  return by
}

/** The day on which the first of some cylinders was read: what was used before is in the readings. */
export const sinceRead = (cylinders: readonly Gear[]): string =>
  `${cylinders.map((c) => c.fields['readAt'] || FIRST_DAY).sort()[0] ?? FIRST_DAY}T00:00:00Z`
/** For a cylinder that nobody read, all that was ever used counts. */
const FIRST_DAY = '2000-01-01'

/** What is drawn, and how: of each gas, for how long without a stop, in what air, by which torch. */
export interface GasDrawn {
  readonly asked: readonly GasAsked[]
  /** The longest time that the torch burns without a stop, s, before what its kind adds. */
  readonly litS: number
  readonly heating: boolean
  readonly airK: number
  readonly torchId: string | null
  /** How often it is to be done. */
  readonly wanted: number
}

/** Gases against the cylinders of a torch's set, or all in use, less what the log has used since each was read. */
export function useGas({ asked, litS, heating, airK, torchId, wanted }: GasDrawn): {
  readonly rows: readonly JobGas[]
  /** The set whose cylinders they are; undefined where none has this torch. */
  readonly set: Gear | undefined
} {
  const { settings } = useShop()
  const { cylinders, set: named, things } = useTorchSet(torchId)
  const since = useMemo(() => sinceRead(cylinders), [cylinders])
  const uses = api.useGasUsesQuery({ since }, { refetchOnMountOrArgChange: true }).data ?? NO_USES
  const set = things.some((t) => t.kind === 'cylinder') ? named : undefined
  const rows = useMemo(() => {
    // the cylinders of a set are only drawn on by its torch
    const own = set ? uses.filter((u) => u.torchId === torchId) : uses
    return jobGas(asked, cylinders, usesByGas(own), {
      litS: stretchS(litS, heating),
      airK,
      draw: settings.limits.draw,
      wanted,
    })
  }, [asked, litS, heating, airK, cylinders, set, torchId, uses, settings, wanted])
  return { rows, set }
}
