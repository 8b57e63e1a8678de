/** Names that people give: what of them is seen, and which of them would be taken for one another. */

/** Characters that take no room and say nothing: joiners, marks of direction, soft hyphens. */
const INVISIBLE =
  /[\u00ad\u034f\u061c\u115f\u1160\u17b4\u17b5\u180e\u200b-\u200f\u202a-\u202e\u2060-\u206f\ufe00-\ufe0f\ufeff]/gu

/**
 * A name as it is seen: nothing invisible in it, one blank between words, none at its ends.
 * @example plainName('\u200b Bede\u00a0 Wain ') // 'Bede Wain'
 */
export const plainName = (text: string): string => text.replace(INVISIBLE, '').replace(/\s+/gu, ' ').trim()

/** What is left of a name for somebody who reads it in passing: no case, no accents, no signs; blank where it is all signs. */
export const inPassing = (text: string): string =>
  plainName(text)
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '')

/**
 * Whether two names that differ would be taken for one another.
 * @example nearNames('Bédé', 'bede') // true
 */
export const nearNames = (a: string, b: string): boolean =>
  plainName(a) !== plainName(b) && inPassing(a) !== '' && inPassing(a) === inPassing(b)
