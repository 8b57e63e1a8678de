import { describe, expect, it } from 'vitest'
import { COLD_LINE, FULLY_OPEN, type LineState } from '../line/state.ts'
import { ORDER_CARD_RIGS } from './card-rigs.ts'
import type { OrderBoard } from './order-board.ts'
import { partName, partsOf, partStands, putsOf, sideOfPart, turnsWords } from './order-parts.ts'
import { beginOrder, moveOrder } from './order-play.ts'
import { actWords, eventWords, HAZARD_NAMES } from './order-words.ts'
import { HAZARDS, END_HAZARDS } from '../line/hazards.ts'

const { attachment, 'propane-torch': torch } = ORDER_CARD_RIGS

describe('the parts of a rig', () => {
  it('are those that it has', () => {
    expect(partsOf(attachment)).toContain('handle')
    expect(partsOf(torch)).not.toContain('handle')
    expect(partsOf({ setting: { ...torch.setting, lever: false } })).not.toContain('lever')
    expect(partName('fuel-screw', torch)).toBe('Propane screw')
    expect(partName('oxygen-valve', torch)).toBe('Preheat oxygen valve')
    expect(sideOfPart('fuel-valve')).toBe('fuel')
  })
  it('say how far they are open as the trade does', () => {
    expect(turnsWords(0)).toBe('shut')
    expect(turnsWords(0.75)).toBe('open 3/4 turn')
    expect(turnsWords(1)).toBe('open 1 turn')
    expect(turnsWords(3)).toBe('open 3 turns')
    expect(turnsWords(FULLY_OPEN)).toBe('open all the way')
  })
  it('say how they stand', () => {
    const line: LineState = { ...COLD_LINE, handle: 1, fuel: { ...COLD_LINE.fuel, turns: 0.75, screwPa: 1 } }
    expect(partStands('handle', line)).toBe('half open')
    expect(partStands('fuel-cylinder', line, false)).toBe('open 3/4 turn, key off')
    expect(partStands('fuel-screw', line)).toBe('turned in')
    expect(partStands('oxygen-screw', line)).toBe('backed out')
  })
  it('are put as is offered: each way is a move that leaves them so', () => {
    const board: OrderBoard = { task: 'light', as: 'line', rig: attachment, seed: 1 }
    for (const part of partsOf(attachment))
      for (const { move } of putsOf(part, beginOrder(board).line)) {
        const after = moveOrder(beginOrder(board), [1, ...move])
        // what is stopped stands where it was stopped
        if (after.stopped) continue
        expect(putsOf(part, after.line).find((p) => p.move[1] === move[1])?.on, `${part} ${move[1]}`).toBe(
          true,
        )
      }
  })
})

describe('the words of the order bench', () => {
  it('name every hazard of the line', () => {
    expect(Object.keys(HAZARD_NAMES).sort()).toEqual(
      [...Object.keys(HAZARDS), ...Object.keys(END_HAZARDS)].sort(),
    )
  })
  it('say what a hand did, and what was brought about, with the fuel’s own name', () => {
    expect(actWords({ do: 'open-cylinder', side: 'fuel' }, torch)).toBe('You opened the propane cylinder.')
    expect(actWords({ do: 'pop' }, torch)).toBeUndefined()
    expect(eventWords('bled fuel', torch)).toBe('bleeding the propane')
    expect(eventWords('handle shut', attachment)).toBe('shutting the handle’s oxygen valve')
  })
})
