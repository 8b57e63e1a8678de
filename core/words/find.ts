/** Finding a thing in a long list by a few letters of it. */

/** What can be found: by its label, and by other things that it is called. */
export interface Findable {
  readonly label: string
  /** Other names and sizes: "0.875 in 22.2 mm". */
  readonly also?: string | undefined
}

const plain = (s: string): string =>
  s
    .toLowerCase()
    .replace(/[-,·×]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()

/** How well a word is met: 0 begins it all, 1 is a word of it, 2 begins a word, 3 stands in it; none not at all. */
function met(text: string, word: string): number | undefined {
  if (text.startsWith(word) && (text.length === word.length || text[word.length] === ' ')) return 0
  const words = text.split(' ')
  if (words.includes(word)) return 1
  if (words.some((w) => w.startsWith(word))) return 2
  return text.includes(word) ? 3 : undefined
}

/**
 * Those that have every word that was typed, best first: what begins the label, then whole words of it, then the
 * beginnings of words; other names come after labels. Ties keep the order of the list. All of them for nothing typed.
 * @example findIn([{ label: '1 1/8 in' }, { label: '5/8 in · 1/8 L' }, { label: '1/8 in' }], '1/8')[0].label // '1/8 in'
 */
export function findIn<T extends Findable>(list: readonly T[], typed: string): readonly T[] {
  const words = plain(typed)
    .split(' ')
    .filter((w) => w !== '')
  if (words.length === 0) return list
  return list
    .flatMap((item) => {
      const [label, also] = [plain(item.label), plain(item.also ?? '')]
      let score = 0
      for (const word of words) {
        const inLabel = met(label, word)
        const inOthers = met(also, word)
        if (inLabel === undefined && inOthers === undefined) return []
        score += Math.min(inLabel ?? Infinity, inOthers === undefined ? Infinity : inOthers + 4)
      }
      return [{ item, score }]
    })
    .sort((a, b) => a.score - b.score)
    .map((f) => f.item)
}
