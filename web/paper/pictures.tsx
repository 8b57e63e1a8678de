import type { ReactNode } from 'react'
import { flushSync } from 'react-dom'
import { createRoot } from 'react-dom/client'
import { ShopAs, type ShopView } from '../app/shop.ts'
import type { Picture } from './picture.ts'
import { readDrawing } from './read-drawing.ts'

/** A drawing of the screen that goes onto paper: px wide and high, of which 96 are an inch. */
export interface Drawn {
  readonly node: ReactNode
  readonly width: number
  readonly height: number
}
/** Gives a drawing as strokes and words; undefined for one that could not be drawn. */
export type ReadDrawn = (drawn: Drawn) => Promise<Picture | undefined>

/** Draws out of sight, on white, in the units and words of the shop, and reads what was drawn. */
export const drawnFor =
  (shop: ShopView): ReadDrawn =>
  async ({ node, width, height }) => {
    const place = document.createElement('div')
    place.className = 'on-paper'
    Object.assign(place.style, {
      position: 'fixed',
      left: '-9999px',
      top: '0',
      width: `${width}px`,
      height: `${height}px`,
    })
    document.body.append(place)
    const root = createRoot(place)
    try {
      await document.fonts.ready
      flushSync(() => root.render(<ShopAs value={shop}>{node}</ShopAs>))
      const svg = place.querySelector('svg')
      return svg ? readDrawing(svg) : undefined
    } finally {
      root.unmount()
      place.remove()
    }
  }
