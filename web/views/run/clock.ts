import { useEffect, useState } from 'react'
import { alarmSounds } from '../../work/voice.ts'
import { SETTLE_MS } from './settle.ts'

const TICK_MS = 200

/** The time now, again and again while `running`; a slept or reloaded page is right at once, since it is the wall's time. */
export function useNow(running: boolean): number {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    if (!running) return
    const timer = window.setInterval(() => setNow(Date.now()), TICK_MS)
    return () => window.clearInterval(timer)
  }, [running])
  return now
}

/** Keeps the screen awake while the page is in sight; true when the browser refuses. */
export function useWakeLock(): boolean {
  const [refused, setRefused] = useState(false)
  useEffect(() => {
    let lock: WakeLockSentinel | undefined
    let gone = false
    const take = () => {
      if (document.visibilityState !== 'visible') return
      if (!('wakeLock' in navigator)) {
        setRefused(true)
        return
      }
      navigator.wakeLock.request('screen').then(
        (got) => {
          lock = got
          setRefused(false)
          if (gone) void got.release()
        },
        () => setRefused(true),
      )
    }
    take()
    document.addEventListener('visibilitychange', take)
    return () => {
      gone = true
      document.removeEventListener('visibilitychange', take)
      void lock?.release()
    }
  }, [])
  return refused
}

/** True while the browser would refuse to sound an alarm: nobody has touched the page yet. */
export function useSoundRefused(): boolean {
  const [refused, setRefused] = useState(() => !navigator.userActivation.hasBeenActive)
  useEffect(() => {
    if (!refused) return
    const heard = () => setRefused(!navigator.userActivation.hasBeenActive)
    window.addEventListener('pointerup', heard)
    window.addEventListener('keyup', heard)
    return () => {
      window.removeEventListener('pointerup', heard)
      window.removeEventListener('keyup', heard)
    }
  }, [refused])
  return refused
}

let audio: AudioContext | undefined

/** A tone this long is an alarm or the end of a clock: nothing is said over it. s */
const ALARM_S = 0.4

/** A short tone. A browser that makes no sound stays silent: what sounds is always shown as well. */
export function beep(frequency: number, seconds: number): void {
  if (seconds >= ALARM_S) alarmSounds(seconds)
  // a page that nobody has touched yet may make no sound
  if (!navigator.userActivation.hasBeenActive) return
  try {
    audio ??= new AudioContext()
    const tone = audio.createOscillator()
    const level = audio.createGain()
    level.gain.value = 0.2
    tone.frequency.value = frequency
    tone.connect(level).connect(audio.destination)
    tone.start()
    tone.stop(audio.currentTime + seconds)
  } catch {
    // no sound device
  }
  navigator.vibrate?.(seconds * 1000)
}

/** True just after the step has changed: a second tap of a gloved hand, or one meant for the step before, does nothing. */
export function useSettling(index: number): boolean {
  const [settled, setSettled] = useState(index)
  useEffect(() => {
    const timer = window.setTimeout(() => setSettled(index), SETTLE_MS)
    return () => window.clearTimeout(timer)
  }, [index])
  return settled !== index
}
