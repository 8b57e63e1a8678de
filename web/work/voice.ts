/** The browser's own voice, where the device has one: only voices that speak without a network are used. */
import { useEffect, useRef, useState } from 'react'
import { useApp } from '../app/store.ts'

const synthesis = (): SpeechSynthesis | undefined =>
  'speechSynthesis' in window ? speechSynthesis : undefined

/** A voice of the device itself that speaks the language of the pages; undefined where it has none. */
export const voiceHere = (): SpeechSynthesisVoice | undefined =>
  synthesis()
    ?.getVoices()
    .find((v) => v.localService && v.lang.toLowerCase().startsWith('en'))

/** Until when an alarm is heard: nothing is said over it. ms */
let alarmUntil = 0

/** An alarm sounds for so long: what is being said stops, and what comes waits until it is over. */
export function alarmSounds(seconds: number): void {
  alarmUntil = Date.now() + seconds * 1000
  synthesis()?.cancel()
}

/** Says a sentence in place of what is being said; after an alarm, never over it. Answers with what takes it back. */
export function speak(text: string): () => void {
  const voice = voiceHere()
  const speaks = synthesis()
  if (!voice || !speaks || text === '') return () => undefined
  const begin = () => {
    speaks.cancel()
    const said = new SpeechSynthesisUtterance(text)
    said.voice = voice
    speaks.speak(said)
  }
  const wait = alarmUntil - Date.now()
  if (wait <= 0) {
    begin()
    return () => speaks.cancel()
  }
  const timer = window.setTimeout(begin, wait)
  return () => {
    window.clearTimeout(timer)
    speaks.cancel()
  }
}

/** Whether this device has a voice of its own; browsers find theirs a moment after the page. */
export function useVoiceHere(): boolean {
  const [has, setHas] = useState(() => voiceHere() !== undefined)
  useEffect(() => {
    const look = () => setHas(voiceHere() !== undefined)
    synthesis()?.addEventListener('voiceschanged', look)
    return () => synthesis()?.removeEventListener('voiceschanged', look)
  }, [])
  return has
}

/** Reads a text aloud when `of` changes, where this screen is asked to; on opening too. It is put together only then. */
export function useReadAloud(text: () => string, of: string | number): void {
  const on = useApp((s) => s.device.voice)
  const latest = useRef(text)
  latest.current = text
  useEffect(() => (on ? speak(latest.current()) : undefined), [on, of])
}
