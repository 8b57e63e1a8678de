/** Reads a drawing of the screen, as the browser has laid it out, for paper. */
import svgpath from 'svgpath'
import type { Colour, Hatching, Picture, ShapeMark, WordMark } from './picture.ts'
import type { LetterName } from './letters.ts'

const SHAPES = 'path,line,rect,circle,ellipse,polygon,polyline'
/** What is defined to be used by others is not drawn itself. */
const UNDRAWN = 'defs,pattern,clipPath,linearGradient'

/** rgb() or rgba() as a computed style gives it. */
function colourOf(css: string): readonly [Colour, opacity: number] | undefined {
  const [r, g, b, a = 1] = (/rgba?\(([^)]*)\)/.exec(css)?.[1] ?? '').split(/[,/ ]+/).map(Number)
  if (r === undefined || g === undefined || b === undefined || a === 0) return undefined
  return [[r / 255, g / 255, b / 255], a]
}

/** The path of a shape, in its own units. */
function pathOf(shape: Element): string {
  const n = (name: string) => Number(shape.getAttribute(name) ?? 0)
  switch (shape.localName) {
    case 'path':
      return shape.getAttribute('d') ?? ''
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`
    case 'rect': {
      const [x, y, w, h] = [n('x'), n('y'), n('width'), n('height')]
      const r = Math.min(n('rx'), w / 2, h / 2)
      return r > 0
        ? `M${x + r} ${y}h${w - 2 * r}a${r} ${r} 0 0 1 ${r} ${r}v${h - 2 * r}a${r} ${r} 0 0 1 ${-r} ${r}h${-(w - 2 * r)}a${r} ${r} 0 0 1 ${-r} ${-r}v${-(h - 2 * r)}a${r} ${r} 0 0 1 ${r} ${-r}Z`
        : `M${x} ${y}h${w}v${h}h${-w}Z`
    }
    case 'circle':
    case 'ellipse': {
      const [rx, ry] = shape.localName === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')]
      const [cx, cy] = [n('cx'), n('cy')]
      return `M${cx - rx} ${cy}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`
    }
    default: {
      const points = (shape.getAttribute('points') ?? '').trim()
      return `M${points.replace(/\s+/g, 'L')}${shape.localName === 'polygon' ? 'Z' : ''}`
    }
  }
}

/** How opaque an element is with all that it lies in. */
function opacityOf(element: Element, root: Element): number {
  let share = 1
  for (let e: Element | null = element; e && e !== root; e = e.parentElement)
    share *= Number(getComputedStyle(e).opacity)
  return share
}

/** The pattern that a fill points at, as lines; scaled as the shape is that it fills. */
function hatchingOf(svg: SVGSVGElement, css: string, k: number): Hatching | undefined {
  const id = /url\("?#([^")]+)"?\)/.exec(css)?.[1]
  const pattern = id === undefined ? null : svg.querySelector(`pattern[id="${id}"]`)
  const line = pattern?.querySelector('line')
  if (!pattern || !line) return undefined
  const style = getComputedStyle(line)
  const behind = pattern.querySelector('rect')
  return {
    colour: colourOf(style.stroke)?.[0] ?? [0, 0, 0],
    behind: behind ? colourOf(getComputedStyle(behind).fill)?.[0] : undefined,
    apart: Number(pattern.getAttribute('width')) * k,
    thick: parseFloat(style.strokeWidth) * k,
  }
}

/** Which of the paper's letters a word is drawn in. */
function lettersOf({ fontFamily, fontWeight }: CSSStyleDeclaration): LetterName {
  const weight = Number(fontWeight)
  if (!fontFamily.includes('Barlow')) return weight >= 600 ? 'bold' : 'text'
  return weight >= 700 ? 'figure' : weight >= 600 ? 'head' : 'name'
}

/**
 * A drawing on the screen as strokes, fills and words.
 * @returns undefined for one that has no size
 */
export function readDrawing(svg: SVGSVGElement): Picture | undefined {
  const { left, top, width, height } = svg.getBoundingClientRect()
  if (width < 1 || height < 1) return undefined
  // from an element's own units to px of the drawing
  const matrixOf = (e: SVGGraphicsElement): DOMMatrix | undefined => {
    const m = e.getScreenCTM()
    return m ? new DOMMatrix([m.a, m.b, m.c, m.d, m.e - left, m.f - top]) : undefined
  }
  const shape = (e: SVGGraphicsElement): ShapeMark | undefined => {
    const m = matrixOf(e)
    const style = getComputedStyle(e)
    if (!m || style.display === 'none' || style.visibility === 'hidden') return undefined
    const k = Math.sqrt(Math.abs(m.a * m.d - m.b * m.c))
    const own = opacityOf(e, svg)
    const hatching = hatchingOf(svg, style.fill, k)
    const inside = hatching ? undefined : colourOf(style.fill)
    const round = colourOf(style.stroke)
    return {
      kind: 'shape',
      d: svgpath(pathOf(e)).matrix([m.a, m.b, m.c, m.d, m.e, m.f]).abs().round(2).toString(),
      fill: hatching ?? inside?.[0],
      fillOpacity: own * Number(style.fillOpacity) * (inside?.[1] ?? 1),
      evenOdd: style.fillRule === 'evenodd',
      stroke: round?.[0],
      strokeOpacity: own * Number(style.strokeOpacity) * (round?.[1] ?? 1),
      strokeWidth: parseFloat(style.strokeWidth) * k,
      dash:
        style.strokeDasharray === 'none'
          ? []
          : style.strokeDasharray.split(/[, ]+/).map((d) => parseFloat(d) * k),
      round: style.strokeLinecap === 'round',
    }
  }
  const words = (text: SVGTextElement): readonly WordMark[] => {
    const m = matrixOf(text)
    if (!m) return []
    const k = Math.hypot(m.a, m.b)
    const marks: WordMark[] = []
    let letter = 0
    const walker = document.createTreeWalker(text, NodeFilter.SHOW_TEXT)
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const within = node.textContent ?? ''
      const parent = node.parentElement
      if (!parent || within === '' || letter >= text.getNumberOfChars()) continue
      const style = getComputedStyle(parent)
      const colour = colourOf(style.fill)
      const start = text.getStartPositionOfChar(letter)
      const at = new DOMPoint(start.x, start.y).matrixTransform(m)
      letter += within.length
      if (!colour) continue
      marks.push({
        kind: 'word',
        text: within,
        x: at.x,
        y: at.y,
        size: parseFloat(style.fontSize) * k,
        letters: lettersOf(style),
        colour: colour[0],
        turned: Math.atan2(m.b, m.a),
        halo: colourOf(style.stroke) !== undefined && style.paintOrder.startsWith('stroke'),
      })
    }
    return marks
  }
  const marks = [...svg.querySelectorAll<SVGGraphicsElement>(`${SHAPES},text`)]
    .filter((e) => !e.closest(UNDRAWN))
    .flatMap((e): readonly (ShapeMark | WordMark)[] => {
      if (e instanceof SVGTextElement) return words(e)
      const mark = shape(e)
      return mark ? [mark] : []
    })
  return { width, height, marks }
}
