import letters from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff2?url'
import { expose } from 'comlink'
import { HeatPainter } from '../drawing/heat-paint.ts'
import { heatWork, paintWith, type HeatWorker } from './heat-work.ts'

const worker: HeatWorker = {
  ...heatWork,
  stage(map, side) {
    const [onMap, onSide] = [map.getContext('2d'), side.getContext('2d')]
    if (onMap && onSide) paintWith(new HeatPainter(onMap, onSide))
  },
}
// what is written on the joint is written as on the page: a worker has no letters of its own
const font = new FontFace('Atkinson Hyperlegible Next', `url(${letters})`)
const { fonts } = globalThis as unknown as { readonly fonts: FontFaceSet }
fonts.add(font)
void font.load().catch(() => undefined)
expose(worker)
