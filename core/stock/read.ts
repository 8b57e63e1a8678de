import { BOUNDS } from '../fields/bounds.ts'
import { blank, Reader, readRows } from '../fields/reader.ts'
import { isRecord } from '../objects.ts'
import type { FieldError } from '../figure.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import type { CutListRequest, Piece, Stock } from './types.ts'

/** A cut list read, or every field that could not be. */
export type ReadStockList =
  | { readonly ok: true; readonly request: CutListRequest }
  | { readonly ok: false; readonly errors: readonly FieldError[] }

const KERF = { ...BOUNDS.kerf, min: 0, says: '0 to 50 mm' }
const MOST = 5000

/**
 * Reads a cut list as typed: `{ stock: [{ length, count? }], pieces: [{ length, count }], kerf, trim? }`, lengths as
 * text with their units. A blank count of stock means as many as are needed.
 * @param bare units that bare numbers take; without it a bare length is inches
 */
export function readStockList(
  input: unknown,
  bare?: UnitChoices,
  decimalMark: 'ask' | 'comma' = 'ask',
): ReadStockList {
  const r = new Reader(bare, decimalMark)
  if (!isRecord(input))
    return {
      ok: false,
      errors: [{ field: '', message: 'This is not a cut list: stock, pieces and kerf are wanted.' }],
    }
  const stock = readRows(r, input['stock'], 'stock', ['length', 'count'], (row, path): Stock | undefined => {
    const lengthM = r.quantity(row['length'], `${path}.length`, { ...BOUNDS.stock, what: 'the length' })
    const count = blank(row['count'])
      ? undefined
      : r.count(row['count'], `${path}.count`, 'how many', 1, MOST)
    return lengthM === undefined ? undefined : { lengthM, count }
  })
  const pieces = readRows(
    r,
    input['pieces'],
    'pieces',
    ['length', 'count'],
    (row, path): Piece | undefined => {
      const lengthM = r.quantity(row['length'], `${path}.length`, BOUNDS.length)
      const count = r.count(row['count'], `${path}.count`, 'how many', 1, MOST)
      return lengthM === undefined ? undefined : { lengthM, count }
    },
  )
  const kerfM = r.or(input['kerf'], 'kerf', KERF, 0)
  const trimM = r.or(input['trim'], 'trim', BOUNDS.land, 0)
  if (input['stock'] === undefined) r.fail('stock', 'List at least one length of stock.')
  if (input['pieces'] === undefined) r.fail('pieces', 'List at least one piece.')
  return r.errors.length > 0
    ? { ok: false, errors: r.errors }
    : { ok: true, request: { stock, pieces, kerfM, trimM } }
}
