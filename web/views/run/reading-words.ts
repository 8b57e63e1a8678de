import type { ReadingJudged } from '#core/line/reading.ts'
import type { Kind, Saying } from '#core/quantity/index.ts'

/** What a reading says and what to do about it, in a sentence with its sign. */
export function readingWords(
  judged: ReadingJudged,
  kind: Kind,
  print: (si: number, as: Saying) => string,
): string {
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
