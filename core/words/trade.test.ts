import { describe, expect, it } from 'vitest'
import { inWords, STANDARD_WORDS } from './trade.ts'

describe('inWords', () => {
  const uk = { tip: 'nozzle', torch: 'blowpipe', cylinder: 'bottle', arrestor: 'flame trap' } as const
  it('speaks the shop’s words, keeping capitals and endings', () => {
    expect(inWords("Tips: the torch's tip. Both cylinders shut, arrestors in date.", uk)).toBe(
      "Nozzles: the blowpipe's nozzle. Both bottles shut, flame traps in date.",
    )
    expect(inWords('Two torches.', uk)).toBe('Two blowpipes.')
  })
  it('leaves other words and the standard terms alone', () => {
    expect(inWords('a multiple tipping point', uk)).toBe('a multiple tipping point')
    expect(inWords('Seat the tip.', STANDARD_WORDS)).toBe('Seat the tip.')
  })
})
