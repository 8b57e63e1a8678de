/** The JSON schema of a log: published with every export, and kept as `log.schema.json`. */
import { LINE, LINE_NAMES, RESULTS, type LineField } from '#core/record/fields.ts'
import { ENTRY_KINDS } from '#core/record/entry.ts'
import { resultJson } from './result-schemas.ts'

function lineJson(field: LineField): object {
  const about = field.about === undefined ? {} : { description: field.about }
  switch (field.is) {
    case 'uuid':
      return { type: 'string', format: 'uuid', ...about }
    case 'instant':
      return { type: 'string', format: 'date-time', ...about }
    case 'text':
      return { type: 'string', ...about }
    case 'id':
      return { type: ['string', 'null'], ...about }
    case 'length':
      return { type: ['number', 'null'], exclusiveMinimum: 0, ...about }
    case 'yes-no':
      return { type: 'boolean', ...about }
    case 'word':
      return { enum: Object.keys(field.names ?? {}), ...about }
  }
}

export const LOG_SCHEMA = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'A log of Wimble',
  description:
    'Every line of the log and the pictures that belong to it. Lengths in m, pressures in Pa, speeds in m/s, times in s, leaks in Pa·m³/s. Lines are never changed: one that corrects another names it.',
  type: 'object',
  required: ['format', 'version', 'entries', 'photos'],
  properties: {
    format: { const: 'wimble-log' },
    version: { const: 1 },
    entries: {
      type: 'array',
      items: {
        type: 'object',
        required: [...LINE_NAMES, 'told'],
        properties: {
          ...Object.fromEntries(LINE_NAMES.map((name) => [name, lineJson(LINE[name])])),
          told: { oneOf: ENTRY_KINDS.map((kind) => resultJson(RESULTS[kind], kind)) },
        },
      },
    },
    photos: {
      type: 'array',
      items: {
        type: 'object',
        required: ['id', 'entryId', 'type', 'sha256', 'addedAt'],
        properties: {
          id: { type: 'string', format: 'uuid' },
          entryId: { type: 'string', format: 'uuid' },
          type: { type: 'string' },
          sha256: { type: 'string' },
          addedAt: { type: 'string', format: 'date-time' },
        },
      },
    },
  },
}
