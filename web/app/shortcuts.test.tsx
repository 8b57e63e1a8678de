// @vitest-environment jsdom
import { cleanup, fireEvent, render } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { useShortcuts } from './shortcuts.ts'

afterEach(cleanup)

function Keys({ handlers }: { readonly handlers: Readonly<Record<string, () => void>> }) {
  useShortcuts(handlers)
  return <input aria-label="Anything" />
}
const press = (key: string, target: Element = document.body) => fireEvent.keyDown(target, { key })
describe('keys', () => {
  it('lead to a place after g, and nowhere else: no other view answers to the second, and the third is itself at once', () => {
    const shell = { 'g r': vi.fn(), r: vi.fn() }
    const plan = { r: vi.fn() }
    render(
      <>
        <Keys handlers={shell} />
        <Keys handlers={plan} />
      </>,
    )
    press('g')
    press('r')
    expect(shell['g r']).toHaveBeenCalledOnce()
    expect(plan.r).not.toHaveBeenCalled()
    press('r')
    expect(plan.r).toHaveBeenCalledOnce()
    expect(shell.r).toHaveBeenCalledOnce()
  })
  it('are letters while somebody types', () => {
    const q = vi.fn()
    const { getByLabelText } = render(<Keys handlers={{ q }} />)
    press('q', getByLabelText('Anything'))
    expect(q).not.toHaveBeenCalled()
    press('q')
    expect(q).toHaveBeenCalledOnce()
  })
})
