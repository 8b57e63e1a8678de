import { FILLERS, type Filler } from '../metal/fillers.ts'
import { CUBIC_FOOT_M3, INCH_M } from '../quantity/units.ts'
import { FILLER_DEFAULTS, FLUX_WINDOW, type CaseFiller } from '../heat/heat-case.ts'
import { blindHeat, goodHeat, type Hand, type Worked } from './heat-hands.ts'
import type { HeatJoint, HeatShape } from './heat-joint.ts'

const celsius = (kelvin: number) => kelvin - 273.15

/** Heat that a filler takes, by what it is built on: W/(m K) in the gap, J/(kg K), J/kg. Handbook values, rounded. */
const THERMAL: Readonly<Record<Filler['kind'], Pick<CaseFiller, 'k' | 'cp' | 'latent'>>> = {
  phosphorus: { k: 50, cp: 400, latent: 2e5 },
  silver: { k: 60, cp: 300, latent: 1.5e5 },
  zinc: { k: 60, cp: 390, latent: 1.7e5 },
  aluminium: { k: 100, cp: 950, latent: 3.5e5 },
}

/** A filler as the heat bench takes it: it runs from the lower end of its brazing range on. */
export const benchFiller = (filler: Filler, rodM: number): HeatJoint['filler'] => ({
  ...FILLER_DEFAULTS,
  ...THERMAL[filler.kind],
  id: filler.id,
  Tsol: celsius(filler.solidusK),
  Tliq: celsius(filler.liquidusK),
  Tflow: celsius(Math.min(filler.minK, filler.liquidusK)),
  rho: filler.density,
  rodM,
})

const filler = (id: string, rodInch: number): HeatJoint['filler'] => {
  const known = FILLERS.find((f) => f.id === id)
  if (!known) throw new RangeError(`no filler ${id}`)
  return benchFiller(known, rodInch * INCH_M)
}

const PASTE = FLUX_WINDOW
/** Acetylene, W for each cubic foot an hour. */
const WATTS_PER_CFH = 430
const CFH = CUBIC_FOOT_M3 / 3600
const oxy = (cfh: number): HeatJoint['torch'] => ({
  powerW: WATTS_PER_CFH * cfh,
  driveC: 2400,
  times: 1,
  name: 'Acetylene and oxygen',
  flow: cfh * CFH,
})

const TUBE = {
  type: 'tube',
  W: 0.05,
  c: 1e-4,
  Lt: 0.3,
  Lb: 0.3,
  mat1: 'copper_dhp',
  mat2: 'copper_dhp',
  Tamb: 20,
} as const
const FLAT = { type: 'lap', D: 0.05, Lt: 0.12, Lb: 0.12, mat1: 'steel', mat2: 'steel', Tamb: 20 } as const

/** A copper tube in its cup, or in a sleeve: outside and wall in inches, depth, gas in cubic feet an hour. */
const copper = (
  shape: 'cup' | 'sleeve',
  title: string,
  [od, wall, deep, cfh]: readonly [od: number, wall: number, deep: number, cfh: number],
  wantedS: HeatJoint['wantedS'],
  torches: 1 | 2 = 1,
): HeatJoint => ({
  shape,
  title,
  parts: ['tube', shape],
  made: {
    ...TUBE,
    D: od * INCH_M,
    t1: wall * INCH_M,
    t2: 1.1 * wall * INCH_M,
    // a sleeve holds the next tube, a cup is part of a fitting
    t_body: (shape === 'sleeve' ? 2.1 : 1.3) * wall * INCH_M,
    L: deep * INCH_M,
  },
  ends: false,
  filler: filler('BCuP-5', od > 1 ? 1 / 8 : 3 / 32),
  flux: undefined,
  torch: oxy(cfh),
  torches,
  nitrogen: true,
  ragM: 0.075,
  coneM: 0.013,
  wantedS,
})

/** A swirled torch of acetylene and air that does the same joints burns so much of the fuel, and drives the heat so. */
const AIR = { fuel: 0.55, driveC: 1900, share: 0.42 } as const
/** A joint with a torch of fuel and air in place of one with oxygen: softer, wider and slower. */
export const withAir = (joint: HeatJoint): HeatJoint => ({
  ...joint,
  torch: {
    powerW: joint.torch.powerW * AIR.fuel,
    driveC: AIR.driveC,
    airShare: AIR.share,
    times: 1,
    name: 'Acetylene and air',
    flow: joint.torch.flow * AIR.fuel,
  },
})

/** Joints that are always at hand, by key. */
export const HEAT_JOINTS = {
  cup: copper('cup', '7/8 copper tube in a cup', [0.875, 0.045, 0.62, 15], [15, 40]),
  inch: copper('cup', '1 1/8 copper tube in a cup', [1.125, 0.05, 0.91, 15], [20, 60]),
  sleeve: copper('sleeve', '3/8 copper tube in a sleeve', [0.375, 0.032, 0.38, 8], [6, 16]),
  big: copper('cup', '2 1/8 copper tube in a cup', [2.125, 0.07, 1.35, 25], [40, 120], 2),
  'big-alone': copper('cup', '2 1/8 copper tube, one torch', [2.125, 0.07, 1.35, 25], [60, 120]),
  small: copper('cup', '1 5/8 copper tube, tip too small', [1.625, 0.06, 1.1, 8], [35, 80]),
  lap: {
    shape: 'lap',
    title: '1/16 steel sheets, lapped 3/8',
    parts: ['lower sheet', 'upper sheet'],
    made: { ...FLAT, W: 0.05, t1: 0.0016, t2: 0.0016, t_body: 0.0016, c: 8e-5, L: 0.0095 },
    ends: false,
    filler: filler('BAg-24', 1 / 16),
    flux: PASTE,
    torch: oxy(6),
    torches: 1,
    nitrogen: false,
    ragM: 0.075,
    coneM: 0.015,
    wantedS: [8, 40],
  },
  tee: {
    shape: 'tee',
    title: '1/8 steel upright on 1/8 plate',
    parts: ['plate', 'upright'],
    made: { ...FLAT, W: 0.05, t1: 0.0032, t2: 0.0032, t_body: 0.0032, c: 8e-5, L: 0.0032 },
    ends: false,
    filler: filler('BAg-24', 1 / 16),
    flux: PASTE,
    torch: oxy(9),
    torches: 1,
    nitrogen: false,
    ragM: 0.075,
    coneM: 0.015,
    wantedS: [8, 50],
  },
  ring: {
    shape: 'ring',
    title: 'Steel ring on a thin sheet',
    parts: ['sheet', 'ring'],
    made: { ...FLAT, W: 0.05, t1: 0.0008, t2: 0.005, t_body: 0.005, c: 8e-5, L: 0.005, Lb: 0.012 },
    ends: true,
    filler: filler('BAg-24', 1 / 16),
    flux: PASTE,
    torch: oxy(7),
    torches: 1,
    nitrogen: false,
    ragM: 0.075,
    coneM: 0.015,
    wantedS: [10, 60],
  },
  unlike: {
    shape: 'unlike',
    title: '1/4 brass on 1/16 steel',
    parts: ['thin steel', 'thick brass'],
    made: {
      ...FLAT,
      W: 0.05,
      t1: 0.0016,
      t2: 0.0064,
      t_body: 0.0064,
      c: 8e-5,
      L: 0.012,
      Lb: 0.05,
      mat2: 'brass',
    },
    ends: true,
    filler: filler('BAg-7', 1 / 16),
    flux: PASTE,
    torch: oxy(18),
    torches: 1,
    nitrogen: false,
    ragM: 0.075,
    coneM: 0.015,
    wantedS: [15, 90],
  },
} as const satisfies Readonly<Record<string, HeatJoint & { readonly shape: HeatShape }>>
export type HeatJointKey = keyof typeof HEAT_JOINTS
export const HEAT_JOINT_KEYS = Object.keys(HEAT_JOINTS) as readonly HeatJointKey[]

/** A heat to be watched: good ones, and those that go wrong, each by a hand of its own. */
export const HEAT_PRESETS = [
  'good',
  'lip',
  'no-purge',
  'small-tip',
  'two-torches',
  'ring-thin',
  'one-side',
] as const
export type HeatPreset = (typeof HEAT_PRESETS)[number]

/** What each is, on which joint, and how the hand goes about it. */
export const presetOf = (
  preset: HeatPreset,
): {
  readonly title: string
  readonly what: string
  readonly joint: HeatJointKey
  readonly play: (hand?: Hand) => Worked
} => {
  switch (preset) {
    case 'good':
      return {
        title: 'A good pass',
        what: 'Tube first, then the root of the cup; the rod once all of it is hot.',
        joint: 'cup',
        play: (hand) => goodHeat(HEAT_JOINTS.cup, hand),
      }
    case 'lip':
      return {
        title: 'Lip only',
        what: 'The flame stays at the mouth. It looks shut.',
        joint: 'inch',
        play: (hand) =>
          blindHeat(
            HEAT_JOINTS.inch,
            { z: -1, round: true, nitrogen: true, feedS: 16, forS: 9.5, awayMm: 6 },
            hand,
          ),
      }
    case 'no-purge':
      return {
        title: 'No nitrogen',
        what: 'A good pass, and nothing inside but air.',
        joint: 'cup',
        play: (hand) => goodHeat(HEAT_JOINTS.cup, hand, false),
      }
    case 'small-tip':
      return {
        title: 'Tip too small',
        what: 'All that goes in runs off again.',
        joint: 'small',
        play: (hand) =>
          blindHeat(HEAT_JOINTS.small, { z: 8, round: true, nitrogen: true, feedS: 90, forS: 20 }, hand),
      }
    case 'two-torches':
      return {
        title: 'Big joint, two torches',
        what: 'One on each side, going round the same way.',
        joint: 'big',
        play: (hand) => goodHeat(HEAT_JOINTS.big, hand),
      }
    case 'ring-thin':
      return {
        title: 'Ring and sheet, aimed at the sheet',
        what: 'The thin part takes all of it.',
        joint: 'ring',
        play: (hand) =>
          blindHeat(
            HEAT_JOINTS.ring,
            { z: -8, round: false, nitrogen: false, feedS: 20, forS: 6, awayMm: 10 },
            hand,
          ),
      }
    case 'one-side':
      return {
        title: 'Big joint, one torch on one side',
        what: 'The far side stays cold.',
        joint: 'big-alone',
        play: (hand) =>
          blindHeat(
            HEAT_JOINTS['big-alone'],
            { z: 14, swayMm: 28, round: false, nitrogen: true, feedS: 60, forS: 25, awayMm: 18 },
            hand,
          ),
      }
  }
}
