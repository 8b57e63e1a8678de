import { useLayoutEffect, useRef, type SVGProps } from 'react'
import { settle, type Box } from './settle.ts'

/** A word lies on the drawing's edge when it is no further out than this, px. */
const EDGE = 0.5

const boxOf = (e: Element): Box => e.getBoundingClientRect()

/** How many units of its own a drawing has for a pixel of the screen. */
function unitsPerPixel(svg: SVGSVGElement): number {
  const matrix = svg.getScreenCTM()
  return matrix && matrix.a > 0 ? 1 / matrix.a : 1
}

/** Draws the words at their true size, and moves apart those that lie on each other. */
function layOut(svg: SVGSVGElement): void {
  svg.style.setProperty('--k', String(unitsPerPixel(svg)))
  const words = [...svg.querySelectorAll<SVGTextElement>('text:not([data-fixed])')].filter(
    (t) => t.textContent !== '',
  )
  for (const word of words) word.style.translate = ''
  const { left, top, right, bottom } = boxOf(svg)
  if (right - left < 1) return
  const frame = { left: left - EDGE, top: top - EDGE, right: right + EDGE, bottom: bottom + EDGE }
  // what is written in a sign stays in it
  const fixed = [...svg.querySelectorAll('text[data-fixed]')].map(boxOf)
  const moves = settle(words.map(boxOf), frame, fixed)
  words.forEach((word, i) => {
    const move = moves[i]
    const parent = word.parentElement as SVGGraphicsElement | null
    const scale = parent?.getScreenCTM()?.a ?? 1
    if (move && (move.dx !== 0 || move.dy !== 0))
      word.style.translate = `${move.dx / scale}px ${move.dy / scale}px`
  })
}

/**
 * A drawing whose words are never scaled with it: 14 px and more whatever its size, each beside the others and within
 * the frame.
 */
export function Frame({ className = 'h-full w-full', children, ...rest }: SVGProps<SVGSVGElement>) {
  const ref = useRef<SVGSVGElement>(null)
  useLayoutEffect(() => {
    if (ref.current) layOut(ref.current)
  })
  useLayoutEffect(() => {
    const svg = ref.current
    if (!svg || typeof ResizeObserver === 'undefined') return
    const seen = new ResizeObserver(() => layOut(svg))
    seen.observe(svg)
    // words are as wide as their letters once those are there
    if (document.fonts?.status === 'loading') void document.fonts.ready.then(() => layOut(svg))
    return () => seen.disconnect()
  }, [])
  return (
    <svg ref={ref} role="img" className={`drawing ${className}`} {...rest}>
      {children}
    </svg>
  )
}
