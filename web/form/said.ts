import { told, type Said, type Table } from '#core/fields/spec.ts'

/** Whether something is said in a part of a form that would be hidden when it is folded away. */
export const saysMore = (table: Table, group: string, said: Said): boolean =>
  Object.entries(table).some(([name, field]) => {
    if (field.group !== group || typeof field.first === 'function') return false
    const value = said[name]
    return Array.isArray(value) ? value.length > 0 : (value ?? '') !== told(field.first)
  })
