/** What a needle says of a setting: on it, off it by how much, or past what may be set at all. */
import { refuseSetting, type SettingRefused } from '../gas/limits.ts'
import { gateOf, sideOfFigure } from './gate.ts'
import type { LineSetting } from './state.ts'

/** A reading judged. `offBy` is its distance from what was planned, above zero; SI. */
export type ReadingJudged =
  | { readonly state: 'on' }
  | { readonly state: 'over' | 'under'; readonly offBy: number }
  | { readonly state: 'past-limit'; readonly offBy: number; readonly refused: SettingRefused }

/** Room beside a figure's span within which a needle counts as on it, a share of the span's ends. */
const NEAR = 0.04

/**
 * Judges what a gauge shows, gas flowing, against the figure that was to be set.
 * @param si what it shows: Pa gauge for a pressure, else the figure's own SI
 * @param figure the setting with the span that will do
 * @param name the figure's name: where it is a regulator's pressure, half a division of its gauge is no difference,
 *   and past the gate's limit it is never set
 */
export function judgeReading(
  si: number,
  figure: { readonly low: number; readonly value: number; readonly high: number },
  name: string | undefined,
  setting: LineSetting,
): ReadingJudged {
  const offBy = Math.abs(si - figure.value)
  const side = sideOfFigure(name)
  const gate = side && gateOf(side, setting)
  const refused = gate && refuseSetting({ ...gate, gaugePa: si })
  // a needle at zero is under what was planned, and hurts nobody
  if (refused && refused.code !== 'not-a-pressure') return { state: 'past-limit', offBy, refused }
  const half = (gate?.divisionPa ?? 0) / 2
  if (si > figure.high + Math.max(NEAR * figure.high, half)) return { state: 'over', offBy }
  if (si < figure.low - Math.max(NEAR * figure.low, half)) return { state: 'under', offBy }
  return { state: 'on' }
}
