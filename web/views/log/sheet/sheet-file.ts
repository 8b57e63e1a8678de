/** A file that was chosen as a spreadsheet: its text, or how to save it so that it has one. */

const starts = (bytes: Uint8Array, head: readonly number[]) => head.every((b, i) => bytes[i] === b)

/** What is no text, by its first bytes, and what to do with it. */
const NO_TEXT: readonly (readonly [head: readonly number[], says: string])[] = [
  [
    // a zip: every newer spreadsheet file is one
    [0x50, 0x4b],
    'This is the spreadsheet program’s own file. Open it there, choose “Save as” or “Download as”, take CSV, and bring in the file that you get.',
  ],
  [
    [0xd0, 0xcf, 0x11, 0xe0],
    'This is an older spreadsheet program’s own file. Open it there, choose “Save as”, take CSV, and bring in the file that you get.',
  ],
  [[0x25, 0x50, 0x44, 0x46], 'This is a PDF. Save the spreadsheet that it was made from as CSV.'],
]

/** The text of a file, whichever way a spreadsheet program wrote it; or the sentence why it has none. */
export function textOfFile(bytes: Uint8Array): { readonly text: string } | { readonly no: string } {
  const refused = NO_TEXT.find(([head]) => starts(bytes, head))
  if (refused) return { no: refused[1] }
  if (starts(bytes, [0xff, 0xfe])) return { text: new TextDecoder('utf-16le').decode(bytes) }
  if (starts(bytes, [0xfe, 0xff])) return { text: new TextDecoder('utf-16be').decode(bytes) }
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes) }
  } catch {
    // an older program's way of writing accents
    return { text: new TextDecoder('windows-1252').decode(bytes) }
  }
}
