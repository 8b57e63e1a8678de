import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { PAPERS, type Paper } from '#core/template/tile.ts'
import { closeOutPdf } from './close-out-pdf.ts'
import { sheetPdf, type SheetPage } from './sheet-pdf.ts'

const PT = 72 / 25.4
/** No printer reaches nearer to the edge than this, mm. */
const UNPRINTED_MM = 6

interface Word {
  readonly str: string
  readonly transform: readonly number[]
  readonly width: number
}

/** What of a file lies past the margin of its page, as a reader of PDF has it. */
async function pastMargin(bytes: Uint8Array, paper: Paper): Promise<readonly string[]> {
  const pdf = await getDocument({ data: bytes.slice(), isEvalSupported: false, verbosity: 0 }).promise
  const [wide, high, edge] = [PAPERS[paper].width * PT, PAPERS[paper].height * PT, UNPRINTED_MM * PT]
  const past: string[] = []
  for (let n = 1; n <= pdf.numPages; n++) {
    const { items } = await (await pdf.getPage(n)).getTextContent()
    for (const { str, transform, width } of items as unknown as readonly Word[]) {
      const [x = 0, y = 0] = transform.slice(4)
      if (str.trim() !== '' && (x < edge || y < edge || x + width > wide - edge || y > high - edge))
        past.push(
          `${n}: ${str.slice(0, 40)} at ${Math.round(x)}, ${Math.round(y)}, ${Math.round(width)} wide`,
        )
    }
  }
  await pdf.destroy()
  return past
}

const LONG = 'Windlassbracketholdingdownboltsleeve'.repeat(4)
const NAME = `The lower mitre post’s third gusset, starboard side, of the second gate, as surveyed, ${LONG}`
const SHEETS: readonly SheetPage[] = [
  {
    title: NAME,
    about: `${NAME}. ${LONG}`,
    figures: [
      [
        'Oxygen at the regulator, flowing, with the lever down and the needle read',
        '43 psi (3 bar), 40 to 46',
      ],
      [LONG, LONG],
    ],
    steps: Array.from({ length: 30 }, (_, i) => ({
      act: `Step ${i}: ${i % 5 === 0 ? LONG : NAME}`,
      note: NAME,
    })),
    list: { title: 'Kit', items: [NAME, LONG] },
    foot: `Wimble. ${'The operator’s manual, the site’s rules and local law come first. '.repeat(4)}`,
  },
  {
    title: 'Pocket chart',
    about: 'Low-carbon steel, acetylene, by hand.',
    figures: [],
    steps: [],
    table: {
      heads: ['Plate', 'Tip', 'Oxygen', 'Fuel', 'Speed', 'Kerf', 'Guide', 'Preheat', 's to the inch', 'From'],
      rows: Array.from({ length: 22 }, (_, i) => [
        `${i + 1} in`,
        i === 3 ? LONG : '0.052 in',
        '43 psi',
        '6 psi',
        '17 in/min',
        '0.08 in',
        '9/32 in',
        '12 s',
        '3.5',
        'your chart, your log, worked out, you said',
      ]),
    },
    curve: {
      xTitle: 'minutes',
      yTitle: 'psi, gauge',
      points: [
        [0, 351],
        [15, 350],
      ],
    },
    foot: 'Wimble.',
  },
]

/** Sizes of the letters of a file but for its foot, pt. */
async function smallest(bytes: Uint8Array): Promise<number> {
  const pdf = await getDocument({ data: bytes.slice(), isEvalSupported: false, verbosity: 0 }).promise
  const sizes: number[] = []
  for (let n = 1; n <= pdf.numPages; n++)
    for (const { transform } of (await (await pdf.getPage(n)).getTextContent())
      .items as unknown as readonly Word[])
      sizes.push(transform[3] ?? 0)
  await pdf.destroy()
  return Math.min(...sizes.filter((s) => s > 7.6))
}

describe.each(['a4', 'letter'] as const)('paper, %s', (paper) => {
  it('has nothing past its margin, however long a name', async () => {
    expect(await pastMargin(await sheetPdf(SHEETS, paper), paper)).toEqual([])
  })
  it('has no letters under 9 pt, its foot and the ends of a curve left out', async () => {
    expect(await smallest(await sheetPdf(SHEETS.slice(0, 1), paper))).toBeGreaterThanOrEqual(9)
  })
  it('nor a close-out', async () => {
    const bytes = await closeOutPdf(
      {
        title: NAME,
        place: LONG,
        day: '2 March 2026',
        sums: [[NAME, LONG]],
        rows: Array.from({ length: 12 }, () => ({
          title: NAME,
          about: LONG,
          state: 'in the log',
          lines: [NAME, LONG],
          photos: [],
        })),
        open: [NAME, LONG],
      },
      paper,
      () => Promise.resolve(undefined),
    )
    expect(await pastMargin(bytes, paper)).toEqual([])
  })
})
