/**
 * What a tip does on a plate: one judgement behind the plan, the tip finder and "my usual". A jet that is smaller than
 * the row's is slower by its flow and by the square of its bore; what is left of the row's speed decides.
 */
import { orificeFlow } from '../gas/orifice.ts'
import { PSI_PA, type Saying } from '../quantity/index.ts'
import { steelRow, TABLE_SPAN_M, type Range } from './steel-table.ts'
import { isThin } from './thin-plate.ts'

/** `does`: at the row's low speed or faster. `slow`: at half of it or faster. `no`: neither. `too-large`: a wide kerf. */
export const TIP_VERDICTS = ['does', 'slow', 'no', 'too-large'] as const
export type TipVerdict = (typeof TIP_VERDICTS)[number]

/** The most oxygen that is set for a tip of which no chart says more, Pa gauge at the tip. */
export const TIP_CAP_PA = 60 * PSI_PA
/** A bore over the row's largest by more than this share is too large. */
const TOO_LARGE = 1.1
const SLOW_SHARE = 0.5
const TOUCH = 1e-4

/** A tip on a plate, SI; the pressure is what the tip gets, gauge. */
export interface TipAsked {
  readonly thicknessM: number
  readonly orificeM: number
  readonly tipGaugePa: number
  readonly ambientPa: number
}

/** How it does there: the flow, m³/s, and the speed that the jet keeps up, m/s, at most the middle of the row. */
export interface TipJudged {
  readonly verdict: TipVerdict
  readonly flow: number
  readonly speed: number
  /** The row's bores and speeds. */
  readonly orificeM: Range
  readonly rowSpeed: Range
}

/**
 * Judges a tip at a pressure on a plate of low-carbon steel.
 * @param asked thickness above 0, at most 12 in
 * @throws RangeError past the table
 * @example judgeTip({ thicknessM: 0.75 * INCH_M, orificeM: 0.04 * INCH_M, tipGaugePa: 60 * PSI_PA, ambientPa: 101325 }).verdict // 'slow'
 */
export function judgeTip({ thicknessM, orificeM, tipGaugePa, ambientPa }: TipAsked): TipJudged {
  // bores, speeds and cutting oxygen are the same whatever the fuel
  const row = steelRow(thicknessM, 'acetylene')
  const flow = orificeFlow({ diameterM: orificeM, ambientPa }, tipGaugePa)
  const [lowSpeed, highSpeed] = row.speed
  const speed =
    ((lowSpeed + highSpeed) / 2) *
    Math.min(1, flow / row.cuttingOxygen[0]) *
    Math.min(1, (orificeM / row.orificeM[0]) ** 2)
  const verdict =
    orificeM > row.orificeM[1] * TOO_LARGE * (1 + TOUCH)
      ? 'too-large'
      : speed >= lowSpeed * (1 - TOUCH)
        ? 'does'
        : speed >= lowSpeed * SLOW_SHARE * (1 - TOUCH)
          ? 'slow'
          : 'no'
  return { verdict, flow, speed, orificeM: row.orificeM, rowSpeed: row.speed }
}

/** A verdict as a plan gives it, with its reason. */
export interface TipSaid {
  readonly verdict: TipVerdict
  readonly because: string
}

/** The judgement in a sentence. @param show prints a value as the shop says it */
export function sayTip(
  { verdict, flow, speed, orificeM, rowSpeed }: TipJudged,
  { orificeM: tip, tipGaugePa, thicknessM }: TipAsked,
  show: (si: number, as: Saying) => string,
): string {
  const plate = show(thicknessM, 'length')
  const bore = show(tip, 'bore')
  const span = `${show(orificeM[0], 'bore')} to ${show(orificeM[1], 'bore')}`
  const at = `${show(tipGaugePa, 'pressure')} at the tip drives ${show(flow, 'flow')} through it, enough for ${show(speed, 'speed')}`
  if (verdict === 'too-large')
    return `${bore} on ${plate}, which takes ${span}: a wide kerf and gas wasted${isThin(thicknessM) ? ', and thin plate closes behind it' : ''}.`
  if (verdict === 'does')
    return tip < orificeM[0] * (1 - TOUCH)
      ? `${bore} is under the ${span} of ${plate}, but ${at}, and ${show(rowSpeed[0], 'speed')} is called for.`
      : `${bore} lies within the ${span} of ${plate}, or no more than a tenth over it.`
  return verdict === 'slow'
    ? `Slow, will do: ${bore} is small for ${plate} (${span}); ${at}.`
    : `${bore} is too small for ${plate} (${span}); ${at}, less than half of the ${show(rowSpeed[0], 'speed')} that it takes to keep a cut.`
}

/**
 * The plates on which a tip does, and those on which it is slow but will do, at 60 psi at the tip; each undefined when
 * there is none. Found on a grid of 1 %, so the ends are good to 1 %.
 */
export function platesFor(
  orificeM: number,
  ambientPa: number,
): { readonly does: Range | undefined; readonly slow: Range | undefined } {
  const found: Partial<Record<TipVerdict, [number, number]>> = {}
  for (let t = TABLE_SPAN_M[0]; t <= TABLE_SPAN_M[1] * 1.0001; t *= 1.01) {
    const thicknessM = Math.min(t, TABLE_SPAN_M[1])
    const { verdict } = judgeTip({ thicknessM, orificeM, tipGaugePa: TIP_CAP_PA, ambientPa })
    const span = found[verdict]
    if (span) span[1] = thicknessM
    else found[verdict] = [thicknessM, thicknessM]
  }
  return { does: found.does, slow: found.slow }
}
