import { describe, expect, it } from 'vitest'
import { foldTest, judgeTest, type TestEvent } from '#core/check/test-record.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { printAs, PSI_PA } from '#core/quantity/index.ts'
import type { JointTest } from '#contract/types.ts'
import { testReport } from './report.ts'

const AT = Date.parse('2026-03-02T08:00:00.000Z')
const event = (kind: TestEvent['kind'], minute: number, over: Partial<TestEvent> = {}): TestEvent => ({
  id: `${kind}${minute}`,
  kind,
  at: new Date(AT + minute * 60_000).toISOString(),
  stage: null,
  pressurePaAbs: null,
  temperatureK: null,
  source: '',
  ...over,
})
const reading = (minute: number, psi: number, temperatureK: number | null) =>
  event('reading', minute, { pressurePaAbs: psi * PSI_PA + 101_325, temperatureK })
const test = (events: readonly TestEvent[], over: Partial<JointTest['asked']> = {}): JointTest =>
  ({
    id: 't',
    kind: 'pressure',
    title: 'Risers, 35 mm',
    startedAt: new Date(AT).toISOString(),
    personName: 'Orla',
    events: [
      ...Array.from({ length: 7 }, (_, stage) => event('raised', 0, { id: `r${stage}`, stage })),
      ...events,
    ],
    asked: {
      testPa: 300 * PSI_PA,
      volumeM3: 0.003,
      weakestPa: 450 * PSI_PA,
      reliefPa: 320 * PSI_PA,
      divisionPa: 5 * PSI_PA,
      limit: null,
      askedS: 1800,
      thermometer: 'same',
      targetPaAbs: null,
      ambientPa: 101_325,
      pressureChannel: '',
      temperatureChannel: '',
      ...over,
    },
  }) as unknown as JointTest
function report(of: JointTest) {
  const progress = foldTest(of.kind, of.asked, of.events)
  const told = judgeTest(of.kind, of.asked, progress, INCH_UNITS)
  return testReport(of, progress, told, {
    print: (si, kind) => printAs(si, kind, INCH_UNITS),
    say: (text) => text,
    units: INCH_UNITS,
  })
}

describe('the report of a test', () => {
  it('has on one page what was asked, the first and the last reading, what it came to, and room to sign', () => {
    const page = report(
      test([event('supply-off', 1), event('hold', 1), reading(11, 300, 293.15), reading(42, 300, 293.15)]),
    )
    expect([page.kind, page.title]).toEqual(['Pressure test', 'Risers, 35 mm'])
    expect(page.curve?.points).toEqual([
      [10, expect.closeTo(300, 6)],
      [41, expect.closeTo(300, 6)],
    ])
    expect(page.curve?.yTitle).toBe('psi, gauge')
    const rows = Object.fromEntries(page.figures)
    expect(rows['It had to stand']).toBe('30 min')
    expect(rows['Supply off the line']).toBe('yes')
    expect(rows['Last reading']).toMatch(/^300 psi at .*, minute 41$/)
    expect(page.verdict?.said).toBe('It holds.')
    expect(page.signs).toHaveLength(2)
  })
  it('tells no temperature that nobody read, and says what is open', () => {
    const page = report(test([event('hold', 1), reading(11, 300, null), reading(42, 300, null)]))
    const rows = Object.fromEntries(page.figures)
    expect(rows['Supply off the line']).toBe('not said')
    expect(rows['Last reading']).toBe('300 psi, minute 41')
    expect(page.verdict?.said).toBe('Not yet.')
  })
})
