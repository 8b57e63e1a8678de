import { paceBoard, type PaceBoard, type PaceKey, type QuickSet } from './pace-board.ts'
import { paceHand, type Cut, type PaceHabit } from './pace-hands.ts'

/** Cuts to be watched: what goes wrong, and what it looks like. */
export const PACE_PRESETS = [
  'good',
  'thin-slow',
  'rush',
  'recover',
  'low-pierce',
  'soon',
  'high',
  'big-tip',
  'poor-oxygen',
] as const
export type PacePreset = (typeof PACE_PRESETS)[number]

interface Preset {
  readonly title: string
  readonly what: string
  readonly key: PaceKey
  readonly set?: QuickSet
  readonly habit: PaceHabit
}

const PRESETS: Readonly<Record<PacePreset, Preset>> = {
  good: {
    title: 'A good cut',
    what: 'Pressed when the edge is ready, then one pace all the way: sparks straight down.',
    key: 'square',
    habit: {},
  },
  'thin-slow': {
    title: 'Thin plate, too slow',
    what: 'A third of the pace: the edge melts and the kerf closes behind the torch.',
    key: 'thin',
    habit: { pace: 0.33 },
  },
  rush: {
    title: 'Too fast',
    what: 'Twice the pace: the sparks trail back, come up, and the cut is lost.',
    key: 'square',
    habit: { pace: 2.1 },
  },
  recover: {
    title: 'Lost, and picked up again',
    what: 'A rush half way loses it; back to the edge of the cut, heated there, and on.',
    key: 'square',
    habit: { rush: { fromMm: 50, times: 3, forMm: 40 }, back: 'edge' },
  },
  'low-pierce': {
    title: 'Pierced too low',
    what: 'Not backed off: slag comes straight back up, into the tip.',
    key: 'pierce',
    habit: { backs: 1 },
  },
  soon: {
    title: 'Pressed too soon',
    what: 'A dull edge does not burn: the oxygen only chills it.',
    key: 'square',
    habit: { waits: 0.55 },
  },
  high: {
    title: 'Held too high',
    what: 'The flame spreads, the jet is spent before the bottom: a wide, rounded kerf.',
    key: 'square',
    habit: { over: 7 },
  },
  'big-tip': {
    title: 'Too large a tip for thin plate',
    what: 'The tip of a heavier plate, at the pace of this one.',
    key: 'thin',
    set: { orifice: 0.00094, flame: 2 },
    habit: {},
  },
  'poor-oxygen': {
    title: 'Poor oxygen',
    what: 'A cylinder at 97.5 %, at the usual pace.',
    key: 'square',
    set: { purity: 0.975 },
    habit: {},
  },
}

/** A cut to be watched: its title, what it shows, on which board. */
export const pacePresetOf = (preset: PacePreset): Pick<Preset, 'title' | 'what' | 'key'> => PRESETS[preset]

/** The board that a preset is cut on. @param metric whether the shop has plate in mm */
export const boardOfPreset = (preset: PacePreset, metric: boolean): PaceBoard =>
  paceBoard(PRESETS[preset].key, metric, PRESETS[preset].set)

/** What the hand of a preset does. */
export const playPreset = (preset: PacePreset, board: PaceBoard): Cut =>
  paceHand(board, PRESETS[preset].habit)
