import { FLUX_STAGES, glowAt } from '../metal/glow.ts'
import { isCopper } from '../metal/base-metals.ts'
import { keysOf } from '../objects.ts'
import { STITCHED } from './fields.ts'
import { BOX_ROW } from '../rig/fields.ts'
import type { FlameChoice } from './flame.ts'
import {
  bondOf,
  filletLegM,
  grooveOf,
  isBuiltUp,
  isGrooved,
  isRound,
  layersOf,
  seatDiameterM,
} from './joint.ts'
import { jointFacts } from './joints.ts'
import { purgeNeed } from './purge.ts'
import type { BrazeDraft } from './draft.ts'
import { capital } from '../words/trade.ts'
import type { BrazeStep, BrazeWork, Form, Methods } from './types.ts'

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
  return Object.entries(phases).flatMap(([phase, says]) => {
    let [own, beside] = [0, 0]
    return says.map((s) => ({
      id: s.goesWith === undefined ? `${phase}-${(own += 1)}` : `${phase}-with-${(beside += 1)}`,
      phase: phase as keyof typeof phases,
      ...s,
    }))
  })
}

function prepare(draft: BrazeDraft, { flux }: StepsAsked): StepText[] {
  const { work } = draft.request
  const out: StepText[] = []
  const gas = work.services.has('refrigerant')
  if (isRound(work) && (gas || work.pressurePa > 0))
    out.push({
      does: 'vent',
      act: `Let the pressure out through its port${gas ? ', the refrigerant recovered first' : ''}. See the gauge at zero.`,
      why: 'Heat on a closed line bursts it; hot refrigerant turns to poison gas.',
    })
  if (isRound(work) && gas)
    out.push({
      does: 'cores',
      act: 'Take the valve cores out with the core tool, where the maker says so.',
      why: 'Their seals give way long before the filler runs, and the nitrogen wants a free way out.',
    })
  if (isRound(work) && purgeNeed(draft.request) === 'always')
    out.push({
      act: 'Lay the nitrogen hose to one end of the line, clear of flame, edges and feet; the other end stays free.',
      why: 'A hose that burns through or is kicked off lets air in while the joint is hot.',
    })
  if (isRound(work) && isCopper(work.a.metal))
    out.push({
      does: 'tube-end',
      act: 'Cut square, ream the bore, bring the end back to size and try it in a gauge or a new cup. Where fatigue matters saw it in a guide instead.',
      why: 'A tube cutter turns the edge in, shrinks and hardens the end: the gap is no longer what was planned.',
    })
  out.push(...madeToFit(draft))
  if (isGrooved(work)) out.push(...castingPrepare(draft))
  else
    out.push({
      act: `Take off oil first, then clean both faces bright, inside the ${isRound(work) ? (jointFacts(work.joint).calls?.b ?? 'cup') : 'lap'} too, a little past where filler is to go.`,
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
      act:
        work.wear === 'porous-weld'
          ? 'Grind the porous weld out to sound metal, pore by pore, corners rounded.'
          : 'Grind the worn or pitted face to sound metal, corners rounded.',
      why: 'Filler bridges a pit instead of filling it; what is under it breaks away later.',
    })
  return out
}

/** What a joint asks for before its parts are cleaned: an end that is swaged, a saddle that is fitted, a body that is taken apart. */
function madeToFit({ request: { work } }: BrazeDraft): StepText[] {
  switch (work.joint) {
    case 'swage':
      return [
        {
          act: 'Swage one end: soft tube, the tool oiled and the oil off again, as deep as it is planned, no split at the mouth.',
          why: 'Hard tube splits as it is widened, and a split runs on when it is hot.',
        },
      ]
    case 'saddle':
      return [
        {
          act: 'Fit the saddle to the run: it sits all round without rocking. Then drill the run through it, burr and chips out.',
          why: 'Where it gapes nothing is drawn in; chips end up in the first valve.',
        },
      ]
    case 'stub':
      return [
        {
          does: 'cores',
          act: 'Nothing under pressure: take core and stem out where the maker says so; else open the valve half-way, and wrap its body.',
          why: 'Seat and seals give way long before the filler runs; shut, the seat is pressed into place hot.',
        },
      ]
    default:
      return []
  }
}

function castingPrepare(draft: BrazeDraft): StepText[] {
  const { work } = draft.request
  const groove = grooveOf(work)
  const iron = work.a.metal.family === 'cast-iron'
  const bronze = work.a.metal.family === 'bronze'
  return [
    {
      act: 'Take the oil off with a cleaner that leaves nothing, and warm it until no more sweats out.',
      why: 'Iron drinks oil: what sweats out of the crack while it is hot keeps filler off.',
    },
    ...(iron
      ? [
          {
            act: 'Make sure it is cast iron: sandy skin, a coarse grey fracture, short dark sparks.',
            why: 'Steel and white iron want another repair.',
          },
        ]
      : []),
    {
      act: `${work.crackEnds === 'both' ? 'Mark both ends of the crack' : 'Find both ends of the crack with dye'}, and drill a 3 to 5 mm stop at or just past each.`,
      why: 'It goes on cracking from an end that is not stopped, as soon as heat pulls on it.',
    },
    {
      does: 'groove',
      methods: ['crackGroove'],
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
            methods: ['crackGroove'] as const,
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
      why: 'The marks show a part that crept out while it was hot. It will not go in by hand: stop, and look for a burr, an end that is oval, or the wrong fitting. Never drive it.',
    })
  else if (!isBuiltUp(work))
    out.push({
      does: 'fit',
      act: `Lay the lap, ${draft.show(work.overlapM, 'length')}, and mark both edges.${thin ? ' Tack both ends before the run.' : ''}`,
      why: 'Thin sheet walks as it warms.',
    })
  out.push({
    does: 'fit',
    act: `Support both parts near the joint, free to grow, nothing heavy hanging on it${isRound(work) ? ': a jig, or a vice with soft jaws, never squeezed out of round' : ''}.`,
    why: 'Hot metal is weak; what is clamped hard bends or pulls the gap shut.',
  })
  if (warps(work))
    out.push({
      act: 'Lay a straight edge on it, along and across: write down how flat it is, any twist, and the gap under the edge.',
      why: 'Only what was measured before tells what the heat did.',
    })
  if (work.protectM !== undefined)
    out.push({
      methods: ['protection'],
      act:
        shop.methods.protection === 'paste'
          ? `Bed the valve or seal, ${draft.show(work.protectM, 'length')} away, in heat paste.`
          : shop.methods.protection === 'heat-sink'
            ? `Clamp the heat sink between joint and valve, nearer the valve.`
            : `Wrap a dripping rag ${draft.show(work.ragM, 'length')} from the joint; keep it wet. Never over an open joint or on hot iron.`,
      why: 'The heat runs along the tube after you. Ask the maker what the part stands.',
    })
  out.push(...fitBurner(draft))
  if (purgeNeed(draft.request) === 'always')
    out.push({
      does: 'nitrogen-on',
      act: 'Open the far end, then start the nitrogen, and let it sweep for its time.',
      why: 'Without it black scale forms inside and comes loose in the line.',
      ...(draft.figures.purgeTime ? { seconds: draft.figures.purgeTime.value } : {}),
    })
  return out
}

/** Sheet and plate up to this the heat draws out of true, m. */
export const WARPS_M = 0.006
const warps = (w: BrazeWork): boolean => !isRound(w) && Math.min(w.a.wallM, w.b.wallM) <= WARPS_M
/** Metal that clogs a common burr. */
const softMetal = (w: BrazeWork): boolean =>
  ['copper', 'brass', 'bronze', 'aluminium'].includes(w.a.metal.family)
const shareName = (w: BrazeWork): keyof typeof STITCHED =>
  keysOf(STITCHED).find((name) => STITCHED[name] === w.seamShare) ?? 'third'

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
  if (shop.methods.cue === 'wet') return 'when the metal looks wet, and a drop of filler spreads on it'
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
    const { calls, heavy } = jointFacts(work.joint)
    const { a: inside, b: around } = calls ?? { a: 'tube', b: 'cup' }
    out.push({
      does: 'tube-first',
      act: `${capital(inside)} first: sweep across it ${draft.round('25 mm', '1 in')} back from the mouth, for about ${draft.show(Math.max(1, Math.round(asked.tubeFirstS)), 'time')}.`,
      why: `It swells against the ${around} and carries heat inside, where the flame cannot get.`,
    })
    out.push(
      heavy
        ? {
            does: 'heat',
            act: `Then the socket of the ${around}, flame pointing away from its seat: most of the heat goes there, it is heavier; back to the ${inside} now and then.`,
            why: 'The body takes the heat away, and what is inside it has to stay cool: quick, and from its socket’s side.',
            ...timer,
          }
        : {
            does: 'heat',
            act: `Then the root of the ${around}, then to and fro between the two, always moving.`,
            why: `Filler runs to the hottest place: heat at the root draws it all the way in. Heat on the lip alone seals a dry ${around}.`,
            ...timer,
          },
    )
    if ((draft.detail.torches ?? 1) > 1)
      out.push({
        goesWith: 'heat',
        act: 'Two torches, one on each side, going round the same way.',
        why: 'Neither side cools while the other is heated.',
      })
    else if (d >= TWO_INCH_OD * (1 - 1e-9))
      out.push({
        goesWith: 'heat',
        act: 'Bring the whole fitting warm first; at this size a second torch on the other side is usual.',
        why: 'One flame never has the far side hot.',
      })
    else if (d >= INCH_OD * (1 - 1e-9))
      out.push({
        goesWith: 'heat',
        act: 'Bring the whole fitting warm before you work on one place.',
        why: 'From 25 mm on one spot gets hot while the rest stays cold.',
      })
  } else if (isBuiltUp(work))
    out.push({
      does: 'heat',
      act:
        bondOf(work) === 'face'
          ? 'Heat a short stretch of the face until the first filler wets it and runs thin: tin it.'
          : 'Heat a short length of the groove, both faces alike, until the first filler wets and runs thin: tin it.',
      why: 'A bead over a face that was never wetted lies on top and falls off.',
      ...timer,
    })
  else {
    const aim = aimAt(draft)
    out.push({
      does: 'heat',
      act:
        aim === undefined
          ? 'Heat both parts alike, to and fro over the whole width.'
          : `Aim at ${aim.part}, it ${aim.because}: it takes the heat away; the other follows.`,
      why: 'Both faces have to be hot together, or the filler stays on the one that is.',
      ...timer,
    })
    if (work.seam === 'stitched')
      out.push({
        goesWith: 'heat',
        act: `Braze short lengths, ${{ quarter: 'a quarter', third: 'a third', half: 'half' }[shareName(work)]} of the seam, on opposite sides in turn, with room between.`,
        why: 'The sheet stays flat; only where load and tightness allow it.',
      })
  }
  out.push({
    does: 'flame',
    act: `The flame: ${asked.flame.name}, its inner cone ${draft.round('10 to 25 mm', '3/8 to 1 in')} off, never touching. Steep to gather the heat, flatter to spread it.`,
    why: asked.flame.because,
  })
  if (asked.flux !== 'none')
    out.push({
      goesWith: 'heat',
      act: 'Listen to the flux: it pops and spits while its water boils off, then it works and bubbles, then it lies still.',
      why: 'Rod on flux that still spits is thrown off; still and clear, the metal under it is clean.',
    })
  if (asked.shortBurns)
    out.push({
      goesWith: 'heat',
      act: 'Lit for a minute at most, then out while the cylinder rests.',
      why: 'Drawn faster than it gives, solvent comes along: a purple, spitting flame means shut down and let it stand.',
    })
  return out
}

/** The part that the flame is aimed at, named so that it can be told from the other, and why; undefined where both are alike. */
function aimAt(
  draft: BrazeDraft,
): { readonly part: string; readonly because: 'is thicker' | 'leads more heat away' } | undefined {
  const { work } = draft.request
  const { a, b } = work
  const leads = (p: BrazeWork['a']) => p.wallM * p.metal.conductivity[0]
  if (leads(a) === leads(b)) return undefined
  const [heavier, other, name] = leads(a) > leads(b) ? ([a, b, 'a'] as const) : ([b, a, 'b'] as const)
  const { calls } = jointFacts(work.joint)
  return {
    part: calls
      ? `the ${calls[name]}`
      : a.metal.short !== b.metal.short
        ? `the ${heavier.metal.short}`
        : a.metal.key !== b.metal.key
          ? `the ${heavier.metal.name.toLowerCase()}`
          : `the ${draft.show(heavier.wallM, 'rule')} part`,
    because: heavier.wallM > other.wallM ? 'is thicker' : 'leads more heat away',
  }
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
    methods: ['cue', 'feeding'],
    act: `Touch the rod at the ${isBuiltUp(work) ? 'groove' : 'mouth'} ${cueOf(draft, asked)}. The metal melts it, never the flame. ${away}`,
    why: 'Rod that the flame melts lies on cold metal and holds nothing.',
  }
  const out: StepText[] = []
  if (isRound(work))
    out.push({
      goesWith: 'touch',
      act: 'A last pass at the root, then the rod.',
      why: 'The heat that is at the root is what draws the filler in.',
    })
  if (asked.flux !== 'none' && asked.form === 'bare')
    out.push({
      goesWith: 'touch',
      act: 'Warm the end of the rod, then dip it in the flux.',
      why: 'On a cold rod the paste slides off again; on a warm one it stays.',
    })
  out.push(first)
  if (isRound(work)) out.push(roundOrder(draft, asked))
  else if (bondOf(work) === 'fillets')
    out.push({
      does: 'feed',
      act: `A fillet along each side, leg ${draft.show(filletLegM(work), 'rule')}.`,
      why: 'In a tee the fillets carry the load.',
      seconds: Math.ceil(asked.feedS),
    })
  else if (bondOf(work) === 'face') out.push(...layers(draft, asked))
  else if (isBuiltUp(work))
    out.push({
      does: 'feed',
      act: 'Short runs, each on tinned faces, from the closed end out. Then a second, washing pass over the whole bead.',
      why: 'Long runs pull; the second pass draws slag and pores to the top.',
      seconds: Math.ceil(asked.feedS),
    })
  else out.push({ ...flatFeed(draft, asked.flux !== 'none'), does: 'feed', seconds: Math.ceil(asked.feedS) })
  if (isRound(work))
    out.push({
      methods: ['cap'],
      act: `One last sweep at the root, then a ${shop.methods.cap === 'important' ? 'full fillet all round' : 'fillet'}, leg ${draft.show(filletLegM(work), 'rule')}, with a little less heat.`,
      why:
        shop.methods.cap === 'important'
          ? 'Your shop’s method: the cap seals and eases stress, and is looked at first. The other way takes it for insurance: the socket carries the load.'
          : 'The sweep drives gas out. The socket carries the load; the cap is insurance: it shows flaws and eases stress. Some hold it important.',
    })
  out.push({
    goesWith: 'feed',
    act: 'Once the filler lies flat and bright, a moment longer, then away with the flame.',
    why: 'Taken off too soon it stands in lumps; too late it runs off and the zinc burns.',
  })
  if (isGrooved(work))
    out.push({
      act: 'Last the stop holes, each filled from its bottom up.',
      why: 'An open hole leaks, and gathers load at its edge.',
    })
  if (isGrooved(work) && work.through !== 'no')
    out.push({
      does: 'second-side',
      act: `${work.through === 'yes' ? 'It goes through: braze' : 'Where it goes through, braze'} the second side only if its heat does not let the first one go; else leave it.`,
      why: 'Brazed again from behind, the front can run out or crack.',
    })
  return out
}

/** A face that is built up: layer on layer. */
function layers(draft: BrazeDraft, asked: StepsAsked): StepText[] {
  const { work } = draft.request
  const count = layersOf(work)
  return [
    {
      does: 'feed',
      act: `${count === 1 ? 'One thin layer' : `${count} thin layers`}, ${draft.show(work.layerM, 'rule')} in all: bead beside bead, each lapping the last by a third${count === 1 ? '' : '; brush every layer clean before the next, and cross its direction'}.`,
      why: 'A thick layer traps slag and pores, and runs off the edge.',
      seconds: Math.ceil(asked.feedS),
    },
  ]
}

/** Where a flat joint is fed, and why there. */
function flatFeed(draft: BrazeDraft, fluxed: boolean): Pick<StepText, 'act' | 'why'> {
  const { work } = draft.request
  const { edges, ringed, halves } = jointFacts(work.joint)
  const leg = draft.show(filletLegM(work), 'rule')
  if (ringed)
    return {
      act: `Once round the outer edge, the ends lapped, then the inner edge where the rod reaches; a fillet, leg ${leg}.`,
      why: 'A gap in the ring is where it begins to tear; fed from the outside first, gas can leave inwards.',
    }
  if (edges)
    return {
      act: `One edge first, until it shows at the other; then a fillet along each, leg ${leg}.`,
      why: `Fed from both edges at once it locks gas${fluxed ? ' and flux' : ''} in the middle. Two fillets and one lap hold, not two laps.`,
    }
  if (halves)
    return {
      act: 'From the butt outward on each half: feed one strap until it shows at its edge, turn it, and do the other strap.',
      why: `Fed from both edges it locks gas${fluxed ? ' and flux' : ''} under the strap; turned early the first one lets go.`,
    }
  return {
    act: 'Feed along one edge until it shows at the other.',
    why: `Fed from both sides it locks gas${fluxed ? ' and flux' : ''} in the middle.`,
  }
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
    why: 'It is cold sooner, and takes what sits on the seam with it. Steam burns.',
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
      ...(still ? {} : { methods: ['cooling'] as const }),
    })
  else out.push({ ...COOLED[shop.methods.cooling], methods: ['cooling'] })
  if (purgeNeed(draft.request) === 'always')
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
    why: asked.flux === 'none' ? 'What is not seen now leaks later.' : 'Flux over a hole looks like a seam.',
  })
  if (isBuiltUp(work))
    out.push({
      act: `Dress it flush in steps: a ${softMetal(work) ? 'burr for soft metal that does not clog' : 'coarse file or 36 grit'}, then 80, then a 120 pad last. Stop before it marks the base.`,
      why: 'Below flush the part is thinner than it was.',
    })
  if (warps(work))
    out.push({
      act: 'Lay the straight edge on it again: flat, twist, gap under it. Put it straight only cold, and little by little.',
      why: 'What was written down before tells what the heat did; hot, the seam tears.',
    })
  return out
}
