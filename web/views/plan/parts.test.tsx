// @vitest-environment jsdom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { firstDraft, FIRST_SETTINGS } from '#application/first.ts'
import { NO_RUNS, planPiece } from '#application/plan-of.ts'
import { procedureOf } from '#application/procedure-of.ts'
import type { Caution } from '#core/cut/index.ts'
import type { CutPlan } from '#core/cut/types.ts'
import { PHASE_NAMES, sentenceOf } from '#core/line/steps.ts'
import { MOST_BYTES } from '#core/outline/drawing.ts'
import { FLATTEN_MM, planOutline, readSvg } from '#core/outline/index.ts'
import { device } from '../../app/device.ts'
import { makeStore } from '../../app/store.ts'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import { Cautions } from './Cautions.tsx'
import { CUT_WORDS } from './figure-words.ts'
import { HowSheet } from './HowSheet.tsx'
import { Facts, Problems } from './outline/Facts.tsx'
import { whyRefused } from './outline/useOutlineFile.ts'
import { StepList } from './StepList.tsx'

const draft = firstDraft(FIRST_SETTINGS)
const planned = planPiece(draft, FIRST_SETTINGS, NO_RUNS)
if (!planned.ok) throw new Error('the first piece is not planned')
const plan = planned.plan as CutPlan
const procedure = procedureOf(draft.rig.torch, planned, FIRST_SETTINGS)

beforeEach(() => {
  browserParts()
  answering({})
})
afterEach(clear)

describe('the steps on the plan', () => {
  it('are those of the run, in its order and numbered through, with the figure of each', () => {
    if (!procedure.ok) throw new Error(procedure.text)
    show(
      <StepList procedure={procedure} sentence={(s) => sentenceOf(s.act, s.figure ? `<${s.figure}>` : '')} />,
    )
    const acts = screen.getAllByRole('listitem').map((li) => li.textContent ?? '')
    expect(acts).toHaveLength(procedure.steps.length)
    procedure.steps.forEach((s, i) => {
      expect(acts[i]).toContain(sentenceOf(s.act, s.figure ? `<${s.figure}>` : ''))
      expect(acts[i]?.startsWith(String(i + 1))).toBe(true)
    })
    const heads = screen.getAllByRole('heading', { level: 3 }).map((h) => h.textContent?.toLowerCase())
    expect(heads[0]).toBe(PHASE_NAMES.before)
    expect(heads.at(-1)).toBe(PHASE_NAMES.after)
  })
  it('are none, with the reason, where the model accepts none', () => {
    show(
      <StepList
        procedure={{ ok: false, because: 'stop', text: 'The plan is stopped.' }}
        sentence={() => ''}
      />,
    )
    expect(said()).toBe('No steps: The plan is stopped.')
  })
})

describe('cautions', () => {
  const caution: Caution = { code: 'coating', text: 'Paint is taken off, a hand each side.' } as Caution
  it('are signed with a name and a moment, and the signature can be taken back', () => {
    const change = vi.fn()
    const { rerender } = show(<Cautions cautions={[caution]} ticked={[]} onChange={change} />)
    const sign = screen.getByRole('button')
    expect(sign).toHaveProperty('disabled', true)
    fireEvent.change(screen.getByPlaceholderText('Your name'), { target: { value: ' Orla ' } })
    fireEvent.click(sign)
    const [signed] = change.mock.calls[0]?.[0] as [{ code: string; by: string; at: string }]
    expect(signed).toMatchObject({ code: 'coating', by: 'Orla' })
    expect(Date.parse(signed.at)).not.toBeNaN()
    rerender(<Cautions cautions={[caution]} ticked={[signed]} onChange={change} />)
    expect(said()).toContain('Orla')
    fireEvent.click(screen.getByRole('button', { name: 'Take it back' }))
    expect(change).toHaveBeenLastCalledWith([])
  })
  it('have the name of whoever this screen is set to ready', async () => {
    clear()
    browserParts()
    answering({ '/api/people': [{ id: 'o', name: 'Orla', role: 'practised', active: true }] })
    const store = makeStore()
    store.dispatch(device.actions.changed({ personId: 'o' }))
    show(<Cautions cautions={[caution]} ticked={[]} onChange={() => undefined} />, store)
    await waitFor(() => expect(screen.getByPlaceholderText('Your name')).toHaveProperty('value', 'Orla'))
  })
  it('are no box of their own where there are none', () => {
    show(<Cautions cautions={[]} ticked={[]} onChange={() => undefined} />)
    expect(said()).toBe('')
  })
})

describe('how a figure was worked out', () => {
  const station = { id: 'kerf', title: 'Kerf', figures: ['kerf', 'noSuchFigure'] }
  it('is told in words, with where it comes from, its span and what it rests on', () => {
    show(<HowSheet station={station} plan={plan} words={CUT_WORDS} onClose={() => undefined} />)
    const kerf = plan.figures.kerf
    expect(said()).toContain(kerf?.because)
    expect(said()).toContain('worked out')
    expect(document.querySelectorAll('dl dt').length).toBe(kerf?.from.length)
    // the span that is shown is the likely one; the wide one is told beside it
    expect(said()).toMatch(/nineteen times of twenty in 0\.0\d/)
    // raw keys and raw numbers are nobody's words
    for (const dt of document.querySelectorAll('dl dt')) expect(dt.textContent).not.toMatch(/[a-z][A-Z]/)
    expect(said()).toContain('Not given.')
  })
  it('leaves out what this plan does not have, where that is asked for', () => {
    show(<HowSheet sparse station={station} plan={plan} words={CUT_WORDS} onClose={() => undefined} />)
    expect(said()).not.toContain('Not given.')
  })
})

describe('a drawing', () => {
  it('is refused by its name or its size in a sentence, and else read', () => {
    expect(whyRefused({ name: 'shoe.svg', size: 1000 })).toBeUndefined()
    expect(whyRefused({ name: 'SHOE.DXF', size: MOST_BYTES })).toBeUndefined()
    expect(whyRefused({ name: 'shoe.pdf', size: 1 })).toBe('The file should end in .dxf or .svg.')
    expect(whyRefused({ name: 'shoe.dxf', size: MOST_BYTES + 1e6 })).toMatch(/more than \d+ MB is not read/)
  })
  const drawing = readSvg(
    '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="80mm" viewBox="0 0 100 80"><path d="M0 0H100V80H0Z"/><circle cx="50" cy="40" r="10"/></svg>',
    { unit: undefined, toleranceMm: FLATTEN_MM },
  )
  if (!drawing.ok) throw new Error(drawing.message)
  const square = planOutline(drawing.strokes, { kerfMm: 2, thicknessMm: 10 })
  it('tells its size, its parts and holes, and whose kerf it is worked out with', () => {
    show(<Facts plan={square} kerfMm={2} kerfGiven={false} />)
    expect(said()).toMatch(/Size3\.937 in × 3\.1\d* in|Size.* × .*/)
    expect(said()).toContain('Parts, holes1, 1')
    expect(said()).toContain('taken as usual')
    expect(said()).toContain('Pierces')
  })
  it('tells what is wrong with it, with a press that shows the place', () => {
    const onShow = vi.fn()
    const problems = [
      { rank: 'stop', text: 'An end stands open.', at: [1, 2] },
      { rank: 'note', text: 'Text is left out.' },
    ] as unknown as Parameters<typeof Problems>[0]['problems']
    show(<Problems problems={problems} onShow={onShow} />)
    fireEvent.click(screen.getByRole('button', { name: 'Show place 1' }))
    expect(onShow).toHaveBeenCalledExactlyOnceWith(0)
    expect(screen.getAllByRole('button')).toHaveLength(1)
  })
})
