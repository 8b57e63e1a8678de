import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { LOG_SCHEMA } from '#contract/log-json-schema.ts'
import { DOCS, SCHEMA, withTables } from './field-tables.ts'

/** The cells of every row, however wide a formatter sets them. */
const plain = (text: string): string =>
  text
    .split('\n')
    .map((line) =>
      line.startsWith('|')
        ? line
            .split('|')
            .map((c) => c.trim().replace(/^-+$/, '---'))
            .join('|')
        : line,
    )
    .join('\n')

describe('the docs of the command line', () => {
  const text = readFileSync(DOCS, 'utf8')
  it('have the tables of fields as they are now: npm run tables writes them anew', () => {
    expect(plain(text)).toBe(plain(withTables(text)))
  })
  it('publish the schema of a log as it is now', () => {
    expect(JSON.parse(readFileSync(SCHEMA, 'utf8'))).toEqual(JSON.parse(JSON.stringify(LOG_SCHEMA)))
  })
  it('have a table in every place that is kept for one', () => {
    const kept = [...text.matchAll(/<!-- fields: [\w-]+ -->\n\n(\|?)/g)]
    expect(kept.length).toBeGreaterThan(10)
    expect(kept.every(([, bar]) => bar === '|')).toBe(true)
  })
})
