// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { PSI_PA } from '#core/quantity/index.ts'
import { figureNamed } from '#core/figure.ts'
import type { InstrumentsNow } from '#contract/types.ts'
import { makeStore } from '../../app/store.ts'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import { Beside } from './Beside.tsx'
import { BigFigure } from './BigFigure.tsx'
import { Clocks } from './Clocks.tsx'
import { Pace } from './Pace.tsx'
import { ReadingNow } from './ReadingNow.tsx'
import { StepClock } from './StepClock.tsx'
import { cutRun, inHandOf, press, upTo } from './test-support.tsx'

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
    show(<BigFigure run={run} name="cuttingOxygenPressure" />)
    const psi = Math.round((figureNamed(run.plan, 'cuttingOxygenPressure')?.value ?? 0) / PSI_PA)
    expect(said()).toMatch(new RegExp(`${psi}psi`))
    expect(said()).toContain('worked out')
    expect(said()).toMatch(/\d+ to \d+ psi will do/)
    clear()
    browserParts()
    answering({})
    show(<BigFigure run={run} name="noSuchFigure" />)
    expect(said()).toBe('')
  })
})

describe('a reading', () => {
  const run = cutRun()
  const figure = figureNamed(run.plan, 'cuttingOxygenPressure')
  if (!figure) throw new Error('the plan sets no oxygen')
  const instruments = (pa: number | null, quality = 'good') =>
    ({
      instruments: [
        {
          id: 'i',
          kind: 'test-gauge',
          name: 'Bench gauge',
          channels: [],
        },
      ],
      pa,
      quality,
    }) as unknown as InstrumentsNow
  const reading = (onConfirm = vi.fn()) => {
    const store = makeStore()
    show(<ReadingNow runId="r1" name="cuttingOxygenPressure" figure={figure} onConfirm={onConfirm} />, store)
    return { onConfirm, store }
  }
  const type = (text: string) =>
    fireEvent.change(screen.getByLabelText(/Read off|read off/), { target: { value: text } })
  it('that is typed and will do goes into the log, and confirms the step', () => {
    const { onConfirm, store } = reading()
    const psi = Math.round(figure.value / PSI_PA)
    type(`${psi} psi`)
    press('Done, as read')
    expect(onConfirm).toHaveBeenCalledOnce()
    expect(store.getState().outbox.items).toHaveLength(1)
    expect(store.getState().outbox.items[0]).toMatchObject({
      route: 'addReading',
      body: { runId: 'r1', figure: 'cuttingOxygenPressure', text: `${psi} psi`, device: '' },
    })
  })
  it('that is far off confirms nothing, and says what was planned', () => {
    const { onConfirm, store } = reading()
    type('90 psi')
    expect(said()).toContain('That is not what was planned')
    expect(screen.getByRole('button', { name: 'Done, as read' })).toHaveProperty('disabled', true)
    expect(onConfirm).not.toHaveBeenCalled()
    expect(store.getState().outbox.items).toEqual([])
  })
  it('that cannot be read gets its sentence at the field, and is kept', () => {
    const { onConfirm } = reading()
    type('forty')
    press('Done, as read')
    expect(screen.getByLabelText(/Read off/)).toHaveProperty('value', 'forty')
    expect(said()).toMatch(/forty/)
    expect(onConfirm).not.toHaveBeenCalled()
  })
  it('is not asked for where no gauge shows the figure', () => {
    show(<ReadingNow runId="r1" name="drag" figure={figure} onConfirm={() => undefined} />)
    expect(screen.queryByRole('region', { name: 'The reading' })).toBeNull()
  })
  it('is typed when there are instruments, but none for this', async () => {
    clear()
    browserParts()
    answering({ '/api/instruments': instruments(null) })
    reading()
    await waitFor(() => expect(screen.getByLabelText('Read off')).toBeTruthy())
    expect(screen.queryByRole('button', { name: 'Done, by the gauge' })).toBeNull()
  })
})

describe('what stands beside a step', () => {
  const beside = (stepId: string) => {
    const { inHand } = inHandOf(upTo(cutRun(), stepId))
    const step = inHand.progress.steps[inHand.progress.index]
    if (!step) throw new Error(stepId)
    show(
      <Beside
        step={step}
        inHand={inHand}
        gone={undefined}
        onStart={() => undefined}
        onDone={() => undefined}
      />,
    )
    return step
  }
  it('is a gauge to look at where a pressure is set', () => {
    beside('set-oxygen')
    expect(screen.getByLabelText(/Read off/)).toBeTruthy()
    expect(document.querySelector('svg')?.textContent).toContain('100')
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
