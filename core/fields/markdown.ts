/** Tables of fields as the docs show them. */
import { told, wordsOf, type Field, type Table } from './spec.ts'

/** What can be said in a field. */
function says(field: Field): string {
  if (field.says !== undefined) return field.says
  switch (field.type) {
    case 'choice':
      return wordsOf(field).join(', ')
    case 'several':
      return `one or a list: ${wordsOf(field).join(', ')}`
    case 'quantity':
    case 'range':
      return field.bounds.says
    case 'count':
      return `a whole number up to ${field.most}`
    case 'flag':
      return '`yes`'
    case 'rows':
      return `rows \`{ ${named(field.of)} }\``
    case 'group':
      return `\`{ ${named(field.of)} }\``
    case 'special':
      return field.bounds?.says ?? 'text'
    case 'text':
      return 'text'
    case 'day':
      return 'a day, 2026-03-02'
    case 'instant':
      return 'a moment'
    case 'reference':
      return 'an id'
    case 'number':
      return 'a number'
    case 'yes-no':
      return 'yes or no'
    case 'list':
      return 'a list'
    case 'made':
      return 'as its schema has it'
  }
}
const named = (table: Table): string => Object.keys(table).join(', ')

/** What is taken where a field is absent. */
function absent(field: Field): string {
  if (field.absent !== undefined) return field.absent
  if ('needed' in field && field.needed === true) return 'must be given'
  if ('usual' in field && typeof field.usual === 'string') return field.usual
  if (field.type === 'count') return String(field.usual)
  if (field.type === 'flag') return 'no'
  if (typeof field.empty === 'string' && field.empty !== '') return field.empty
  return 'not given'
}

const row = (cells: readonly string[]) => `| ${cells.join(' | ')} |`

/**
 * The fields of a table as Markdown: where each stands, what can be said there, and what is taken when it is absent.
 * @param path of the group: `work`
 */
export const fieldTable = (table: Table, path: string): string =>
  [
    row(['field', 'what it is', 'what can be said', 'if absent']),
    row(['---', '---', '---', '---']),
    ...Object.entries<Field>(table)
      .filter(([, field]) => field.page !== true)
      .map(([name, field]) =>
        row([`\`${path}.${name}\``, told(field.label, {}), says(field), absent(field)]),
      ),
  ].join('\n')
