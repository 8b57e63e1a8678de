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

/** Where words lie, and where they are not to lie. */
interface Measured {
  readonly words: readonly SVGTextElement[]
  readonly boxes: readonly Box[]
  readonly fixed: readonly Box[]
  readonly frame: Box
}

/** Puts every word at its true size where its drawing has it. */
function putBack(svg: SVGSVGElement, perPixel: number): readonly SVGTextElement[] {
  svg.style.setProperty('--k', String(perPixel))
  const words = [...svg.querySelectorAll<SVGTextElement>('text:not([data-fixed])')].filter(
    (t) => t.textContent !== '',
  )
  for (const word of words) word.style.translate = ''
  return words
}

function measure(svg: SVGSVGElement, words: readonly SVGTextElement[]): Measured | undefined {
  const { left, top, right, bottom } = boxOf(svg)
  if (right - left < 1) return undefined
  return {
    words,
    boxes: words.map(boxOf),
    // what is written in a sign stays in it
    fixed: [...svg.querySelectorAll('text[data-fixed]')].map(boxOf),
    frame: { left: left - EDGE, top: top - EDGE, right: right + EDGE, bottom: bottom + EDGE },
  }
}

/** A word that is moved, in the units that its own part of the drawing has. */
interface Moved {
  readonly word: SVGTextElement
  readonly dx: number
  readonly dy: number
}

function apart({ words, boxes, fixed, frame }: Measured): readonly Moved[] {
  const moves = settle(boxes, frame, fixed)
  return words.flatMap((word, i) => {
    const { dx, dy } = moves[i] ?? { dx: 0, dy: 0 }
    if (dx === 0 && dy === 0) return []
    const parent = word.parentElement as SVGGraphicsElement | null
    const scale = parent?.getScreenCTM()?.a ?? 1
    return [{ word, dx: dx / scale, dy: dy / scale }]
  })
}

/**
 * Draws the words at their true size, and moves apart those that lie on each other. All drawings of a page together: what
 * is measured is measured at one time, since every change between makes the page be laid out anew.
 */
function layOut(drawings: readonly SVGSVGElement[]): void {
  const scales = drawings.map(unitsPerPixel)
  const words = drawings.map((svg, i) => putBack(svg, scales[i] ?? 1))
  const measured = drawings.map((svg, i) => measure(svg, words[i] ?? []))
  const moved = measured.flatMap((m) => (m ? apart(m) : []))
  for (const { word, dx, dy } of moved) word.style.translate = `${dx}px ${dy}px`
}

const waiting = new Set<SVGSVGElement>()
/** The same before the next frame is painted. */
function layOutSoon(svg: SVGSVGElement): void {
  if (waiting.size === 0)
    requestAnimationFrame(() => {
      const drawings = [...waiting].filter((d) => d.isConnected)
      waiting.clear()
      layOut(drawings)
    })
  waiting.add(svg)
}

/**
 * A drawing whose words are never scaled with it: 14 px and more whatever its size, each beside the others and within
 * the frame.
 */
export function Frame({ className = 'h-full w-full', children, ...rest }: SVGProps<SVGSVGElement>) {
  const ref = useRef<SVGSVGElement>(null)
  const there = useRef(false)
  useLayoutEffect(() => {
    const svg = ref.current
    if (!svg) return
    // what is drawn for paper is read at once, and on no screen
    if (there.current) layOutSoon(svg)
    else layOut([svg])
    there.current = true
  })
  useLayoutEffect(() => {
    const svg = ref.current
    if (!svg || typeof ResizeObserver === 'undefined') return
    const seen = new ResizeObserver(() => layOut([svg]))
    seen.observe(svg)
    // words are as wide as their letters once those are there
    if (document.fonts?.status === 'loading') void document.fonts.ready.then(() => layOut([svg]))
    return () => seen.disconnect()
  }, [])
  return (
    <svg ref={ref} role="img" className={`drawing ${className}`} {...rest}>
      {children}
    </svg>
  )
}
