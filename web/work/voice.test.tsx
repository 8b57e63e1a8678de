// @vitest-environment jsdom
import { act, screen } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { device } from '../app/device.ts'
import { makeStore } from '../app/store.ts'
import { answering, browserParts, clear, show } from '../test-support.tsx'
import Settings from '../views/settings/Settings.tsx'
import { alarmSounds, speak, useReadAloud, voiceHere } from './voice.ts'

const voice = (name: string, localService: boolean, lang = 'en-GB') => ({ name, localService, lang })
const LOCAL = voice('Here', true)

/** A browser with these voices; gives what it was made to say, and how often it was stopped. */
function voices(...all: readonly object[]) {
  const said: string[] = []
  const cancel = vi.fn()
  vi.stubGlobal(
    'SpeechSynthesisUtterance',
    class {
      voice: unknown
      constructor(readonly text: string) {}
    },
  )
  vi.stubGlobal('speechSynthesis', {
    getVoices: () => all,
    speak: (u: { text: string; voice: { name: string } }) => said.push(`${u.voice.name}: ${u.text}`),
    cancel,
    addEventListener() {},
    removeEventListener() {},
  })
  return { said, cancel }
}

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'Date'], shouldAdvanceTime: true })
  browserParts()
  answering({})
  // an alarm of the test before is over
  alarmSounds(0)
})
afterEach(() => {
  vi.useRealTimers()
  clear()
})

function Reads({ text, of }: { readonly text: string; readonly of: number }) {
  useReadAloud(() => text, of)
  return null
}

describe('a step read aloud', () => {
  it('is said by a voice of the device itself, never by one that asks the network', () => {
    const { said } = voices(voice('Far', false), voice('Ici', true, 'fr-FR'), LOCAL)
    speak('Open the oxygen')
    expect(said).toEqual(['Here: Open the oxygen'])
    const none = voices(voice('Far', false))
    expect(voiceHere()).toBeUndefined()
    speak('Open the oxygen')
    expect(none.said).toEqual([])
  })
  it('never talks over an alarm: it stops, and waits until that is over', () => {
    const { said, cancel } = voices(LOCAL)
    alarmSounds(2)
    expect(cancel).toHaveBeenCalled()
    speak('Next')
    expect(said).toEqual([])
    act(() => void vi.advanceTimersByTime(2100))
    expect(said).toEqual(['Here: Next'])
    // what is taken back meanwhile is never said
    alarmSounds(2)
    speak('Late')()
    act(() => void vi.advanceTimersByTime(2100))
    expect(said).toEqual(['Here: Next'])
  })
  it('is off at first, and told once for each step when it is on', () => {
    const { said } = voices(LOCAL)
    const store = makeStore()
    const { rerender } = show(<Reads text="One" of={1} />, store)
    expect(said).toEqual([])
    act(() => void store.dispatch(device.actions.changed({ voice: true })))
    expect(said).toEqual(['Here: One'])
    rerender(<Reads text="One, with its figure" of={1} />)
    rerender(<Reads text="Two" of={2} />)
    expect(said).toEqual(['Here: One', 'Here: Two'])
  })
  it('is offered in Settings where the device has a voice, and its absence is said', async () => {
    voices()
    show(<Settings />)
    expect(await screen.findByText(/This device has no voice of its own/)).toBeTruthy()
    clear()
    browserParts()
    answering({})
    voices(LOCAL)
    show(<Settings />)
    expect(await screen.findByText('Read aloud')).toBeTruthy()
  })
})
