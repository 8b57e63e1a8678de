import { describe, expect, it } from 'vitest'
import { SIGNS } from '#core/check/faults.ts'
import { TROUBLES } from '#core/check/troubles.ts'
import { DRAWN_SIGNS } from './SignTile.tsx'
import { DRAWN_TROUBLES } from './TroubleTile.tsx'

describe('signs', () => {
  it('are all drawn, and nothing is drawn that is no sign', () => {
    expect([...DRAWN_SIGNS].sort()).toEqual(SIGNS.map((s) => s.id).sort())
  })
  it('so are troubles', () => {
    expect([...DRAWN_TROUBLES].sort()).toEqual(TROUBLES.map((t) => t.id).sort())
  })
})
