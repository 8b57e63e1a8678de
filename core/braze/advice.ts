import { FUELS } from '../gas/fuels.ts'
import { isCopper } from '../metal/base-metals.ts'
import { glowAt } from '../metal/glow.ts'
import { celsius } from '../metal/table.ts'
import { capital } from '../words/trade.ts'
import type { BrazeDraft } from './draft.ts'
import { wrongFlames } from './flame.ts'
import { isBuiltUp, isGrooved, isRound, seatDiameterM } from './joint.ts'
import { SERVICE_LIMIT_K } from './rules.ts'
import type { Judged } from './rank.ts'

/** Zinc boils. */
const ZINC_BOILS_K = celsius(907)

/** Cautions that are asked for by name, and what is never heated. Returns false when nothing may be planned. */
export function adviseHarm(draft: BrazeDraft): boolean {
  const { work } = draft.request
  const keys = [work.a.metal.key, work.b.metal.key]
  if (work.hollow === 'closed') {
    draft.say(
      'stop',
      'closed-vessel',
      'Never heat a closed vessel',
      'Closed, under pressure or with unknown contents it bursts or explodes. Have it opened, emptied and certified by somebody who is trained for it; a hollow part wants a vent.',
      { field: 'work.hollow' },
    )
    return false
  }
  if (work.surface === 'cadmium-plated') {
    draft.say(
      'stop',
      'cadmium-plated',
      'Never heat cadmium plate',
      'Its fume can kill hours later, and it stays on the metal when it is ground. Have it stripped chemically by somebody who is set up for it.',
      { field: 'work.surface' },
    )
    return false
  }
  if (work.hollow === 'once-filled') {
    draft.say(
      'mind',
      'once-filled',
      'It once held something',
      'What is left in seams and scale gives off gas when it is heated and explodes, even after years. Open, emptied, cleaned and tested for gas by a trained person.',
      { field: 'work.hollow' },
    )
    draft.ask(
      'once-filled',
      'It is open, emptied, cleaned and tested for gas by a trained person, and I have seen the paper.',
    )
  }
  if (work.surface === 'galvanised' || keys.includes('galvanised-steel')) {
    draft.say(
      'mind',
      'zinc-fume',
      'Zinc fume',
      `Zinc boils at ${draft.show(ZINC_BOILS_K, 'temperature')} and its smoke brings on metal fume fever. Strip ${draft.round('100 mm', '4 in')} each side and keep out of the fume.`,
      { field: 'work.surface' },
    )
    draft.ask('surface-galvanised', 'The zinc is off, or I work in moving air with a mask for fume.')
  }
  if (work.surface === 'painted' || work.surface === 'unknown') {
    draft.say(
      'mind',
      'surface-coated',
      'Paint or an unknown coat',
      `It burns to poisonous smoke; unknown counts as lead. Strip ${draft.round('100 mm', '4 in')} each side.`,
      { field: 'work.surface' },
    )
    draft.ask(
      `surface-${work.surface}`,
      'The coat is known and off beside the joint, or I am protected against lead.',
    )
  }
  if (work.surface === 'oily')
    draft.say(
      'mind',
      'oily',
      'Oil on it',
      'Hot, it smokes, leaves carbon and keeps the filler off; soaked in oil a joint can flash. Wash it off with a cleaner that leaves nothing, warm it, wash again.',
      { field: 'work.surface' },
    )
  if (keys.includes('beryllium-copper')) {
    draft.ask('beryllium', 'There is fume extraction at the joint, and I am trained for beryllium.')
    if (!work.ticked.some((t) => t.code === 'beryllium' && t.by.trim() !== ''))
      draft.say(
        'stop',
        'beryllium',
        'Beryllium poisons the lungs',
        'Dust and fume of beryllium copper cause lasting disease. Only with extraction at the joint and by a trained person, who puts their name to it.',
        { field: 'work.a.metal' },
      )
  }
  return true
}

/** Words on the service, before anything else is said of it. */
export function adviseService(draft: BrazeDraft): void {
  const { work } = draft.request
  if (work.services.has('medical-gas')) {
    draft.say(
      'mind',
      'medical',
      'Certified persons only',
      'Medical gas lines are brazed, tested and signed by certified persons, under their code. This plan is for them.',
      { field: 'work.service' },
    )
    draft.ask('medical', 'I am certified for medical gas brazing, and the verifier knows of this joint.')
  }
  if (work.services.has('refrigerant')) {
    draft.say(
      'mind',
      'refrigerant',
      'No refrigerant, no pressure, no oil',
      'Hot refrigerant turns to poison gas; flammable ones explode. Recovered by a licensed person, pressure at zero, swept; flushing where it changes, and charging, are theirs too. Oily joints flash: cut them out, do not unsweat them.',
      { field: 'work.service' },
    )
    draft.ask(
      'refrigerant',
      'The refrigerant is recovered, the gauge shows zero, and none of it is flammable or it is swept and metered.',
    )
  }
  if (work.services.has('fuel-gas'))
    draft.say(
      'mind',
      'fuel-gas',
      'Fuel gas lines belong to licensed people',
      'Closed, vented and tested by them before and after. Acetylene is never piped in copper, and its equipment never brazed.',
      { field: 'work.service' },
    )
  if (work.codeUse !== 'none')
    draft.say(
      'mind',
      'code-use',
      'A code decides',
      {
        pressure:
          'Pressure parts go by their code, with a qualified procedure and person. What is worked out here is an estimate.',
        lifting: 'Lifting gear goes by its code and its inspector. What is worked out here is an estimate.',
        structural: 'Structures go by their code and engineer. What is worked out here is an estimate.',
        vehicle:
          'Parts that steer, stop or carry a vehicle go by its maker. What is worked out here is an estimate.',
      }[work.codeUse],
      { field: 'work.codeUse' },
    )
}

/** Findings on the metals themselves. */
export function adviseMetals(draft: BrazeDraft, judged: Judged | undefined): void {
  const { work } = draft.request
  const metals = [...new Set([work.a.metal, work.b.metal])]
  const say = (code: string, title: string, text: string) =>
    draft.say('mind', code, title, text, { field: 'work.a.metal' })
  for (const m of metals) {
    if (m.key === 'copper-tough-pitch')
      say(
        'tough-pitch',
        'Tough-pitch copper',
        'Hydrogen in a rich flame makes it brittle for good: neutral, quick, and not twice.',
      )
    if (m.key === 'leaded-brass' || m.key === 'leaded-gunmetal')
      say(
        'leaded',
        'Lead in it',
        'It breaks if it is stressed while hot, and gives off lead: support it, heat evenly, move the air.',
      )
    if (m.key === 'high-tin-bronze')
      say(
        'high-tin',
        'Hardly any headroom',
        'Shallow groove, low-melting silver, broad and gentle heat. Temper and tone cannot be promised.',
      )
    if (m.family === 'stainless-steel')
      say(
        'sensitise',
        'Quick on stainless',
        `Held between ${draft.show(celsius(425), 'temperature')} and ${draft.show(celsius(860), 'temperature')} it loses its resistance beside the seam: quick in, quick out. Blue and straw show how far the heat went; pickle them off.`,
      )
    if (m.family === 'nickel')
      say(
        'nickel',
        'Stress and sulphur',
        'Silver filler cracks nickel alloys under stress; sulphur and lead make them brittle. Relieve, support, clean off every crayon mark.',
      )
    if (m.family === 'carbide')
      say(
        'carbide',
        'Carbide',
        'It shrinks half as much as steel: over 20 mm put a copper-cored shim between, and let it cool slowly. Grinding dust is poison.',
      )
    if (m.family === 'aluminium')
      say(
        'no-glow',
        'No glow to warn',
        'Aluminium melts before it glows. Go by the flux, and take the flame off every few seconds.',
      )
    if (m.key === 'malleable-iron' || m.key === 'ductile-iron')
      say(
        'iron-760',
        'Stay cool',
        `Above ${draft.show(celsius(760), 'temperature')} this iron turns hard and brittle.`,
      )
    if (m.key === 'silicon-bronze' || m.family === 'nickel-silver' || m.key === 'tin-bronze')
      say('hot-short', 'Breaks hot under stress', 'Relieve it first, support it, and do not clamp it.')
  }
  if (isCopper(work.a.metal) && work.temper === 'hard')
    draft.say(
      'note',
      'softens',
      'Hard copper goes soft',
      `Above about ${draft.show(celsius(370), 'temperature')} it is annealed beside the joint: reckon there with soft tube.`,
      { figure: 'softenedLength' },
    )
  if (judged?.filler.cadmium)
    draft.ask(
      'cadmium',
      'There is extraction at the joint, nobody stands in the fume, and I know the signs come hours later.',
    )
  if (judged && judged.flux !== 'none')
    draft.say(
      'note',
      'fluoride',
      judged.flux === 'FB3-D' ? 'Borax flux' : 'Fluoride flux',
      judged.flux === 'FB3-D'
        ? 'Its residue is hard as glass: chip it off with spectacles on.'
        : 'Its fume and paste burn: move the air, gloves on, wash it off.',
      { field: 'work.flux' },
    )
  if (work.fluxMake === 'home-mixed')
    draft.say(
      'mind',
      'home-flux',
      'Home-mixed flux',
      `Borax and its like work on copper-zinc rod; below ${draft.show(celsius(760), 'temperature')} they hardly melt, so on silver and phosphorus fillers they do nothing. The residue is hard.`,
      { field: 'work.flux' },
    )
}

/** What the joint itself asks to be said: a cast fitting, a crack, a seam that is stitched, iron that may be joined in other ways. */
export function adviseJoint(draft: BrazeDraft): void {
  const { work } = draft.request
  if (work.fitting === 'cast' && isRound(work))
    draft.say(
      'mind',
      'cast-fitting',
      'A cast fitting cracks when it is overheated',
      'Broad and even, never one place bright: heat the tube first, come up slowly, and let it cool in still air. No water.',
      { field: 'work.fitting' },
    )
  if (isGrooved(work)) adviseCrack(draft)
  if (work.seamShare < 1) {
    const wet = work.services.size > 0 || work.pressurePa > 0
    draft.say(
      wet ? 'mind' : 'note',
      'stitched',
      wet ? 'A stitched seam leaks' : 'Stitched: not tight, and weaker by as much',
      `${Math.round(work.seamShare * 100)} % of the seam is brazed: rod, flux, time and strength are told for that. Between the stitches it is open${wet ? ': for what it carries braze the whole seam' : ', and water gets in'}.`,
      { field: 'work.seam', figure: 'jointStrength' },
    )
  }
}

function adviseCrack(draft: BrazeDraft): void {
  const { work } = draft.request
  const iron = work.a.metal.family === 'cast-iron'
  if (work.crackEnds !== 'both')
    draft.say(
      'mind',
      'crack-ends',
      work.crackEnds === 'one' ? 'Its other end is not found' : 'Its ends are not known',
      'It runs farther than it looks. Dye, or a flame passed over it, shows both: a crack that is not stopped goes on as soon as it is heated.',
      { field: 'work.crackEnds' },
    )
  if (work.through === 'yes' && work.grooveKind !== 'vee')
    draft.say(
      'mind',
      'crack-through',
      'It goes through',
      'A scratch or a bead over it leaves the crack open behind: it leaks, and goes on from there. Vee it out as deep as you can reach.',
      { field: 'work.groove', figure: 'grooveDepth' },
    )
  if (iron)
    draft.say(
      'note',
      'casting-ways',
      'Bronze, nickel rod or weld',
      `Bronze: this plan; rod is cheap, it can be filed, holds up to ${draft.show(SERVICE_LIMIT_K.zinc[0], 'temperature')}, and shows yellow. Nickel rod by arc: little preheat, can be filed, grey; its rod costs some ten times as much. Welded with cast rod: the colour and heat of the iron, but the whole part at ${heats(draft, 600, 650)}, and it may crack. Malleable iron: bronze or silver alone.`,
      { field: 'work.a.metal' },
    )
}

/** A span of heats, from degrees Celsius, in the shop's unit. */
const heats = (draft: BrazeDraft, low: number, high: number): string =>
  `${draft.show(celsius(low), 'temperature')} to ${draft.show(celsius(high), 'temperature')}`

/** What to think of before the braze, topic by topic. */
export function adviseBraze(draft: BrazeDraft, judged: Judged | undefined): void {
  const { work, rig } = draft.request
  const { torchTime, rodLength } = draft.figures
  const target = judged?.targetK
  draft.advise(
    'Right process?',
    `Brazing for strength and heat; solder below ${draft.show(celsius(120), 'temperature')} and light load; welding where the seam gets hotter or has to match.`,
  )
  draft.advise(
    'Eyes, skin, air',
    `Shade 3 to 4 and spectacles under it. Gloves, cotton or leather, no oil. Move the air: what comes off ${judged?.flux === 'none' ? '' : 'flux, '}zinc and lead makes ill.`,
  )
  draft.advise(
    'Fire',
    'Nothing that burns within 11 m (35 ft), other side of the wall too. Extinguisher and water by; a watch during and an hour after.',
  )
  if (target !== undefined && work.a.metal.glows)
    draft.advise(
      'How hot it is without a thermometer',
      `Aim: ${draft.show(target, 'temperature')}, ${glowAt(target)} in a dim shop; daylight hides ${draft.showRise(100)} of it.${judged?.flux === 'none' ? '' : ` Flux: white and puffed at ${draft.show(celsius(315), 'temperature')}, lies down at ${draft.show(celsius(425), 'temperature')}, clear as water at ${draft.show(celsius(590), 'temperature')}, spent when black.`}`,
    )
  draft.advise(
    'How clean',
    'Solder: bright. Braze: free of oil and oxide. Weld: free of loose rust, paint and oil.',
  )
  if (torchTime && rodLength)
    draft.advise(
      'A second try',
      `Allow for one: a poor spot, cleaned and heated again, takes up to ${draft.show(torchTime.value, 'time')} and ${draft.show(rodLength.value / 2, 'rule')} of rod more, and a spare rod is on the kit list. Twice at most, then take it apart: each heating takes zinc and grows the grain.`,
    )
  draft.advise(
    'Paint on it',
    judged === undefined || judged.flux !== 'none'
      ? 'It takes paint once the flux is off to the last crust: rinse it neutral, roughen it, prime it the same day. On flux left in a corner paint lifts within weeks.'
      : 'Nothing is left on it that lifts paint: degrease it, roughen it, a primer made for copper.',
  )
  draft.advise('The wrong flame', wrongFlames([work.a.metal, work.b.metal], judged?.flux !== 'none'))
  draft.advise(
    'Fierce or soft',
    'Equal heat, two ways: a big head is done before the heat runs to the valve; a soft flame forgives a slow hand.',
  )
  if (isRound(work) && isCopper(work.a.metal))
    draft.advise(
      'A bend in place of a joint',
      `Where the tube allows, bend it: radius ${draft.show(3 * seatDiameterM(work), 'reached')} to ${draft.show(5 * seatDiameterM(work), 'reached')}, hard tube annealed first. No joint, no leak.`,
    )
  if (work.count > 1 || work.nextJointM !== undefined)
    draft.advise(
      'Several joints on a line',
      'From the far end to the near one, along with the nitrogen, so that hot gas leaves through work that is done. A joint next door melts again past the filler’s solidus: cool it with a rag, or do both in one heat.',
    )
  if (isBuiltUp(work) && work.a.metal.family === 'cast-iron')
    draft.advise(
      'How hot to preheat',
      `Small free parts ${heats(draft, 200, 350)}; restrained shapes up to ${heats(draft, 480, 540)}. The hand-hot way (${heats(draft, 50, 60)}) is taught too: too little for spokes, frames and anything that cannot give.`,
    )
  draft.advise(
    'The gas',
    `${capital(FUELS[rig.fuel].name)} and oxygen, set flowing, one after the other. Past its usual pressure the flame leaves the tip.`,
  )
}
