import { FUELS, type FuelId } from '../gas/fuels.ts'
import type { SetFlame } from './set.ts'

/**
 * How a flame looks at a mixture: lengths in inner cones of the neutral flame. Mixture is the oxygen over that of the
 * neutral setting. Source: what is seen of acetylene flames, ± 15 %; other fuels show no clear feather.
 */
export interface FlameLook {
  readonly mixture: number
  readonly cone: number
  /** From the tip; equal to the cone when there is none to be seen. */
  readonly feather: number
  readonly envelope: number
  /** Bluntness of the cone: 1 round, 0 needle sharp. */
  readonly blunt: number
  /** Share of the envelope that glows with soot. */
  readonly soot: number
}

const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x))

/**
 * The look of a fuel's flame.
 * @param mixture oxygen over the neutral setting's: 0 is fuel alone, 1 neutral, more is oxidising
 */
export function flameLook(fuel: FuelId, mixture: number): FlameLook {
  const { soots, sign } = FUELS[fuel].flame
  const feathered = sign === 'feather'
  if (mixture <= 0) return { mixture: 0, cone: 0, feather: 0, envelope: 9, blunt: 1, soot: soots ? 1 : 0 }
  // twice the cone at 0.9 of oxygen to acetylene, three times at 0.8
  const slack = Math.max(0, 1 - mixture)
  const cone = mixture >= 1 ? clamp(1 - 0.6 * (mixture - 1), 0.5, 1) : feathered ? 1 : 1 + 2.5 * slack
  return {
    mixture,
    cone,
    feather: feathered ? cone * clamp(1 + slack / 0.18, 1, 5) : cone,
    envelope: clamp(7 - 3 * (mixture - 1), 4, 9),
    blunt: clamp(1 - 2 * (mixture - 1), 0, 1),
    soot: !soots ? 0 : clamp((slack - 0.3) / 0.5, 0, 1),
  }
}

/** One flame on the card: how it shows itself to the eye, the ear and the plate, and what to do. */
export interface CardFlame {
  readonly flame: SetFlame | 'fuel-only'
  readonly name: string
  readonly look: FlameLook
  /** Volumes of oxygen per volume of fuel. */
  readonly ratio: number
  readonly see: string
  readonly hear: string
  readonly plate: string
  readonly then: string
}
/** How a flame is lit, trimmed and judged for a fuel and a task. */
export interface FlameCard {
  readonly fuel: FuelId
  readonly wanted: SetFlame
  readonly light: string
  readonly trim: string
  readonly retrim?: string
  readonly star?: string
  readonly flames: readonly CardFlame[]
}

const MIXTURES = { 'fuel-only': 0, carburising: 0.84, neutral: 1, oxidising: 1.25 } as const

/** The mixture of a flame as it is set: oxygen over the neutral setting's. */
export const mixtureOf = (flame: keyof typeof MIXTURES): number => MIXTURES[flame]

/**
 * The card of a fuel.
 * @param lever whether a cutting lever steals oxygen from the flame
 * @param wanted the flame that the work asks for
 * @param led how it is lit and trimmed by the steps that it stands beside, sentence by sentence: they say the same turns
 */
export function flameCard(
  fuel: FuelId,
  lever: boolean,
  wanted: SetFlame = 'neutral',
  led: Partial<Pick<FlameCard, 'light' | 'trim' | 'retrim'>> = {},
): FlameCard {
  const { sign, neutral } = FUELS[fuel].flame
  // told by its feather, or by nothing that is seen; else by the length of its cones
  const [feathered, unseen] = [sign === 'feather', sign === 'meters']
  const feather = feathered
    ? 'a white feather round the cones, longer than they are'
    : 'long, soft, pale cones'
  const words: Readonly<Record<keyof typeof MIXTURES, Omit<CardFlame, 'flame' | 'look' | 'ratio'>>> = {
    'fuel-only': {
      name: 'Fuel alone',
      see: unseen
        ? 'Nothing, or a breath of pale blue: a dry straw glows in it.'
        : 'Yellow, long and lazy, smoke at its end.',
      hear: 'A low flutter.',
      plate: unseen ? 'Dew, then heat.' : 'Soot.',
      then: 'Open the oxygen slowly.',
    },
    carburising: {
      name: feathered ? 'Reducing (feather)' : 'Too little oxygen',
      see: unseen ? 'Cannot be told by eye: go by the flow meter.' : `Shade on: ${feather}.`,
      hear: 'Soft, almost quiet.',
      plate: feathered
        ? 'Boils and clouds the melt, a grey bloom round it; a little feather keeps copper bright.'
        : 'Slow to heat, a grey bloom.',
      then: wanted === 'carburising' ? 'Right, as long as the feather is short.' : 'A little more oxygen.',
    },
    neutral: {
      name: 'Neutral',
      see: feathered
        ? 'Shade on: the feather has just gone into round, sharp, bright cones of one length.'
        : unseen
          ? 'Cannot be told by eye: go by the flow meter.'
          : 'Shade on: cones at their shortest that are not yet hissing, sharp and blue.',
      hear: 'A steady, smooth hiss.',
      plate: 'A clear, quiet melt; the metal stays clean.',
      then: wanted === 'neutral' ? 'Right. Leave it.' : 'Correct it towards the one that is wanted.',
    },
    oxidising: {
      name: 'Oxidising',
      see: unseen
        ? 'Cannot be told by eye: go by the flow meter.'
        : 'Short, pointed, violet cones; the whole flame shorter.',
      hear: 'A loud, harsh hiss.',
      plate: 'Sparks and foam, a skin of oxide; flux is spent quickly.',
      then:
        wanted === 'oxidising'
          ? 'Right, as long as the cone has only just shortened.'
          : 'A little less oxygen.',
    },
  }
  const flames = (Object.keys(MIXTURES) as (keyof typeof MIXTURES)[]).map((flame): CardFlame => ({
    flame,
    look: flameLook(fuel, MIXTURES[flame]),
    ratio: neutral * MIXTURES[flame],
    ...words[flame],
  }))
  return {
    fuel,
    wanted,
    light: feathered
      ? 'Fuel alone, a quarter turn, striker. More gas until the soot just stops and the flame still sits on the tip.'
      : unseen
        ? 'Fuel alone, striker. Hold a dry straw in it to see it; never feel for it.'
        : `A little fuel, striker, tip close to the plate so that it throws the flame back. ${FUELS[fuel].name} leaves the tip in wind.`,
    trim: feathered
      ? 'Oxygen slowly in: yellow goes, a feather shows, shortens, and goes into the cones. Stop there for neutral.'
      : unseen
        ? 'By the flow meters: a quarter to a half of oxygen to one of hydrogen.'
        : 'Oxygen and fuel by turns in small steps to near the full fuel flow: cones shrink to their shortest.',
    ...(lever
      ? {
          retrim:
            'Lever down: the jet steals oxygen. Trim again with it down, let go. Cones that change with the lever: handle valve not fully open, or the hose starves.',
          star: 'Star test: flame square on clean plate, lever up. The preheat draws a star with one ray for each port: a ray that is short is a dirty port, one that is long a worn one.',
        }
      : {}),
    ...led,
    flames,
  }
}

/** A step's words without the figures that it names in brackets: they are told beside it, and are none of the flame's. */
export const withoutFigures = (act: string): string => act.replace(/ \([^)]*\{[^)]*\)/g, '')

/** How the flame is lit and trimmed by some steps, as its card tells it. */
export function ledFlame(
  steps: readonly { readonly id: string; readonly act: string }[],
): Partial<Pick<FlameCard, 'light' | 'trim' | 'retrim'>> {
  const acts = (...ids: readonly string[]) =>
    ids.flatMap((id) => steps.filter((s) => s.id === id).map((s) => `${withoutFigures(s.act)}.`)).join(' ')
  const [light, trim, retrim] = [acts('open-handle', 'light', 'raise-fuel'), acts('trim'), acts('retrim')]
  return {
    ...(light === '' ? {} : { light }),
    ...(trim === '' ? {} : { trim }),
    ...(retrim === '' ? {} : { retrim }),
  }
}
