import { useEffect, useRef, useState } from 'react'

/**
 * What is typed into a part of the settings: saved as soon as its field is left, also by leaving the page. What cannot
 * be saved stays as it was typed.
 * @param saved as the shop has it
 * @param save takes what was typed
 * @param good whether it may be saved
 * @returns the value, what changes it, and what the part's box needs to hear of a field that is left
 */
export function useLeft<T>(saved: T, save: (value: T) => void, good: (value: T) => boolean = () => true) {
  const [typed, setTyped] = useState<T>(saved)
  const told = useRef(JSON.stringify(saved))
  const leave = () => {
    const text = JSON.stringify(typed)
    if (text === told.current || !good(typed)) return
    told.current = text
    save(typed)
  }
  const leaving = useRef(leave)
  leaving.current = leave
  useEffect(() => () => leaving.current(), [])
  return { typed, setTyped, onBlur: leave }
}
