import { readFileSync, writeFileSync } from 'node:fs'
import { METHOD_NAMES } from '#core/braze/index.ts'
import { BRAZE_WORK, PART } from '#core/braze/fields.ts'
import { CUT_WORK, USUAL } from '#core/cut/fields.ts'
import { fieldTable } from '#core/fields/markdown.ts'
import { BRAZE_GEAR, BRAZE_SHELF, CUT_RIG, PLACE, SUPPLY, TORCH } from '#core/rig/fields.ts'
import { METHODS } from '#core/shop/fields.ts'
import { LOG_SCHEMA } from '#contract/log-json-schema.ts'

/** The docs whose tables of fields are made from the tables themselves. */
export const DOCS = new URL('../docs/command-line.md', import.meta.url)

/** The JSON schema of a log, as it is published. */
export const SCHEMA = new URL('../contract/log.schema.json', import.meta.url)

const ofBraze = Object.fromEntries(METHOD_NAMES.map((name) => [name, METHODS[name]]))
const TABLES: Readonly<Record<string, string>> = {
  cut: fieldTable(CUT_WORK, 'work'),
  supply: fieldTable(SUPPLY, 'rig'),
  'cut-rig': fieldTable(CUT_RIG, 'rig'),
  usual: fieldTable(USUAL, 'usual'),
  place: fieldTable(PLACE, 'shop'),
  part: fieldTable(PART, 'work.a'),
  braze: fieldTable(BRAZE_WORK, 'work'),
  gear: fieldTable(BRAZE_GEAR, 'rig'),
  shelf: fieldTable(BRAZE_SHELF, 'rig'),
  methods: fieldTable(ofBraze, 'shop.methods'),
  torch: fieldTable(TORCH, 'rig.torch'),
}

/** The text of the docs with each table of fields as it is now. */
export const withTables = (text: string): string =>
  text.replace(
    /(<!-- fields: ([\w-]+) -->\n)[^]*?(<!-- end -->)/g,
    (_all, begin: string, name: string, end: string) => `${begin}\n${TABLES[name] ?? ''}\n\n${end}`,
  )

if (import.meta.url === `file://${process.argv[1]}`) {
  writeFileSync(DOCS, withTables(readFileSync(DOCS, 'utf8')))
  writeFileSync(SCHEMA, `${JSON.stringify(LOG_SCHEMA, null, 2)}\n`)
}
