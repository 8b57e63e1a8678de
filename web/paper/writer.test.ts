import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import {
  Papers,
  beside,
  columnWidth,
  head,
  signed,
  space,
  textRows,
  type Making,
  type Row,
} from './writer.ts'

interface Placed {
  readonly str: string
  readonly x: number
  readonly y: number
  readonly size: number
}

/** What is written on each side of a sheet made of rows, and where. */
async function sides(make: (m: Making) => readonly Row[]): Promise<readonly (readonly Placed[])[]> {
  const papers = await Papers.begin('A sheet', 'a4')
  papers.add('Sheet: gate shoe', 'The foot.', make)
  const pdf = await getDocument({ data: await papers.save(), isEvalSupported: false, verbosity: 0 }).promise
  const all: Placed[][] = []
  for (let n = 1; n <= pdf.numPages; n++) {
    const { items } = await (await pdf.getPage(n)).getTextContent()
    all.push(
      items.flatMap((i) =>
        'str' in i && i.str.trim() !== ''
          ? [
              {
                str: i.str,
                x: (i.transform as number[])[4] ?? 0,
                y: (i.transform as number[])[5] ?? 0,
                size: (i.transform as number[])[3] ?? 0,
              },
            ]
          : [],
      ),
    )
  }
  await pdf.destroy()
  return all
}
const step = (m: Making, n: number) => [
  ...textRows(m, `Step ${n}`, { size: m.size, width: columnWidth(m) }),
  space(m.size),
]
const steps = (m: Making, count: number): readonly Row[] => {
  const items = Array.from({ length: count }, (_, i) => step(m, i + 1))
  return m.columns === 2 ? [{ height: 0, items }] : items.flat().map((r) => ({ ...r, keep: false }))
}
const numbers = (side: readonly Placed[] | undefined) =>
  (side ?? []).flatMap(({ str, ...at }) =>
    str.startsWith('Step ') ? [{ n: Number(str.slice(5)), ...at }] : [],
  )

describe('a sheet of rows', () => {
  it('is written as large as it fits on its sides', async () => {
    const [few] = await sides((m) => steps(m, 5))
    const [many] = await sides((m) => steps(m, 30))
    expect(numbers(few)[0]?.size).toBeCloseTo(12, 5)
    expect(numbers(many)[0]?.size ?? 0).toBeLessThan(12)
    expect(numbers(many)[0]?.size ?? 0).toBeGreaterThanOrEqual(10)
  })
  it('stands in two columns where that saves a side, read down one and then the next', async () => {
    const all = await sides((m) => steps(m, 60))
    expect(all).toHaveLength(1)
    const placed = numbers(all[0])
    expect(placed.map((p) => p.n)).toEqual(Array.from({ length: 60 }, (_, i) => i + 1))
    const [left, right] = [placed.slice(0, 30), placed.slice(30)]
    expect(new Set(left.map((p) => Math.round(p.x))).size).toBe(1)
    expect(right[0]?.x ?? 0).toBeGreaterThan((left[0]?.x ?? 0) + 200)
    // both begin at one height
    expect(right[0]?.y).toBeCloseTo(left[0]?.y ?? 0, 3)
  })
  it('goes on overleaf with every row, under its name and which side of how many', async () => {
    const all = await sides((m) => [
      ...head(m, { kind: 'Cut', title: 'Gate shoe', about: 'Yard' }),
      ...steps(m, 200),
      ...signed(m, ['Planned', 'Cut']),
    ])
    expect(all.length).toBeGreaterThan(1)
    expect(all.flatMap(numbers).map((p) => p.n)).toEqual(Array.from({ length: 200 }, (_, i) => i + 1))
    const said = all.map((side) => side.map((p) => p.str).join(' '))
    said.forEach((words, i) => {
      expect(words).toContain(`${i + 1} of ${all.length}`)
      expect(words.includes('Sheet: gate shoe')).toBe(i > 0)
    })
    expect(said.at(-1)).toContain('Planned: name, day')
  })
  it('never parts what is kept together', async () => {
    const pair = (m: Making, n: number) => [
      ...textRows(m, `Head ${n}`, { size: m.size }).map((r) => ({ ...r, keep: true })),
      ...textRows(m, `Step ${n}`, { size: m.size }),
    ]
    const all = await sides((m) => Array.from({ length: 120 }, (_, i) => pair(m, i)).flat())
    for (const side of all) {
      const heads = side.filter((p) => p.str.startsWith('Head ')).map((p) => p.str.slice(5))
      expect(numbers(side).map((p) => String(p.n))).toEqual(heads)
    }
  })
  it('lays columns line by line, the longest of them going on alone', async () => {
    const [side] = await sides((m) =>
      beside([
        textRows(m, 'Step 1', { size: m.size, width: 60 }),
        textRows(m, 'one two three four five six seven eight', { size: m.size, x: 100, width: 60 }),
      ]),
    )
    const first = numbers(side)[0]
    const beginning = side?.find((p) => p.str.startsWith('one'))
    expect(beginning?.y).toBeCloseTo(first?.y ?? 0, 3)
    expect(side?.filter((p) => Math.abs(p.x - (beginning?.x ?? 0)) < 1).length).toBeGreaterThan(2)
  })
})
