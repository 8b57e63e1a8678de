import { useCallback } from 'react'
import { filletShare, UNSWEPT } from '#core/check/acceptance.ts'
import { KIND_OF_UNIT } from '#core/figure.ts'
import { printEstimate } from '#core/quantity/index.ts'
import type { UnitChoices } from '#core/quantity/choices.ts'
import type { CutResult, LineResult, TestResult } from '#core/record/entry.ts'
import { CUT_RESULT } from '#core/record/fields.ts'
import { capital } from '#core/words/trade.ts'
import { useShop } from '../../app/shop.ts'
import { gaugeRate } from '../tests/gauge-rate.ts'
import { TEST_WORDS } from './outcome-words.ts'

/** How fast a test rose or fell, as a gauge shows it: psi an hour, microns a minute; a leak of known volume as it is reckoned. */
function rateWords({ kind, rate, uncertainty, perVolume }: TestResult, units: UnitChoices): string {
  if (perVolume) return `${printEstimate(rate, uncertainty)} Pa·m³/s`
  const { unit, shown } = gaugeRate(kind === 'vacuum-test' ? 'vacuum' : 'pressure', units)
  return `${printEstimate(shown(rate), shown(uncertainty))} ${unit}`
}

/** What was seen of a cut, of those things that somebody looked at. */
function cutSeen({ edge, slag, drop }: CutResult): string {
  const { names } = CUT_RESULT.edge
  const seen = [
    edge === 'not-seen' ? '' : names[edge],
    slag === 'not-seen' ? '' : `slag ${CUT_RESULT.slag.names[slag].toLowerCase()}`,
    drop === 'not-seen' ? '' : `dropped ${CUT_RESULT.drop.names[drop].toLowerCase()}`,
  ].filter((s) => s !== '')
  return seen.length === 0 ? 'Nobody says how it looked' : capital(seen.join(', '))
}

/** What a line tells, in a few words and in the units of this screen. */
export function useTell(): (told: LineResult) => string {
  const { print, say, units } = useShop()
  return useCallback(
    (told) => {
      switch (told.kind) {
        case 'cut':
          return `${cutSeen(told)}${told.kerf ? `, kerf ${print(told.kerf.si, 'kerf')}` : ''}`
        case 'braze': {
          const share = filletShare(told.places)
          const joined =
            told.metals === '' ? told.filler : `${told.metals.replace(' + ', ' to ')} with ${told.filler}`
          return [
            joined,
            ...(share === undefined ? [] : [`fillet ${Math.round(share * 100)} % full`]),
            ...(told.leakPath ? ['a way through'] : []),
            ...(told.farEnd === 'none' ? ['no filler at the far end: it may leak in years'] : []),
            ...(told.verdict.judged.some((j) => j.what === UNSWEPT) ? ['nitrogen left out'] : []),
          ].join(', ')
        }
        case 'pressure-test':
        case 'vacuum-test':
          return `${TEST_WORDS[told.verdict]}: ${rateWords(told, units)}`
        case 'run':
          return `${told.state === 'finished' ? 'To its end' : 'Stopped'}, ${told.seconds > 0 ? print(told.seconds, 'time') : 'its times do not fit: a clock was wrong'}${told.skipped > 0 ? `, ${told.skipped} left out` : ''}`
        case 'override':
          return `${say(told.what)} (${told.reason})`
        case 'reading':
          return `${told.text}${told.device === '' ? ', read off' : `, ${told.device}`}${told.target ? `; planned ${print(told.target.value, KIND_OF_UNIT[told.unit])}` : ''}`
        case 'trouble':
          return say(
            told.step === 'seen'
              ? told.title
              : told.step === 'done'
                ? `${told.title}. Done: ${told.what}`
                : `${told.title}. Cleared: ${told.what}`,
          )
        case 'fault':
          return `${told.signs.join(', ')}: ${told.cause}`
      }
    },
    [print, say, units],
  )
}
