/** The orders of set-up and shut-down as they are taught, each as the methods of a shop: ten that are met. */
import { describe, expect, it } from 'vitest'
import { USUAL_LINE_METHODS, type LineMethods } from './methods.ts'
import type { ProcedureOptions } from './cut-procedure.ts'
import { brazeSteps, cutSteps, given } from './test-support.ts'

interface Taught {
  readonly says: string
  readonly methods: Partial<LineMethods>
  readonly torch?: ProcedureOptions['torch']
  readonly fuel?: string
  readonly braze?: true
  /** Steps from the screws to the flame, and from the torch to the hook. */
  readonly setUp: string
  readonly shutDown: string
  /** What a step says. */
  readonly words?: Readonly<Record<string, RegExp>>
  /** Rows that are not followed here, for safety. */
  readonly departs?: readonly string[]
}
const HANDLE = { kind: 'cutting-attachment', checkValves: true } as const
const NO_CHECK = { kind: 'cutting-torch', checkValves: false } as const

const ORDERS: readonly Taught[] = [
  {
    says: 'the usual: fuel first, each gas wholly, purged by itself',
    methods: {},
    setUp:
      'screws-out open-fuel set-fuel open-oxygen set-oxygen purge-fuel purge-oxygen leaks light raise-fuel trim retrim',
    shutDown: 'shut-torch shut-cylinders bleed-oxygen bleed-fuel wind-out',
  },
  {
    says: 'oxygen first in all, both cylinders opened before anything is set, with a handle behind the attachment',
    methods: { cylinderOrder: 'oxygen-first', oneAtATime: 'both-then-set' },
    torch: HANDLE,
    setUp:
      'screws-out open-oxygen open-fuel set-oxygen set-fuel purge-oxygen purge-fuel leaks open-handle light raise-fuel trim retrim',
    shutDown: 'shut-torch shut-cylinders bleed-oxygen bleed-fuel wind-out shut-handle',
    words: {
      'open-handle': /all the way, with the preheat oxygen shut/,
      'purge-oxygen': /hold the lever down .* a second or two by its preheat valve/,
      'bleed-oxygen': /press the lever/,
    },
  },
  {
    says: 'cylinders oxygen first, but the fuel hose purged first',
    methods: { cylinderOrder: 'oxygen-first', purgeOrder: 'fuel-first' },
    setUp:
      'screws-out open-oxygen set-oxygen open-fuel set-fuel purge-fuel purge-oxygen leaks light raise-fuel trim retrim',
    shutDown: 'shut-torch shut-cylinders bleed-oxygen bleed-fuel wind-out',
  },
  {
    says: 'fuel bled and backed out wholly before the oxygen is touched',
    methods: { bleeding: 'fuel-first', backOut: 'each-in-turn' },
    setUp:
      'screws-out open-fuel set-fuel open-oxygen set-oxygen purge-fuel purge-oxygen leaks light raise-fuel trim retrim',
    shutDown: 'shut-torch shut-cylinders bleed-fuel back-out-fuel bleed-oxygen back-out-oxygen wind-out',
    words: { 'wind-out': /^See both screws backed out/ },
  },
  {
    says: 'set against shut valves and left so, then purged',
    methods: { setPressures: 'static', hosePurge: 'while-setting' },
    setUp:
      'screws-out open-fuel set-fuel open-oxygen set-oxygen purge-fuel purge-oxygen leaks light raise-fuel trim retrim',
    shutDown: 'shut-torch shut-cylinders bleed-oxygen bleed-fuel wind-out',
    words: { 'set-fuel': /With the torch valve shut.*until the needle stands at/ },
    departs: ['hosePurge'],
  },
  {
    says: 'purged only by setting, both let out together, which this torch does not allow',
    methods: { hosePurge: 'while-setting', bleeding: 'together' },
    torch: NO_CHECK,
    setUp: 'screws-out open-fuel set-fuel open-oxygen set-oxygen leaks light raise-fuel trim retrim',
    shutDown: 'shut-torch shut-cylinders bleed-oxygen bleed-fuel wind-out',
    departs: ['bleeding'],
  },
  {
    says: 'other fuels raised until the flame just parts from the tip, then oxygen',
    methods: { workUpOther: 'until-it-parts', otherFuelTurns: 'one' },
    fuel: 'propane',
    setUp:
      'screws-out open-fuel set-fuel open-oxygen set-oxygen purge-fuel purge-oxygen leaks light raise-fuel trim retrim',
    shutDown: 'shut-torch shut-cylinders bleed-oxygen bleed-fuel wind-out',
    words: { 'raise-fuel': /just parts from the tip/, trim: /comes back to the tip/ },
  },
  {
    says: 'a trace of oxygen first on a cutting tip, as its manual has it, and the screws left in',
    methods: { lightAcetylene: 'whiff', screwsAtEnd: 'left' },
    torch: { kind: 'cutting-torch', checkValves: true, lighting: 'whiff' },
    setUp:
      'screws-out open-fuel set-fuel open-oxygen set-oxygen purge-fuel purge-oxygen leaks light raise-fuel trim retrim',
    shutDown: 'shut-torch shut-cylinders bleed-oxygen bleed-fuel wind-out',
    words: {
      light: /^Crack the preheat oxygen an eighth/,
      'wind-out': /^Leave the screws as they are/,
      'screws-out': /^Back out both/,
    },
  },
  {
    says: 'a small brazing tip: a trace of oxygen, shut fuel first, soap on every joint every time',
    methods: { lightAcetylene: 'whiff', shutTorch: 'fuel-first', leakWith: 'soap', leakCheck: 'each-time' },
    braze: true,
    setUp:
      'screws-out open-fuel set-fuel open-oxygen set-oxygen purge-fuel purge-oxygen leaks light raise-fuel trim',
    shutDown: 'shut-torch shut-cylinders bleed-oxygen bleed-fuel wind-out nitrogen-off',
    words: {
      leaks: /^Brush soapy water on every joint, wipe it off after,/,
      'shut-torch': /^Shut the fuel, then the oxygen/,
    },
  },
  {
    says: 'valves only cracked for the purge, more oxygen to shut, acetylene a quarter turn',
    methods: {
      purgeThrough: 'part',
      shutTorch: 'more-oxygen',
      acetyleneTurns: 'quarter',
      bleeding: 'together',
    },
    setUp:
      'screws-out open-fuel set-fuel open-oxygen set-oxygen purge-fuel purge-oxygen leaks light raise-fuel trim retrim',
    shutDown: 'shut-torch shut-cylinders bleed-both wind-out',
    words: {
      'open-fuel': /a quarter turn/,
      'purge-fuel': /^Crack the fuel valve alone/,
      'shut-torch': /^A little more oxygen/,
    },
  },
]

describe.each(ORDERS)(
  '$says',
  ({ methods, torch, fuel = 'acetylene', braze, setUp, shutDown, words, departs = [] }) => {
    const options: ProcedureOptions = {
      methods: { ...USUAL_LINE_METHODS, ...methods },
      ...(torch ? { torch } : {}),
    }
    const { steps, exceptions } = given(
      braze ? brazeSteps({}, options, { tipOrifice: '0.04 in' }) : cutSteps({ fuel }, options),
    )
    const named = (list: string) => {
      const wanted = list.split(' ')
      return [wanted, steps.map((s) => s.id).filter((id) => wanted.includes(id))] as const
    }
    it('is set up in that order', () => {
      const [wanted, found] = named(setUp)
      expect(found).toEqual(wanted)
    })
    it('is shut down in that order', () => {
      const [wanted, found] = named(shutDown)
      expect(found).toEqual(wanted)
    })
    it('says what is done, and at the step what is not followed', () => {
      for (const [id, said] of Object.entries(words ?? {}))
        expect(steps.find((s) => s.id === id)?.act, id).toMatch(said)
      expect(exceptions.map((e) => e.method)).toEqual(departs)
      expect(steps.filter((s) => s.departs !== undefined)).toHaveLength(departs.length)
    })
  },
)
