/** What to do when it goes wrong: cards found by what is seen, their acts one after the other, the first to be read from across the shop. */
import type { BreakName } from '../line/ways.ts'

/** What a card is about: harm to people, the gas, or the work. */
export const TROUBLE_GROUPS = { danger: 'Danger', gas: 'The flame and the gas', work: 'The work' } as const
export type TroubleGroup = keyof typeof TROUBLE_GROUPS

/** One kind of trouble: what is seen, and what is done about it, act by act. */
export interface TroubleCard {
  readonly id: string
  readonly group: TroubleGroup
  /** What is seen, heard or felt. */
  readonly title: string
  /** The first act, short enough for letters that are read from afar. */
  readonly first: string
  /** The acts after it, in their order, each a sentence. */
  readonly then: readonly string[]
  /** Nothing leads back to work until a named person has cleared it. */
  readonly grave?: true
  /** The sign by which the fault finder goes on, where the work itself went wrong. */
  readonly sign?: string
  /** Ways on that help, beside shutting down; each is offered where the line allows it. */
  readonly leads?: readonly BreakName[]
}

/**
 * The cards, fires first, then in the order in which one would look for them; four acts at the most.
 * Source: what operators' manuals for oxy-fuel equipment and suppliers of acetylene tell of backfire, flashback and
 * cylinders in fires; first-aid guides for burns and fumes. The local code and the fire service come first.
 */
export const TROUBLES: readonly TroubleCard[] = [
  {
    id: 'valve-fire',
    group: 'danger',
    title: 'Fire at a cylinder valve or regulator',
    first: 'Shut it only if you can do so safely',
    then: [
      'A large flame, or a cylinder that is hot or hisses: leave, warn everyone, call the fire service.',
      'Do not move it, and do not come back to it: an acetylene cylinder can burst hours later.',
    ],
    grave: true,
  },
  {
    id: 'clothes',
    group: 'danger',
    title: 'Clothes burn, or are soaked in oxygen',
    first: 'Out, and away from any flame',
    then: [
      'Burning: drop and roll, or water.',
      'Soaked in oxygen: air them well before coming near a flame again.',
    ],
  },
  {
    id: 'spark',
    group: 'danger',
    title: 'Something smoulders',
    first: 'Torch off, then put it out',
    then: [
      'Water or powder, and look where the sparks went: behind, below, through gaps.',
      'Not out at once: leave, shut cylinders on the way if you can, call the fire service.',
    ],
  },
  {
    id: 'flashback',
    group: 'danger',
    title: 'A bang or flame back in a hose or regulator (flashback)',
    first: 'Oxygen torch valve shut. At once',
    then: [
      'Then the fuel torch valve; both cylinders, oxygen first, if you can reach them safely.',
      'An acetylene cylinder that is warm, hisses or blisters: leave, warn everyone, call the fire service.',
      'Hoses, arrestors, regulators and torch go to somebody competent. A hose that burned inside is scrap.',
    ],
    grave: true,
  },
  {
    id: 'sustained',
    group: 'danger',
    title: 'A squeal or hiss, the flame burns on inside (sustained backfire)',
    first: 'Oxygen torch valve shut. At once',
    then: [
      'Then the fuel torch valve, then both cylinders.',
      'Hands off the torch until it is cold: it has burned inside, and may have melted.',
      'Torch, hoses and arrestors are looked at by somebody competent before they are used again.',
    ],
    grave: true,
  },
  {
    id: 'cylinder-hot',
    group: 'danger',
    title: 'An acetylene cylinder is hot to the hand, or was in a fire',
    first: 'Leave it. Warn everyone. Get away',
    then: [
      'Call the fire service, and say that it is acetylene.',
      'Nobody moves it, opens it, or comes back to it: it can burst hours after it has cooled.',
    ],
    grave: true,
  },
  {
    id: 'backfire',
    group: 'danger',
    title: 'A pop, and the flame is out (backfire)',
    first: 'Shut the oxygen at the torch, then the fuel',
    then: [
      'Let the tip cool.',
      'Find why: it touched the work, was starved of gas, has a dirty bore or a loose seat, or the pressure is low.',
      'Twice in a row: change the tip, or stop.',
    ],
    leads: ['relight', 'tip-change'],
  },
  {
    id: 'leak',
    group: 'danger',
    title: 'A smell of gas, a hiss, or bubbles (leak)',
    first: 'No flame. Shut both cylinders',
    then: [
      'Doors open, air the place, no switches, nobody smoking.',
      'At a joint: bleed, clean or change it, and test again. At a valve stem: shut it and tag the cylinder; it is never tightened alight or under pressure.',
      'It cannot be stopped: outdoors, away from fire, tagged, and the supplier called.',
    ],
    grave: true,
  },
  {
    id: 'burn',
    group: 'danger',
    title: 'A burn, or a flash in the eyes',
    first: 'Cool water, 20 minutes',
    then: [
      'Nothing stuck is pulled off; rings and watch come off before it swells.',
      'Then medical help. Eyes that feel full of sand hours later: medical help too.',
    ],
  },
  {
    id: 'fume',
    group: 'danger',
    title: 'Dizzy, sick, a sweet taste, a cough (fume, or no air)',
    first: 'Out into fresh air',
    then: [
      'Somebody down in a pit or a tank: nobody goes in after them without air of their own. Call for rescue.',
      'Zinc fume feels like influenza, hours later. Cadmium fume seems to pass, and comes back in the night: medical help at once.',
      'Flux on the skin that burns deep: it holds fluoride. Water, and medical help that is told so.',
    ],
  },
  {
    id: 'creep',
    group: 'gas',
    title: 'A needle climbs with the torch shut (creep)',
    first: 'Shut that cylinder and bleed it',
    then: [
      'The regulator creeps: tag it and take it out of service.',
      'Acetylene near its limit: nobody lights anything until it is bled.',
    ],
  },
  {
    id: 'sag',
    group: 'gas',
    title: 'A needle sags while gas flows',
    first: 'Shut the torch, then look at the cylinder needle',
    then: [
      'It is low: change that cylinder.',
      'It is full: open its valve further, within its limit, and look for a pinched, kinked or narrow hose.',
      'An acetylene or LPG cylinder that is cold or frosted is drawn too fast: a smaller tip, or more cylinders.',
    ],
    leads: ['oxygen-change', 'fuel-change', 'tip-change'],
  },
  {
    id: 'empty',
    group: 'gas',
    title: 'A cylinder runs empty',
    first: 'Shut the torch: oxygen, then fuel',
    then: [
      'Before the flame starves it pops, or burns back: stop with some gas left, 25 psi (1.7 bar) at least.',
      'Shut that cylinder, bleed its side, change it, purge and test it.',
    ],
    leads: ['oxygen-change', 'fuel-change'],
  },
  {
    id: 'no-light',
    group: 'gas',
    title: 'It does not light, or leaves the tip',
    first: 'Shut the fuel and air the place',
    then: [
      'No hiss: a cylinder, a screw or a torch valve is shut, or the tip is blocked.',
      'It blows off: less fuel; a slow fuel is held close to the plate.',
      'Striker right at the tip, knuckles out of the first flame.',
    ],
    leads: ['tip-change'],
  },
  {
    id: 'cut-lost',
    group: 'work',
    title: 'The cut is lost on the way',
    sign: 'cut-lost',
    first: 'Lever up. Stay where you are',
    then: [
      'Too fast, or the lever came up: go back half an inch (12 mm) to where it still cuts, heat it, and start again.',
      'Look at the oxygen needle with the lever down: it may sag.',
      'Scale, paint or a lamination on the line: brush it, and go slower there.',
    ],
  },
  {
    id: 'cut-start',
    group: 'work',
    title: 'The cut will not start',
    sign: 'will-not-start',
    first: 'Lever up. Heat on',
    then: [
      'Bright cherry right through the edge, cones just clear, scale knocked off.',
      'Past twice its preheat time: the tip is too small, or the flame is not neutral with the lever down.',
      'Cast iron and stainless steel do not cut this way.',
    ],
    leads: ['tip-change'],
  },
  {
    id: 'cut-closes',
    group: 'work',
    title: 'The cut closes behind the torch',
    sign: 'closes-behind',
    first: 'Lever up. Less preheat',
    then: [
      'Too much flame, too slow, or too large a tip melts the edges together again.',
      'Thin plate: fuel turned down, torch laid over with the tip pointing ahead, quicker. Not raised, and not off the line after the slag.',
      'Slag hangs below: a wedge in the kerf, and knock it free.',
    ],
    leads: ['tip-change'],
  },
  {
    id: 'balls',
    group: 'work',
    title: 'The filler balls up and does not run',
    sign: 'balls',
    first: 'Flame off the rod, onto the metal',
    then: [
      'Too cold: heat the thicker part until the rod melts by touching it.',
      'Dirty, or its flux has gone dark: off the heat, clean it, flux it, and begin again.',
      'The wrong filler or flux for the metal: look at the plan.',
    ],
  },
  {
    id: 'burnt-through',
    group: 'work',
    title: 'The joint is burnt through or melts away',
    sign: 'burnt',
    first: 'Flame away. Let it set',
    then: [
      'Do not touch it until the sheen has gone.',
      'A hole in a tube or a thin wall is cut out and made again: filler only hides it.',
      'Less flame, further off, always moving; the heat goes to the thicker part.',
    ],
  },
]

/** A card by its name; undefined where no card has it. */
export const troubleCard = (id: string): TroubleCard | undefined => TROUBLES.find((t) => t.id === id)
/** All acts of a card, the first one with them. */
export const actsOfTrouble = ({ first, then }: TroubleCard): readonly string[] => [first, ...then]
