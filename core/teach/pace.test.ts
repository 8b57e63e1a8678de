import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wantedFor } from '../cut-sim/wanted.ts'
import { findSign } from '../check/faults.ts'
import {
  calibrated,
  judgedBy,
  PACE_KEYS,
  paceBoard,
  preheatOf,
  startsAtM,
  type PaceBoard,
} from './pace-board.ts'
import { goodPace, paceHand, type PaceHabit } from './pace-hands.ts'
import { foundOnCut, type Said } from './pace-found.ts'
import { fateOf, paceScoreOf, scorePace, tickOf, type PaceRecording } from './pace-judge.ts'
import {
  beginCut,
  HIGHEST_MM,
  MOST_PACE_MOVES,
  movePace,
  PACE_DOES,
  PACE_TICK_S,
  paceInParts,
  pacerMm,
  tickPace,
  WAITS_MM,
  type PaceMove,
  type PaceState,
} from './pace-play.ts'
import { boardOfPreset, PACE_PRESETS, pacePresetOf, playPreset, type PacePreset } from './pace-presets.ts'
import { DONE } from './points.ts'
import { paceAsks, paceSeen } from './pace-words.ts'

const SAID: Said = {
  length: (m) => `${(m * 1000).toFixed(1)} mm`,
  along: (m) => `${(m * 1000).toFixed(0)} mm`,
  speed: (v) => `${(v * 1000).toFixed(1)} mm/s`,
  temperature: (c) => `${Math.round(c)} °C`,
}
const scored = (board: PaceBoard, habit: PaceHabit = {}) => {
  const { state } = paceHand(board, habit)
  const score = scorePace(state)
  const found = foundOnCut(state, score.result, SAID)
  return { ...score, state, found, names: found.map((f) => `${f.sign.id}/${f.cause.id}`) }
}
const watched = (preset: PacePreset, metric = true) => {
  const { state } = playPreset(preset, boardOfPreset(preset, metric))
  const score = scorePace(state)
  const found = foundOnCut(state, score.result, SAID)
  return { ...score, state, found, names: found.map((f) => `${f.sign.id}/${f.cause.id}`) }
}
const square = calibrated(paceBoard('square', true))

describe('a good hand', () => {
  it('drops the piece on every board, in inch and metric shops, guided and free', () => {
    for (const key of PACE_KEYS)
      for (const metric of [true, false])
        for (const guide of [true, false]) {
          const { state, made } = goodPace(paceBoard(key, metric, { guide, collar: guide }))
          const { points, result } = scorePace(state)
          expect(result.drops, `${key} ${metric} ${guide}`).toBe(true)
          expect(points, `${key} ${metric} ${guide}`).toBeGreaterThan(95)
          // and is told of nothing, but for the dross that any bevel leaves
          const names = foundOnCut(state, result, SAID).map((f) => `${f.sign.id}/${f.cause.id}`)
          expect(
            names.filter((n) => n !== 'bevel-dross/bevel-normal'),
            `${key} ${metric} ${guide}`,
          ).toEqual([])
          expect(made.length).toBeLessThan(MOST_PACE_MOVES)
        }
  })
  it('drops it with every fuel, which heats as slowly as it is planned', () => {
    for (const fuel of ['propane', 'propylene', 'natural-gas', 'hydrogen'] as const)
      for (const thickness of [0.003, 0.012]) {
        const board = paceBoard('square', true, { fuel, thickness })
        expect(board.gas.fuel).toBe(fuel)
        expect(board.told.preheatS).toBe(preheatOf(board.plate, board.gas))
        const { result, state } = scored(board)
        expect(result.drops, fuel).toBe(true)
        expect((result.starts[0]?.t ?? 0) / state.board.told.preheatS, fuel).toBeGreaterThan(0.8)
        expect(state.board.calibration?.flame, fuel).toBeLessThan(1)
      }
  })
  it('is none where its arm swings and is let go', () => {
    const free = { guide: false, collar: false }
    expect(scored(paceBoard('square', true, free), { letsGo: true }).result.waviness).toBeGreaterThan(0.002)
    expect(scored(paceBoard('square', true, free)).result.waviness).toBeLessThan(0.001)
  })
})

describe('the pace', () => {
  it('is what most of the points follow from: half of it closes thin plate, twice of it loses the cut', () => {
    const thin = calibrated(paceBoard('thin', true))
    const at = (board: PaceBoard, pace: number) => scored(board, { pace }).points
    expect(at(thin, 1)).toBeGreaterThan(95)
    expect(at(thin, 0.4)).toBeLessThan(60)
    expect(scored(thin, { pace: 0.4 }).names).toContain('closes-behind/too-slow')
    expect(at(square, 0.5)).toBeLessThan(80)
    expect(scored(square, { pace: 0.5 }).names).toContain('top-melted/too-slow')
    expect(at(square, 2.1)).toBeLessThan(35)
    expect(scored(square, { pace: 2.1 }).names).toContain('cut-lost/too-fast')
    for (const pace of [0.87, 1.13]) expect(at(square, pace), String(pace)).toBeGreaterThan(90)
  })
  it('that swells and sinks ridges the face', () => {
    const { names, marks } = scored(square, { sways: { share: 0.8, hz: 0.9 } })
    expect(names).toContain('saw-toothed/unsteady')
    expect(marks.find((m) => m.text === 'The face is ridged.')).toBeDefined()
  })
  it('is ticked less plainly the better somebody does', () => {
    expect(tickOf([])).toBe(1)
    expect(tickOf([40, 79, 12])).toBe(1)
    expect(tickOf([81, 40, 90])).toBeCloseTo(1 / 3, 9)
    expect(tickOf([81, 99, 90, 10])).toBe(0)
  })
  it('has a mark that goes at it from where the cut went', () => {
    const state = beginCut(square)
    expect(pacerMm(state)).toBeUndefined()
    const played = paceHand(square, { pace: 0.5 }).state
    expect(played.went).toBeUndefined()
    const went = { at: played.at, from: 12 }
    const later = (ticks: number) => pacerMm({ ...played, went, at: went.at + ticks })
    expect(later(60)).toBeCloseTo(12 + 60 * PACE_TICK_S * square.told.speed * 1000, 6)
    // it stays on the plate
    expect(later(60_000)).toBeUndefined()
  })
  it('is reckoned anew from where a lost cut is picked up', () => {
    const { made, until } = playPreset('recover', square)
    const state = beginCut(square)
    const began: number[] = []
    for (const now of paceInParts(state, made, until)) {
      const from = now.went?.from
      if (from !== undefined && from !== began.at(-1)) began.push(from)
      if (now.sim.mode === 'off') expect(pacerMm(now)).toBeUndefined()
    }
    expect(began).toHaveLength(2)
    expect(began[0]).toBeLessThan(1)
    expect(began[1]).toBeGreaterThan(40)
  })
})

describe('a cut that is watched', () => {
  const SHOWS: Readonly<Record<PacePreset, readonly [verdict: string, ...names: string[]]>> = {
    good: ['drops'],
    'thin-slow': ['closed-behind', 'closes-behind/too-slow', 'top-melted/too-slow'],
    rush: ['not-through', 'cut-lost/too-fast', 'blows-back/too-fast'],
    recover: ['drops', 'cut-lost/too-fast'],
    'low-pierce': ['drops', 'blows-back/pierced-low'],
    soon: ['nothing-cut', 'will-not-start/preheat-little'],
    high: ['drops', 'wide-kerf/too-high'],
    'big-tip': ['closed-behind', 'closes-behind/tip-large', 'top-melted/tip-large'],
    'poor-oxygen': ['drops', 'drag-leans/oxygen-low'],
  }
  /** Saved by the hand, or no fault of it. */
  const MENDED: ReadonlySet<PacePreset> = new Set(['recover', 'high', 'poor-oxygen'])
  it.each(PACE_PRESETS)('shows what it is called: %s', (preset) => {
    const [verdict, ...names] = SHOWS[preset]
    for (const metric of [true, false]) {
      const r = watched(preset, metric)
      expect(r.result.verdict).toBe(verdict)
      for (const name of names) expect(r.names).toContain(name)
      if (preset === 'good') expect(r.names).toEqual([])
      // what is watched as a fault is no task done
      else if (!MENDED.has(preset)) expect(r.points).toBeLessThan(DONE)
      // in the fault finder's own words
      for (const { sign } of r.found) expect(findSign(sign.id)?.name).toBe(sign.name)
    }
    expect(pacePresetOf(preset).title).not.toBe('')
  })
  it('never calls good what it finds a fault of', () => {
    const GOOD = {
      'top-melted': 'The top edge is sharp.',
      'saw-toothed': 'The face is even.',
      'drag-leans': 'Drag lines stand nearly upright.',
      'wide-kerf': 'The kerf is as wide as it should be.',
      gouges: 'No gouges.',
      'slag-sticks': 'Slag falls off by itself.',
      wavy: 'The line is straight.',
    } as const
    const hands: readonly PaceHabit[] = [
      {},
      { pace: 0.6 },
      { pace: 1.35 },
      { over: 4 },
      { over: -3 },
      { lean: 25 },
      { sways: { share: 0.4, hz: 0.9 } },
      { letsGo: true },
    ]
    for (const key of ['square', 'thin', 'thick'] as const)
      for (const habit of hands) {
        const board = calibrated(paceBoard(key, true, { guide: false, collar: false }))
        const { found, marks } = scored(board, habit)
        const said = marks.map((m) => m.text)
        for (const { sign } of found)
          expect(said, `${key} ${JSON.stringify(habit)}`).not.toContain(GOOD[sign.id as keyof typeof GOOD])
      }
  })
  it('may round the edge where it was heated to start: no flame is turned down for that', () => {
    const { names, marks, result } = watched('recover')
    expect(result.findings.map((f) => f.sign)).toContain('top-melted')
    expect(names).not.toContain('top-melted/preheat-much')
    expect(marks.map((m) => m.text)).toContain('The top edge is sharp, but where it was heated to start.')
  })
  it('is picked up again from the edge of what is cut, and is not from where it was lost', () => {
    const r = watched('recover')
    expect(r.result.starts.map((s) => s.kind)).toEqual(['edge', 'kerf'])
    expect(r.result.starts[1]?.x).toBeCloseTo(r.result.losses[0]?.x ?? 0, 3)
    const not = scored(square, { rush: { fromMm: 50, times: 3, forMm: 40 }, back: 'not' })
    expect(not.result.drops).toBe(false)
  })
  it('says what was measured, in the shop’s words', () => {
    const found = watched('thin-slow').found.find((f) => f.sign.id === 'closes-behind')
    expect(found?.measured).toMatch(
      /^Walls too hot to freeze the slag, on \d+ % of the line\. You went 3\.\d mm\/s; it wants 10\.\d mm\/s\.$/,
    )
    // the pace at the loss, not the mean of a cut that was good before and after it
    expect(watched('recover').found[0]?.measured).toMatch(
      /^Lost \d+ mm along, at (1[3-9]|2\d)\.\d mm\/s; it wants 7\.\d mm\/s\.$/,
    )
    expect(watched('soon').found[0]?.measured).toMatch(/^The top was at \d+ °C when it was pressed\.$/)
  })
})

describe('what becomes of a piece', () => {
  it('is told first, whichever it is', () => {
    const stainless = { ...square, plate: { ...square.plate, metal: 'stainless-304' } }
    expect(fateOf(scored(stainless).result)).toMatch(/does not burn/)
    const foul = { ...square, gas: { ...square.gas, purity: 0.9 } }
    expect(fateOf(scored(foul).result)).toMatch(/impure/)
    expect(fateOf(scored(square).result)).toBe('The piece drops by itself.')
    expect(fateOf(watched('thin-slow').result)).toMatch(/^It hangs: closed again/)
    expect(fateOf(watched('rush').result)).toMatch(/^It hangs: \d+ % of the line is not through/)
  })
  it('is worth nothing where nothing was done', () => {
    const idle: PaceRecording = { kind: 'pace', task: 'square', board: square, made: [], until: 60 }
    expect(paceScoreOf(idle).points).toBe(0)
  })
})

describe('a recording', () => {
  it('is worth the same whenever it is played, written down and read again', () => {
    const { made, until, state } = playPreset('recover', boardOfPreset('recover', false))
    const recording: PaceRecording = { kind: 'pace', task: 'square', board: state.board, made, until }
    const { points, marks } = scorePace(state)
    const again = paceScoreOf(JSON.parse(JSON.stringify(recording)) as PaceRecording)
    expect(again.points).toBe(points)
    expect(again.marks).toEqual(marks)
  })
  it('of any hand at all comes to a score, its heat accounted for', () => {
    const thin = calibrated(paceBoard('thin', true, { guide: false, collar: false }))
    const move = fc.tuple(
      fc.integer({ min: 0, max: 900 }),
      fc.constantFrom(...PACE_DOES),
      fc.double({ min: -60, max: 200, noNaN: true }),
      fc.constantFrom(0, 1),
    )
    fc.assert(
      fc.property(fc.array(move, { maxLength: 40 }), (moves) => {
        const made = moves.toSorted((a, b) => a[0] - b[0]) as unknown as PaceMove[]
        const { points, result } = paceScoreOf({ kind: 'pace', task: 'thin', board: thin, made, until: 900 })
        expect(points).toBeGreaterThanOrEqual(0)
        expect(points).toBeLessThanOrEqual(100)
        expect(Math.abs(result.energy.imbalance)).toBeLessThan(1e-6)
      }),
      { numRuns: 40 },
    )
  })
})

describe('the hand', () => {
  const passes = (state: PaceState, seconds: number) => {
    for (let i = 0; i < seconds / PACE_TICK_S; i++) tickPace(state)
  }
  it('comes after what leads it without a jerk, and stands still when it is there', () => {
    const state = beginCut(square)
    movePace(state, [0, 'at', 40, 0])
    let last = state.x
    let fastest = 0
    for (let i = 0; i < 120; i++) {
      tickPace(state)
      expect(state.x).toBeGreaterThanOrEqual(last)
      fastest = Math.max(fastest, Math.abs(state.x - last))
      last = state.x
    }
    expect(state.x).toBe(40)
    expect(state.vx).toBe(0)
    // no jump: nowhere the whole way in one moment
    expect(fastest).toBeLessThan(10)
  })
  it('raises, leans and presses at a hand’s speed, and stays where it can be', () => {
    const state = beginCut(paceBoard('square', true, { collar: false }))
    movePace(state, [0, 'height', 500])
    movePace(state, [0, 'lean', 90])
    movePace(state, [0, 'lever', 1, 1])
    tickPace(state)
    expect(state.height).toBeLessThan(8)
    expect(state.lever).toBeLessThan(0.05)
    passes(state, 3)
    expect(state.height).toBe(HIGHEST_MM)
    expect(state.lean).toBe(45)
    expect(state.lever).toBe(1)
    movePace(state, [0, 'at', -900, 0])
    passes(state, 2)
    expect(state.x).toBe(WAITS_MM)
  })
  it('is held by the collar: no lower than planned, and back to it', () => {
    const state = beginCut(square)
    movePace(state, [0, 'height', 1])
    passes(state, 1)
    expect(state.height).toBeCloseTo(square.plan.height * 1000, 9)
    const free = beginCut(paceBoard('square', true, { collar: false }))
    movePace(free, [0, 'height', 1])
    passes(free, 1)
    expect(free.height).toBe(1)
  })
  it('ends by itself once it is past the end with the lever up', () => {
    const { state, made } = goodPace(square)
    expect(state.finished).toBe(true)
    expect(made.at(-1)?.[1]).not.toBe('finish')
    const at = state.at
    tickPace(state)
    movePace(state, [at, 'lever', 1])
    expect(state.at).toBe(at)
    expect(state.wantsLever).toBe(0)
  })
})

describe('a board', () => {
  it('is ready when the plan says, under the flame that its plate wants', () => {
    for (const key of ['square', 'pierce', 'thick'] as const) {
      const board = calibrated(paceBoard(key, true))
      const { result } = scored(board)
      const ready = (result.starts[0]?.t ?? 0) / board.told.preheatS
      expect(ready, key).toBeGreaterThan(0.85)
      expect(ready, key).toBeLessThan(1.3)
    }
    expect(calibrated(square)).toBe(square)
  })
  it('goes by the plan’s law of purity, not by the model’s own', () => {
    const board = calibrated(paceBoard('square', true, { purity: 0.985 }))
    expect(board.calibration?.purity).toBeCloseTo(0.75, 9)
    expect(beginCut(board).sim.jet.purity).toBeCloseTo(0.75, 9)
  })
  it('takes a plan as right that lies in the published ranges, and judges one that does not', () => {
    const { gas, plan, plate } = paceBoard('square', true)
    const told = { height: plan.height, standoff: plan.standoff, speed: plan.speed, bevel: 0 }
    expect(judgedBy(plate, gas, told)).toMatchObject({ orifice: gas.orifice, speed: plan.speed })
    const large = { ...gas, orifice: 0.002, flameHeat: gas.flameHeat * 3 }
    const wanted = wantedFor(plate.thickness).plan
    expect(judgedBy(plate, large, { ...told, speed: 0.03 })).toMatchObject({
      orifice: wanted.orifice,
      flameHeat: wanted.flameHeat,
      speed: wanted.speed,
    })
  })
  it('says what is asked for, by what it is', () => {
    const asks = PACE_KEYS.map((key) => paceAsks(paceBoard(key, true)))
    expect(new Set(asks).size).toBe(PACE_KEYS.length)
    const disc = paceBoard('circle', true)
    expect(paceAsks({ ...disc, plate: { ...disc.plate, start: 'edge' } })).toMatch(/^From the edge/)
    expect(startsAtM({ start: 'edge' })).toBe(0)
  })
})

describe('what is seen', () => {
  /** All that was seen while a hand cut. */
  const seenBy = (board: PaceBoard, habit: PaceHabit) => {
    const { made, until } = paceHand(board, habit)
    const state = beginCut(board)
    const seen = []
    let next = 0
    while (state.at < until && !state.finished) {
      for (let m = made[next]; m && m[0] <= state.at; m = made[++next]) movePace(state, m)
      tickPace(state)
      seen.push(paceSeen(state))
    }
    return seen
  }
  it('is an edge that brightens, then sparks straight down', () => {
    const seen = seenBy(square, {})
    expect(seen[0]?.glow).toBe('beside the plate')
    const glows = [...new Set(seen.slice(0, 600).map((s) => s.glow))]
    expect(glows.indexOf('dark cherry')).toBeGreaterThan(glows.indexOf('dull red'))
    // the trade's own cue, and no sooner
    const pressed = seen.findIndex((s) => s.sparks !== 'none')
    expect(seen[pressed - 20]?.glow).toBe('bright cherry')
    expect(seen.slice(0, pressed - 120).map((s) => s.glow)).not.toContain('bright cherry')
    const cutting = seen.filter((s) => s.sparks !== 'none')
    expect(cutting.every((s) => s.glow === 'white hot, burning')).toBe(true)
    expect(cutting.filter((s) => s.sparks === 'down').length / cutting.length).toBeGreaterThan(0.9)
  })
  it('is a spot that goes wet before a pierce', () => {
    const seen = seenBy(calibrated(paceBoard('pierce', true)), {})
    const pressed = seen.findIndex((s) => s.sparks !== 'none')
    expect(seen.slice(0, pressed).map((s) => s.glow)).toContain('orange, wet')
    expect(seen.slice(0, pressed - 300).some((s) => s.glow.endsWith('wet'))).toBe(false)
  })
  it('is sparks that trail and come up, and a word when it is lost', () => {
    const seen = seenBy(square, { pace: 2.1 })
    expect(seen.some((s) => s.sparks === 'trail' || s.sparks === 'up')).toBe(true)
    expect(seen.some((s) => s.happened?.startsWith('The cut is lost'))).toBe(true)
  })
  it('is told when it pops, blows back, chills, or closes', () => {
    const says = (board: PaceBoard, habit: PaceHabit) => seenBy(board, habit).map((s) => s.happened ?? '')
    expect(says(calibrated(paceBoard('pierce', true)), { backs: 1 })).toContain(
      'Slag blows back into the tip: too low for a pierce.',
    )
    expect(says(square, { waits: 0.5 })).toContain(
      'Nothing starts: the oxygen chills it. Lever up, and heat on.',
    )
    expect(says(calibrated(paceBoard('thin', true)), { pace: 0.33 })).toContain('It closes behind the torch.')
    expect(says(calibrated(paceBoard('square', true, { collar: false })), { over: -5 })).toContain(
      'It pops: the cones touched the work.',
    )
  })
})
