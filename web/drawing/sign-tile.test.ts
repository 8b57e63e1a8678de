import { describe, expect, it } from 'vitest'
import { SIGNS } from '#core/check/faults.ts'
import { DRAWN_SIGNS } from './SignTile.tsx'

describe('signs', () => {
  it('are all drawn, and nothing is drawn that is no sign', () => {
    expect([...DRAWN_SIGNS].sort()).toEqual(SIGNS.map((s) => s.id).sort())
  })
})
