import { useEffect, useState } from 'react'
import type { CardFlame } from '#core/flame/card.ts'
import type { FuelId } from '#core/gas/fuels.ts'

/** What a flame of the card comes to, worked out. */
export interface BurntFlame {
  /** Hottest that its gas can be, K. */
  readonly kelvin: number
  /** Share of its heat that its own oxygen frees, in and about the cones; 0 to 1. */
  readonly inCones: number
}

/**
 * The flames of a card worked out, by their names: none until that is there, for fuel alone, and for a fuel that is a
 * mixture of its maker's.
 */
export function useBurnt(
  fuel: FuelId,
  flames: readonly CardFlame[],
): Readonly<Partial<Record<CardFlame['flame'], BurntFlame>>> {
  const [burnt, setBurnt] = useState<Readonly<Partial<Record<CardFlame['flame'], BurntFlame>>>>({})
  const asked = flames.map((f) => `${f.flame} ${f.ratio}`).join()
  useEffect(() => {
    let gone = false
    // the data of what a flame is made of comes only where it is asked for
    void import('#core/flame/burn.ts').then(({ burn, BURNT_FUELS }) => {
      const known = BURNT_FUELS.find((f) => f === fuel)
      if (gone || !known) return
      setBurnt(
        Object.fromEntries(
          asked.split(',').flatMap((one) => {
            const [flame = '', ratio = '0'] = one.split(' ')
            const found = Number(ratio) > 0 ? burn({ fuel: known, ratio: Number(ratio) }) : undefined
            if (!found) return []
            const { temperature, coneHeat, envelopeHeat } = found
            return [[flame, { kelvin: temperature, inCones: coneHeat / (coneHeat + envelopeHeat) }]]
          }),
        ),
      )
    })
    return () => {
      gone = true
    }
  }, [fuel, asked])
  return burnt
}
