// @vitest-environment jsdom
import { screen, waitFor, within } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { FIRST_RIG } from '#application/first.ts'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import Pocket from './Pocket.tsx'

const NONE = { cuts: [], kerfs: [], brazes: [], held: {}, divisions: {}, tried: [] }
const torch = { id: 't1', name: 'Yard torch', rig: { ...FIRST_RIG, fuel: 'acetylene' } }
const answers = (torches: readonly object[], gear: readonly object[] = []) =>
  answering({
    '/api/torches': torches,
    '/api/gear': gear,
    '/api/records?kind=cut': NONE,
    '/api/records/cut': NONE,
  })
const open = () =>
  show(
    <Routes>
      <Route path="/rig/pocket/:torchId" element={<Pocket />} />
    </Routes>,
    undefined,
    '/rig/pocket/t1',
  )
beforeEach(() => browserParts())
afterEach(clear)

describe('a pocket chart on screen', () => {
  it('names torch, hose, regulators and day, and lists every plate with its figures and tags', async () => {
    answers(
      [torch],
      [
        { id: 's', kind: 'set', name: 'Set', active: true, fields: { torch: 't1', members: 'o,f' } },
        { id: 'f', kind: 'regulator', name: 'Red two-stage', active: true, fields: { gas: 'acetylene' } },
        { id: 'o', kind: 'regulator', name: 'Green two-stage', active: true, fields: { gas: 'oxygen' } },
      ],
    )
    open()
    await waitFor(() =>
      expect(screen.getByRole('heading', { name: /Pocket chart, Yard torch/ })).toBeTruthy(),
    )
    await waitFor(() => expect(said()).toContain('Green two-stage and Red two-stage'))
    expect(said()).toMatch(/hose/)
    expect(said()).toMatch(/\d{4}-\d\d-\d\d/)
    const plates = within(screen.getByRole('list', { name: 'Plates' })).getAllByText(/in$|mm$/)
    expect(plates.length).toBeGreaterThan(14)
    expect(said()).toContain('worked out')
    expect(screen.getByRole('button', { name: 'Save as PDF' })).toBeTruthy()
  })
  it('is a dash with its reason where a plate is stopped', async () => {
    answers([{ ...torch, rig: { ...torch.rig, tipOrifice: '0.03 in' } }])
    open()
    await waitFor(() => expect(said()).toContain('– This tip will not do it'))
  })
  it('says so when the torch is gone, or cannot be read', async () => {
    answers([])
    open()
    await waitFor(() => expect(said()).toContain('There is no such torch'))
    clear()
    browserParts()
    answers([{ ...torch, rig: { ...torch.rig, tipOrifice: 'wide' } }])
    open()
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('cannot be planned with'))
  })
})
