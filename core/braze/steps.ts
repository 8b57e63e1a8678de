import { FLUX_STAGES, glowAt } from '../metal/glow.ts'
import { isCopper } from '../metal/base-metals.ts'
import { BOX_ROW } from '../rig/fields.ts'
import type { FlameChoice } from './flame.ts'
import { bondOf, filletLegM, grooveOf, isBuiltUp, isGrooved, isRound, seatDiameterM } from './joint.ts'
import { jointFacts } from './joints.ts'
import { purgeNeed } from './purge.ts'
import type { BrazeDraft } from './draft.ts'
import type { BrazeStep, Form, Methods } from './types.ts'

const INCH_OD = 0.0254
const TWO_INCH_OD = 0.0508
/** Attitudes nearer to upright than this are fed as upright, rad. */
const UPRIGHT = Math.PI / 4

/** How a joint's axis lies, for the order of feeding. */
export const liesHow = (attitudeRad: number): 'level' | 'up' | 'down' =>
  attitudeRad > UPRIGHT ? 'up' : attitudeRad < -UPRIGHT ? 'down' : 'level'

/** Clock positions round a level joint in the order in which they are fed: two sweeps from the bottom, ends lapped. */
export const LEVEL_ORDER: readonly (readonly number[])[] = [
  [5, 6, 7, 8, 9, 10, 11, 12, 1],
  [6, 5, 4, 3, 2, 1, 12],
]

/** What the steps are made of. */
export interface StepsAsked {
  readonly flux: string
  readonly form: Form
  readonly flame: FlameChoice
  readonly targetK: number
  readonly heatS: number | undefined
  readonly tubeFirstS: number
  readonly feedS: number
  readonly setS: number
  readonly nitrogenS: number
  /** What warms a casting through, as the end of a sentence, and how long that takes, s. */
  readonly warmWith: string
  /** Something is heated with a cutting head. */
  readonly leverUp: boolean
  readonly warmS: number | undefined
  /** Lit for a minute at most, with pauses. */
  readonly shortBurns: boolean
  readonly coolS: number
  readonly preheatK: number | undefined
}

type StepText = Omit<BrazeStep, 'id' | 'phase'>

/** The work in its order: prepare, fit, heat, feed, cool and clean, each with its reason and its timer. */
export function brazeSteps(draft: BrazeDraft, asked: StepsAsked): readonly BrazeStep[] {
  const phases = {
    prepare: prepare(draft, asked),
    fit: fit(draft),
    heat: heat(draft, asked),
    feed: feed(draft, asked),
    cool: cool(draft, asked),
    clean: clean(draft, asked),
  } as const
  return Object.entries(phases).flatMap(([phase, says]) =>
    says.map((s, i) => ({ id: `${phase}-${i + 1}`, phase: phase as keyof typeof phases, ...s })),
  )
}

function prepare(draft: BrazeDraft, { flux }: StepsAsked): StepText[] {
  const { work } = draft.request
  const out: StepText[] = []
  const gas = work.services.has('refrigerant')
  if (isRound(work) && (gas || work.pressurePa > 0))
    out.push({
      does: 'vent',
      act: `Let the pressure out through its port${gas ? ', have the refrigerant recovered, and take valve cores out where the maker says' : ''}. See the gauge at zero.`,
      why: 'Heat on a closed line bursts it; hot refrigerant turns to poison gas.',
    })
  if (isRound(work) && isCopper(work.a.metal))
    out.push({
      does: 'tube-end',
      act: 'Cut square, ream the bore, bring the end back to size and try it in a gauge or a new cup. Where fatigue matters saw it in a guide instead.',
      why: 'A tube cutter turns the edge in, shrinks and hardens the end: the gap is no longer what was planned.',
    })
  if (isGrooved(work)) out.push(...castingPrepare(draft))
  else
    out.push({
      act: `Clean both faces bright, inside the ${isRound(work) ? 'cup' : 'lap'} too, a little past where filler is to go. Take off oil first, then scale.`,
      why: 'Filler wets bare metal only; oil under abrasive is rubbed in.',
    })
  if (work.a.metal.family === 'aluminium-bronze' || work.b.metal.family === 'aluminium-bronze')
    out.push({
      act: 'Brush the aluminium bronze just before fluxing.',
      why: 'Its oxide grows back within minutes.',
    })
  if (flux !== 'none')
    out.push({
      does: 'flux',
      act: `Brush ${flux} on both faces, thin and all over${isRound(work) ? '; turn the tube as it goes in. Keep it off the end of the tube' : ''}.`,
      why: isRound(work)
        ? 'Flux that is pushed inside stays there and corrodes.'
        : 'What flux misses, filler misses.',
    })
  if (bondOf(work) === 'face')
    out.push({
      act: 'Grind the worn or pitted face to sound metal, corners rounded.',
      why: 'Filler bridges a pit instead of filling it; what is under it breaks away later.',
    })
  return out
}

function castingPrepare(draft: BrazeDraft): StepText[] {
  const { work } = draft.request
  const groove = grooveOf(work)
  const iron = work.a.metal.family === 'cast-iron'
  const bronze = work.a.metal.family === 'bronze'
  return [
    ...(iron
      ? [
          {
            act: 'Make sure it is cast iron: sandy skin, a coarse grey fracture, short dark sparks.',
            why: 'Steel and white iron want another repair.',
          },
        ]
      : []),
    {
      act: 'Find both ends of the crack with dye, and drill a 3 to 5 mm stop at or just past each.',
      why: 'It goes on cracking from an end that is not stopped, as soon as heat pulls on it.',
    },
    {
      does: 'groove',
      act: {
        none: `No groove: bright metal ${draft.show(groove.widthM / 2, 'rule')} to both sides of the crack, its edges rounded.`,
        scratch: `Scratch it ${draft.show(groove.depthM, 'rule')} deep, no more than a third through.`,
        vee: `Vee it out ${draft.show(groove.depthM, 'rule')} deep, 60 to 90° between the faces, edges rounded.`,
      }[work.grooveKind],
      why: {
        none: 'The bead holds by the faces beside the crack.',
        scratch: bronze
          ? 'High-tin bronze has hardly any room before it melts: little heat, little filler.'
          : 'Enough for filler to bite, and little metal taken away.',
        vee: 'The bead has to hold on to faces.',
      }[work.grooveKind],
    },
    ...(iron
      ? [
          {
            act:
              work.grooveKind === 'none'
                ? 'Sear the faces with an oxidising flame and brush them.'
                : 'Sear the groove with an oxidising flame and brush it.',
            why: 'Grinding smears graphite over the face, and filler runs off it.',
          },
        ]
      : []),
  ]
}

function fit(draft: BrazeDraft): StepText[] {
  const { work, shop } = draft.request
  const out: StepText[] = []
  const thin = Math.min(work.a.wallM, work.b.wallM) < 0.002
  if (isRound(work))
    out.push({
      does: 'fit',
      act: `Slide it together by hand: it goes in ${draft.show(work.overlapM, 'length')}, turns, and seats on the stop. Mark the depth, and a line across ${isRound(work) ? 'tube and cup' : 'both parts'}.`,
      why: 'The marks show a part that crept out while it was hot.',
    })
  else if (!isBuiltUp(work))
    out.push({
      does: 'fit',
      act: `Lay the lap, ${draft.show(work.overlapM, 'length')}, and mark both edges.${thin ? ' Tack both ends before the run.' : ''}`,
      why: 'Thin sheet walks as it warms.',
    })
  out.push({
    does: 'fit',
    act: 'Support both parts near the joint, free to grow, nothing heavy hanging on it.',
    why: 'Hot metal is weak; what is clamped hard bends or pulls the gap shut.',
  })
  if (work.protectM !== undefined)
    out.push({
      act:
        shop.methods.protection === 'paste'
          ? `Bed the valve or seal, ${draft.show(work.protectM, 'length')} away, in heat paste.`
          : shop.methods.protection === 'heat-sink'
            ? `Clamp the heat sink between joint and valve, nearer the valve.`
            : `Wrap a dripping rag ${draft.show(work.ragM, 'length')} from the joint; keep it wet. Never over an open joint or on hot iron.`,
      why: 'The heat runs along the tube after you. Ask the maker what the part stands.',
    })
  out.push(...fitBurner(draft))
  if (purgeNeed(work) === 'always')
    out.push({
      does: 'nitrogen-on',
      act: 'Open the far end, then start the nitrogen, and let it sweep for its time.',
      why: 'Without it black scale forms inside and comes loose in the line.',
      ...(draft.figures.purgeTime ? { seconds: draft.figures.purgeTime.value } : {}),
    })
  return out
}

const cueOf = (draft: BrazeDraft, asked: StepsAsked): string => {
  const { work, shop } = draft.request
  const clear = FLUX_STAGES.at(-1)?.sign ?? ''
  if (!work.a.metal.glows)
    return asked.flux === 'none'
      ? 'when the rod, touched to it, melts'
      : `when the flux is ${clear}; this metal never glows`
  if (asked.flux !== 'none' && shop.methods.cue === 'flux')
    return `when the flux is ${clear} and the metal ${glowAt(asked.targetK)}`
  if (shop.methods.cue === 'rod') return 'when the rod, touched to the metal, melts'
  return `at ${glowAt(asked.targetK)}, proved by touching the rod`
}

/** The act of warming a part through, to a temperature as it is shown. */
export const warmThrough = (temperature: string): string =>
  `Warm the whole part to ${temperature}, all round and slowly; check it with a heat crayon`

function heat(draft: BrazeDraft, asked: StepsAsked): StepText[] {
  const { work } = draft.request
  const out: StepText[] = []
  const timer = asked.heatS === undefined ? {} : { seconds: Math.ceil(asked.heatS) }
  if (asked.leverUp)
    out.push({
      act: 'Keep the cutting head’s lever up: its preheat flames alone are wanted.',
      why: 'Pressed, it blows oxygen on hot iron: that cuts a hole into the part.',
    })
  if (asked.preheatK !== undefined)
    out.push({
      does: 'warm',
      act: `${warmThrough(draft.show(asked.preheatK, 'temperature'))}${asked.warmWith}.`,
      why: 'A casting that is hot in one place cracks beside it.',
      ...(asked.warmS === undefined ? {} : { seconds: Math.ceil(asked.warmS) }),
    })
  if (isRound(work)) {
    const d = seatDiameterM(work)
    const plug = jointFacts(work.joint).solid === true
    out.push({
      does: 'tube-first',
      act: `${plug ? 'Plug' : 'Tube'} first: sweep across it ${draft.round('25 mm', '1 in')} back from the mouth, for about ${draft.show(Math.max(1, Math.round(asked.tubeFirstS)), 'time')}.`,
      why: 'It swells against the cup and carries heat inside, where the flame cannot get.',
    })
    out.push({
      does: 'heat',
      act: 'Then the root of the cup, then to and fro between the two, always moving.',
      why: 'Filler runs to the hottest place: heat at the root draws it all the way in. Heat on the lip alone seals a dry socket.',
      ...timer,
    })
    if ((draft.detail.torches ?? 1) > 1)
      out.push({
        act: 'Two torches, one on each side, going round the same way.',
        why: 'Neither side cools while the other is heated.',
      })
    else if (d >= TWO_INCH_OD * (1 - 1e-9))
      out.push({
        act: 'Bring the whole fitting warm first; at this size a second torch on the other side is usual.',
        why: 'One flame never has the far side hot.',
      })
    else if (d >= INCH_OD * (1 - 1e-9))
      out.push({
        act: 'Bring the whole fitting warm before you work on one place.',
        why: 'From 25 mm on one spot gets hot while the rest stays cold.',
      })
  } else if (isBuiltUp(work))
    out.push({
      does: 'heat',
      act: 'Heat a short length of the groove, both faces alike, until the first filler wets and runs thin: tin it.',
      why: 'A bead over a face that was never wetted lies on top and falls off.',
      ...timer,
    })
  else {
    const [ca, cb] = [work.a, work.b].map((p) => p.wallM * p.metal.conductivity[0])
    const heavier = (ca ?? 0) >= (cb ?? 0) ? work.a : work.b
    out.push({
      does: 'heat',
      act:
        work.a.wallM === work.b.wallM && work.a.metal.key === work.b.metal.key
          ? 'Heat both parts alike, to and fro over the whole width.'
          : `Aim at the ${heavier.metal.short}: it takes the heat away; the other follows.`,
      why: 'Both faces have to be hot together, or the filler stays on the one that is.',
      ...timer,
    })
    if (work.seam === 'stitched')
      out.push({
        act: 'Braze short lengths, on opposite sides in turn, with room between.',
        why: 'The sheet stays flat; only where load and tightness allow it.',
      })
  }
  out.push({
    does: 'flame',
    act: `The flame: ${asked.flame.name}, its inner cone ${draft.round('10 to 25 mm', '3/8 to 1 in')} off, never touching.`,
    why: asked.flame.because,
  })
  if (asked.shortBurns)
    out.push({
      act: 'Lit for a minute at most, then out while the cylinder rests.',
      why: 'Drawn faster than it gives, solvent comes along: a purple, spitting flame means shut down and let it stand.',
    })
  return out
}

/** The burner by its shape, for a joint that a straight tip does not reach: it is fitted before the rig is set. */
function fitBurner({ request: { work }, burners }: BrazeDraft): StepText[] {
  if (work.room !== 'tight') return []
  const shape = burners.find((b) => b.chosen)?.shape
  return [
    {
      act: `Fit a ${shape !== undefined && shape !== 'straight' ? BOX_ROW.shape.names[shape].toLowerCase() : 'bent, swan-neck or two-flame'} tip before the rig is set, and a board behind the joint.`,
      why: 'In this corner a straight tip heats the wall first.',
    },
  ]
}

function feed(draft: BrazeDraft, asked: StepsAsked): StepText[] {
  const { work, shop } = draft.request
  if (asked.form === 'ring' || asked.form === 'foil' || asked.form === 'paste')
    return [
      {
        does: 'feed',
        act: `Watch the mouth: the ${asked.form} melts and a bright line shows all round. Hold the heat two seconds more.`,
        why: 'The filler is in the joint already; the line is the proof that it came through.',
        seconds: Math.ceil(asked.feedS),
      },
    ]
  const away =
    shop.methods.feeding === 'flame-off'
      ? 'Take the flame off as the rod goes on; back to warm again.'
      : 'Keep the flame moving ahead of the rod.'
  const first: StepText = {
    does: 'touch',
    act: `Touch the rod at the ${isBuiltUp(work) ? 'groove' : 'mouth'} ${cueOf(draft, asked)}. The metal melts it, never the flame. ${away}`,
    why: 'Rod that the flame melts lies on cold metal and holds nothing.',
  }
  const out: StepText[] = [first]
  if (isRound(work)) out.push(roundOrder(draft, asked))
  else if (bondOf(work) === 'fillets')
    out.push({
      does: 'feed',
      act: `A fillet along each side, leg ${draft.show(filletLegM(work), 'rule')}.`,
      why: 'In a tee the fillets carry the load.',
      seconds: Math.ceil(asked.feedS),
    })
  else if (isBuiltUp(work))
    out.push({
      does: 'feed',
      act: 'Short runs, each on tinned faces, from the closed end out. Then a second, washing pass over the whole bead.',
      why: 'Long runs pull; the second pass draws slag and pores to the top.',
      seconds: Math.ceil(asked.feedS),
    })
  else
    out.push({
      does: 'feed',
      act: 'Feed along one edge until it shows at the other.',
      why: 'Fed from both sides it locks gas and flux in the middle.',
      seconds: Math.ceil(asked.feedS),
    })
  if (isRound(work))
    out.push({
      act: `One last sweep at the root, then a fillet, leg ${draft.show(filletLegM(work), 'rule')}, with a little less heat.`,
      why: 'The sweep drives gas out. The socket carries the load; the fillet shows flaws and eases stress.',
    })
  if (isGrooved(work))
    out.push({
      act: 'Last the stop holes, each filled from its bottom up.',
      why: 'An open hole leaks, and gathers load at its edge.',
    })
  if (isGrooved(work))
    out.push({
      does: 'second-side',
      act: 'Braze the second side only if its heat does not let the first one go; else leave it.',
      why: 'Brazed again from behind, the front can run out or crack.',
    })
  out.push({
    act: 'A poor spot: flux it again, bring it back to heat, and add a little filler. Twice at most, then take it apart.',
    why: 'Each heating takes zinc, spends flux and grows the grain.',
  })
  return out
}

function roundOrder(draft: BrazeDraft, asked: StepsAsked): StepText {
  const lies = liesHow(draft.request.work.attitudeRad)
  const timer = { seconds: Math.ceil(asked.feedS) }
  if (lies === 'level')
    return {
      does: 'feed',
      act: 'From 5 o’clock through 6 and 9 past 12; then from 6 through 3 to 12, the ends lapped.',
      why: 'The filler below freezes first and dams what is fed above.',
      ...timer,
    }
  if (lies === 'up')
    return {
      does: 'feed',
      act: 'Mouth up: begin anywhere and go once round, the ends lapped.',
      why: 'It runs down by itself as well.',
      ...timer,
    }
  return {
    does: 'feed',
    act: 'Mouth down: heat the cup, keep the tube cooler, and go once round.',
    why: 'On a hot tube the filler runs away down it instead of up into the cup.',
    ...timer,
  }
}

/** The quicker ways to cool a joint that carries little. */
const COOLED: Readonly<Record<Exclude<Methods['cooling'], 'still-air'>, StepText>> = {
  rag: {
    does: 'cool',
    act: 'A wet rag once the sheen has gone off the filler.',
    why: 'Your shop’s method on a joint that carries little. Steam burns: gloves, and face away.',
  },
  'warm-water': {
    does: 'cool',
    act: 'Two minutes in still air, then warm water.',
    why: 'It takes the flux off with it. Steam burns.',
    seconds: 120,
  },
  spray: {
    does: 'cool',
    act: 'Spray at once, from the valve’s side.',
    why: 'Saves the valve; only on copper that carries little. Steam burns.',
  },
}

function cool(draft: BrazeDraft, asked: StepsAsked): StepText[] {
  const { work, shop } = draft.request
  const red = work.a.metal.family === 'cast-iron' || work.b.metal.family === 'cast-iron'
  const steel = [work.a, work.b].some((p) => ['steel', 'tool-steel', 'carbide'].includes(p.metal.family))
  const unlike = work.a.metal.key !== work.b.metal.key
  const out: StepText[] = [
    {
      does: 'set',
      act: 'Keep it still until it has set.',
      why: 'Moved while it is pasty the seam cracks through.',
      seconds: asked.setS,
    },
  ]
  const still =
    red || steel || unlike || work.services.has('medical-gas') || jointFacts(work.joint).coolsSlowly === true
  if (red)
    out.push({
      does: 'cool',
      act: 'Bury it in dry sand, lime or vermiculite at once.',
      why: 'Cooled in the draught cast iron cracks beside the bead.',
      seconds: asked.coolS,
    })
  else if (still || shop.methods.cooling === 'still-air')
    out.push({
      does: 'cool',
      act: 'Let it cool in still air; no water.',
      why: unlike
        ? 'Two metals shrink unlike: quenched, they pull the seam apart.'
        : steel
          ? 'Hot steel hardens and cracks in water.'
          : 'Nothing pulls on it.',
      seconds: asked.coolS,
    })
  else out.push(COOLED[shop.methods.cooling])
  if (purgeNeed(work) === 'always')
    out.push({
      does: 'nitrogen-off',
      act: `Nitrogen on until a wet rag pressed on hisses no longer: under ${draft.show(473.15, 'temperature')}${work.services.has('medical-gas') ? '; on a medical line until it is cold to the hand' : ''}.`,
      why: 'Hot copper scales as soon as air gets in.',
      seconds: asked.nitrogenS,
    })
  return out
}

function clean(draft: BrazeDraft, asked: StepsAsked): StepText[] {
  const { work } = draft.request
  const out: StepText[] = []
  if (asked.flux !== 'none')
    out.push({
      act: 'Hot water and a brush, while it is fresh; soak black, spent flux. Pickle only where it must: acid into water, face shield, no steel tongs.',
      why: 'Flux residue eats the seam, and hides pinholes.',
    })
  out.push({
    act: `Then look: ${isRound(work) ? 'fillet all round with a mirror, marks where they were' : 'both edges bright and closed'}.`,
    why: 'Flux over a hole looks like a seam.',
  })
  if (isBuiltUp(work))
    out.push({
      act: 'Dress it flush in steps, and stop before the file marks the base.',
      why: 'Below flush the part is thinner than it was.',
    })
  return out
}
