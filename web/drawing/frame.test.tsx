// @vitest-environment jsdom
import { render } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { browserParts, clear } from '../test-support.tsx'
import { Frame } from './Frame.tsx'

/** What was asked of the page's layout, in order: `k` for a scale, `box` for a place; and `put` for a word that was moved. */
let asked: string[] = []
let frames: (() => void)[] = []
/** Where the words lie before they are moved: px from the left, each 20 wide. */
let at: Readonly<Record<string, number>> = {}

beforeEach(() => {
  browserParts()
  asked = []
  frames = []
  vi.stubGlobal('requestAnimationFrame', (f: () => void) => frames.push(f))
  Object.assign(SVGElement.prototype, { getScreenCTM: () => (asked.push('k'), { a: 2 }) })
  vi.spyOn(Element.prototype, 'getBoundingClientRect').mockImplementation(function (this: Element) {
    asked.push('box')
    const isWord = this.tagName === 'text'
    const left = isWord ? (at[this.textContent ?? ''] ?? 0) : 0
    const width = isWord ? 20 : 400
    return { left, top: 0, right: left + width, bottom: isWord ? 14 : 300 } as DOMRect
  })
})
afterEach(() => {
  clear()
  vi.restoreAllMocks()
})

const Two = ({ first, second }: { readonly first: string; readonly second: string }) => (
  <>
    {[first, second].map((name) => (
      <Frame key={name.charAt(0)} aria-label={name}>
        <text>{name}</text>
        <text>beside</text>
      </Frame>
    ))}
  </>
)
const moved = (container: HTMLElement) =>
  [...container.querySelectorAll('text')].map((t) => t.style.translate !== '')

describe('a drawing', () => {
  it('has its words apart as soon as it is there, at the scale of its own part', () => {
    at = { a: 100, b: 300, beside: 105 }
    const { container } = render(<Two first="a" second="b" />)
    expect(frames).toEqual([])
    // on the first the two lay on each other, on the second they do not
    expect(moved(container).filter(Boolean)).toHaveLength(1)
    expect(container.querySelector('svg')?.style.getPropertyValue('--k')).toBe('0.5')
  })
  it('that is drawn anew is laid out once before the next frame, together with the others', () => {
    at = { a: 100, b: 300, beside: 105 }
    const { container, rerender } = render(<Two first="a" second="b" />)
    asked = []
    at = { a: 300, b: 100, beside: 105 }
    rerender(<Two first="a" second="b" />)
    rerender(<Two first="a" second="b" />)
    expect(asked).toEqual([])
    expect(frames).toHaveLength(1)
    frames[0]?.()
    expect(moved(container).slice(0, 2)).toEqual([false, false])
    expect(moved(container).slice(2).filter(Boolean)).toHaveLength(1)
    // both scales are read before either is changed, and every place before any word is moved
    expect(asked.join(' ')).toBe('k k box box box box box box k')
    // the next time is one of its own
    rerender(<Two first="a" second="b" />)
    expect(frames).toHaveLength(2)
  })
  it('that is gone by then is not laid out', () => {
    const { rerender, unmount } = render(<Two first="a" second="b" />)
    rerender(<Two first="a" second="b" />)
    unmount()
    asked = []
    frames[0]?.()
    expect(asked).toEqual([])
  })
})
