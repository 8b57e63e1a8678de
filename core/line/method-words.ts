/** What an option is called, and why it is taught. */
export interface OptionWords {
  readonly label: string
  readonly reason: string
}
/** What a row is about. */
export type Topic = 'cylinders' | 'pressures' | 'flame' | 'shutting' | 'cutting' | 'brazing'

interface MethodWords {
  readonly label: string
  readonly topic: Topic
  /** It changes what is done to the line: every combination of those is run through the state model by the tests. */
  readonly touches?: true
  /** The first is the default. */
  readonly options: Readonly<Record<string, OptionWords>>
}

const o = (label: string, reason: string): OptionWords => ({ label, reason })

/**
 * Where practitioners differ on the line and on the work at the torch: a row here, and the step that asks for it, is all
 * that a further one takes. Ways of brazing itself are in `core/braze/method-words.ts`. Sources: ANSI Z49.1, CGA and usual teaching; makers' manuals come first.
 */
export const METHOD_WORDS = {
  cylinderOrder: {
    label: 'Which cylinder first',
    topic: 'cylinders',
    touches: true,
    options: {
      'fuel-first': o(
        'Fuel first',
        'One order that never changes is remembered; either is safe with the screws backed out.',
      ),
      'oxygen-first': o(
        'Oxygen first',
        'The slow opening is done while attention is fresh; either is safe with the screws backed out.',
      ),
    },
  },
  acetyleneTurns: {
    label: 'Acetylene valve',
    topic: 'cylinders',
    touches: true,
    options: {
      'three-quarters': o(
        'Half to three quarters of a turn',
        'Enough for any usual tip, and shut with one twist of the key.',
      ),
      quarter: o('A quarter turn', 'Shuts quickest; a large tip may starve.'),
      one: o('One turn', 'For large draws. Never more than one and a half.'),
    },
  },
  otherFuelTurns: {
    label: 'LPG, propylene, gas-main valve',
    topic: 'cylinders',
    touches: true,
    options: {
      fully: o(
        'Slowly, fully open',
        'The valve seals at its back seat; slow, so that no excess-flow valve snaps shut.',
      ),
      one: o('One turn', 'Shuts quickly; some stems leak when they are not at their back seat.'),
    },
  },
  oneAtATime: {
    label: 'Setting the gases',
    topic: 'pressures',
    touches: true,
    options: {
      'one-wholly': o('One wholly, then the other', 'Only one gas is ever in hand.'),
      'both-then-set': o('Open both cylinders, then set both', 'One walk to the cylinders.'),
    },
  },
  hosePurge: {
    label: 'Purging the hoses',
    topic: 'pressures',
    touches: true,
    options: {
      'own-step': o('A step of its own', 'Counted: nobody has to wonder whether it was done.'),
      'while-setting': o('While setting, gas flowing', 'Saves gas; the clock runs with the setting.'),
      none: o(
        'None',
        'Taught by some. A hose that may hold air is never lit, so the setting runs for as long.',
      ),
    },
  },
  purgeOrder: {
    label: 'Which hose is purged first',
    topic: 'pressures',
    touches: true,
    options: {
      'as-cylinders': o('As the cylinders', 'One order for all that is done with the two gases.'),
      'fuel-first': o('Fuel first', 'Oxygen comes last, and carries off the fuel at the tip.'),
      'oxygen-first': o('Oxygen first', 'Fuel comes last, and is at the tip when it is lit.'),
    },
  },
  purgeThrough: {
    label: 'Purging through',
    topic: 'pressures',
    touches: true,
    options: {
      wide: o('Lever down, fuel valve wide open', 'The whole flow clears a hose in seconds.'),
      part: o('Valves part open', 'Less gas into the room at a time; the clock is longer for it.'),
    },
  },
  screwsAtEnd: {
    label: 'Screws at the end',
    topic: 'shutting',
    touches: true,
    options: {
      out: o('Always out', 'The next cylinder that is opened meets no screw.'),
      left: o(
        'Left as set',
        'They show what was set; the next set-up backs them out before a cylinder valve moves.',
      ),
    },
  },
  setPressures: {
    label: 'Setting pressures',
    topic: 'pressures',
    touches: true,
    options: {
      flowing: o('Gas flowing', 'What the torch will really get.'),
      closed: o(
        'Against the shut valve, then corrected',
        'No gas into the room at first; the last word is still with gas flowing.',
      ),
      static: o(
        'Against the shut valve, left so',
        'No gas into the room; the needle is set higher by the rise, which the step says.',
      ),
    },
  },
  lightAcetylene: {
    label: 'Lighting acetylene',
    topic: 'flame',
    touches: true,
    options: {
      'fuel-only': o('Fuel only', 'No mixed gas stands in the torch; some soot.'),
      whiff: o(
        'A trace of oxygen first',
        'No soot flakes indoors; only small tips with one flame, struck at once.',
      ),
    },
  },
  fuelValve: {
    label: 'Fuel valve for lighting',
    topic: 'flame',
    touches: true,
    options: {
      quarter: o('An eighth to a quarter turn', 'A small flame that stays on the tip.'),
      half: o('Half a turn', 'Less soot; it may leave a small tip.'),
    },
  },
  lightOther: {
    label: 'Lighting other fuels',
    topic: 'flame',
    touches: true,
    options: {
      'near-plate': o(
        'Close to the plate',
        'The plate throws the slow flame back so that it holds to the tip.',
      ),
      'still-air': o('Fuel only, in still air', 'Nothing hot near the tip; a draught takes the flame off.'),
      trace: o('A trace of oxygen first', 'Holds the flame outdoors; only small tips with one flame.'),
    },
  },
  workUpOther: {
    label: 'Working up other fuels',
    topic: 'flame',
    touches: true,
    options: {
      'by-turns': o('Fuel and oxygen by turns', 'Small steps: the flame never leaves the tip.'),
      'until-it-parts': o(
        'Fuel until the flame just parts from the tip, then oxygen',
        'Shows at once how much fuel the tip takes; the oxygen brings the flame back.',
      ),
    },
  },
  shutTorch: {
    label: 'Shutting the torch',
    topic: 'shutting',
    touches: true,
    options: {
      'by-manual': o("By the torch's manual", 'Its maker knows the mixer. Not known: oxygen first.'),
      'oxygen-first': o(
        'Oxygen first, then fuel',
        'No bang in large heads; it leaves fuel in the tip, not oxygen.',
      ),
      'fuel-first': o(
        'Fuel first, then oxygen',
        'Kills the flame at once and shows a leaking fuel valve; small tips only.',
      ),
      'more-oxygen': o('More oxygen, then fuel', 'The flame leaves the tip before it dies: no pop.'),
    },
  },
  bleeding: {
    label: 'Bleeding',
    topic: 'shutting',
    touches: true,
    options: {
      'oxygen-first': o(
        'One side at a time, oxygen first',
        'No gas can cross over; the fuel comes out last, into aired space.',
      ),
      'fuel-first': o('One side at a time, fuel first', 'No gas can cross over; oxygen is let out after it.'),
      together: o('Both together', 'Quick; needs check valves at the torch, nothing lit near.'),
    },
  },
  backOut: {
    label: 'Backing the screws out',
    topic: 'shutting',
    touches: true,
    options: {
      'both-last': o('Both, once all is bled', 'One look at all four needles, then both screws.'),
      'each-in-turn': o(
        'Each as soon as its side is bled',
        'One gas is wholly done before the other is touched.',
      ),
    },
  },
  leakCheck: {
    label: 'Leak check',
    topic: 'pressures',
    options: {
      'after-change': o('After any change, and daily', 'What was touched is what leaks.'),
      'each-time': o('Every joint, every time', 'Nothing is taken on trust.'),
    },
  },
  leakWith: {
    label: 'Leaks are looked for with',
    topic: 'pressures',
    options: {
      solution: o('Made leak solution', 'Made for oxygen, and leaves nothing behind.'),
      soap: o('Soap and water', 'To hand everywhere; only soap without oil, and wiped off.'),
    },
  },
  trimBy: {
    label: 'Trim by',
    topic: 'flame',
    options: {
      oxygen: o('The oxygen valve', 'The flame keeps its size while its kind changes.'),
      either: o('Either valve', 'Size and kind in one go, with practice.'),
    },
  },
  shade: {
    label: 'Eye shade',
    topic: 'flame',
    options: {
      table: o('By the table', 'Dark enough for the glare, light enough to see the line.'),
      five: o('5 for every flame', 'One glass for all; the work is harder to see.'),
    },
  },
  cones: {
    label: 'Cones while preheating',
    topic: 'cutting',
    options: {
      clear: o(
        'Clear of the plate',
        'The hottest gas lies just past the cone; a cone in the plate backfires.',
      ),
      touching: o('Just touching', 'Easy to hold; nearer to popping.'),
      'tip-face': o("By the tip's own distance", 'A gauge under the tip keeps it, whatever the cones do.'),
    },
  },
  pressCue: {
    label: 'Press the lever at',
    topic: 'cutting',
    options: {
      cherry: o('Bright cherry', 'Hot enough to burn at an edge, cool enough to keep it sharp.'),
      orange: o('Orange', 'Starts surely; a little more melted.'),
      wet: o('Just wet', 'Never fails to start; leaves a rounded start.'),
    },
  },
  thinPlate: {
    label: 'Very thin plate',
    topic: 'cutting',
    options: {
      none: o('No preheat', 'It curls and closes behind the torch when it is warm.'),
      passes: o('Quick passes first', 'Drives damp off and starts more surely.'),
    },
  },
  guide: {
    label: 'Guide',
    topic: 'cutting',
    options: {
      clamped: o('Clamped', 'It cannot creep.'),
      held: o('Held by hand', 'Quick for short cuts; the hand gets hot.'),
      'burn-bar': o(
        'A burn bar of your own',
        'A bar with a handle, made to this tip: laid on the mark it stands right by itself.',
      ),
    },
  },
  collar: {
    label: 'The collar is set',
    topic: 'cutting',
    options: {
      'by-rule': o('Cold, by the rule', 'Nothing hot to handle; checked by the cones later.'),
      'by-cones': o('Lit, by the cones', 'The cones that are really there decide; with pliers, it is hot.'),
    },
  },
  hands: {
    label: 'The hands on a cut',
    topic: 'cutting',
    options: {
      slides: o(
        'The front hand slides, the rear pushes',
        'The torch runs through the front hand as along a rail.',
      ),
      cradled: o('One hand cradled in the other', 'Both move as one; steadier on short and curved cuts.'),
    },
  },
  stance: {
    label: 'How you stand to a cut',
    topic: 'cutting',
    options: {
      leaning: o('Leaning on the elbows', 'The body rests, the arms swing; quick to get away.'),
      seated: o('Seated', 'Steadiest on long fine cuts; only with the sparks going away from you.'),
    },
  },
  preheatPass: {
    label: 'A preheat pass on 1 in and up',
    topic: 'cutting',
    options: {
      cold: o('If it is cold', 'A warm plate needs none.'),
      always: o('Always', 'A warm line starts and keeps going.'),
      never: o('Never', 'Saves gas; the start may be lost.'),
    },
  },
  torchAngle: {
    label: 'Torch angle on plate',
    topic: 'cutting',
    options: {
      'by-thickness': o(
        'Square from 1/2 in, pushed below',
        'A push shows the line and speeds thin plate; thick wants a straight jet.',
      ),
      square: o('Always square', 'The face comes out square without thought.'),
      'laid-over': o('Laid well over on very thin', 'The jet sees a thicker plate and leaves less melt.'),
    },
  },
  cutTube: {
    label: 'Cutting tube',
    topic: 'brazing',
    options: {
      roller: o('Tube cutter, then ream and size', 'Quick and square; shrinks and hardens the end.'),
      saw: o('Hacksaw in a guide', 'Leaves the end soft and round; where strength or fatigue matters.'),
    },
  },
  gapBridge: {
    label: 'Bridging a wide gap',
    topic: 'brazing',
    options: {
      never: o('Never melt rod in the flame', 'What the flame melts lies on cold metal and holds nothing.'),
      dab: o('A dab allowed', 'To close one low spot; noted in the log.'),
    },
  },
  secondSide: {
    label: 'Second side of a crack',
    topic: 'brazing',
    options: {
      'if-it-lets-go': o(
        'Leave it if the first may let go',
        'Brazed again from behind, the front can run out.',
      ),
      braze: o('Braze it too', 'Twice the face that holds.'),
      leave: o('Leave it', 'One heating, less strain.'),
    },
  },
} as const satisfies Readonly<Record<string, MethodWords>>

/** An option in words; what is not known comes back as it is. */
export function optionWords(method: keyof typeof METHOD_WORDS, option: string): OptionWords {
  const options: Readonly<Record<string, OptionWords>> = METHOD_WORDS[method].options
  return options[option] ?? { label: option, reason: '' }
}
