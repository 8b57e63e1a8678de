import fc from 'fast-check'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { calibrated, PACE_KEYS, paceBoard } from '#core/teach/pace-board.ts'
import { goodPace, paceHand, type Cut } from '#core/teach/pace-hands.ts'
import { beginCut, movePace, tickPace, type PaceState } from '#core/teach/pace-play.ts'
import { boardOfPreset, playPreset } from '#core/teach/pace-presets.ts'
import { LIGHTS } from './flame-paint.ts'
import { PacePainter } from './pace-paint.ts'
import { hashed, onSheet, placeOnPlan, planPlace, type PaceLook } from './pace-place.ts'
import { quietCanvas, quietPictures, type PutDown } from './paint-test-support.ts'

let pictures: PutDown
beforeEach(() => {
  pictures = quietPictures()
})
afterEach(() => {
  vi.unstubAllGlobals()
})

const LOOK: PaceLook = {
  plan: { width: 800, height: 160 },
  face: { width: 800, height: 360 },
  dense: 1,
  light: 'shed',
  motionless: false,
  mirrored: false,
  tick: 1,
  ruler: { stepMm: 5, each: 4, by: 20 },
}
const paint = (state: PaceState, look: Partial<PaceLook> = {}, good?: PaceState) => {
  const [plan, face] = [quietCanvas(), quietCanvas()]
  new PacePainter(plan.context, face.context).paint(
    state,
    { ...LOOK, ...look },
    { pacer: 30, torch: { x: 20, height: 7 } },
    good,
  )
  return { plan, face }
}
/** A cut as it stood after so many moments. */
const after = ({ made, state: { board } }: Cut, moments: number): PaceState => {
  const state = beginCut(board)
  let next = 0
  while (state.at < moments) {
    for (let m = made[next]; m && m[0] <= state.at; m = made[++next]) movePace(state, m)
    tickPace(state)
  }
  return state
}
const square = goodPace(calibrated(paceBoard('square', true)))
const half = Math.round(square.until * 0.7)

describe('a plate as it is painted', () => {
  it('is seen whatever is cut, by whichever light, under way and at its end', () => {
    for (const key of PACE_KEYS) {
      const cut = goodPace(calibrated(paceBoard(key, true)))
      for (const light of LIGHTS) {
        const going = paint(after(cut, Math.round(cut.until * 0.8)), { light })
        expect(going.face.done['drawImage'], key).toBe(1)
        const over = paint(cut.state, { light }, cut.state)
        // one's own face, and the good one
        expect(over.face.done['drawImage'], key).toBe(2)
        expect(over.face.texts).toContain('As it should be')
      }
    }
  })
  it('is brightest where the torch is', () => {
    paint(after(square, 600))
    const [plan] = pictures
    if (!plan) throw new Error('nothing painted')
    const at = (column: number) => [0, 1, 2].reduce((n, k) => n + (plan.data[column * 4 + k] ?? 0), 0)
    // the edge is held, and is nearly ready
    expect(at(0)).toBeGreaterThan(at(plan.width - 2) + 100)
  })
  it('has sparks under it only while it cuts, and drag lines only where it is cut', () => {
    const heating = paint(after(square, 200)).face.done
    const cutting = paint(after(square, half)).face.done
    expect(cutting['stroke'] ?? 0).toBeGreaterThan((heating['stroke'] ?? 0) + 60)
  })
  it('is hatched where it is not through, and has blobs where it closed again', () => {
    const lost = playPreset('rush', boardOfPreset('rush', true)).state
    const shut = playPreset('thin-slow', boardOfPreset('thin-slow', true)).state
    const thin = goodPace(calibrated(paceBoard('thin', true))).state
    expect(paint(shut, {}, thin).face.done['ellipse'] ?? 0).toBeGreaterThan(60)
    expect(paint(thin, {}, thin).face.done['ellipse'] ?? 0).toBe(0)
    expect(paint(lost, {}, square.state).face.done['moveTo'] ?? 0).toBeGreaterThan(
      paint(square.state, {}, square.state).face.done['moveTo'] ?? 0,
    )
  })
  it('shows where to go back to once it is lost, and gouges where the hand wandered', () => {
    const cut = paceHand(calibrated(paceBoard('square', true)), { pace: 2.1 })
    const state = after(cut, cut.until - 5)
    expect(state.sim.losses.length).toBe(1)
    expect(paint(state).face.texts).toContain('back to here')
  })
  it('keeps the film that heat drew on it, once it has cooled', () => {
    const { made, state: cut } = square
    const state = beginCut(cut.board)
    const [plan, face] = [quietCanvas(), quietCanvas()]
    const painter = new PacePainter(plan.context, face.context)
    let next = 0
    for (let n = 0; n < half; n++) {
      for (let m = made[next]; m && m[0] <= state.at; m = made[++next]) movePace(state, m)
      tickPace(state)
      if (n % 20 === 0) painter.paint(state, LOOK, { pacer: undefined, torch: undefined }, undefined)
    }
    painter.paint(state, LOOK, { pacer: undefined, torch: undefined }, undefined)
    // the plan's picture is put down first, the face's after it
    const seen = pictures.at(-2)
    const [, top] = state.sim.heat.shells
    // ten millimetres from the start, a few beside the line: it has been hotter
    const column = 10
    expect(top?.[column]).toBeLessThan(300)
    const colour = (row: number) =>
      Array.from(seen?.data.slice((row * (seen?.width ?? 0) + column) * 4).slice(0, 3) ?? [])
    paint(state)
    const bare = pictures.at(-2)
    const without = (row: number) =>
      Array.from(bare?.data.slice((row * (bare?.width ?? 0) + column) * 4).slice(0, 3) ?? [])
    expect(colour(3)).not.toEqual(without(3))
  })
  it('says where its depth is not drawn as it is long', () => {
    const thin = goodPace(calibrated(paceBoard('thin', true)))
    expect(paint(after(thin, 60)).face.texts.join()).toMatch(/Depth drawn \d+ times its size/)
    expect(paint(thin.state, {}, thin.state).face.texts).toContain('As it should be')
    expect(paint(thin.state, {}, thin.state).face.texts.join()).toMatch(/Yours\. Depth drawn/)
    const inch = goodPace(calibrated(paceBoard('square', true, { thickness: 0.025 })))
    expect(paint(after(inch, 60)).face.texts.join()).not.toContain('Depth')
    const thick = goodPace(calibrated(paceBoard('thick', true)))
    expect(paint(after(thick, 60)).face.texts.join()).toMatch(/Depth drawn at 0\.\d of its size/)
  })
  it('has no mark of the planned pace where nobody asks for it', () => {
    const state = after(square, half)
    const with_ = paint(state).face.done['fill'] ?? 0
    expect(paint(state, { tick: 0 }).face.done['fill']).toBe(with_ - 1)
  })
})

describe('a place under a finger', () => {
  it('is the place that is drawn there, on a line and round a hole', () => {
    for (const key of ['square', 'circle'] as const) {
      const state = { board: paceBoard(key, true) }
      const size = { width: 700, height: 300 }
      const at = planPlace(state, size)
      fc.assert(
        fc.property(
          fc.double({ min: 0, max: state.board.plate.length * 1000, noNaN: true }),
          fc.double({ min: -8, max: 8, noNaN: true }),
          (x, y) => {
            const found = placeOnPlan(state, size, ...at(x, y), x)
            expect(found.x).toBeCloseTo(x, 6)
            expect(found.y).toBeCloseTo(y, 6)
          },
        ),
      )
    }
  })
  it('goes on past the top of a hole', () => {
    const state = { board: paceBoard('circle', true) }
    const length = state.board.plate.length * 1000
    const size = { width: 400, height: 400 }
    const [px, py] = planPlace(state, size)(length + 5, 0)
    expect(placeOnPlan(state, size, px, py, length).x).toBeCloseTo(length + 5, 6)
    expect(placeOnPlan(state, size, px, py, 0).x).toBeCloseTo(5, 6)
  })
  it('is on the other side for the left hand, where it is still read from left to right', () => {
    expect(onSheet({ width: 700, height: 1 }, { mirrored: true }, 100)).toBe(600)
    expect(onSheet({ width: 700, height: 1 }, { mirrored: false }, 100)).toBe(100)
    const left = paint(square.state, { mirrored: true }, square.state).face
    expect(left.texts.join()).toContain('Yours')
    // each text is turned back by itself
    expect(left.done['scale']).toBe(left.texts.length)
  })
  it('jitters the same whenever it is drawn', () => {
    expect(hashed(7, 3)).toBe(hashed(7, 3))
    const all = Array.from({ length: 400 }, (_, i) => hashed(i))
    expect(Math.min(...all)).toBeLessThan(0.05)
    expect(Math.max(...all)).toBeGreaterThan(0.95)
  })
})
