// @vitest-environment jsdom
import { screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { answering, browserParts, clear, said, show } from '../../test-support.tsx'
import { FlameCardPanel } from './FlameCardPanel.tsx'

beforeEach(() => {
  browserParts()
  answering({})
})
afterEach(clear)

const card = (fuel: 'acetylene' | 'propane' | 'mps') =>
  show(<FlameCardPanel fuel={fuel} lever={false} wanted="neutral" steps={[]} onClose={() => undefined} />)

describe('the flame card', () => {
  it('says how hot each flame can be and how its heat lies, worked out', async () => {
    card('acetylene')
    // 3383 K at 1.1 of oxygen to one; 500 of 1257 kJ/mol in the cones
    await waitFor(() =>
      expect(said()).toMatch(/56[0-9]{2} °F at most, 40 % of its heat in the cones; worked out/),
    )
    expect(screen.getAllByText(/at most/)).toHaveLength(3)
  })
  it('has the most of propane’s heat in its cones, that has to bring so much oxygen', async () => {
    card('propane')
    await waitFor(() => expect(said()).toMatch(/at most, (75|80) % of its heat in the cones/))
  })
  it('works nothing out for a fuel that its maker mixes', async () => {
    card('mps')
    await waitFor(() => expect(said()).toContain('of oxygen to 1'))
    // as long as the others take
    await import('#core/flame/burn.ts')
    expect(said()).not.toContain('at most')
  })
})
