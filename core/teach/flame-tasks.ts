import { FUELS } from '../gas/fuels.ts'
import { keysOf } from '../objects.ts'
import { seenFlame } from '../flame/seen.ts'
import { sizeTorch } from '../flame/torch.ts'
import { HANDLE_OPEN_TURNS, MOST_PARTS, TICK_S, TURN_PARTS, type BenchState, type Start } from './bench.ts'
import type { BenchTorch } from './bench-torch.ts'
import { namedFlames, ROUNDS, stars, starvedTips, type Round } from './flames-shown.ts'
import { handsFor } from './hands-for.ts'
import { told, within, type Mark } from './points.ts'

/** A task at the flame bench. */
interface Task {
  readonly title: string
  /** What is asked for. */
  readonly asks: (bench: BenchTorch) => string
  /** Why it cannot be practised with this torch. */
  readonly not?: (bench: BenchTorch) => string | undefined
  /** The mixture that it asks for. */
  readonly wanted: number
  readonly starts: (bench: BenchTorch, seed: number) => Omit<Start, 'torch'>
  /** What is shown to be judged by eye, where it is no work of the hands. */
  readonly shows?: (bench: BenchTorch, seed: number) => readonly Round[]
  readonly marks: (state: BenchState, bench: BenchTorch, seed: number) => readonly Mark[]
}

const WIDE = MOST_PARTS
const SHUT = { oxygen: 0, fuel: 0, handle: 0, lit: false, wind: 0 } as const
const FULL_NEUTRAL = { share: 1, mixture: 1 } as const

/** What tells how the mixture stands, by fuel. */
function mixtureWords({ torch }: BenchTorch, mixture: number, wanted: number): string {
  const { sign, soots } = FUELS[torch.fuel].flame
  const off = mixture - wanted
  if (mixture <= 0.02) return 'Fuel alone: no oxygen yet.'
  if (sign === 'meters')
    return off > 0 ? 'The meter says too much oxygen.' : 'The meter says too little oxygen.'
  if (mixture < 0.5 && soots) return 'Yellow still: oxygen.'
  if (off < 0)
    return sign === 'feather'
      ? wanted < 1
        ? 'The feather is too long: a little more oxygen.'
        : 'The feather still stands: a little more oxygen.'
      : 'Cones still long and soft: a little more oxygen.'
  return wanted < 1
    ? sign === 'feather'
      ? 'No feather is left: a little less oxygen.'
      : 'Cones too sharp for a reducing flame: a little less oxygen.'
    : 'Pointed, and it hisses: a little less oxygen.'
}

function mixtureMark(
  state: BenchState,
  bench: BenchTorch,
  wanted: number,
  most: number,
  named: string,
): Mark {
  const got = state.lit ? within(state.mixture - wanted, [0.045, 0.16], most) : 0
  return told(got, most, named, state.lit ? mixtureWords(bench, state.mixture, wanted) : 'It does not burn.')
}

function fullMark({ hold, lit }: BenchState, most: number, least = 0.78): Mark {
  const got = lit ? within(Math.max(0, least - hold.share), [0, 0.4], most) : 0
  return told(
    got,
    most,
    'The tip gets the gas that it was made for.',
    'Too little gas: it starves the tip. More of both.',
  )
}

function quietMark({ facts }: BenchState, most: number): Mark {
  const loud = facts.pops + facts.bangs + facts.blownOff
  return told(
    loud === 0 ? most : 0,
    most,
    'It stayed lit, without a pop.',
    facts.bangs > 0
      ? 'A bang: both gases had stood in the torch.'
      : facts.pops > 0
        ? 'It popped: starved, the flame ran back.'
        : 'It blew off the tip.',
  )
}

/** It burns, and has never been loud; or why it does not. */
function burningMark(state: BenchState, most: number): Mark {
  const quiet = quietMark(state, most)
  return state.lit || quiet.got === 0 ? quiet : { text: 'It does not burn.', got: 0, most }
}

/** The gas of the shop's way of lighting, as it stood when it caught. */
function lightingMarks(state: BenchState, { torch, lighting }: BenchTorch): readonly Mark[] {
  const { facts } = state
  const lit = facts.lighting
  if (!lit) {
    const text = facts.strikes > 0 ? 'Not lit yet: is there enough fuel, and not too much?' : 'Not lit yet.'
    return [{ text, got: 0, most: 80 }]
  }
  const { oxygen, fuel, handle } = lit.hands
  const traced = lighting.trace > 0
  const oxygenRight = traced ? oxygen > 0 && oxygen <= lighting.trace * 1.5 + 1e-9 : oxygen === 0
  const fuelRight = fuel >= lighting.fuel * 0.45 && fuel <= lighting.fuel * 1.5 + 1e-9
  const gasS = Math.max(lit.unlit, lit.mixed) * TICK_S
  return [
    told(
      oxygenRight ? 20 : 0,
      20,
      traced ? 'A trace of oxygen, no more.' : 'Fuel alone, oxygen shut.',
      traced
        ? 'A trace of oxygen first, an eighth of a turn at most.'
        : 'Oxygen was open: fuel alone is lit here.',
    ),
    told(
      fuelRight ? 20 : 6,
      20,
      'Fuel as far open as it is lit with.',
      fuel > lighting.fuel ? 'Fuel too far open for lighting.' : 'Fuel hardly open: it goes out in the hand.',
    ),
    told(
      within(Math.max(0, gasS - 4), [0, 8], 15),
      15,
      'Struck as soon as the gas ran.',
      `Gas ran unlit for ${Math.round(gasS)} s: strike at once.`,
    ),
    ...(torch.handleValve
      ? [
          told(
            handle >= HANDLE_OPEN_TURNS ? 10 : 0,
            10,
            'The handle’s oxygen fully open.',
            'The handle’s oxygen was not fully open: it starves the cut.',
          ),
        ]
      : []),
    ...(nearAsked(state, lighting.near)
      ? [
          told(
            lit.near ? 10 : 0,
            10,
            FUELS[torch.fuel].flame.liftsOff
              ? 'Close to the plate, which held it.'
              : 'In the lee of the plate.',
            'Held free: close to the plate it would have stayed.',
          ),
        ]
      : []),
    told(facts.strikes === 1 ? 5 : 2, 5, 'Lit at the first strike.', 'It took more than one strike.'),
  ]
}

const nearAsked = ({ start }: BenchState, near: boolean) => near || start.wind > 0

function raisedMark(state: BenchState, { lighting }: BenchTorch): readonly Mark[] {
  if (lighting.raise === 'not') return []
  const { hold, lit, mixture } = state
  if (lighting.raise === 'parts') {
    const parted = lit && hold.share > hold.bears
    return [
      told(
        parted ? 15 : 0,
        15,
        'Raised until it just parted from the tip.',
        'More fuel, until it just parts from the tip.',
      ),
    ]
  }
  const smoke = seenFlame(state.torch, state.flow, hold).smoke
  const sits = lit && hold.share <= hold.bears
  const got = lit && mixture < 0.4 && smoke < 0.05 && sits ? 15 : 0
  return [
    told(
      got,
      15,
      'Raised until the soot just went, and it sits on the tip.',
      !lit || smoke >= 0.05
        ? 'It still smokes: more fuel, until the soot just goes.'
        : 'Fuel alone is raised first, oxygen after.',
    ),
  ]
}

const light: Pick<Task, 'wanted' | 'marks'> = {
  wanted: 0,
  marks: (state, bench) => [
    ...lightingMarks(state, bench),
    ...raisedMark(state, bench),
    burningMark(state, 15),
  ],
}

const NO_LEVER = 'This torch has no lever.'
const cutsNot = ({ torch }: BenchTorch) => (torch.jetM === undefined ? NO_LEVER : undefined)
const unseen = ({ torch }: BenchTorch) =>
  FUELS[torch.fuel].flame.sign === 'meters'
    ? `${FUELS[torch.fuel].title} burns almost unseen: it is set by meter, and not told by eye.`
    : undefined

/** Fuel alone, raised as its tip bears it. */
function litAlone({ torch }: BenchTorch) {
  const share = FUELS[torch.fuel].flame.liftsOff ? 0.5 : 0.95
  return { ...SHUT, ...handsFor(sizeTorch(torch), { share, mixture: 0 }), handle: WIDE, lit: true }
}

/** The largest of some flames that the pressures reach with the valve not quite against its stop. */
const LONG = [1.5, 1.42, 1.34, 1.26, 1.18, 1.1] as const
const longFlame = (bench: BenchTorch) => {
  const torch = sizeTorch(bench.torch)
  const tried = LONG.map((share) => handsFor(torch, { share, mixture: 1 }))
  return (
    tried.find((h) => h.fuel < MOST_PARTS && h.oxygen < MOST_PARTS) ??
    handsFor(torch, { share: 1.1, mixture: 1 })
  )
}
/** What was said in each round, and whether it was right. */
function roundMarks(
  rounds: readonly Round[],
  said: readonly string[],
  words: (right: string) => string,
): readonly Mark[] {
  return rounds.flatMap(({ right }, i): readonly Mark[] => {
    const word = said[i]
    if (word === undefined) return []
    const most = i === 0 ? 34 : 33
    const [cause, port] = right.split(' ')
    const [saidCause, saidPort] = word.split(' ')
    const got =
      word === right ? most : port !== undefined && cause === saidCause && saidPort !== port ? 15 : 0
    return [{ got, most, text: got === most ? `Right: ${words(right)}.` : `It was ${words(right)}.` }]
  })
}

const FLAME_NAMED: Readonly<Record<string, string>> = {
  carburising: 'reducing: keeps copper bright, carburises steel',
  neutral: 'neutral: for most work, the metal stays clean',
  oxidising: 'oxidising: burns the metal, spends the flux',
}
/** A star in words. */
export function starWords(word: string): string {
  const [cause, port] = word.split(' ')
  if (cause === 'even') return 'an even star, every port clean'
  if (cause === 'trim') return 'dim and wide: not neutral, trim first'
  return cause === 'dirty' ? `a dirty port, leg ${port} short` : `a worn port, leg ${port} long`
}

const quiz = { wanted: 1, starts: () => SHUT } as const

const TASKS = {
  light: {
    title: 'Light it',
    asks: ({ lighting }) => `${lighting.light}. Then leave it burning as it is left before oxygen.`,
    ...light,
    starts: () => SHUT,
  },
  'light-in-wind': {
    title: 'Light it in wind',
    asks: ({ torch }) =>
      FUELS[torch.fuel].flame.liftsOff
        ? 'It blows across the tip, and this flame leaves it easily. Use the plate.'
        : 'It blows across the tip. Light it in the lee of the plate.',
    ...light,
    starts: () => ({ ...SHUT, wind: 4 }),
  },
  neutral: {
    title: 'Bring it to neutral',
    asks: ({ torch, lighting }) =>
      FUELS[torch.fuel].flame.sign === 'feather'
        ? 'It burns on fuel alone. Bring it to a full neutral flame, and leave it so.'
        : FUELS[torch.fuel].flame.sign === 'meters'
          ? `Neutral is not seen on this fuel: by the meter, ${FUELS[torch.fuel].flame.neutral} of oxygen to one of fuel, at full flow.`
          : `It burns on fuel alone. ${lighting.trim}.`,
    wanted: 1,
    starts: litAlone,
    marks: (state, bench) => [
      mixtureMark(state, bench, 1, 50, 'Neutral.'),
      fullMark(state, 20),
      told(
        within(Math.max(0, state.facts.leanest - 1.1), [0, 0.35], 15),
        15,
        'Oxygen in small turns, never far past neutral.',
        'Oxygen went far past neutral: smaller turns.',
      ),
      quietMark(state, 15),
    ],
  },
  reducing: {
    title: 'A reducing flame',
    asks: ({ torch }) =>
      FUELS[torch.fuel].flame.sign === 'feather'
        ? 'For copper: a feather a little longer than the cones, no more.'
        : FUELS[torch.fuel].flame.sign === 'cones'
          ? 'For copper: cones just longer and softer than their shortest.'
          : 'For copper: by the meter, a little less oxygen than neutral.',
    wanted: 0.93,
    starts: litAlone,
    marks: (state, bench) => [
      mixtureMark(
        state,
        bench,
        0.93,
        60,
        'Slightly reducing: it draws the scale off copper and leaves no soot.',
      ),
      fullMark(state, 25),
      quietMark(state, 15),
    ],
  },
  retrim: {
    title: 'Trim it with the lever down',
    asks: ({ lighting }) => `${lighting.retrim ?? 'Press the lever, trim again, and let go'}.`,
    not: cutsNot,
    wanted: 1,
    starts: (bench) => {
      const handle = bench.torch.handleValve ? 20 : WIDE
      return {
        ...SHUT,
        ...handsFor(sizeTorch(bench.torch), { ...FULL_NEUTRAL, handle: handle / TURN_PARTS }),
        handle,
        lit: true,
      }
    },
    marks: (state, { torch }) => [
      told(
        within(Math.max(0, 0.8 - state.facts.leverRight * TICK_S), [0, 0.8], 55),
        55,
        'Neutral with the lever down, and held.',
        state.facts.leverDown === 0
          ? 'The lever was not pressed.'
          : 'With the lever down it was never neutral for a second: the jet steals oxygen.',
      ),
      told(
        state.facts.leverDown > 0 && !state.hands.lever ? 15 : 0,
        15,
        'The lever let go.',
        state.hands.lever ? 'The lever is still down.' : 'Once it is right, let the lever go.',
      ),
      ...(torch.handleValve
        ? [
            told(
              state.hands.handle >= HANDLE_OPEN_TURNS ? 15 : 0,
              15,
              'The handle’s oxygen fully open.',
              'The handle’s oxygen is part shut: cones that change with the lever say so.',
            ),
          ]
        : []),
      quietMark(state, 15),
    ],
  },
  steps: {
    title: 'Work it up in steps',
    asks: ({ torch, lighting }) =>
      `${FUELS[torch.fuel].title} leaves the tip when fuel comes alone. ${lighting.trim}.`,
    not: ({ torch }) =>
      FUELS[torch.fuel].flame.liftsOff
        ? undefined
        : `${FUELS[torch.fuel].title} holds to its tip: it needs no working up in steps.`,
    wanted: 1,
    starts: (bench) => ({
      ...litAlone(bench),
      ...handsFor(sizeTorch(bench.torch), { share: 0.3, mixture: 0 }),
    }),
    marks: (state, bench) => [
      fullMark(state, 30, 0.9),
      mixtureMark(state, bench, 1, 25, 'Short, sharp cones: neutral.'),
      state.facts.pops > 0
        ? quietMark(state, 25)
        : told(
            Math.max(0, 25 - 10 * state.facts.lifts - 25 * state.facts.blownOff),
            25,
            'It never left the tip.',
            'It left the tip: less fuel at a time, oxygen after each.',
          ),
      told(
        Math.min(20, state.facts.turnsAbout * 7),
        20,
        'Fuel and oxygen by turns.',
        'Fuel and oxygen by turns: neither goes far alone.',
      ),
    ],
  },
  star: {
    title: 'Read the star',
    asks: () => 'The flame is held square on clean plate, lever up. What does its star say?',
    not: (bench) => cutsNot(bench) ?? unseen(bench),
    ...quiz,
    shows: stars,
    marks: ({ said }, bench, seed) => roundMarks(stars(bench, seed), said, starWords),
  },
  starved: {
    title: 'Find the starved tip',
    asks: () => 'Three tips of one size, all neutral. Which one starves, overheats and will pop?',
    not: unseen,
    ...quiz,
    shows: starvedTips,
    marks: ({ said }, bench, seed) =>
      roundMarks(starvedTips(bench, seed), said, (word) => `tip ${word}: short cones that hug a hot tip`),
  },
  long: {
    title: 'Shorten a long flame',
    asks: () =>
      'It burns neutral, but its cones are far too long for the plate. Shorten it, fuel and oxygen by turns, and keep it neutral.',
    not: (bench) => cutsNot(bench) ?? unseen(bench),
    wanted: 1,
    starts: (bench) => ({ ...SHUT, ...longFlame(bench), handle: WIDE, lit: true }),
    marks: (state, bench) => {
      const cones = seenFlame(state.torch, state.flow, state.hold).look.cone
      return [
        told(
          state.lit ? within(cones - 1, [0.08, 0.25], 40) : 0,
          40,
          'Cones as long as this tip is made for.',
          cones > 1 ? 'Cones still too long: less of both.' : 'Cones too short now: the tip starves.',
        ),
        mixtureMark(state, bench, 1, 35, 'Neutral.'),
        told(
          state.facts.turnsAbout > 0 ? 10 : 0,
          10,
          'Fuel and oxygen by turns.',
          'Only one valve was turned.',
        ),
        quietMark(state, 15),
      ]
    },
  },
  name: {
    title: 'Name three flames',
    asks: ({ torch }) =>
      FUELS[torch.fuel].flame.sign === 'feather'
        ? 'Look at the cones and what stands round them. Which flame is it?'
        : 'No feather shows on this fuel: look at the cones, their length and their points. Which flame is it?',
    not: unseen,
    ...quiz,
    shows: namedFlames,
    marks: ({ said }, bench, seed) =>
      roundMarks(namedFlames(bench, seed), said, (word) => FLAME_NAMED[word] ?? word),
  },
} as const satisfies Readonly<Record<string, Task>>

export type FlameTaskId = keyof typeof TASKS
export const FLAME_TASKS: readonly FlameTaskId[] = keysOf(TASKS)
const taskOf = (id: FlameTaskId): Task => TASKS[id]

/** What stands over a task. */
export const taskTitle = (id: FlameTaskId): string => taskOf(id).title
/** What a task asks for, with this torch. */
export const taskAsks = (id: FlameTaskId, bench: BenchTorch): string => taskOf(id).asks(bench)
/** Why a task cannot be practised with this torch; nothing where it can. */
export const taskNot = (id: FlameTaskId, bench: BenchTorch): string | undefined => taskOf(id).not?.(bench)
/** The mixture that a task asks for: oxygen over the neutral setting's. */
export const taskWanted = (id: FlameTaskId): number => taskOf(id).wanted
/** How the bench stands when a task begins. */
export const taskStart = (id: FlameTaskId, bench: BenchTorch, seed: number): Start => ({
  torch: bench.torch,
  ...taskOf(id).starts(bench, seed),
})
/** What a task shows to be judged by eye; nothing where it is work of the hands. */
export const taskRounds = (id: FlameTaskId, bench: BenchTorch, seed: number): readonly Round[] =>
  taskOf(id).shows?.(bench, seed) ?? []
/** What a task is judged by, as far as it has come. */
export const taskMarks = (
  id: FlameTaskId,
  state: BenchState,
  bench: BenchTorch,
  seed: number,
): readonly Mark[] => taskOf(id).marks(state, bench, seed)
/** Whether all rounds of what is shown are answered. */
export const allSaid = (id: FlameTaskId, { said }: BenchState): boolean =>
  taskOf(id).shows !== undefined && said.length >= ROUNDS
