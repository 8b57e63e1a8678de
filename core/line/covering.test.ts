import { describe, expect, it } from 'vitest'
import { FUEL_IDS, type FuelId } from '../gas/fuels.ts'
import { seeded } from '../seeded.ts'
import { judge, RIGS } from './every-method.ts'
import { LINE_TOUCHING, optionsOfLine, USUAL_LINE_METHODS, type LineMethods } from './methods.ts'

/** A row: for each choice, which of its options. */
type Row = readonly number[]

const tripleKey = (i: number, a: number, j: number, b: number, k: number, c: number) =>
  `${i}=${a} ${j}=${b} ${k}=${c}`
/** Every three choices of a row, each as a key. */
function* triplesOf(row: Row): Generator<string> {
  for (let i = 0; i < row.length; i++)
    for (let j = i + 1; j < row.length; j++)
      for (let k = j + 1; k < row.length; k++) yield tripleKey(i, row[i] ?? 0, j, row[j] ?? 0, k, row[k] ?? 0)
}
const everyTriple = (sizes: readonly number[]): Set<string> => {
  const all = new Set<string>()
  const count = (n: number) => Array.from({ length: n }, (_, at) => at)
  sizes.forEach((a, i) =>
    sizes.forEach((b, j) =>
      sizes.forEach((c, k) => {
        if (i < j && j < k)
          for (const x of count(a))
            for (const y of count(b)) for (const z of count(c)) all.add(tripleKey(i, x, j, y, k, z))
      }),
    ),
  )
  return all
}

/** Rows in which every three options of any three choices stand together at least once: few, though not the fewest. */
function coveringRows(sizes: readonly number[]): readonly Row[] {
  const random = seeded(7)
  const open = everyTriple(sizes)
  const rows: Row[] = []
  while (open.size > 0) {
    let best: Row = []
    let most = -1
    // one that is still open is always in it, and the rest is tried out
    const wanted = [...(open.values().next().value ?? '').matchAll(/(\d+)=(\d+)/g)].map(([, i, a]) => [
      Number(i),
      Number(a),
    ])
    for (let attempt = 0; attempt < 30; attempt++) {
      const row = sizes.map((n) => Math.floor(random() * n))
      for (const [i, a] of wanted) row[i ?? 0] = a ?? 0
      let gain = 0
      for (const key of triplesOf(row)) if (open.has(key)) gain += 1
      if (gain > most) [best, most] = [row, gain]
    }
    for (const key of triplesOf(best)) open.delete(key)
    rows.push(best)
  }
  return rows
}

const NAMES = LINE_TOUCHING
const SIZES = [FUEL_IDS.length, RIGS.length, ...NAMES.map((name) => optionsOfLine(name).length)]
const ROWS = coveringRows(SIZES)

function read([fuel = 0, rig = 0, ...options]: Row) {
  const methods: LineMethods = {
    ...USUAL_LINE_METHODS,
    ...Object.fromEntries(NAMES.map((name, i) => [name, optionsOfLine(name)[options[i] ?? 0]])),
  }
  return { fuel: FUEL_IDS[fuel] as FuelId, rig: RIGS[rig] ?? RIGS[0], methods }
}

describe('leading the line by any methods', () => {
  it('is tried with every three choices together', () => {
    const open = everyTriple(SIZES)
    for (const row of ROWS) for (const key of triplesOf(row)) open.delete(key)
    expect(open.size).toBe(0)
    // the whole is some 250,000
    expect(ROWS.length).toBeLessThan(1000)
  })
  it('gives the whole procedure and every break, free of hazards', () => {
    let lists = 0
    for (const row of ROWS) {
      const { fuel, rig, methods } = read(row)
      if (rig) lists += judge(fuel, rig, methods)
    }
    expect(lists).toBeGreaterThan(12 * ROWS.length)
  })
})
