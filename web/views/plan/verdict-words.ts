import type { UsualVerdict } from '#core/cut/index.ts'

/** What a tip at a pair of pressures does on a plate, in words and by a sign. */
export const VERDICT_WORDS: Readonly<Record<UsualVerdict, string>> = {
  does: 'does it',
  slow: 'slow, will do',
  no: 'no: slag, lost cut',
  'too-much': 'too much: wide, rounded, wasted',
  'too-large': 'tip too large',
}
export const VERDICT_SIGNS: Readonly<Record<UsualVerdict, string>> = {
  does: '✓ ',
  slow: '~ ',
  no: '✕ ',
  'too-much': '✕ ',
  'too-large': '✕ ',
}
