import { FUELS, type FuelId, type HoseGrade } from '../gas/fuels.ts'
import { capital } from '../words/trade.ts'
import type { Telling } from '../piece/plan-draft.ts'
import type { Piping } from './types.ts'

/** What carries the fuel. */
export interface FuelSide {
  readonly fuel: FuelId
  readonly tipPieces?: 1 | 2 | undefined
  readonly hoseGrade?: HoseGrade | undefined
  readonly piping: Piping
}

/**
 * Stops when tip, hose or pipework is not made for the fuel, and says what the fuel itself asks for.
 * @param cuts with a cutting tip: those alone are usually of two pieces for the slow fuels
 */
export function adviseRig(draft: Telling, rig: FuelSide, cuts: boolean): void {
  const fuel = FUELS[rig.fuel]
  if (rig.tipPieces !== undefined && rig.tipPieces !== fuel.tipPieces)
    draft.say(
      'stop',
      'tip-wrong-fuel',
      'Tip for another fuel',
      fuel.tipPieces === 2
        ? `A one-piece tip cannot hold a ${fuel.name} flame: it blows off, backfires and flashes back. Fit a two-piece tip made for ${fuel.name}.`
        : `A two-piece tip is made for the slow fuels; acetylene burns back inside it. Fit a one-piece acetylene tip.`,
      { field: 'rig.tipPieces', figure: 'tipOrifice' },
    )
  if (rig.hoseGrade !== undefined && !fuel.hoseGrades.includes(rig.hoseGrade))
    draft.say(
      'stop',
      'hose-wrong-fuel',
      'Hose for acetylene only',
      `Grade ${rig.hoseGrade} hose is lined for acetylene alone: ${fuel.name} eats the lining and it leaks. Use grade T.`,
      { field: 'rig.hoseGrade', figure: 'fuelPressure' },
    )
  if (rig.piping === 'copper' && fuel.copperForbidden)
    draft.say(
      'stop',
      'copper-pipe',
      'Copper pipe',
      `${capital(fuel.name)} forms compounds in copper that explode at a touch. Pipe it in steel, and have a licensed fitter look at what is there.`,
      { field: 'rig.piping', figure: 'fuelPressure' },
    )
  if (cuts && rig.tipPieces === undefined && fuel.tipPieces === 2)
    draft.say(
      'note',
      'tip-kind',
      'Two-piece tip, grade T hose',
      `${capital(fuel.name)} wants a recessed two-piece tip and grade T hose, both made for it. The torch's manual says which.`,
      { field: 'rig.tipPieces' },
    )
  if (!cuts && rig.hoseGrade === undefined && !fuel.hoseGrades.includes('R'))
    draft.say(
      'note',
      'hose-kind',
      'Grade T hose',
      `${capital(fuel.name)} eats the lining of hose that is made for acetylene alone: grade T, and a tip and mixer made for it.`,
      { field: 'rig.hoseGrade' },
    )
  if (FUELS[rig.fuel].flame.sign === 'meters')
    draft.say(
      'mind',
      'hydrogen-unseen',
      'A flame that can hardly be seen',
      'Hydrogen burns without colour and shows no neutral: set it by flow meter, not by eye. Keep hands and sleeves away; find the flame with a dry straw.',
      { field: 'rig.fuel' },
    )
  if (fuel.sinks)
    draft.say(
      'note',
      'fuel-sinks',
      'This gas sinks',
      `${capital(fuel.name)} is heavier than air and lies in pits, drains and cellars until something lights it. Keep cylinders and hoses out of low places.`,
      { field: 'rig.fuel' },
    )
}
