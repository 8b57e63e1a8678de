import { kitOf, type KitPiece } from '#core/line/kit.ts'
import type { UnitChoices } from '#core/quantity/choices.ts'
import { sayFigure } from '#core/saying.ts'

const UNIT = { tipOrifice: 'm', rodLength: 'm', fluxMass: 'kg' } as const

/** What is carried to the work for some pieces, each thing in a few words. */
export const kitInWords = (pieces: readonly KitPiece[], units: UnitChoices): readonly string[] =>
  kitOf(pieces).map(({ what, size }) => {
    if (!size) return what
    const { si, as } = size
    return `${what}, ${sayFigure(as, { value: si, low: si, high: si, unit: UNIT[as], source: 'chart' }, units)}`
  })
