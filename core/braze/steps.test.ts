import { describe, expect, it } from 'vitest'
import { LEVEL_ORDER, liesHow } from './steps.ts'
import { actsOf, brazePlan, lapOf } from './test-support.ts'
import { JOINTS } from './types.ts'

const acts = (...args: Parameters<typeof brazePlan>) => actsOf(brazePlan(...args))

describe('the steps of every joint', () => {
  it.each(JOINTS)(
    '%s goes from preparing to looking, each step with its reason and a name of its own',
    (joint) => {
      const flat = { metal: 'low-carbon-steel', thickness: '3 mm', outsideDiameter: '22 mm', wall: '2 mm' }
      const { steps } = brazePlan({
        joint,
        a: flat,
        b: { metal: 'low-carbon-steel', wall: '3 mm', depth: '15 mm' },
        service: [],
      })
      const phases = [...new Set(steps.map((s) => s.phase))]
      expect(phases).toEqual(['prepare', 'fit', 'heat', 'feed', 'cool', 'clean'])
      expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length)
      for (const s of steps) {
        expect(s.act, s.id).toMatch(/[.!]$/)
        expect(s.why.length, s.id).toBeGreaterThan(5)
        if (s.seconds !== undefined) expect(s.seconds, s.id).toBeGreaterThan(0)
      }
    },
  )
  it('are none for a plan that must not be made', () => {
    expect(brazePlan({ hollow: 'closed' }).steps).toEqual([])
  })
})

describe('round a level joint', () => {
  it('both sweeps begin at the bottom and meet past the top', () => {
    const [first, second] = LEVEL_ORDER
    expect(first?.[0]).toBe(5)
    expect(first).toContain(12)
    expect(second?.[0]).toBe(6)
    expect(second?.at(-1)).toBe(12)
    // every hour is fed
    expect(new Set(LEVEL_ORDER.flat()).size).toBe(12)
  })
  it('upright begins past 45°', () => {
    expect(liesHow(0)).toBe('level')
    expect(liesHow(Math.PI / 5)).toBe('level')
    expect(liesHow(Math.PI / 3)).toBe('up')
    expect(liesHow(-Math.PI / 2)).toBe('down')
  })
})

describe('preparing', () => {
  it('lets the pressure out, reams and sizes a tube that has been cut', () => {
    const text = acts({ pressure: '2 bar' })
    expect(text).toContain('Let the pressure out')
    expect(text).toContain('ream the bore')
    expect(acts({ service: ['refrigerant'] })).toContain('valve cores out')
  })
  it('fluxes where there is flux, and keeps it out of the line', () => {
    expect(acts({})).not.toContain('Brush FB')
    expect(acts({ b: { metal: 'red-brass', depth: '18 mm', wall: '2 mm' } })).toContain(
      'Keep it off the end of the tube',
    )
  })
  it('brushes aluminium bronze at the last moment', () => {
    expect(acts(lapOf('aluminium-bronze'))).toContain('just before fluxing')
  })
  it('tacks thin sheet, and protects what must stay cool in the shop’s way', () => {
    expect(acts(lapOf('low-carbon-steel', '1 mm'))).toContain('Tack both ends')
    expect(acts({ protectAt: '90 mm' })).toContain('dripping rag')
    expect(acts({ protectAt: '90 mm' }, {}, { methods: { protection: 'paste' } })).toContain('heat paste')
    expect(acts({ protectAt: '90 mm' }, {}, { methods: { protection: 'heat-sink' } })).toContain('heat sink')
  })
})

describe('heating and feeding', () => {
  it('goes to the tube first, an inch or 25 mm back', () => {
    expect(acts({})).toContain('25 mm back from the mouth')
    expect(acts({}, {}, { units: undefined })).toContain('1 in back from the mouth')
  })
  it('heats the whole fitting from an inch, with two torches when there are two', () => {
    const big = { a: { metal: 'copper', outsideDiameter: '54 mm', wall: '1.2 mm' }, b: { metal: 'copper' } }
    const head = { head: 'heating', tipOrifice: '0.035 in' }
    expect(acts({})).toContain('whole fitting warm')
    expect(acts(big, head)).toContain('second torch')
    expect(acts(big, { ...head, torches: 2 })).toContain('Two torches, one on each side')
  })
  it('aims at the part that takes the heat away', () => {
    const unlike = { ...lapOf('low-carbon-steel'), b: { metal: 'copper', thickness: '6 mm' } }
    expect(acts(unlike)).toContain('Aim at the copper')
    expect(acts(lapOf('low-carbon-steel'))).toContain('Heat both parts alike')
  })
  it('stitches, and squeezes into a corner, when asked', () => {
    expect(acts({ ...lapOf('low-carbon-steel'), seam: 'stitched' })).toContain('opposite sides in turn')
    expect(acts({ room: 'tight' })).toContain('swan-neck')
  })
  it('touches the rod by the shop’s cue', () => {
    const brass = { b: { metal: 'red-brass', depth: '18 mm', wall: '2 mm' } }
    expect(acts(brass)).toContain('when the flux is clear')
    expect(acts(brass, {}, { methods: { cue: 'rod' } })).toContain('touched to the metal, melts')
    expect(acts(brass, {}, { methods: { cue: 'glow' } })).toContain('proved by touching the rod')
    expect(acts(lapOf('aluminium-3003'))).toContain('never glows')
    expect(acts({}, {}, { methods: { feeding: 'flame-off' } })).toContain('Take the flame off')
  })
  it('watches a ring instead of feeding a rod', () => {
    const text = acts({ form: 'ring' })
    expect(text).toContain('the ring melts')
    expect(text).not.toContain('Touch the rod')
  })
  it('tins, washes and thinks of the other side of a crack', () => {
    const text = acts({ joint: 'crack', a: { metal: 'grey-cast-iron', thickness: '12 mm' }, service: [] })
    expect(text).toContain('tin it')
    expect(text).toContain('washing pass')
    expect(text).toContain('second side')
  })
})

describe('cooling and cleaning', () => {
  const copper = (cooling: string) => acts({}, {}, { methods: { cooling } })
  it('cools copper as the shop does', () => {
    expect(copper('still-air')).toContain('still air')
    expect(copper('rag')).toContain('once the sheen has gone')
    expect(copper('warm-water')).toContain('then warm water')
    expect(copper('spray')).toContain('Spray at once')
  })
  it('never wets iron, steel, two metals or a medical line, whatever the shop does', () => {
    const wet = { methods: { cooling: 'warm-water' } }
    expect(acts(lapOf('low-carbon-steel'), {}, wet)).toContain('no water')
    expect(acts({ b: { metal: 'red-brass', depth: '18 mm', wall: '2 mm' } }, {}, wet)).toContain('no water')
    expect(acts({ service: ['medical-gas'] }, {}, wet)).toContain('no water')
    expect(
      acts({ joint: 'crack', a: { metal: 'grey-cast-iron', thickness: '12 mm' }, service: [] }, {}, wet),
    ).toContain('dry sand')
  })
  it('washes flux off before anybody looks, and dresses a build-up in steps', () => {
    expect(acts(lapOf('low-carbon-steel'))).toMatch(/Hot water and a brush[\s\S]*Then look/)
    expect(
      acts({ joint: 'overlay', a: { metal: 'low-carbon-steel', thickness: '8 mm' }, service: [] }),
    ).toContain('Dress it flush')
  })
  it('keeps nitrogen on until the tube no longer scales', () => {
    expect(acts({ service: ['refrigerant'] })).toContain('Nitrogen on until')
    expect(acts({ service: ['medical-gas'] })).toContain('cold to the hand')
  })
})
