import type { Draft } from './draft.ts'
import type { Surface } from './types.ts'

const COATS: Readonly<Partial<Record<Surface, { title: string; text: string; ask: string }>>> = {
  galvanised: {
    title: 'Zinc fume',
    text: 'Zinc boils off before the steel melts and its smoke brings on metal fume fever.',
    ask: 'The zinc is off, or I work in moving air with a mask for fume.',
  },
  painted: {
    title: 'Painted plate',
    text: 'Paint burns to poisonous smoke; unknown paint counts as lead.',
    ask: 'The paint is known and off beside the line, or I am protected against lead.',
  },
  coated: {
    title: 'Coated plate',
    text: 'Zinc, paint and oil burn to poisonous smoke; unknown paint counts as lead.',
    ask: 'The coat is known and off beside the line, or I am protected against its smoke.',
  },
  oily: {
    title: 'Oily plate',
    text: 'Oil smokes and flares, and near oxygen it burns like powder.',
    ask: 'The oil is wiped and washed off, and none is on gloves, hoses or regulators.',
  },
  unknown: {
    title: 'Unknown coat',
    text: 'What nobody knows counts as the worst: lead, zinc or something that gives off poison.',
    ask: 'I have found out what the coat is, or treat it as lead.',
  },
}

/**
 * The cautions that are ticked with a name, and the hollow work that is never cut.
 * @returns false when nothing may be planned
 */
export function adviseCautions(draft: Draft): boolean {
  const { work } = draft.request
  if (work.hollow === 'closed') {
    draft.say(
      'stop',
      'closed-vessel',
      'Never cut a closed vessel',
      'Closed or with unknown contents it bursts or explodes: drums, tanks, hollow parts, tyred wheels, springs, rams. Have it opened, emptied and certified by somebody who is trained for it.',
      { field: 'work.hollow' },
    )
    return false
  }
  if (work.hollow === 'once-filled') {
    draft.say(
      'mind',
      'once-filled',
      'It once held something',
      'What is left in seams and scale gives off gas when it is heated and explodes, even after years. Open, emptied, cleaned and tested for gas by a trained person, filled with water or inert gas up to the cut.',
      { field: 'work.hollow' },
    )
    draft.ask(
      'once-filled',
      'It is open, emptied, cleaned and tested for gas by a trained person, and I have seen the paper.',
    )
  }
  const coat = COATS[work.surface]
  if (coat) {
    draft.say(
      'mind',
      'surface-coated',
      coat.title,
      `${coat.text} Strip ${draft.round('100 mm', '4 in')} each side, top and bottom, and keep out of the fume.`,
      { field: 'work.surface' },
    )
    draft.ask(`surface-${work.surface}`, coat.ask)
  }
  return true
}
