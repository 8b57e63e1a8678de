import { createSlice, type PayloadAction } from '@reduxjs/toolkit'
import type { BenchId } from '#core/teach/task-titles.ts'
import type { Light } from '../drawing/flame-paint.ts'

/** What belongs to this screen, not to the shop: kept in the browser. */
export interface Device {
  readonly theme: 'day' | 'night' | 'by-clock-of-system'
  /** Who works at this screen. */
  readonly personId: string | null
  /** Figures are looked at in the other system of units. */
  readonly flipped: boolean
  readonly sound: boolean
  /** Steps are read aloud, where the device has a voice of its own. */
  readonly voice: boolean
  /** A practised person is led by stretches here, several acts on a page. */
  readonly staged: boolean
  /** The torch that a piece was last started with. */
  readonly torchId: string | null
  /** The bench that is open in Practice. */
  readonly practiceBench: BenchId
  /** What is practised with: a torch of the shop, or a usual one of a fuel; null is the torch above. */
  readonly practiceTorch: string | null
  /** Which hand holds the torch on the practice bench; null is as the torch says. */
  readonly practiceHand: 'left' | 'right' | null
  /** How the flame is looked at there. */
  readonly practiceLight: Light
  /** What is still missing is told while one practises. */
  readonly practiceHints: boolean
}

const KEY = 'wimble.device'
const FIRST: Device = {
  theme: 'by-clock-of-system',
  personId: null,
  flipped: false,
  sound: true,
  voice: false,
  staged: false,
  torchId: null,
  practiceBench: 'facts',
  practiceTorch: null,
  practiceHand: null,
  practiceLight: 'shed',
  practiceHints: true,
}

function load(): Device {
  try {
    return { ...FIRST, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Device>), flipped: false }
  } catch {
    return FIRST
  }
}

export const device = createSlice({
  name: 'device',
  initialState: load,
  reducers: {
    changed: (state, { payload }: PayloadAction<Partial<Device>>) => ({ ...state, ...payload }),
  },
})

/** Writes the device's choices down, and shows the theme. */
export function keepDevice(state: Device): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(state))
  } catch {
    // a browser that keeps nothing still works, with its defaults
  }
  applyTheme(state.theme)
}

/** Puts day or night on the page. */
export function applyTheme(theme: Device['theme'] = load().theme): void {
  const dark =
    theme === 'night' ||
    (theme === 'by-clock-of-system' && matchMedia('(prefers-color-scheme: dark)').matches)
  document.documentElement.dataset['theme'] = dark ? 'night' : 'day'
}
