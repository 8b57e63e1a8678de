import { expose } from 'comlink'
import { HeatPainter } from '../drawing/heat-paint.ts'
import { heatWork, paintWith, type HeatWorker } from './heat-work.ts'
import { ownLetters } from './own-letters.ts'

const letters = ownLetters()
const worker: HeatWorker = {
  ...heatWork,
  stage(map, side) {
    const [onMap, onSide] = [map.getContext('2d'), side.getContext('2d')]
    if (onMap && onSide) void letters.then(() => paintWith(new HeatPainter(onMap, onSide)))
  },
}
expose(worker)
