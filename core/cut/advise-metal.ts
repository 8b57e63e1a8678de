import type { Draft } from './draft.ts'
import { CE_WARM, CHROMIUM_POOR, CHROMIUM_STAINLESS, metalFacts, WARM_TO_K } from './metals.ts'

const TAKEN_FROM = {
  composition: 'From the composition that you gave.',
  grade: 'From the class of steel; a certificate says more.',
  metal: "Usual for this metal; a grade or the mill's certificate says more.",
} as const

/** What the metal says to the jet; false when it cannot be cut at all. */
export function adviseMetal(draft: Draft): boolean {
  const { work } = draft.request
  const facts = metalFacts(work.metal)
  const where = { field: 'work.metal' }
  const chromium = work.carbon?.chromium ?? 0
  if (facts.cuttable === 'no') {
    draft.say(
      'stop',
      'metal-not-cut',
      'Does not cut with oxygen',
      `${facts.name} does not cut with oxygen: ${facts.instead ?? 'its oxide will not melt away.'}`,
      where,
    )
    return false
  }
  if (chromium >= CHROMIUM_STAINLESS) {
    draft.say(
      'stop',
      'metal-not-cut',
      'Does not cut with oxygen',
      `With ${chromium} % of chromium this is stainless: its oxide will not melt away. Use plasma, a saw or a shear.`,
      { field: 'work.composition' },
    )
    return false
  }
  if (chromium > CHROMIUM_POOR)
    draft.say(
      'mind',
      'chromium',
      'Cuts badly',
      `From ${CHROMIUM_POOR} % of chromium the oxide runs badly: a rough cut that stops. Plasma does it better; try it on scrap.`,
      { field: 'work.composition' },
    )
  if (facts.cuttable === 'poorly')
    draft.say(
      'mind',
      'cast-iron',
      'Cast iron cuts poorly',
      'Graphite and silicon hold the oxide back. Warm the whole piece to a dull red if you can, a large and slightly carburising flame, the most oxygen of the range, go slowly and swing the tip in half circles across the line. Rough at best; a saw or a disc is cleaner. Cool it under ash.',
      where,
    )
  if (work.metal === 'wrought-iron')
    draft.say(
      'note',
      'wrought-iron',
      'Wrought iron',
      'Its slag lines run with the grain: cutting along them goes by jerks. Go a little slower and cut across where you can.',
      where,
    )
  return true
}

/** Carbon equivalent and warming, where the metal or what is said of it gives reason to look. */
export function planCarbon(draft: Draft): void {
  const { work } = draft.request
  const { carbon } = work
  if (!carbon || (carbon.from === 'metal' && metalFacts(work.metal).cuttable === 'yes')) return
  const value = draft.put('carbonEquivalent', {
    value: carbon.value,
    low: carbon.low,
    high: carbon.high,
    because: `${TAKEN_FROM[carbon.from]} Above ${CE_WARM} an edge hardens and cracks unless it is warmed.`,
    from: { takenFrom: carbon.from, limit: CE_WARM },
    cites: 'C + Mn/6 + (Cr + Mo + V)/5 + (Ni + Cu)/15, International Institute of Welding',
  })
  if (value > CE_WARM) {
    const [low, usual, high] = WARM_TO_K
    draft.put('warmTo', {
      value: usual,
      low,
      high,
      because:
        "Warm the metal this far, a hand's breadth each side of the line and right through, before the cut.",
      from: { carbonEquivalent: value, limit: CE_WARM },
      cites: 'common practice above a carbon equivalent of 0.45',
    })
    const warm = work.temperatureK >= low
    draft.say(
      'mind',
      'carbon-equivalent-high',
      warm ? 'Cool it slowly' : 'Warm it first, cool it slowly',
      `Carbon equivalent about ${value.toFixed(2)}: the edge hardens and may crack. ${warm ? '' : `Warm it to ${draft.showSpan(low, high, 'temperature')} before cutting, checked with a crayon. `}Then let it cool under ash or a blanket, never in water or wind.`,
      { field: 'work.temperature', figure: 'warmTo' },
    )
  } else if (carbon.high > CE_WARM && carbon.from !== 'composition')
    draft.say(
      'note',
      'carbon-equivalent-near',
      'Perhaps too much carbon',
      `This steel reaches a carbon equivalent of ${carbon.high.toFixed(2)}. Look at the certificate; above ${CE_WARM} it has to be warmed.`,
      { field: 'work.grade', figure: 'carbonEquivalent' },
    )
}
