import { planBraze, readBraze } from '../braze/index.ts'
import { planCut, readCut } from '../cut/index.ts'

/** A plain cut of 5/8 in plate, planned. */
export function cutPlanOf(work: object = {}, rig: object = {}) {
  const read = readCut({
    kind: 'cut',
    work: { metal: 'low-carbon-steel', thickness: '5/8 in', length: '24 in', ...work },
    rig: { fuel: 'acetylene', handling: 'hand', guide: 'part', tipRadius: '1/4 in', ...rig },
  })
  if (!read.ok) throw new Error(read.errors[0]?.message)
  return { plan: planCut(read.request), request: read.request }
}

/** A copper socket of 22 mm, planned. */
export function brazePlanOf(work: object = {}, rig: object = {}) {
  const read = readBraze({
    kind: 'braze',
    work: {
      joint: 'socket',
      a: { metal: 'copper', outsideDiameter: '22 mm', wall: '1 mm' },
      b: { metal: 'copper', depth: '15.4 mm' },
      ...work,
    },
    rig: { fuel: 'acetylene', ...rig },
  })
  if (!read.ok) throw new Error(read.errors[0]?.message)
  return { plan: planBraze(read.request), request: read.request }
}
