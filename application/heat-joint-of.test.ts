import { describe, expect, it } from 'vitest'
import { jointFacts, JOINTS, type Joint } from '#core/braze/joints.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { readCase } from '#core/heat/read-case.ts'
import { caseOf } from '#core/teach/heat-joint.ts'
import { goodHeat } from '#core/teach/heat-hands.ts'
import { outcomeOf } from '#core/teach/heat-judge.ts'
import { heatRecordingSchema } from '#contract/practice-schemas.ts'
import type { BrazeDraft } from '#contract/schemas.ts'
import { FIRST_SETTINGS, firstBraze } from './first.ts'
import { heatJointOf } from './heat-joint-of.ts'
import { NO_RUNS, planBrazeDraft } from './plan-of.ts'

const first = firstBraze(FIRST_SETTINGS)
const planned = (work: Partial<BrazeDraft['work']>, rig: Partial<BrazeDraft['rig']['braze']> = {}) => {
  const draft: BrazeDraft = {
    ...first,
    work: { ...first.work, ...work },
    rig: { ...first.rig, braze: { ...first.rig.braze, ...rig } },
  }
  const plan = planBrazeDraft(draft, FIRST_SETTINGS, NO_RUNS)
  if (!plan.ok) throw new Error(`${plan.errors[0]?.field}: ${plan.errors[0]?.message}`)
  return plan
}
const joint = (work: Partial<BrazeDraft['work']>) => heatJointOf(planned(work), 'a joint')
const part = (metal: string, wall: string, outsideDiameter = '') => ({
  ...first.work.a,
  metal,
  wall,
  outsideDiameter,
})

describe('a planned braze at the heat bench', () => {
  it('is as large, as thick and as hot as its plan', () => {
    const plan = planned({})
    const made = heatJointOf(plan, 'Line set')
    if (!made.ok) throw new Error(made.message)
    const { work } = plan.request
    expect(made.joint).toMatchObject({ title: 'Line set', shape: 'cup', parts: ['tube', 'cup'] })
    expect(made.joint.made).toMatchObject({ D: work.a.outsideDiameterM, t1: work.a.wallM, L: work.overlapM })
    expect(made.joint.filler.id).toBe(plan.plan.choice.filler)
    const chosen = plan.plan.burners.find((b) => b.chosen)
    expect(made.joint.torch.powerW * made.joint.torches).toBeCloseTo(
      (chosen?.fuelFlow ?? 0) * FUELS.acetylene.brazing.grossHeat,
      3,
    )
  })
  it('is brazed there by a good hand, about as soon as it is planned', () => {
    const plan = planned({})
    const made = heatJointOf(plan, 'a joint')
    if (!made.ok) throw new Error(made.message)
    const { filled, allHotS } = outcomeOf(goodHeat(made.joint).state)
    expect(filled).toBeGreaterThan(0.9)
    const time = plan.plan.figures.timeToTemperature
    expect(allHotS).toBeGreaterThan((time?.outerLow ?? 0) * 0.5)
    expect(allHotS).toBeLessThan((time?.outerHigh ?? 0) * 2)
  })
  const flat = {
    a: part('low-carbon-steel', '1/8 in'),
    b: part('low-carbon-steel', '1/8 in'),
    length: '4 in',
    depth: '1/16 in',
    width: '1 in',
    across: '1 in',
  }
  it.each(JOINTS)('opens whatever the joint: %s', async (name: Joint) => {
    const round = jointFacts(name).form === 'round'
    const made = joint(round ? { joint: name } : ({ joint: name, ...flat } as Partial<BrazeDraft['work']>))
    if (!made.ok) throw new Error(made.message)
    const of = caseOf(made.joint)
    expect(readCase({ type: of.type, D: of.D, W: of.W, t1: of.t1, t2: of.t2, c: of.c, L: of.L }).ok).toBe(
      true,
    )
    // what is done with it can be kept
    await heatRecordingSchema.validate(
      { kind: 'heat', task: 'plan: a joint', joint: made.joint, made: [[0, 'finish']], until: 10 },
      { strict: true },
    )
  })
  it('says why where a plan has no filler', () => {
    const made = joint({ a: part('magnesium', '1/16 in', '1/2 in') })
    expect(made.ok ? '' : made.message).toMatch(/no filler yet/)
  })
})

describe('a trial heat in a plan', () => {
  const draft: BrazeDraft = {
    ...first,
    torchId: 'orla',
    rig: { ...first.rig, braze: { ...first.rig.braze, tipOrifice: '0.050 in' } },
  }
  const timed = (flameTorch: string) => {
    const plan = planBrazeDraft(draft, FIRST_SETTINGS, {
      ...NO_RUNS,
      brazes: [
        {
          joint: 'lap',
          metals: 'brass + brass',
          fuel: 'acetylene',
          orificeM: 0.05 * 0.0254,
          outsideDiameterM: 0,
          wallM: 0.002,
          flameTimes: 1.2,
          flameTorch,
        },
      ],
    })
    if (!plan.ok) throw new Error(plan.errors[0]?.message)
    const made = heatJointOf(plan, 'a joint')
    return {
      because: plan.plan.figures.timeToTemperature?.because ?? '',
      times: made.ok ? made.joint.torch.times : 0,
    }
  }
  it('counts for the torch that it was timed with, at the heat bench too, and for no other', () => {
    expect(timed('orla')).toMatchObject({ times: 1.2 })
    expect(timed('orla').because).toContain('20 % more than is usual')
    expect(timed('')).toMatchObject({ times: 1.2 })
    expect(timed('somebody else’s')).toMatchObject({ times: 1 })
  })
})
