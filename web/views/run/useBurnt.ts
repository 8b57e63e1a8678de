import { useEffect, useState } from 'react'
import type { Burnt } from '#core/flame/burn.ts'
import type { FuelId } from '#core/gas/fuels.ts'

/**
 * A flame worked out, once that is done; none for fuel alone, and for a fuel that is a mixture of its maker's.
 * @param ratio volumes of oxygen to one of fuel
 */
export function useBurnt(fuel: FuelId, ratio: number): Burnt | undefined {
  const [burnt, setBurnt] = useState<Burnt | undefined>(undefined)
  useEffect(() => {
    let gone = false
    // the data of what a flame is made of comes only where it is asked for
    void import('#core/flame/burn.ts').then(({ burn, BURNT_FUELS }) => {
      const known = BURNT_FUELS.find((f) => f === fuel)
      if (!gone) setBurnt(known && ratio > 0 ? burn({ fuel: known, ratio }) : undefined)
    })
    return () => {
      gone = true
    }
  }, [fuel, ratio])
  return burnt
}
