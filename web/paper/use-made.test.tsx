// @vitest-environment jsdom
import { act, cleanup, fireEvent, renderHook, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { FIRST_SETTINGS } from '#application/first.ts'
import { ShopOf } from '../app/shop.ts'
import { useMade } from './useMade.ts'

const opened = vi.fn()
beforeEach(() => {
  opened.mockReset().mockReturnValue(window)
  vi.stubGlobal('open', opened)
  URL.createObjectURL = () => 'blob:made'
})
afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

const used = (make: Parameters<typeof useMade>[1], region: 'us' | 'iso' = 'iso') =>
  renderHook(({ name }) => useMade(name, make), {
    initialProps: { name: 'Gate shoe' },
    wrapper: ({ children }) => <ShopOf settings={{ ...FIRST_SETTINGS, region }}>{children}</ShopOf>,
  })
const pdf = () => vi.fn(() => Promise.resolve<Uint8Array | undefined>(new Uint8Array([37, 80])))

describe('a PDF that is made when it is asked for', () => {
  it.each([
    ['us', 'letter'],
    ['iso', 'a4'],
  ] as const)(
    'in %s is on the paper that is bought there, and opens beside the page',
    async (region, paper) => {
      const make = pdf()
      const { result } = used(make, region)
      expect(make).not.toHaveBeenCalled()
      act(() => result.current.open())
      await waitFor(() => expect(opened).toHaveBeenCalledExactlyOnceWith('blob:made', '_blank'))
      expect(make).toHaveBeenCalledExactlyOnceWith(paper)
      expect(result.current.failed).toBeUndefined()
    },
  )
  it('is asked for by Ctrl and P too, and by no other key', async () => {
    const make = pdf()
    used(make)
    fireEvent.keyDown(window, { key: 'p' })
    fireEvent.keyDown(window, { key: 's', ctrlKey: true })
    expect(make).not.toHaveBeenCalled()
    expect(fireEvent.keyDown(window, { key: 'p', ctrlKey: true })).toBe(false)
    await waitFor(() => expect(opened).toHaveBeenCalledTimes(1))
  })
  it('says so when there is nothing on paper, and when it cannot be made; the next time it forgets', async () => {
    const make = pdf()
    make.mockResolvedValueOnce(undefined).mockRejectedValueOnce(new Error('no memory'))
    const { result } = used(make)
    act(() => result.current.open())
    await waitFor(() => expect(result.current.failed).toBe('There is nothing to print yet.'))
    act(() => result.current.save())
    await waitFor(() => expect(result.current.failed).toBe('The PDF could not be made. Try it again.'))
    act(() => result.current.open())
    await waitFor(() => expect(opened).toHaveBeenCalledTimes(1))
    expect(result.current.failed).toBeUndefined()
  })
  it('keeps its buttons the same while what it is made of changes', () => {
    const { result, rerender } = used(pdf())
    const before = result.current.open
    rerender({ name: 'Gate shoe, lower' })
    expect(result.current.open).toBe(before)
  })
})
