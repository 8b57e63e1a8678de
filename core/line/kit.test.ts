import { describe, expect, it } from 'vitest'
import { planBraze, readBraze } from '../braze/index.ts'
import { planCut, readCut } from '../cut/index.ts'
import { kitOf, type KitPiece } from './kit.ts'

function cut(tip: string, repeats = 1): KitPiece {
  const read = readCut({
    kind: 'cut',
    work: { metal: 'low-carbon-steel', thickness: '5/8 in', length: '24 in' },
    rig: { fuel: 'acetylene', tipOrifice: tip },
  })
  if (!read.ok) throw new Error(read.errors[0]?.message)
  return { kind: 'cut', plan: planCut(read.request), request: read.request, repeats }
}
function braze(repeats = 1, work: object = {}, shop: object = {}): KitPiece {
  const read = readBraze({
    kind: 'braze',
    work: {
      joint: 'socket',
      a: { metal: 'copper', tube: 'ASTM B88 3/4 L' },
      b: { metal: 'brass' },
      service: ['water'],
      ...work,
    },
    rig: { fuel: 'acetylene' },
    shop,
  })
  if (!read.ok) throw new Error(read.errors[0]?.message)
  return { kind: 'braze', plan: planBraze(read.request), request: read.request, repeats }
}
const named = (pieces: readonly KitPiece[], what: RegExp) => kitOf(pieces).filter((t) => what.test(t.what))

describe('the kit', () => {
  it('has what is always wanted, and of cuts and brazes what each wants', () => {
    const cuts = kitOf([cut('0.052 in')]).map((t) => t.what)
    expect(cuts).toEqual(
      expect.arrayContaining(['Fire blanket', 'Bucket under the cut, for slag and pieces']),
    )
    expect(cuts).toContain('Soapstone and straight edge')
    expect(cuts).not.toContain('Mirror and lamp')
    const brazes = kitOf([braze()]).map((t) => t.what)
    expect(brazes).toContain('Mirror and lamp')
    expect(brazes).not.toContain('Soapstone and straight edge')
    expect(kitOf([]).map((t) => t.what)).toContain('Fire blanket')
  })
  it('names each tip and its cleaner once, the smallest first', () => {
    const tips = named([cut('0.060 in'), cut('0.052 in', 12), cut('0.060 in')], /^Tip cleaner$/)
    expect(tips.map((t) => t.size?.si)).toEqual([0.001321, 0.001524])
  })
  it('adds rods of one filler up over all makings, with one to spare', () => {
    const [one] = named([braze()], /rod, and one spare$/)
    const [four] = named([braze(3), braze()], /rod, and one spare$/)
    expect(four?.what).toBe(one?.what)
    expect(four?.size?.si).toBeCloseTo(4 * (one?.size?.si ?? 0), 12)
  })
  it('has what the joint itself asks for: cores, nitrogen by its method, a straight edge, sand', () => {
    const whats = (...args: Parameters<typeof braze>) => kitOf([braze(...args)]).map((t) => t.what)
    const line = {
      b: { metal: 'copper' },
      service: ['refrigerant'],
      tubeRun: [{ outsideDiameter: '5/8 in', wall: '0.040 in', length: '18 ft' }],
    }
    expect(whats(1, line)).toEqual(
      expect.arrayContaining([
        'Core tool, and a bag for the cores',
        'Nitrogen, its regulator and flow meter, hose and caps',
        'Tube cutter or saw guide, reamer, gauge or a new cup',
      ]),
    )
    expect(whats(1, line, { methods: { purge: 'preset' } })).toContain(
      'Nitrogen, its regulator and preset valve, hose and caps',
    )
    expect(whats(1, line, { methods: { lineNitrogen: 'left-out' } }).join()).not.toContain('Nitrogen')
    const sheet = { metal: 'low-carbon-steel', thickness: '1.5 mm' }
    expect(whats(1, { joint: 'lap', a: sheet, b: sheet })).toContain('Straight edge and feeler gauge')
    const iron = {
      joint: 'casting',
      a: { metal: 'grey-cast-iron', thickness: '12 mm' },
      b: undefined,
      service: [],
    }
    expect(whats(1, iron)).toEqual(
      expect.arrayContaining(['Heat crayon for the preheat', 'Dry sand or lime to bury it in']),
    )
  })
})
