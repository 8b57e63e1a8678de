/** The app's own letters, for paper: what they can write, and how wide it is. */
import fontkit from '@pdf-lib/fontkit'
import type { PDFDocument, PDFFont } from 'pdf-lib'
import text400 from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?inline'
import text700 from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?inline'
import figure500 from '@fontsource/barlow-condensed/files/barlow-condensed-latin-500-normal.woff?inline'
import figure600 from '@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff?inline'
import figure700 from '@fontsource/barlow-condensed/files/barlow-condensed-latin-700-normal.woff?inline'

/** Letters by what they are for: text, what is said with weight, names, heads, figures. */
const FILES = {
  text: text400,
  bold: text700,
  name: figure500,
  head: figure600,
  figure: figure700,
} as const
export type LetterName = keyof typeof FILES

/** Letters of one kind. Widths are in shares of their size. */
export interface Letters {
  readonly font: PDFFont
  /** Text with what these letters lack written as on a typewriter, or left out. */
  readonly plain: (text: string) => string
  /** How wide a text is, in sizes of its letters. */
  readonly wide: (text: string) => number
}
export type AllLetters = Readonly<Record<LetterName, Letters>>

/** What the letters lack, and what stands for it. */
const INSTEAD: Readonly<Record<string, string>> = {
  '→': '->',
  '≥': '>=',
  '≤': '<=',
  '≈': 'about ',
  '⌀': 'dia. ',
}

const bytesOf = (dataUrl: string): Uint8Array =>
  Uint8Array.from(atob(dataUrl.slice(dataUrl.indexOf(',') + 1)), (c) => c.charCodeAt(0))

function lettersOf(font: PDFFont): Letters {
  const has = new Set(font.getCharacterSet())
  const widths = new Map<string, number>()
  const plain = (text: string) =>
    [...text]
      .map((c) => (has.has(c.codePointAt(0) ?? 0) ? c : (INSTEAD[c] ?? (/\s/.test(c) ? ' ' : ''))))
      .join('')
  const wide = (text: string) => {
    const known = widths.get(text)
    if (known !== undefined) return known
    const width = font.widthOfTextAtSize(text, 1)
    widths.set(text, width)
    return width
  }
  return { font, plain, wide }
}

/** Puts the app's letters into a PDF, of each only what is written in it. */
export async function embedLetters(pdf: PDFDocument): Promise<AllLetters> {
  pdf.registerFontkit(fontkit)
  const embedded = await Promise.all(
    Object.entries(FILES).map(async ([name, file]) => [
      name,
      lettersOf(await pdf.embedFont(bytesOf(file), { subset: true })),
    ]),
  )
  return Object.fromEntries(embedded) as AllLetters
}

/** A word in pieces that each fit a width: what is longer than its line is broken where the line ends. */
function piecesOf(word: string, letters: Letters, most: number): string[] {
  if (letters.wide(word) <= most) return [word]
  const pieces: string[] = []
  let piece = ''
  for (const letter of word) {
    if (piece !== '' && letters.wide(piece + letter) > most) {
      pieces.push(piece)
      piece = letter
    } else piece += letter
  }
  return [...pieces, piece]
}

/**
 * Text broken into lines that fit a width.
 * @param size of the letters, pt
 * @param width pt
 */
export function wrapped(text: string, letters: Letters, size: number, width: number): readonly string[] {
  const most = width / size
  const space = letters.wide(' ')
  const lines: string[] = []
  let line = ''
  let long = 0
  for (const word of letters
    .plain(text)
    .split(/\s+/)
    .filter((w) => w !== '')
    .flatMap((w) => piecesOf(w, letters, most))) {
    const wide = letters.wide(word)
    if (line !== '' && long + space + wide > most) {
      lines.push(line)
      ;[line, long] = [word, wide]
    } else [line, long] = line === '' ? [word, wide] : [`${line} ${word}`, long + space + wide]
  }
  return line === '' ? lines : [...lines, line]
}
