import { SAG_CAUSES, type SagCause } from '#core/line/sag.ts'
import type { ReadingJudged } from '#core/line/reading.ts'
import type { Kind, Saying } from '#core/quantity/index.ts'

/**
 * What a reading says and what to do about it, in a sentence with its sign.
 * @param sag where to look when it sags with the lever down; absent where it was read otherwise
 */
export function readingWords(
  judged: ReadingJudged,
  kind: Kind,
  print: (si: number, as: Saying) => string,
  sag?: readonly SagCause[],
): string {
  // with the lever down a screw is not what is wrong
  if (sag && judged.state === 'under')
    return `✕ It sags by ${print(judged.offBy, kind)}. Look at: ${sag.map((cause) => SAG_CAUSES[cause]).join('; ')}.`
  if (sag && judged.state === 'on') return '✓ it holds with the lever down'
  const turn = (way: string) => (kind === 'pressure' ? `: ${way}` : '')
  switch (judged.state) {
    case 'on':
      return '✓ will do'
    case 'over':
      return `✕ ${print(judged.offBy, kind)} over${turn('back the screw out')}.`
    case 'under':
      return `✕ ${print(judged.offBy, kind)} under${turn('turn the screw in')}.`
    case 'past-limit':
      return `✕ Past the limit of ${print(judged.refused.limitPa, 'most')}, gas flowing: back the screw out. Nobody goes on with this.`
  }
}
