import { useEffect, useState } from 'react'

/** A form's state that survives a reload: kept in the browser until it is let go. */
export function useKeptForm<T extends object>(
  key: string,
  first: T,
): readonly [T, (part: Partial<T>) => void, () => void] {
  const name = `wimble.form.${key}`
  const [form, setForm] = useState<T>(() => {
    try {
      return { ...first, ...(JSON.parse(localStorage.getItem(name) ?? '{}') as Partial<T>) }
    } catch {
      return first
    }
  })
  const [gone, setGone] = useState(false)
  useEffect(() => {
    if (gone) return
    try {
      localStorage.setItem(name, JSON.stringify(form))
    } catch {
      // a browser without room keeps no form over a reload: it stays on the page, and what is saved goes its own way
    }
  }, [name, form, gone])
  const change = (part: Partial<T>) => setForm((now) => ({ ...now, ...part }))
  const letGo = () => {
    setGone(true)
    localStorage.removeItem(name)
  }
  return [form, change, letGo]
}
