import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { PAPERS, type Paper } from '#core/template/tile.ts'
import { closeOutPdf } from './close-out.ts'
import type { SheetPage } from './page.ts'
import type { Picture } from './picture.ts'
import { sheetPdf as drawnPdf } from './sheet.ts'

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

/** A hatched plate under a word, as wide as it is asked for. */
const PLATE: Picture = {
  width: 400,
  height: 120,
  marks: [
    {
      kind: 'shape',
      d: 'M20 20H380V100H20ZM100 40a10 10 0 1 0 20 0a10 10 0 1 0 -20 0Z',
      fill: { colour: [0.3, 0.3, 0.3], behind: [1, 1, 1], apart: 9, thick: 1.1 },
      fillOpacity: 0.5,
      evenOdd: true,
      stroke: [0, 0, 0],
      strokeOpacity: 1,
      strokeWidth: 1.5,
      dash: [3, 2],
      round: true,
    },
    {
      kind: 'word',
      text: 'kerf 0.08 in',
      x: 200,
      y: 60,
      size: 18,
      letters: 'figure',
      colour: [0, 0, 0],
      turned: 0,
      halo: true,
    },
  ],
}
const sheetPdf = (pages: readonly SheetPage[], paper: Paper) =>
  drawnPdf(pages, paper, () => Promise.resolve(PLATE))

const LONG = 'Windlassbracketholdingdownboltsleeve'.repeat(4)
const NAME = `The lower mitre post’s third gusset, starboard side, of the second gate, as surveyed, ${LONG}`
const SHEETS: readonly SheetPage[] = [
  {
    kind: 'Cut',
    title: NAME,
    about: `${NAME}. ${LONG}`,
    code: 'http://127.0.0.1:4780/jobs/00000000-0000-4000-8000-000000000000',
    line: {
      drawn: { node: null, width: 686, height: 93 },
      set: Array.from({ length: 6 }, (_, i) => ({
        name: i === 2 ? LONG : 'Set oxygen, flowing',
        value: i === 3 ? LONG : '43 psi',
        note: NAME,
      })),
    },
    drawings: [
      { node: null, width: 400, height: 236 },
      { node: null, width: 276, height: 180 },
    ],
    minded: [
      { mark: NAME, text: LONG },
      { mark: 'Not yet signed:', text: NAME },
      { mark: LONG, text: NAME },
    ],
    signs: ['Planned', 'Checked', 'Cut'],
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
    kind: 'Pocket chart',
    title: NAME,
    about: 'Low-carbon steel, acetylene, by hand.',
    figures: [],
    steps: [],
    tables: [
      {
        heads: [
          'Plate',
          'Tip',
          'Oxygen',
          'Fuel',
          'Speed',
          'Kerf',
          'Guide',
          'Preheat',
          's to the inch',
          'From',
        ],
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
    ],
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
    for (const { str, transform } of (await (await pdf.getPage(n)).getTextContent())
      .items as unknown as readonly Word[])
      if (str.trim() !== '' && str !== 'kerf 0.08 in') sizes.push(transform[3] ?? 0)
  await pdf.destroy()
  return Math.min(...sizes.filter((s) => s > 8.1))
}

describe.each(['a4', 'letter'] as const)('paper, %s', (paper) => {
  it('has nothing past its margin, however long a name', async () => {
    expect(await pastMargin(await sheetPdf(SHEETS, paper), paper)).toEqual([])
  })
  it('has no letters under 10 pt but in its foot and its drawings', async () => {
    expect(await smallest(await sheetPdf(SHEETS.slice(0, 1), paper))).toBeGreaterThanOrEqual(10)
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
