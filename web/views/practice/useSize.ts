import { useEffect, useState, type RefObject } from 'react'

/** The size of something on the page, px of the page. */
export function useSize(ref: RefObject<HTMLElement | null>): {
  readonly width: number
  readonly height: number
} {
  const [size, setSize] = useState({ width: 0, height: 0 })
  useEffect(() => {
    const element = ref.current
    if (!element) return
    const look = () => setSize({ width: element.clientWidth, height: element.clientHeight })
    look()
    const seen = new ResizeObserver(look)
    seen.observe(element)
    return () => seen.disconnect()
  }, [ref])
  return size
}
