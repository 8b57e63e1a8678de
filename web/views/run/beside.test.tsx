// @vitest-environment jsdom
import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
// loaded before: a card that is still fetching it when a test ends would ask for it after the end
import '#core/flame/burn.ts'
import { FIRST_SETTINGS } from '#application/first.ts'
import { PSI_PA } from '#core/quantity/index.ts'
import { figureNamed } from '#core/figure.ts'
import type { Run } from '#contract/types.ts'
import { makeStore } from '../../app/store.ts'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import { Beside } from './Beside.tsx'
import { BigFigure } from './BigFigure.tsx'
import { Clocks } from './Clocks.tsx'
import { Gauge } from './Gauge.tsx'
import { Pace } from './Pace.tsx'
import { Guide } from './Guide.tsx'
import { SETTLE_MS } from './settle.ts'
import { StepClock } from './StepClock.tsx'
import { cutRun, inHandOf, PEOPLE, planOf, press, staticRun, upTo } from './test-support.tsx'

beforeEach(() => {
  browserParts()
  answering({})
})
afterEach(clear)

describe('a clock of a step', () => {
  const least = { kind: 'at-least', what: 'Purge fuel', seconds: 23 } as const
  it('counts down to nothing, and says when it was long enough', () => {
    const { rerender } = show(<StepClock timer={least} gone={undefined} onStart={() => undefined} />)
    expect(screen.getByRole('timer', { name: 'Purge fuel: 23 s' })).toBeTruthy()
    expect(said()).toContain('Purge fuel: at least 23 s')
    rerender(<StepClock timer={least} gone={10.2} onStart={() => undefined} />)
    expect(screen.getByRole('timer', { name: 'Purge fuel: 13 s' })).toBeTruthy()
    rerender(<StepClock timer={least} gone={23} onStart={() => undefined} />)
    expect(said()).toContain('Purge fuel: long enough')
  })
  it('lets one go on once a hose counts as pure, and counts on to its three volumes', () => {
    const purge = { ...least, freeS: 8 }
    const { rerender } = show(<StepClock timer={purge} gone={5} onStart={() => undefined} />)
    expect(said()).toContain('Purge fuel: at least 23 s')
    rerender(<StepClock timer={purge} gone={8} onStart={() => undefined} />)
    expect(said()).toContain('Purge fuel: enough to go on. Three hose volumes at 23 s')
    expect(screen.getByRole('timer', { name: 'Purge fuel: 15 s' })).toBeTruthy()
  })
  it('warns when a break has lasted too long', () => {
    const most = { kind: 'at-most', what: 'Break', seconds: 1800 } as const
    show(<StepClock timer={most} gone={1801} onStart={() => undefined} />)
    expect(said()).toContain('Break: too long. Shut everything down')
  })
  it('counts up through a span that the eye decides, from when it is started', () => {
    const about = { kind: 'about', what: 'Preheat', lowS: 4, highS: 13 } as const
    const start = vi.fn()
    const { rerender } = show(<StepClock timer={about} gone={undefined} onStart={start} />)
    press('Start the clock')
    expect(start).toHaveBeenCalledOnce()
    rerender(<StepClock timer={about} gone={5.9} onStart={start} />)
    expect(screen.getByRole('timer', { name: 'Preheat: 5 s' })).toBeTruthy()
    expect(said()).toContain('Preheat: about 4 to 13 s, by what you see')
    expect(screen.queryByRole('button')).toBeNull()
  })
  it('shows long times in minutes', () => {
    const hour = { kind: 'carries-on', what: 'Fire watch', seconds: 3600 } as const
    show(<StepClock timer={hour} gone={61} onStart={() => undefined} />)
    expect(said()).toContain('58:59')
    expect(said()).toContain('goes on after this step')
  })
})

describe('clocks beside the steps', () => {
  it('say what is left, and when they have run out', () => {
    const from = new Date(Date.now() - 600_000).toISOString()
    show(
      <Clocks
        clocks={[
          { what: 'Fire watch', from, seconds: 3600 },
          { what: 'Cooling', from, seconds: 60 },
        ]}
      />,
    )
    expect(said()).toMatch(/Fire watch.*50/)
    expect(said()).toMatch(/Cooling/)
  })
})

describe('the pace', () => {
  const pace = { speed: 0.0254 / 4, lengthM: 0.254 }
  it('is told as seconds to the inch, and the mark moves on with the time', () => {
    const { rerender } = show(<Pace pace={pace} gone={undefined} onStart={() => undefined} />)
    expect(said()).toContain('4.0 s to the inch')
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('You should be at 0 in of 10 in')
    rerender(<Pace pace={pace} gone={12} onStart={() => undefined} />)
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('You should be at 3 in of 10 in')
    rerender(<Pace pace={pace} gone={1000} onStart={() => undefined} />)
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('You should be at 10 in of 10 in')
  })
  it('ticks only where it is wanted, and remembers', () => {
    const store = makeStore()
    show(<Pace pace={pace} gone={1} onStart={() => undefined} />, store)
    press('Tick on')
    expect(store.getState().device.sound).toBe(false)
    expect(screen.getByRole('button', { name: 'Tick off' }).getAttribute('aria-pressed')).toBe('false')
  })
})

describe('the figure of a step', () => {
  it('is shown with where it comes from and its span, and nothing where the plan has none', () => {
    const run = cutRun()
    show(<BigFigure plan={planOf(run)} name="cuttingOxygenPressure" />)
    const psi = Math.round((figureNamed(planOf(run), 'cuttingOxygenPressure')?.value ?? 0) / PSI_PA)
    expect(said()).toMatch(new RegExp(`${psi}psi`))
    expect(said()).toContain('worked out')
    expect(said()).toMatch(/\d+ to \d+ psi will do/)
    clear()
    browserParts()
    answering({})
    show(<BigFigure plan={planOf(run)} name="noSuchFigure" />)
    expect(said()).toBe('')
  })
})

describe('a reading', () => {
  const run = upTo(cutRun(), 'set-oxygen')
  const figure = figureNamed(planOf(run), 'cuttingOxygenPressure')
  if (!figure) throw new Error('the plan sets no oxygen')
  const printed = `${Math.round(figure.value / PSI_PA)} psi`
  const live = (pa: number, quality = 'good') => ({
    connected: true,
    instruments: [
      {
        id: 'i',
        kind: 'oxygen-regulator',
        name: 'Bench regulator',
        simulated: true,
        channels: [{ name: 'delivery', value: pa, quality, unit: 'Pa' }],
      },
    ],
  })
  const reading = (over: Partial<Run> = {}) => {
    const store = makeStore()
    const { inHand, confirm } = inHandOf({ ...run, ...over })
    show(<Guide inHand={inHand} />, store)
    return { confirm, kept: () => store.getState().outbox.items }
  }
  const type = (text: string) =>
    fireEvent.change(screen.getByLabelText(/Read off|read off/), { target: { value: text } })
  const done = () => document.querySelector<HTMLButtonElement>('[data-done]')
  const settled = () => act(() => void vi.advanceTimersByTime(SETTLE_MS + 50))
  beforeEach(() => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'Date'], shouldAdvanceTime: true })
  })
  afterEach(() => void vi.useRealTimers())

  it('that is typed and will do goes into the log, and confirms the step', () => {
    const { confirm, kept } = reading()
    settled()
    type(printed)
    expect(said()).toContain('✓ will do')
    press('Done')
    expect(confirm).toHaveBeenCalledExactlyOnceWith({ kind: 'done' })
    expect(kept()).toMatchObject([
      {
        route: 'addReading',
        body: { runId: 'r1', figure: 'cuttingOxygenPressure', text: printed, device: '', reason: '' },
      },
    ])
  })
  it('that is off says by how much and what to do, and is gone on with only for a reason', () => {
    const { confirm, kept } = reading()
    settled()
    const psi = Math.round(figure.value / PSI_PA) + 20
    type(`${psi} psi`)
    expect(document.querySelector('[data-judged=over]')?.textContent).toMatch(
      /✕ \d+ psi over: back the screw out/,
    )
    expect(screen.queryByRole('button', { name: 'Done' })).toBeNull()
    press(`Save ${psi} psi and go on`)
    expect(confirm).not.toHaveBeenCalled()
    press('My own setting for this tip')
    expect(confirm).toHaveBeenCalledExactlyOnceWith({ kind: 'done' })
    expect(kept()).toMatchObject([{ body: { text: `${psi} psi`, reason: 'My own setting for this tip' } }])
  })
  it('that is under is turned in', () => {
    reading()
    settled()
    type('12 psi')
    expect(said()).toMatch(/✕ \d+ psi under: turn the screw in/)
  })
  it('that is off is gone on with by a hand, never by the pedal', () => {
    const { confirm } = reading()
    settled()
    type('60 psi')
    expect(done()?.textContent).toContain('Save 60 psi and go on')
    fireEvent.keyDown(window, { key: ' ' })
    expect(screen.queryByRole('dialog')).toBeNull()
    expect(confirm).not.toHaveBeenCalled()
    fireEvent.click(done() ?? document.body)
    expect(screen.queryByRole('dialog')).not.toBeNull()
  })
  it('past what may be set goes on for no reason, by no press and no key', () => {
    const { confirm, kept } = reading()
    settled()
    type('155 psi')
    expect(said()).toContain('✕ Past the limit of 150 psi')
    expect(done()?.textContent).toBe('Past the limit')
    expect(done()?.disabled).toBe(true)
    fireEvent.keyDown(window, { key: ' ' })
    expect(confirm).not.toHaveBeenCalled()
    expect(kept()).toEqual([])
  })
  it('that cannot be read gets its sentence at the field, is kept, and confirms nothing', () => {
    const { confirm } = reading()
    settled()
    type('forty')
    press('Done')
    expect(screen.getByLabelText(/Read off/)).toHaveProperty('value', 'forty')
    expect(said()).toMatch(/forty/)
    expect(confirm).not.toHaveBeenCalled()
  })
  it('by an instrument moves the needle, says that it is simulated, and is stored with its name', async () => {
    answering({ '/api/instruments': live(figure.value + 30 * PSI_PA) })
    const { confirm, kept } = reading()
    await waitFor(() => expect(said()).toContain('Bench regulator, simulated'))
    expect(document.querySelector('[data-judged=over]')).not.toBeNull()
    expect(
      screen.getByRole('img', { name: /; it reads \d+ psi/ }).querySelector('[data-needle]'),
    ).not.toBeNull()
    settled()
    press(/^Save .* and go on$/)
    press('This gauge is known to read off')
    expect(confirm).toHaveBeenCalledExactlyOnceWith({ kind: 'done' })
    expect(kept()).toMatchObject([{ body: { device: 'Bench regulator' } }])
  })
  it('that is old or cannot be true is struck out, and nothing goes by it', async () => {
    answering({ '/api/instruments': live(figure.value + 30 * PSI_PA, 'stale') })
    reading()
    await waitFor(() => expect(said()).toContain('old: nothing new comes'))
    expect(document.querySelector('[data-judged]')).toBeNull()
    expect(document.querySelector('[data-needle]')).toBeNull()
    settled()
    expect(done()?.textContent).toBe('Done')
  })
  it('of an apprentice that is off wants its reason and an instructor', async () => {
    answering({ '/api/people': PEOPLE })
    const { confirm, kept } = reading({ personId: 'idris' })
    await waitFor(() => expect(said()).toContain('Idris has the torch'))
    settled()
    type('12 psi')
    press('Save 12 psi and go on')
    press('The flame or the jet wants it')
    expect(confirm).not.toHaveBeenCalled()
    press('Tamsin')
    expect(confirm).toHaveBeenCalledExactlyOnceWith({ kind: 'done' }, 'tamsin')
    expect(kept()).toMatchObject([{ body: { text: '12 psi', reason: 'The flame or the jet wants it' } }])
  })
})

describe('what stands beside a step', () => {
  const beside = (stepId: string, run = cutRun()) => {
    const { inHand } = inHandOf(upTo(run, stepId))
    const step = inHand.progress.steps[inHand.progress.index]
    if (!step) throw new Error(stepId)
    show(
      <Beside step={step} inHand={inHand} reading={undefined} gone={undefined} onStart={() => undefined} />,
    )
    return step
  }
  it('is a gauge to look at where a pressure is set', () => {
    beside('set-oxygen')
    expect(document.querySelector('svg')?.textContent).toContain('100')
    // nobody has looked yet: it shows where the needle should stand, and no needle
    expect(document.querySelector('[data-needle]')).toBeNull()
  })
  it('is a gauge with its target where the needle stands while nothing flows, by that method', () => {
    const step = beside('set-oxygen', staticRun())
    const stands = /needle stands at (\d+) psi/.exec(step.act)?.[1] ?? 'nowhere'
    expect(screen.getByRole('img').getAttribute('aria-label')).toContain(`${stands} psi with the valve shut`)
  })
  it('is a pace and the figures that go with the cut', () => {
    const step = beside('cut')
    expect(step.also?.length).toBeGreaterThan(1)
    expect(document.querySelectorAll('dl dt')).toHaveLength(step.also?.length ?? 0)
    expect(screen.getByRole('button', { name: 'Start the pace' })).toBeTruthy()
  })
  it('is a clock where a hose is purged', () => {
    beside('purge-oxygen')
    expect(screen.getByRole('timer')).toBeTruthy()
    expect(screen.queryByLabelText(/Read off/)).toBeNull()
  })
})

describe('the gauge of a step', () => {
  const gauges = {
    ...FIRST_SETTINGS.gauges,
    oxygen: { range: '10 bar', division: '0.5 bar', amber: '6', red: '8' },
  }
  const gauge = async (settings: object, risePa = 0) => {
    answering({ '/api/settings': { ...FIRST_SETTINGS, ...settings } })
    const figure = figureNamed(planOf(cutRun()), 'cuttingOxygenPressure')
    if (!figure) throw new Error('there is no setting')
    const { container } = show(<Gauge figure={figure} gas="oxygen" risePa={risePa} />)
    return { container, figure }
  }
  it('is the shop’s own: its unit, its strokes, its coloured zones', async () => {
    const { container } = await gauge({ gauges })
    await waitFor(() => expect(container.querySelector('[data-zone=red]')).not.toBeNull())
    expect(container.querySelector('[data-zone=amber]')).not.toBeNull()
    // 10 bar by halves: 21 strokes
    expect(container.querySelectorAll('line').length).toBeGreaterThanOrEqual(21)
    expect(said()).toMatch(/[\d.]+ bar/)
  })
  it('is as usual where nothing was said, and has no zone that nobody asked for', async () => {
    const { container } = await gauge({})
    expect(container.querySelector('[data-zone]')).toBeNull()
    expect(said()).toMatch(/\d+ psi/)
  })
  it('stands higher by the rise where nothing flows while it is set', async () => {
    const { figure } = await gauge({}, 2 * PSI_PA)
    const psi = Math.round((figure.value + 2 * PSI_PA) / PSI_PA)
    expect(screen.getByRole('img').getAttribute('aria-label')).toContain(`${psi} psi with the valve shut`)
  })
})

describe('a bare number at a gauge', () => {
  it('is in the unit of the gauge, whatever the screen shows', async () => {
    const run = upTo(cutRun(), 'set-oxygen')
    const gauges = { ...FIRST_SETTINGS.gauges, oxygen: { range: '10 bar', division: '', amber: '', red: '' } }
    answering({ '/api/settings': { ...FIRST_SETTINGS, gauges }, '/api/people': PEOPLE })
    const { inHand } = inHandOf(run)
    const store = makeStore()
    show(<Guide inHand={inHand} />, store)
    await waitFor(() => expect(said()).toContain('bar'))
    fireEvent.change(screen.getByLabelText('Read off'), { target: { value: '2.7' } })
    expect(said()).toContain('39.2 psi')
  })
})
