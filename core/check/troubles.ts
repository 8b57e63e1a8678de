/** What to do when it goes wrong: cards to be read from across the shop, the first act alone, then the rest. */

/** One kind of trouble: the first act in letters to be read from afar, then the rest in order. */
export interface TroubleCard {
  readonly id: string
  readonly title: string
  readonly first: string
  readonly then: readonly string[]
  /** Whether the flame may be lit again once the reason is found. */
  readonly relight?: boolean
}

/**
 * The cards, in the order in which one would look for them.
 * Source: what operators' manuals for oxy-fuel equipment and suppliers of acetylene tell of backfire, flashback and
 * cylinders in fires; first-aid guides for burns. The local code and the fire service come first.
 */
export const TROUBLES: readonly TroubleCard[] = [
  {
    id: 'backfire',
    title: 'Backfire (a pop)',
    first: 'Shut the oxygen at the torch, then the fuel',
    then: [
      'Let the tip cool.',
      'Find why before lighting again: starved of gas, touched the work, dirty bore, loose seat, low pressure.',
    ],
    relight: true,
  },
  {
    id: 'flashback',
    title: 'Flashback (a squeal or hiss inside the torch)',
    first: 'Oxygen torch valve shut. At once',
    then: [
      'Then the fuel valve, then both cylinders.',
      'Acetylene cylinder warm, hissing or blistering: leave, warn everyone, call the fire service.',
      'Otherwise hoses, arrestors and torch are checked by somebody competent. A hose that burned inside is scrap.',
    ],
  },
  {
    id: 'valve-fire',
    title: 'Fire at a cylinder valve',
    first: 'Shut it only if you can do so safely',
    then: [
      'A large flame, a hot or hissing cylinder, or an acetylene cylinder that has been in a fire: leave, warn everyone, call the fire service.',
      'Do not move it: it can burst hours later.',
    ],
  },
  {
    id: 'creep',
    title: 'Creep (a needle climbs with the valve shut)',
    first: 'Shut that cylinder and bleed it',
    then: [
      'The regulator creeps: tag it and take it out of service.',
      'Acetylene near its limit: nobody lights anything until it is bled.',
    ],
  },
  {
    id: 'leak',
    title: 'Smell of gas, or a leak',
    first: 'No flame. Shut both cylinders',
    then: [
      'Air the place.',
      'A leak that cannot be stopped: outdoors, away from fire, tag it, call the supplier.',
    ],
  },
  {
    id: 'clothes',
    title: 'Clothes burn, or are soaked in oxygen',
    first: 'Out, and away from any flame',
    then: [
      'Burning: drop and roll, or water.',
      'Soaked in oxygen: air them well before coming near a flame again.',
    ],
  },
  {
    id: 'burn',
    title: 'A burn',
    first: 'Cool water, 20 minutes',
    then: [
      'Then medical help. Flash in the eyes, or smoke breathed in: medical help too. Zinc fume is felt hours later.',
    ],
  },
  {
    id: 'spark',
    title: 'Something smoulders',
    first: 'Torch off, then put it out',
    then: [
      'Water or powder, and look where the sparks went: behind, below, through gaps.',
      'Not out at once: leave, shut cylinders on the way if you can, call the fire service.',
    ],
  },
]
