import type { CutPlan, CutRequest } from '../cut/types.ts'
import { ACETYLENE_MAX_GAUGE_PA } from '../limits.ts'
import { FUELS } from '../gas/fuels.ts'
import { ambientPressurePa } from '../gas/standard.ts'
import { purgeTime } from '../gas/hose.ts'
import { INCH_M, printFor } from '../quantity/index.ts'
import { hazardAtEnd, runLine, type Hazard, type LineSetting } from './state.ts'
import { coolSteps, cutSteps, layoutSteps } from './cut-steps.ts'
import type { Step } from './steps.ts'

/** Fire watch after hot work: 60 min by current practice (NFPA 51B); local rules and the permit decide. In s. */
export const FIRE_WATCH_S = 3600
/** Watching a set regulator for creep, s. */
const CREEP_S = 60

/** The steps of a cut, or why there are none. */
export type CutProcedure =
  | { readonly ok: true; readonly steps: readonly Step[]; readonly setting: LineSetting }
  | { readonly ok: false; readonly because: 'stop' | 'no-setting' | Hazard; readonly text: string }

/** Eye shade by thickness, low and high. Source: the guide of ANSI Z49.1. */
export function cuttingShade(thicknessM: number): string {
  if (thicknessM < INCH_M) return '3 or 4'
  return thicknessM <= 6 * INCH_M ? '4 or 5' : '5 or 6'
}

/**
 * The ordered steps of one cut, from a cold rig to a cold rig, by the usual schools: fuel first, one gas wholly
 * before the other, a purge of its own, leak check with solution, fuel-only lighting, oxygen first to shut.
 * @returns the steps only when the plan has no stop and the line's state model meets no hazard in them
 */
export function cutProcedure(plan: CutPlan, request: CutRequest): CutProcedure {
  const stop = plan.findings.find((f) => f.rank === 'stop')
  if (stop) return { ok: false, because: 'stop', text: `${stop.title}: ${stop.text}` }
  const oxygen = plan.figures.cuttingOxygenPressure
  const fuel = plan.figures.fuelPressure
  if (!oxygen || !fuel)
    return { ok: false, because: 'no-setting', text: 'The plan gives no pressures to set.' }
  const setting: LineSetting = {
    fuel: request.rig.fuel,
    ambientPa: ambientPressurePa(request.shop.altitudeM),
    fuelDivisionPa: request.rig.fuelDivisionPa,
    oxygenDivisionPa: request.rig.oxygenDivisionPa,
    fuelLockUpPa: request.rig.fuelLockUpPa,
    fuelRatingPa: request.rig.fuelRatingPa,
    oxygenRatingPa: request.rig.oxygenRatingPa,
  }
  const steps = [
    ...before(plan, request),
    ...pressures(request, oxygen.value, fuel.value),
    ...purges(plan, request, setting.ambientPa, oxygen.value, fuel.value),
    ...lighting(request),
    ...cutSteps(plan, request),
    ...after(plan),
  ]
  return accept(steps, setting)
}

/** Hands steps out only if their acts pass the state model and leave the line safe. */
export function accept(steps: readonly Step[], setting: LineSetting): CutProcedure {
  const run = runLine(
    steps.flatMap((s) => s.acts),
    setting,
  )
  const hazard = run.hazard ?? hazardAtEnd(run.state)
  return hazard
    ? {
        ok: false,
        because: hazard,
        text: `These steps would not be safe (${hazard.replaceAll('-', ' ')}), so none are given.`,
      }
    : { ok: true, steps, setting }
}

function before(plan: CutPlan, request: CutRequest): Step[] {
  const { work, rig, shop } = request
  const reach = shop.units.length === 'in' || shop.units.length === 'ft' ? '35 ft' : '11 m'
  const guided = plan.figures.guideOffset !== undefined
  const unread = plan.cautions.filter((c) => c.tickedBy === undefined)
  const steps: Step[] = [
    ...unread.map((c): Step => ({
      id: `caution-${c.code}`,
      phase: 'before',
      act: 'Make sure of this before anything else',
      why: c.text,
      see: 'Nobody has put a name to it in the plan.',
      acts: [],
    })),
    {
      id: 'area',
      phase: 'before',
      act: `Clear ${reach} round the cut and put somebody on fire watch`,
      why: 'Sparks fly that far, through gaps and behind walls. Site rules, permit and local law come first.',
      see: 'Bare floor but no bare concrete under the cut, an ABC extinguisher and water at hand, hoses behind you, moving air.',
      caution:
        'Never cut a closed or once-filled vessel, or anything under pressure or spring: it bursts. In a confined space, stop here without permit, gas test and attendant.',
      acts: [],
    },
    {
      id: 'gear',
      phase: 'before',
      act: `Put on shade ${cuttingShade(work.thicknessM)}, gloves, boots and cotton, leather or wool`,
      why: 'The glow blinds slowly and slag runs into cuffs. Nothing oily: it flares in oxygen.',
      see: 'No turn-ups, no lighter in the pocket, safety spectacles under the shade.',
      acts: [],
    },
    {
      id: 'piece',
      phase: 'before',
      act: 'Support the piece and decide where the off-cut falls',
      why: 'It drops hot and at once. A tray under it, feet and hoses clear, the part held so that it stays.',
      ...(plan.figures.offcutMass ? { also: ['offcutMass' as const] } : {}),
      see:
        work.surface === 'clean'
          ? 'Bright, dry metal on the line.'
          : 'The line knocked and brushed as clean as it will come, both sides.',
      acts: [],
    },
  ]
  steps.push(...layoutSteps(plan, request))
  if (guided)
    steps.push({
      id: 'guide',
      phase: 'before',
      act: `Clamp the guide on the ${rig.guide}, this far from the marked line`,
      figure: 'guideOffset',
      also: ['collarHeight', 'kerf'],
      why: `The tip's flank rides the guide, so half the kerf decides the distance. The whole kerf falls in the scrap.`,
      see: 'A dry run along the whole line, cold, without a snag, both hands rested.',
      acts: [],
    })
  steps.push({
    id: 'rig',
    phase: 'rig',
    act: 'Check the rig and seat the tip',
    figure: 'tipOrifice',
    why: 'A loose or dirty tip pops; oil on oxygen parts burns.',
    see: `Cylinders upright and chained, right hose for ${FUELS[rig.fuel].name}, arrestors in date, no cuts in the hoses, bore clean and round.`,
    ifNot: 'Change what is damaged. No tape, no oil, no home-made adaptor. The torch manual says how tight.',
    acts: [],
  })
  return steps
}

function pressures(request: CutRequest, oxygenPa: number, fuelPa: number): Step[] {
  const { fuel } = request.rig
  const acetylene = fuel === 'acetylene'
  const { name } = FUELS[fuel]
  const limit = printFor(ACETYLENE_MAX_GAUGE_PA, 'pressure', request.shop.units)
  return [
    {
      id: 'screws-out',
      phase: 'pressures',
      act: 'Both screws out, both gauges at zero',
      why: 'A cylinder opened against a wound-in screw slams full pressure into the regulator, and oxygen can burn it out.',
      see: 'Screws loose, needles on their pins, all torch valves shut.',
      ifNot: 'A needle off zero means trapped gas: open that torch valve, let it out, shut it.',
      acts: [
        { do: 'screw-out', side: 'fuel' },
        { do: 'screw-out', side: 'oxygen' },
      ],
    },
    {
      id: 'open-fuel',
      phase: 'pressures',
      act: acetylene
        ? 'Open the acetylene cylinder three quarters of a turn, key left on'
        : `Open the ${name} ${fuel === 'natural-gas' ? 'supply' : 'cylinder'} slowly, all the way`,
      why: acetylene
        ? 'In a fire it must shut at once: never more than one and a half turns.'
        : 'Slowly, so that no excess-flow valve snaps shut.',
      see: 'The cylinder gauge rises. Stand beside the regulator and look away.',
      ifNot: 'A hiss or a smell: shut it, find the leak with solution.',
      acts: [{ do: 'open-cylinder', side: 'fuel' }],
    },
    {
      id: 'set-fuel',
      phase: 'pressures',
      act: `Open the torch's fuel valve and turn the ${name} screw in, gas flowing, to`,
      figure: 'fuelPressure',
      why: 'Set while flowing: with the valve shut the needle stands higher and tells nothing.',
      see: 'The needle steady while gas flows. Then shut the torch valve: it rises 1 to 3 psi (0.1 to 0.2 bar) and stops.',
      ifNot: 'If it keeps climbing the regulator creeps: shut the cylinder, tag the regulator.',
      ...(acetylene
        ? {
            caution: `Acetylene above ${limit} can explode by itself. Turn the screw out; if the needle stays up, shut the cylinder and bleed.`,
          }
        : {}),
      acts: [
        { do: 'open-valve', side: 'fuel' },
        { do: 'screw-in', side: 'fuel', toPa: fuelPa },
        { do: 'shut-valve', side: 'fuel' },
      ],
    },
    {
      id: 'open-oxygen',
      phase: 'pressures',
      act: 'Open the oxygen cylinder slowly, then all the way',
      why: 'Fast oxygen heats by compression enough to light a regulator. Fully open, the valve seals at its back seat.',
      see: 'The cylinder gauge rises smoothly. Stand beside it and look away.',
      acts: [{ do: 'open-cylinder', side: 'oxygen' }],
    },
    {
      id: 'set-oxygen',
      phase: 'pressures',
      act: 'Preheat oxygen open, lever held down, turn the oxygen screw in, to',
      figure: 'cuttingOxygenPressure',
      why: 'The hose takes its share only while the whole flow runs, so it is set with lever and preheat open.',
      see: 'The needle steady with the lever down. Let go and shut the valve: it rises 2 to 5 psi (0.1 to 0.4 bar). That is normal.',
      ifNot:
        'If the needle sags while flowing, the cylinder valve is not fully open, the cylinder is low or the hose is small.',
      acts: [
        { do: 'open-valve', side: 'oxygen' },
        { do: 'lever-down' },
        { do: 'screw-in', side: 'oxygen', toPa: oxygenPa },
        { do: 'lever-up' },
        { do: 'shut-valve', side: 'oxygen' },
      ],
    },
  ]
}

function purges(
  plan: CutPlan,
  request: CutRequest,
  ambientPa: number,
  oxygenPa: number,
  fuelPa: number,
): Step[] {
  const { rig } = request
  const fuelS = purgeTime(rig.fuelHose, plan.figures.fuelFlow?.value ?? Number.NaN, fuelPa, ambientPa)
  const oxygenS = purgeTime(
    rig.oxygenHose,
    plan.figures.preheatOxygenFlow?.value ?? Number.NaN,
    oxygenPa,
    ambientPa,
  )
  const why =
    'Three hose volumes carry out the air and whatever crept back. Mixed gas in a hose burns back through it.'
  return [
    {
      id: 'purge-fuel',
      phase: 'pressures',
      act: 'Open the fuel valve alone and let it run, then shut it',
      why,
      caution: 'Nothing lit near, doors open: what comes out burns.',
      timer: { kind: 'at-least', what: 'Purge fuel', seconds: fuelS },
      acts: [
        { do: 'open-valve', side: 'fuel' },
        { do: 'purge', side: 'fuel', seconds: fuelS, needsSeconds: fuelS },
        { do: 'shut-valve', side: 'fuel' },
      ],
    },
    {
      id: 'purge-oxygen',
      phase: 'pressures',
      act: 'Open the preheat oxygen alone and let it run, then shut it',
      why,
      caution: 'Not towards clothes: cloth soaked in oxygen burns like paper.',
      timer: { kind: 'at-least', what: 'Purge oxygen', seconds: oxygenS },
      acts: [
        { do: 'open-valve', side: 'oxygen' },
        { do: 'purge', side: 'oxygen', seconds: oxygenS, needsSeconds: oxygenS },
        { do: 'shut-valve', side: 'oxygen' },
      ],
    },
    {
      id: 'leaks',
      phase: 'pressures',
      act: 'Brush leak solution on every joint and watch both needles',
      why: 'Made for oxygen: soap can hold grease. The same minute shows a creeping regulator.',
      see: 'No bubbles, no needle moving.',
      ifNot:
        'Bubbles: shut the cylinders, bleed, tighten or change, and test again. Never light a leaking rig.',
      timer: { kind: 'at-least', what: 'Watch the needles', seconds: CREEP_S },
      acts: [],
    },
  ]
}

function lighting(request: CutRequest): Step[] {
  const acetylene = request.rig.fuel === 'acetylene'
  const hydrogen = request.rig.fuel === 'hydrogen'
  return [
    {
      id: 'light',
      phase: 'light',
      act: acetylene
        ? 'Open the fuel a quarter turn and light it with the striker'
        : 'Open the fuel a quarter turn, light it, and hold the tip close to the plate',
      why: acetylene
        ? 'Fuel alone: no mixed gas in the torch. Enough gas that the soot just stops.'
        : 'The plate throws the slow flame back so that it holds to the tip.',
      see: acetylene
        ? 'A bright, sooty flame that stays on the tip. More gas until the soot just stops.'
        : hydrogen
          ? 'Almost nothing: hold a dry straw in it. Never feel for it.'
          : 'A yellow flame that stays at the tip.',
      ifNot: 'If it leaves the tip, less gas. A pop: shut oxygen, then fuel, let the tip cool.',
      caution: 'Striker only, tip pointing away from hoses, cylinders and people.',
      acts: [{ do: 'open-valve', side: 'fuel' }, { do: 'light' }],
    },
    {
      id: 'trim',
      phase: 'light',
      act: acetylene
        ? 'Open the preheat oxygen until the feather just goes: neutral'
        : hydrogen
          ? 'Add preheat oxygen by the flow meter, to the ratio in the plan'
          : 'Add oxygen and fuel by turns until the cones are short and sharp',
      why: 'Neutral heats fastest without burning the edge. With the shade down the cones show better.',
      see: 'Even, bright, rounded cones, all of one length.',
      ifNot: 'One cone longer than the rest: a dirty port. A loud hiss: too much oxygen.',
      acts: [{ do: 'open-valve', side: 'oxygen' }, { do: 'trim' }],
    },
    {
      id: 'retrim',
      phase: 'light',
      act: 'Press the lever and trim again, then let go',
      why: 'The jet steals a little preheat oxygen, so neutral is judged with the lever down.',
      see: 'Cones that keep their shape as the lever goes down, and a straight, clean jet.',
      ifNot:
        'If the flame turns sooty with the lever down, open the handle oxygen fully or look for a pinched hose.',
      acts: [{ do: 'lever-down' }, { do: 'trim' }, { do: 'lever-up' }],
    },
  ]
}

function after(plan: CutPlan): Step[] {
  return [
    {
      id: 'shut-torch',
      phase: 'after',
      act: 'Shut the preheat oxygen, then the fuel, and hang the torch up',
      why: "Oxygen first leaves no bang in a cutting head. If the torch's manual says otherwise, it wins.",
      see: 'No flame, no glow at the tip, no hiss.',
      acts: [{ do: 'shut-valve', side: 'oxygen' }, { do: 'shut-valve', side: 'fuel' }, { do: 'flame-out' }],
    },
    {
      id: 'hot',
      phase: 'after',
      act: 'Mark the hot parts and move them only with tongs',
      why: 'Black steel can be at 400 °C and burns whoever comes next.',
      see: '“HOT” chalked on part and off-cut.',
      acts: [],
    },
    ...coolSteps(plan),
    {
      id: 'shut-cylinders',
      phase: 'after',
      act: 'Shut both cylinders',
      why: 'At the source first, so that nothing feeds the hoses while they empty. For a break of some minutes the torch valves alone are enough: then skip to the next cut.',
      see: 'Both valves tight by hand.',
      acts: [
        { do: 'shut-cylinder', side: 'oxygen' },
        { do: 'shut-cylinder', side: 'fuel' },
      ],
    },
    {
      id: 'bleed-oxygen',
      phase: 'after',
      act: 'Open the oxygen, let it out, shut it',
      why: 'One side at a time, so that no gas can cross over.',
      see: 'Both oxygen needles fall to zero.',
      acts: [
        { do: 'open-valve', side: 'oxygen' },
        { do: 'shut-valve', side: 'oxygen' },
      ],
    },
    {
      id: 'bleed-fuel',
      phase: 'after',
      act: 'Open the fuel, let it out, shut it',
      why: 'Nothing lit near: a hose full of fuel comes out.',
      see: 'Both fuel needles fall to zero.',
      acts: [
        { do: 'open-valve', side: 'fuel' },
        { do: 'shut-valve', side: 'fuel' },
      ],
    },
    {
      id: 'wind-out',
      phase: 'after',
      act: 'Both screws out, all needles at zero, hoses coiled',
      why: 'The next one to open a cylinder trusts you.',
      see: 'Hoses on their hook, not round the gauges.',
      acts: [
        { do: 'screw-out', side: 'oxygen' },
        { do: 'screw-out', side: 'fuel' },
      ],
    },
    {
      id: 'fire-watch',
      phase: 'after',
      act: 'Keep the fire watch',
      why: 'An hour by current practice; the permit or local rules may ask for more. Fires start where nobody looked.',
      see: 'No smoke, no warm spot, other sides of walls and floors too.',
      timer: { kind: 'at-least', what: 'Fire watch', seconds: FIRE_WATCH_S },
      acts: [],
    },
  ]
}
