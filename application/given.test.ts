import { describe, expect, it } from 'vitest'
import { omit } from '#core/objects.ts'
import { brazeDraftSchema, cutDraftSchema } from '#contract/schemas.ts'
import { firstBraze, firstDraft, FIRST_SETTINGS } from './first.ts'
import { stillAssumed, toBeGiven } from './given.ts'

const cut = firstDraft(FIRST_SETTINGS)
const braze = firstBraze(FIRST_SETTINGS)

describe('what of a new piece is assumed', () => {
  it('is what there is a plan of before anybody said anything, and keeps it from a run', () => {
    expect(toBeGiven(cut)).toEqual(['the metal', 'the thickness'])
    expect(toBeGiven(braze)).toEqual(['the metal', 'the size'])
  })
  it('is given once it was changed or agreed to; a length that is assumed keeps nobody from a run', () => {
    const said = { ...cut, assumed: stillAssumed(cut, ['thickness', 'surface']) }
    expect(toBeGiven(said)).toEqual(['the metal'])
    expect(toBeGiven({ ...said, assumed: stillAssumed(said, ['metal']) })).toEqual([])
    // a tube is said by its outside as well as by its name
    expect(toBeGiven({ ...braze, assumed: stillAssumed(braze, ['outsideDiameter', 'metal']) })).toEqual([])
  })
  it('is nothing in a piece from before it was told', () => {
    const older = omit(cut, ['assumed'])
    const oldBraze = omit(braze, ['assumed'])
    expect(toBeGiven(older)).toEqual([])
    expect(cutDraftSchema.isValidSync(older, { strict: true })).toBe(true)
    expect(brazeDraftSchema.isValidSync(oldBraze, { strict: true })).toBe(true)
  })
})
