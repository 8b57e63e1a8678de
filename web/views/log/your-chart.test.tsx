// @vitest-environment jsdom
import { screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { GrownChart } from '#contract/types.ts'
import type { Calibration } from '#core/record/grown.ts'
import { answering, browserParts, clear, show } from '../../test-support.tsx'
import YourChart, { sentenceOf } from './YourChart.tsx'

beforeEach(browserParts)
afterEach(clear)

const PREHEAT: Calibration = {
  figure: 'preheat',
  count: 20,
  ratio: 1.31,
  spread: 0.2,
  inside: 0.35,
  insideWide: 0.8,
  held: { moved: 1.3, widened: 1.6, runs: 20 },
  pairs: [],
}
const CHART: GrownChart = {
  rows: [
    {
      key: 'k',
      kind: 'cut',
      fuel: 'acetylene',
      handling: 'hand',
      tipOrificeM: 0.0013208,
      thicknessM: 0.0127,
      good: 4,
      all: 5,
      figures: {},
      drift: {},
    },
  ],
  calibrated: [
    PREHEAT,
    { ...PREHEAT, figure: 'kerf', inside: 0.65, held: null },
    { ...PREHEAT, figure: 'travelSpeed', inside: 1, held: { moved: 1, widened: 0.4, runs: 20 } },
  ],
  helped: [],
}

describe('a setting against what came out', () => {
  const against = { good: 9, others: 5, low: 40, middle: 42, high: 44, under: 0, among: 1, over: 4 }
  const psi = (v: number) => `${v} psi`
  it('is said in a sentence, with the way that comes out better where there is one', () => {
    expect(sentenceOf(against, 'Oxygen', psi)).toBe(
      'Oxygen: 9 good runs had 40 psi to 44 psi, half of them under 42 psi. Of 5 that came out worse, 1 among them, 4 over that: less of it comes out better.',
    )
    expect(sentenceOf({ ...against, others: 2, among: 2, over: 0 }, 'Fuel', psi)).toMatch(
      /worse, 2 among them\.$/,
    )
    expect(sentenceOf({ ...against, good: 1, low: 40, middle: 40, high: 40, others: 0 }, 'Fuel', psi)).toBe(
      'Fuel: the one good run had 40 psi. No other run had it written down.',
    )
  })
})

describe('your chart', () => {
  it('says of each estimate how often its span held, and what new plans make of that', async () => {
    answering({ '/api/log/chart': CHART, '/api/chart': CHART })
    show(<YourChart />)
    await waitFor(() => expect(screen.getByText(/35 % lay in the span that was shown/)).toBeTruthy())
    const [preheat, kerf, speed] = screen
      .getByRole('region', { name: 'How far estimates were off' })
      .querySelectorAll('li')
    expect(preheat?.textContent).toContain(
      'So in new plans the estimate is moved 30 % up and its span is made wider, 1.6 times what was worked out.',
    )
    expect(kerf?.textContent).toContain('65 % lay in the span')
    expect(kerf?.textContent).not.toContain('So in new plans')
    expect(speed?.textContent).toContain('So in new plans its span is made narrower, 0.4 times')
  })
})
