// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { answering, type Heard } from '../test-support.tsx'
import { faultOf, hearFaults, tellFault } from './faults.ts'

let heard: Heard
beforeEach(() => {
  heard = answering({})
})
afterEach(() => vi.unstubAllGlobals())

describe('what broke on a page', () => {
  it('is told without what was typed, and without the names of what was looked at', () => {
    history.pushState(null, '', '/jobs/00000000-0000-4000-8000-000000000001/work')
    tellFault(new TypeError('Cannot read “3/4 in” of "Gusset, for Wren"'))
    const [sent] = heard.sent
    expect(sent?.body['page']).toBe('/jobs/ID/work')
    expect(String(sent?.body['what'])).toMatch(/^TypeError: Cannot read … of …/)
    expect(JSON.stringify(sent?.body)).not.toMatch(/Wren|3\/4/)
  })
  it('is told once, however often it breaks', () => {
    for (let i = 0; i < 5; i++) tellFault(new RangeError('again'))
    expect(heard.sent).toHaveLength(1)
  })
  it('is heard of where nobody caught it', () => {
    hearFaults()
    window.dispatchEvent(new ErrorEvent('error', { error: new Error('nobody caught this') }))
    expect(heard.sent.map((s) => s.body['what'])).toEqual([expect.stringContaining('nobody caught this')])
  })
  it('is words too where somebody threw them', () => {
    expect(faultOf('plain')).toBe('plain')
    expect(faultOf(undefined)).toBe('undefined')
  })
})
