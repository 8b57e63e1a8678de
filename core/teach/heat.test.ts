import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readCase } from '../heat/read-case.ts'
import { caseOf, fillerWanted, gapOf } from './heat-joint.ts'
import { blindHeat, goodHeat } from './heat-hands.ts'
import { heatFindings, heatScoreOf, outcomeOf, scoreHeat, type HeatRecording } from './heat-judge.ts'
import { beginHeat, FARTHEST_MM, MOST_HEAT_MOVES, moveHeat, playHeat, tickHeat } from './heat-play.ts'
import { HEAT_JOINT_KEYS, HEAT_JOINTS, HEAT_PRESETS, presetOf, withAir } from './heat-presets.ts'

const said = (celsius: number) => `${Math.round(celsius)} °C`
const signsOf = (worked: ReturnType<typeof goodHeat>) =>
  heatFindings(worked.state, outcomeOf(worked.state), said).map((f) => `${f.sign.id}: ${f.cause.id}`)

/** Hands that are quicker, slower, or beside. */
const HANDS = [
  { speed: 0.75, asideMm: 0 },
  { speed: 1.3, asideMm: 0 },
  { speed: 1, asideMm: 2 },
  { speed: 1, asideMm: -2 },
]

describe('nothing is scripted: other hands, other joints', () => {
  it('a good pass stays good', () => {
    for (const hand of HANDS) {
      const worked = presetOf('good').play(hand)
      expect(outcomeOf(worked.state).filled, JSON.stringify(hand)).toBeGreaterThan(0.8)
      expect(scoreHeat(worked.state).points, JSON.stringify(hand)).toBeGreaterThan(85)
      expect(signsOf(worked)).toEqual([])
    }
  })
  it('a lip-only pass stays dry inside, though its lip is shut', () => {
    for (const hand of [{ speed: 1, asideMm: 0 }, ...HANDS.slice(0, 2), { speed: 1, asideMm: 1 }]) {
      const worked = presetOf('lip').play(hand)
      const outcome = outcomeOf(worked.state)
      expect(outcome.filled, JSON.stringify(hand)).toBeLessThan(0.5)
      expect(outcome.lip, JSON.stringify(hand)).toBeGreaterThan(0.7)
      expect(outcome.base).toBe(0)
      expect(signsOf(worked), JSON.stringify(hand)).toContain('sealed-lip: lip-only')
      expect(scoreHeat(worked.state).points).toBeLessThan(60)
    }
  })
  it('a good hand is good on every joint that its torch can heat in good time', () => {
    for (const key of HEAT_JOINT_KEYS.filter((k) => k !== 'small' && k !== 'big-alone')) {
      const worked = goodHeat(HEAT_JOINTS[key])
      expect(scoreHeat(worked.state).points, key).toBeGreaterThan(94)
      expect(worked.made.length, key).toBeLessThan(MOST_HEAT_MOVES)
    }
  })
})

describe('a torch of fuel and air', () => {
  it('does the same tube, softer: filled, slower than with oxygen, and nowhere as hot', () => {
    const [oxygen, air] = [HEAT_JOINTS.cup, withAir(HEAT_JOINTS.cup)].map((j) => outcomeOf(goodHeat(j).state))
    expect(air?.filled).toBeGreaterThan(0.8)
    expect(air?.allHotS).toBeGreaterThan(oxygen?.allHotS ?? 0)
    expect(air?.allHotS).toBeLessThan(90)
    expect(air?.peakC).toBeLessThan(oxygen?.peakC ?? 0)
  })
})

describe('what goes wrong says so in the fault finder’s words', () => {
  const expected = {
    good: [],
    lip: ['sealed-lip: lip-only'],
    'no-purge': ['black-inside: no-purge'],
    'small-tip': ['sealed-lip: braze-tip-small'],
    'two-torches': [],
    'ring-thin': ['burnt: too-near'],
    'one-side': ['gap: uneven-heat'],
  } as const
  it.each(HEAT_PRESETS)('%s', (preset) => {
    expect(signsOf(presetOf(preset).play())).toEqual(expected[preset])
  })
  it('a ring on a thin sheet is burnt by who aims at the sheet, and brazed by who aims at the ring', () => {
    const thin = presetOf('ring-thin').play().state
    const [finding] = heatFindings(thin, outcomeOf(thin), said)
    expect(finding?.measured).toMatch(/The sheet melted, at .*. The ring is thicker: aim at that./)
    const thick = blindHeat(HEAT_JOINTS.ring, {
      z: 6,
      swayMm: 4,
      round: true,
      nitrogen: false,
      feedS: 45,
      forS: 8,
      awayMm: 15,
    })
    expect(outcomeOf(thick.state).melted).toEqual([false, false])
    expect(outcomeOf(thick.state).filled).toBeGreaterThan(0.8)
  })
  it('the far side of a big joint stays cold under one torch that is kept on one side', () => {
    const { state } = presetOf('one-side').play()
    const { coldest, base } = outcomeOf(state)
    expect(Math.abs(coldest.pos - 180)).toBeLessThan(30)
    expect(base).toBeLessThan(0.3)
  })
  it('a rod that is held into the flame over cold work drips; over hot work it runs', () => {
    const state = beginHeat(HEAT_JOINTS.cup)
    moveHeat(state, [0, 'torch', 0, 1])
    moveHeat(state, [0, 'flame', 1])
    moveHeat(state, [0, 'rod', 0])
    for (let i = 0; i < 60; i++) tickHeat(state)
    expect(state.dripped).toBeGreaterThan(0)
    const outcome = outcomeOf(state)
    expect(heatFindings(state, outcome, said).map((f) => f.cause.id)).toContain('filler-by-flame')
  })
  it('filler does not wet what was never fluxed', () => {
    const { made, until } = goodHeat(HEAT_JOINTS.tee)
    const bare = playHeat(
      HEAT_JOINTS.tee,
      made.filter((m) => m[1] !== 'flux'),
      until,
    )
    expect(outcomeOf(bare).filled).toBe(0)
    expect(heatFindings(bare, outcomeOf(bare), said).map((f) => f.cause.id)).toContain('no-flux')
  })
  it('flux does not go onto hot work', () => {
    const state = beginHeat(HEAT_JOINTS.lap)
    moveHeat(state, [0, 'torch', 0, -4])
    moveHeat(state, [0, 'flame', 1])
    for (let i = 0; i < 400; i++) tickHeat(state)
    moveHeat(state, [400, 'flux'])
    expect(state.bench.filling.fluxed).toBe(false)
  })
  it('whoever does nothing has earned nothing', () => {
    const state = playHeat(HEAT_JOINTS.cup, [[20, 'finish']], 100)
    expect(scoreHeat(state).points).toBe(0)
    expect(heatFindings(state, outcomeOf(state), said)).toEqual([])
  })
})

describe('a recording', () => {
  const { made, until, state } = goodHeat(HEAT_JOINTS.sleeve)
  const recording: HeatRecording = { kind: 'heat', task: 'sleeve', joint: HEAT_JOINTS.sleeve, made, until }
  it('is worth the same however often it is played, and after it was written to a file', () => {
    const once = heatScoreOf(recording)
    expect(once.points).toBe(scoreHeat(state).points)
    const read = JSON.parse(JSON.stringify(recording)) as HeatRecording
    expect(heatScoreOf(read)).toMatchObject({ points: once.points, marks: once.marks })
  })
  it('stands any moves in any order', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.nat(60),
            fc.constantFrom(
              'torch',
              'torch2',
              'flame',
              'flame2',
              'away',
              'rod',
              'lift',
              'nitrogen',
              'rag',
              'flux',
            ),
            fc.integer({ min: -1000, max: 1000 }),
            fc.integer({ min: -1000, max: 1000 }),
          ),
          { maxLength: 40 },
        ),
        (moves) => {
          const end = playHeat(
            HEAT_JOINTS.lap,
            [...moves].sort((a, b) => a[0] - b[0]),
            60,
          )
          expect(end.at).toBe(60)
          expect(end.awayMm).toBeLessThanOrEqual(FARTHEST_MM)
          const { filled, peakC } = outcomeOf(end)
          expect(Number.isFinite(filled) && Number.isFinite(peakC)).toBe(true)
        },
      ),
      { numRuns: 10 },
    )
  })
})

describe('joints at hand', () => {
  it('are cases that the model takes, and take more filler than their gap', () => {
    for (const key of HEAT_JOINT_KEYS) {
      const joint = HEAT_JOINTS[key]
      const { mat1, mat2, D, t1, t2, L } = caseOf(joint)
      expect(readCase({ mat1, mat2, D, t1, t2, L }).ok, key).toBe(true)
      expect(fillerWanted(joint)).toBeGreaterThan(gapOf(joint))
    }
  })
})
