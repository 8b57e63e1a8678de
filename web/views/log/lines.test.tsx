// @vitest-environment jsdom
import { UNSWEPT } from '#core/check/acceptance.ts'
import { renderHook, screen } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { LogSummary } from '#contract/types.ts'
import { ENTRY_KIND_NAMES, LINE } from '#core/record/fields.ts'
import { ENTRY_KINDS, type LineResult } from '#core/record/entry.ts'
import { answering, clear, screenOf, show } from '../../test-support.tsx'
import Entry from './Entry.tsx'
import { LinesTable } from './LinesTable.tsx'
import { useTell } from './useTell.ts'

beforeEach(() => answering({}))
afterEach(clear)

const written = {
  verdict: { outcome: 'passed', because: 'all is well', judged: [] },
  planned: {},
  lot: '',
  cylinder: '',
  note: '',
  tried: null,
  breaking: 'none',
} as const
const test = {
  testId: 't',
  rate: 0.05,
  uncertainty: 0.01,
  limit: 0.2,
  perVolume: true,
  holdS: 900,
  count: 30,
  because: '',
}
const RESULTS: { readonly [K in LineResult['kind']]: Extract<LineResult, { kind: K }> } = {
  cut: {
    kind: 'cut',
    ...written,
    used: { tipOrifice: null, oxygenPressure: null, fuelPressure: null, travelSpeed: null, preheat: null },
    edge: 'sharp',
    slag: 'one-tap',
    drop: 'by-itself',
    kerf: { text: '2 mm', si: 0.002 },
    drag: null,
    outOfSquare: null,
    size: null,
    marks: [],
  },
  braze: {
    kind: 'braze',
    ...written,
    used: {
      tipOrifice: null,
      oxygenPressure: null,
      fuelPressure: null,
      timeToTemperature: null,
      trialHeat: null,
      fillerLength: null,
    },
    joint: 'socket',
    metals: 'copper + copper',
    filler: 'BCuP-5',
    outsideDiameterM: 0.022,
    flameTimes: 0,
    flameTorch: '',
    rodAreaM2: 0,
    places: { '12': 'full', '6': 'thin' },
    fluxOff: true,
    moved: null,
    inside: 'not-seen',
    farEnd: 'trace',
    outside: 'usual',
    bowBefore: null,
    bowAfter: null,
    twistAfter: null,
    letGo: 'not-broken',
    took: '',
    penetration: null,
    leakPath: true,
  },
  'pressure-test': { kind: 'pressure-test', verdict: 'leaks', ...test },
  'vacuum-test': { kind: 'vacuum-test', verdict: 'dry', ...test, perVolume: false },
  run: { kind: 'run', state: 'stopped', steps: 12, skipped: 2, seconds: 90 },
  override: { kind: 'override', what: 'Purge', reason: 'short hose' },
  trouble: {
    kind: 'trouble',
    card: 'leak',
    title: 'A leak',
    step: 'cleared',
    what: 'nut tightened',
    of: 'l1',
    torchId: '',
  },
  reading: {
    kind: 'reading',
    what: 'oxygenPressure',
    text: '42 psi',
    si: 289_579,
    unit: 'Pa',
    device: '',
    target: null,
  },
  fault: { kind: 'fault', signs: ['it pops'], cause: 'tip too hot', fix: 'let it cool' },
}
const line = (told: LineResult, over: Partial<LogSummary> = {}): LogSummary => ({
  id: `id-${told.kind}`,
  kind: told.kind,
  at: '2026-03-02T08:30:00Z',
  pieceId: null,
  jobName: 'Lower gate',
  title: 'Gusset',
  personName: 'Orla',
  metal: 'low-carbon-steel',
  thicknessM: 0.02,
  tipOrificeM: null,
  outcome: 'failed',
  told,
  corrects: null,
  correctedBy: null,
  why: '',
  ...over,
})

describe('what a line tells', () => {
  const tell = () => renderHook(() => useTell(), { wrapper: screenOf() }).result.current
  it.each([
    ['cut', 'Sharp and square, slag one tap, dropped by itself, kerf 0.08 in'],
    ['braze', 'copper to copper with BCuP-5, fillet 50 % full, a way through'],
    ['run', 'Stopped, 1 min 30 s, 2 left out'],
    ['override', 'Purge (short hose)'],
    ['trouble', 'A leak. Cleared: nut tightened'],
    ['reading', '42 psi, read off'],
    ['fault', 'it pops: tip too hot'],
  ] as const)('of a %s', (kind, words) => {
    expect(tell()(RESULTS[kind])).toBe(words)
  })
  it('of a braze says what may come of it later', () => {
    const { braze } = RESULTS
    if (braze.kind !== 'braze') throw new Error('it is no braze')
    const told = tell()({
      ...braze,
      farEnd: 'none',
      verdict: {
        ...braze.verdict,
        judged: [{ what: UNSWEPT, passed: true, found: 'left out', limit: 'the shop’s method' }],
      },
    })
    expect(told).toContain('no filler at the far end: it may leak in years')
    expect(told).toContain('nitrogen left out')
  })
  it('of a test has its rate as a gauge shows it; with a volume, as it was reckoned', () => {
    expect(tell()(RESULTS['pressure-test'])).toMatch(/^It leaks: .*Pa·m³\/s$/)
    expect(tell()(RESULTS['vacuum-test'])).toMatch(/^Dry and tight: .* micron a minute$/)
    const fell = { ...RESULTS['pressure-test'], perVolume: false, rate: 1.9152, uncertainty: 0.1 }
    // 1.9152 Pa/s is a psi an hour
    expect(tell()(fell)).toMatch(/: 1 ± 0\.052 psi an hour$/)
  })
})

describe('the lines of the log', () => {
  it('have a column for every thing that a line shows, and each a row with its kind', () => {
    show(<LinesTable entries={ENTRY_KINDS.map((kind) => line(RESULTS[kind]))} />)
    const heads = screen.getAllByRole('columnheader').map((h) => h.textContent)
    const shown = Object.values(LINE).flatMap((f) => ('shown' in f ? [f.shown] : []))
    expect(heads).toEqual([...shown, 'What it tells'])
    for (const kind of ENTRY_KINDS)
      expect(screen.getAllByText(ENTRY_KIND_NAMES[kind]).length).toBeGreaterThan(0)
    expect(screen.getAllByRole('row')).toHaveLength(ENTRY_KINDS.length + 1)
    expect(screen.getAllByText('20 mm')).toHaveLength(ENTRY_KINDS.length)
  })
  it('say of one that was corrected that it was', () => {
    show(
      <LinesTable
        entries={[line(RESULTS.cut, { correctedBy: 'x' }), line(RESULTS.run, { corrects: 'x', title: '' })]}
      />,
    )
    expect(screen.getByText('✕ failed (corrected)')).toBeDefined()
    expect(screen.getByText('✕ failed (a correction)')).toBeDefined()
    // a line without a piece is called by its kind
    expect(screen.getByRole('link', { name: 'Run' })).toBeDefined()
  })
})

describe('any line that may have come in', () => {
  const strange = (told: LineResult): LineResult =>
    told.kind === 'cut' || told.kind === 'braze'
      ? {
          ...told,
          planned: {
            nobodyKnowsThis: { value: 3, low: -1, high: 1e300, source: 'log' },
            kerf: { value: 0, low: 0, high: 0, source: 'chart' },
          },
          note: '=1+1\n' + 'x'.repeat(300),
        }
      : told
  it('leaves the list and its own page standing, whatever its metal, its figures and its moments are', async () => {
    for (const kind of ENTRY_KINDS) {
      const odd = line(strange(RESULTS[kind]), {
        id: 'odd',
        metal: 'unobtainium',
        title: 'x'.repeat(120),
        thicknessM: 1e-9,
        at: '2099-01-01T00:00:00Z',
      })
      answering({
        '/api/log/odd': {
          ...odd,
          fuel: 'acetylene',
          handling: '',
          runId: null,
          photos: [],
          related: [],
          good: false,
        },
      })
      const { unmount } = show(<LinesTable entries={[odd]} />)
      expect(screen.getAllByRole('row').length, kind).toBe(2)
      unmount()
      const page = show(
        <Routes>
          <Route path="/log/:entryId" element={<Entry />} />
        </Routes>,
        undefined,
        '/log/odd',
      )
      await screen.findByRole('heading', { level: 1 })
      page.unmount()
    }
  })
})
