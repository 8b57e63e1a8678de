/** The examples in the doc comments of core are run: `@example expression // value`, numbers to the digits they are given in. */
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import * as fuels from './gas/fuels.ts'
import * as standard from './gas/standard.ts'
import * as choices from './quantity/choices.ts'
import * as quantity from './quantity/index.ts'

const CORE = import.meta.dirname
const FILES = readdirSync(CORE, { recursive: true, encoding: 'utf8' }).filter(
  (f) => f.endsWith('.ts') && !/\.test\.ts$|test-support|\.d\.ts$/.test(f),
)
/** Where every public function of physics has an example. */
const PHYSICS = [
  'gas/orifice.ts',
  'gas/hose.ts',
  'gas/cylinder.ts',
  'gas/tip-pressure.ts',
  'gas/standard.ts',
  'gas/contents.ts',
  'flame/cone.ts',
  'cut/kerf.ts',
  'cut/guide.ts',
  'cut/preheat.ts',
  'learn/statistics.ts',
  'learn/learn.ts',
]

interface Example {
  readonly file: string
  readonly line: number
  readonly expression: string
  readonly value: string
}
const EXAMPLE = /@example (.*?) \/\/ (.+?)\s*(?:\*\/)?$/
const examplesIn = (file: string): readonly Example[] =>
  readFileSync(join(CORE, file), 'utf8')
    .split('\n')
    .flatMap((text, i) => {
      if (!text.includes('@example')) return []
      const found = EXAMPLE.exec(text)
      return [{ file, line: i + 1, expression: found?.[1] ?? '', value: found?.[2] ?? '' }]
    })
const ALL = FILES.flatMap(examplesIn)

/** What an expression comes to, with a file's own exports, the units and the gases at hand. */
async function valueOf(expression: string, file: string): Promise<unknown> {
  const own = (await import(join(CORE, file))) as Record<string, unknown>
  const scope: Record<string, unknown> = { ...quantity, ...choices, ...standard, ...fuels, ...own }
  // the text is that of the comment beside the function
  const run = new Function(...Object.keys(scope), `return (${expression})`) as (...args: unknown[]) => unknown
  return run(...Object.values(scope))
}
/** Half a unit of the last digit that is written. */
const tolerance = (written: string): number => 0.51 * 10 ** -(/\.(\d+)/.exec(written)?.[1]?.length ?? 0)

describe('an example', () => {
  it.each(ALL)('in $file:$line is so: $expression', async ({ file, expression, value }) => {
    expect(expression, 'every example reads `expression // value`').not.toBe('')
    const got = await valueOf(expression, file)
    if (typeof got === 'number' && Number.isFinite(got)) {
      expect(Number.isNaN(Number(value)), value).toBe(false)
      expect(Math.abs(got - Number(value))).toBeLessThanOrEqual(tolerance(value))
    } else expect(got).toEqual(await valueOf(value, file))
  })
  it('is given for every public function of physics', () => {
    expect(ALL.length).toBeGreaterThan(40)
    for (const file of PHYSICS) {
      const text = readFileSync(join(CORE, file), 'utf8')
      for (const [, comment, name] of text.matchAll(
        /(\/\*\*(?:(?!\*\/)[^])*\*\/)\nexport (?:function (\w+)|const ([a-z]\w*) = \()/g,
      ))
        expect(comment, `${file}: ${name ?? ''}`).toContain('@example')
    }
  })
})
