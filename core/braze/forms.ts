/** One joint with each form in which its filler is sold: what flux it takes, how long, and what it costs. */
import type { BrazePlan, BrazeRequest, Form } from './types.ts'
import { findFiller } from '../metal/fillers.ts'
import { fedS, feedS, sectionsOf, spotBySpot } from './heat-plan.ts'
import { bondOf, fluxMassKg, isBuiltUp, isRound, WASTE } from './joint.ts'

/** A form beside the others. Masses in kg, time in s with the flame on, the cost of filler in the shop's own money. */
export interface FormTold {
  readonly form: Exclude<Form, 'foil'>
  /** Filler, with what is wasted; of paste with its binder. */
  readonly fillerKg: number
  /** Flux out of a pot; 0 where it comes with the filler, or none is wanted. */
  readonly fluxKg: number
  readonly torchS: number
  /** Undefined where nobody has priced it. */
  readonly cost: number | undefined
  readonly because: string
}

/** Of a paste so much is metal. */
const PASTE_SHARE = 0.85

/**
 * The forms that this joint can be made with, side by side.
 * @returns none for a plan without filler, or one that is stopped
 */
export function formsOf({ choice, figures }: BrazePlan, { work, rig }: BrazeRequest): readonly FormTold[] {
  const filler = choice.filler === null ? undefined : findFiller(choice.filler)
  const { fillerMass, torchTime, feedTime } = figures
  if (!filler || !fillerMass || !torchTime || torchTime.stop) return []
  const perKg = rig.rods?.find((r) => r.id === filler.id)?.perKg
  const spot = spotBySpot(work, filler.kind)
  const sections = sectionsOf(work, spot)
  const hot = torchTime.value - (feedTime?.value ?? 0)
  const fed = hot + sections * fedS(work, figures.fillerVolume?.value ?? 0, spot)
  const laidIn = hot + sections * feedS({ ...work, form: 'paste' }, 0, spot)
  const flux = choice.flux === 'none' ? 0 : fluxMassKg(work)
  const told = (
    form: FormTold['form'],
    fillerKg: number,
    fluxKg: number,
    torchS: number,
    because: string,
  ): FormTold => ({
    form,
    fillerKg,
    fluxKg,
    torchS,
    cost: perKg === undefined ? undefined : perKg * fillerKg,
    because,
  })
  const metal = fillerMass.value
  const layable = !isBuiltUp(work) && bondOf(work) !== 'fillets'
  return [
    told(
      'bare',
      metal,
      flux,
      fed,
      flux > 0
        ? 'Dipped: as much flux as it asks for, on rod and joint.'
        : 'No flux: it cleans copper by itself.',
    ),
    ...(flux > 0 && filler.kind !== 'aluminium'
      ? [
          told(
            'flux-coated',
            metal,
            0,
            fed,
            'The coat does for small joints; it chips, and costs more a kg. Large faces want paste flux all the same.',
          ),
        ]
      : []),
    ...(layable
      ? [
          ...(isRound(work)
            ? [
                told(
                  'ring',
                  metal / WASTE,
                  flux,
                  laidIn,
                  'The right amount, every time, and both hands free; it wants room for the ring.',
                ),
              ]
            : []),
          told(
            'paste',
            metal / WASTE / PASTE_SHARE,
            0,
            laidIn,
            'Filler and flux in one; it slumps before it melts, and leaves more to wash off.',
          ),
        ]
      : []),
  ]
}
