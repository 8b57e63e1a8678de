import { expose } from 'comlink'
import { PacePainter } from '../drawing/pace-paint.ts'
import { ownLetters } from './own-letters.ts'
import { paceWork, paintWith, type PaceWorker } from './pace-work.ts'

const letters = ownLetters()
const worker: PaceWorker = {
  ...paceWork,
  stage(plan, face) {
    const [onPlan, onFace] = [plan.getContext('2d'), face.getContext('2d')]
    if (onPlan && onFace) void letters.then(() => paintWith(new PacePainter(onPlan, onFace)))
  },
}
expose(worker)
