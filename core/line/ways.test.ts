import { describe, expect, it } from 'vitest'
import type { FuelId } from '../gas/fuels.ts'
import { RIGS } from './every-method.ts'
import { forbidden, hazardsAtEnd, runSteps } from './hazards.ts'
import { searchWays } from './leave-search.ts'
import { METHOD_WORDS } from './method-words.ts'
import { optionsOfLine, LINE_TOUCHING, USUAL_LINE_METHODS } from './methods.ts'
import { compose } from './procedure.ts'
import { coldLine, type LineState } from './state.ts'
import type { Step } from './steps.ts'
import { brazeSteps, cutSteps, given, setupOf } from './test-support.ts'
import { plainId, standing, statesAt, wayOut, waysFrom, type BreakName } from './ways.ts'

/** Where a procedure stands with a step in hand. */
const inHand = (made: ReturnType<typeof given>, id: string) => {
  const index = made.steps.findIndex((s) => s.id === id)
  return {
    line: runSteps(made.steps.slice(0, index), made.setting, coldLine(made.setting)).state,
    ahead: made.steps.slice(index),
  }
}
const ids = (made: ReturnType<typeof given>, name: BreakName, id: string) =>
  wayOut(made.setup, name, inHand(made, id))?.map(plainId)

describe('leaving, from every place that a run can reach, within other ways too', () => {
  const search = (fuel: FuelId, rig: (typeof RIGS)[number], part: object = {}) => {
    const setup = setupOf(fuel, rig.kind, { ...rig, methods: { ...USUAL_LINE_METHODS, ...part } })
    const cuts = rig.kind.startsWith('cutting')
    const work: Step = {
      id: cuts ? 'cut' : 'heat',
      phase: cuts ? 'cut' : 'braze',
      act: 'Work',
      why: '',
      acts: cuts
        ? [{ do: 'heat' }, { do: 'lever-down' }, { do: 'cut' }, { do: 'lever-up' }]
        : [{ do: 'heat' }],
    }
    const made = compose(setup, { before: [], work: [work], cooling: [], after: [] })
    return searchWays([{ setup }], given(made).steps)
  }
  // a fuel from a pipe has no cylinder to change: fewer places with as many kinds of them
  it.each(RIGS.map((rig) => [rig.nitrogen ? 'natural-gas' : 'acetylene', rig] as const))(
    'pause, hand-over and shut-down are there: %s, %o',
    (fuel, rig) => {
      const { places, ways, stuck } = search(fuel, rig)
      expect(stuck).toEqual([])
      expect(places).toBeGreaterThan(300)
      expect(ways).toBeGreaterThan(3 * places)
    },
  )
  it('by any method in turn', () => {
    const handle = RIGS.find((r) => r.kind === 'cutting-attachment')
    if (!handle) throw new Error('there is no attachment')
    // rows of the flame change no more than the turns of a valve
    for (const name of LINE_TOUCHING.filter((n) => METHOD_WORDS[n].topic !== 'flame'))
      for (const option of optionsOfLine(name).slice(1))
        expect(search('natural-gas', handle, { [name]: option }).stuck, `${name} ${option}`).toEqual([])
  })
  it('finds what cannot be left: a step that opens a cylinder against its screw', () => {
    const made = given(cutSteps())
    const bad: Step = {
      id: 'bad',
      phase: 'pressures',
      act: 'Open',
      why: '',
      acts: [
        { do: 'screw-in', side: 'oxygen', toPa: 1e5 },
        { do: 'open-cylinder', side: 'oxygen', slowly: true },
      ],
    }
    expect(searchWays([{ setup: made.setup }], [bad, ...made.steps]).stuck).not.toEqual([])
  })
})

describe('a way out', () => {
  const made = given(cutSteps())
  it('counts with a step that is half done: what it may have lit or opened is shut first', () => {
    expect(ids(made, 'short-pause', 'light')?.[0]).toBe('shut-torch')
    expect(ids(made, 'shutdown', 'set-fuel')?.slice(0, 3)).toEqual([
      'shut-torch',
      'shut-cylinders',
      'bleed-fuel',
    ])
    const cut = wayOut(made.setup, 'shutdown', inHand(made, 'cut'))?.[0]
    expect(cut?.act).toMatch(/^Let the lever go\. Shut the preheat oxygen/)
    // and is safe from each of the states that the step passes through
    const at = inHand(made, 'cut')
    const own = wayOut(made.setup, 'shutdown', at) ?? []
    for (const from of statesAt(at, made.setting)) {
      const run = runSteps(own, made.setting, from)
      expect([...forbidden(run.met), ...forbidden(hazardsAtEnd(run.state))]).toEqual([])
    }
  })
  it('bleeds a regulator that was filled with its screw out, by turning the screw in a little', () => {
    const bleed = wayOut(made.setup, 'shutdown', inHand(made, 'set-fuel'))?.find(
      (s) => plainId(s) === 'bleed-fuel',
    )
    expect(bleed?.act).toMatch(/Turn its adjusting screw in a little/)
    expect(
      wayOut(made.setup, 'shutdown', inHand(made, 'cut'))?.find((s) => plainId(s) === 'bleed-fuel')?.act,
    ).not.toMatch(/screw/)
  })
  it('comes back to what was open, set, swept and lit before, and to no more', () => {
    expect(ids(made, 'long-break', 'set-oxygen')).toEqual([
      'shut-torch', 'shut-cylinders', 'bleed-oxygen', 'bleed-fuel', 'wind-out', 'away',
      'screws-out', 'open-fuel', 'set-fuel', 'open-oxygen',
    ]) // prettier-ignore
    // the work is over: nothing is set again only to be shut
    expect(ids(made, 'long-break', 'hot')?.at(-1)).toBe('away')
    // nothing was open yet
    expect(ids(made, 'long-break', 'area')).toEqual(['wind-out', 'away'])
    expect(wayOut(made.setup, 'short-pause', inHand(made, 'area'))?.[0]).not.toHaveProperty('timer')
  })
  it('leads out of a way back too: at lunch, and on the way back from it', () => {
    const at = inHand(made, 'cut')
    const lunch = wayOut(made.setup, 'long-break', at) ?? []
    for (const id of ['away', 'screws-out', 'set-fuel', 'purge-fuel', 'light', 'retrim']) {
      const index = lunch.findIndex((s) => s.id === id)
      expect(index, id).toBeGreaterThanOrEqual(0)
      const here = {
        line: runSteps(lunch.slice(0, index), made.setting, at.line).state,
        ahead: [...lunch.slice(index), ...at.ahead],
      }
      expect(waysFrom(made.setup, here), id).toEqual(
        expect.arrayContaining(['short-pause', 'hand-over', 'shutdown', 'long-break']),
      )
    }
  })
  it('is there only where it makes sense', () => {
    const at = (id: string) => waysFrom(made.setup, inHand(made, id))
    expect(at('area')).toContain('assembly')
    expect(at('set-fuel')).not.toContain('assembly')
    expect(at('cut')).toEqual(
      expect.arrayContaining(['tip-change', 'oxygen-change', 'fuel-change', 'relight']),
    )
    expect(at('cut')).not.toContain('attachment-change')
    expect(at('hot')).toEqual(['short-pause', 'long-break', 'hand-over', 'shutdown'])
    const piped = given(cutSteps({ fuel: 'natural-gas', tipPieces: '2' }))
    expect(waysFrom(piped.setup, inHand(piped, 'cut'))).not.toContain('fuel-change')
  })
  it('keeps the pressure of a line that was never opened out of it', () => {
    const line = given(brazeSteps({ service: ['water'], pressure: '45 psi', tubeRun: [] }))
    expect(waysFrom(line.setup, inHand(line, 'set-fuel'))).toContain('shutdown')
  })
})

describe('a cylinder that runs empty', () => {
  const made = given(cutSteps())
  const changed = (side: 'oxygen' | 'fuel'): readonly Step[] =>
    wayOut(made.setup, `${side}-change`, inHand(made, 'cut')) ?? []
  it('is shut, bled and backed out alone, changed, and that side is purged and tested', () => {
    expect(changed('oxygen').map(plainId)).toEqual([
      'shut-torch', 'shut-oxygen-cylinder', 'bleed-oxygen', 'back-out-oxygen', 'take-off-oxygen', 'blow-out',
      'fit-regulator-oxygen', 'open-oxygen', 'set-oxygen', 'purge-oxygen', 'leaks', 'light', 'raise-fuel', 'trim',
      'retrim',
    ]) // prettier-ignore
  })
  it('has an oxygen outlet blown out, and a fuel outlet only looked at', () => {
    expect(changed('fuel').map(plainId)).toContain('look-outlet')
    expect(changed('fuel').flatMap((s) => s.acts.map((a) => a.do))).not.toContain('blow-out')
    expect(changed('oxygen').flatMap((s) => s.acts.map((a) => a.do))).toContain('blow-out')
  })
  it.each(['bleed-oxygen', 'fit-regulator-oxygen', 'purge-oxygen', 'leaks'])(
    'is not changed without %s',
    (id) => {
      const { line, ahead } = inHand(made, 'cut')
      const steps = [...changed('oxygen').filter((s) => plainId(s) !== id), ...ahead]
      expect(forbidden(runSteps(steps, made.setting, line).met)).not.toEqual([])
    },
  )
})

describe('a rig in parts', () => {
  const made = given(cutSteps({}, { torch: { kind: 'cutting-attachment', checkValves: true } }))
  const own = wayOut(made.setup, 'assembly', inHand(made, 'screws-out')) ?? []
  it('is put together from its outlets to its torch, and then opened, purged and tested', () => {
    expect(own.map((s) => s.id)).toEqual([
      'parts', 'blow-out', 'look-outlet', 'fit-regulator-oxygen', 'fit-regulator-fuel', 'fit-hoses', 'fit-torch',
    ]) // prettier-ignore
    const ahead = inHand(made, 'screws-out').ahead
    expect(forbidden(runSteps([...own, ...ahead], made.setting, coldLine(made.setting)).met)).toEqual([])
  })
  it('says how threads and gauges go, and what check valve and arrestor each stop', () => {
    const all = own.map((s) => `${s.act}. ${s.why} ${s.see} ${s.ifNot}`).join(' ')
    for (const said of [
      /left-handed: the nut has a groove/,
      /gauges turned away .* a little up/,
      /check valve stops gas/,
      /arrestor stops a flame/,
      /No tape, no oil/,
    ])
      expect(all).toMatch(said)
  })
  it.each(['fit-regulator-oxygen', 'fit-regulator-fuel', 'fit-hoses'])('is not opened without %s', (id) => {
    const steps = [...own.filter((s) => s.id !== id), ...inHand(made, 'screws-out').ahead]
    expect(
      forbidden(runSteps(steps, made.setting, coldLine(made.setting)).met).map((m) => m.hazard),
    ).toContain('opened-in-parts')
  })
  it('is not lit before its joints were looked at', () => {
    const ahead = inHand(made, 'screws-out').ahead.filter((s) => s.role !== 'leaks')
    expect(
      forbidden(runSteps([...own, ...ahead], made.setting, coldLine(made.setting)).met).map((m) => m.hazard),
    ).toContain('lit-untested')
  })
})

describe('purging', () => {
  const hoseOf = (line: LineState) => line.oxygen.hose
  const made = given(cutSteps())
  const at = inHand(made, 'purge-oxygen')
  const purge = at.ahead[0]
  it('is over in seconds with the lever down, and holds one up for under 30 s in all', () => {
    const clocks = made.steps.filter((s) => s.id.startsWith('purge-')).map((s) => s.timer)
    const held = clocks.reduce((n, t) => n + (t?.kind === 'at-least' ? (t.freeS ?? t.seconds) : 0), 0)
    expect(clocks).toHaveLength(2)
    expect(held).toBeLessThan(30)
    expect(hoseOf(runSteps(purge ? [purge] : [], made.setting, at.line).state)).toBe('pure')
  })
  it('shows the longer clock with valves part open, or set with nothing flowing', () => {
    const timer = (part: object) => {
      const m = given(cutSteps({}, { methods: { ...USUAL_LINE_METHODS, ...part } }))
      const t = m.steps.find((s) => s.id === 'purge-oxygen')?.timer
      return t?.kind === 'at-least' ? t : undefined
    }
    const wide = timer({})
    const part = timer({ purgeThrough: 'part' })
    const still = timer({ setPressures: 'static' })
    expect(part?.seconds).toBeGreaterThan(3 * (wide?.seconds ?? 0))
    expect(part).not.toHaveProperty('freeS')
    expect(still).not.toHaveProperty('freeS')
  })
  it('counts for less with the valve part open', () => {
    const { partSweepS } = made.setting
    const run = (seconds: number) =>
      hoseOf(
        runSteps(
          [
            {
              acts: [
                { do: 'open-valve', side: 'oxygen' },
                { do: 'purge', side: 'oxygen', seconds },
                { do: 'shut-valve', side: 'oxygen' },
              ],
            },
          ],
          made.setting,
          at.line,
        ).state,
      )
    // setting it has let some oxygen through already
    expect(run((partSweepS?.oxygen ?? 0) / 3)).not.toBe('pure')
    expect(run(partSweepS?.oxygen ?? 0)).toBe('pure')
  })
})

describe('where a rig stands', () => {
  it('is asked for by name: set and swept, or with the flame on the work', () => {
    const made = given(brazeSteps())
    expect(standing(made.steps, made.setting, 'ready').line.flame).toBe('out')
    expect(standing(made.steps, made.setting, 'lit').line.flame).toBe('carburising')
  })
})
