/**
 * Requests as they are typed, drawn by a seed, whose plans and procedures must not change unless somebody means them
 * to. The words are written out here and not taken from the core's lists: a new fuel or joint there leaves these
 * requests as they are.
 */
import { firstBraze, firstDraft, FIRST_SETTINGS } from '#application/first.ts'
import type { BrazeDraft, CutDraft, PieceDraft, Settings } from '#contract/schemas.ts'
import { seeded } from '#core/seeded.ts'
import { METRIC_UNITS } from '#core/quantity/choices.ts'

type Fields = Record<string, unknown>

const SHAPES =
  'straight straight straight strip strip bevel bevel hole hole disc slot slot pierce outline fastener pipe pipe section section practice practice gouge'.split(
    ' ',
  )
const METALS =
  'low-carbon-steel low-carbon-steel low-carbon-steel low-carbon-steel low-carbon-steel medium-carbon-steel high-carbon-steel low-alloy-steel wrought-iron cast-iron stainless-steel aluminium'.split(
    ' ',
  )
const FUELS = 'acetylene acetylene acetylene propane propylene natural-gas mps hydrogen'.split(' ')
const THICK = ['1/8 in', '3 mm', '1/4 in', '3/8 in', '10 mm', '1/2 in', '3/4 in', '25 mm', '2 in', '4 in']
const ORIFICES = ['', '', '', '0.029 in', '0.035 in', '0.045 in', '1.3 mm', '0.067 in', '2 mm']
const HOSES = [
  { length: '25 ft', bore: '1/4 in' },
  { length: '50 ft', bore: '3/16 in' },
  { length: '30 m', bore: '8 mm' },
  { length: '200 ft', bore: '3/8 in' },
]
const JOINTS =
  'socket socket sleeve plug branch lap doubleLap tee butt scarf patch crack overlay casting'.split(' ')
const ROUND = ['socket', 'sleeve', 'plug', 'branch']
const SINGLE = ['crack', 'overlay', 'casting']
const BRAZED =
  'copper copper copper red-brass brass-70-30 low-carbon-steel stainless-304 grey-cast-iron aluminium-3003'.split(
    ' ',
  )
const SERVICES =
  'water drinking-water refrigerant medical-gas fuel-gas steam food structural vibration sulphur ammonia salt-water'.split(
    ' ',
  )

/** Draws from lists by a seed. */
class Draw {
  private readonly next: () => number
  constructor(seed: number) {
    this.next = seeded(seed)
  }
  of<T>(list: readonly T[]): T {
    return list[Math.floor(this.next() * list.length)] as T
  }
  /** Mostly nothing: what is rarely said. */
  maybe<T>(list: readonly T[], share = 0.25): T | undefined {
    const chosen = this.of(list)
    return this.next() < share ? chosen : undefined
  }
}

const said = (fields: Fields): Fields =>
  Object.fromEntries(Object.entries(fields).filter(([, v]) => v !== undefined))

function cutWork(d: Draw): Fields {
  const shape = d.of(SHAPES)
  return said({
    shape,
    metal: d.of(METALS),
    thickness: d.of(THICK),
    length: d.of(['12 in', '600 mm', '6 ft']),
    width: d.of(['4 in', '60 mm']),
    diameter: d.of(['3 in', '120 mm', '1 in']),
    bevel: d.maybe(['30 deg', '45 deg', '22.5 deg from plate'], shape === 'bevel' ? 1 : 0.1),
    bevelFrom: d.maybe(['square', 'plate'], 0.1),
    lean: d.maybe(['over-part', 'over-scrap']),
    land: d.maybe(['1/16 in', '2 mm']),
    count: d.maybe(['3', '12']),
    stock: d.maybe(['48 in', '6 m']),
    trim: d.maybe(['1/2 in']),
    fastener: d.maybe(['rivet', 'bolt', 'nut'], 0.6),
    pipeCut: d.maybe(['square', 'mitre', 'saddle'], 0.7),
    runDiameter: '8 in',
    section: d.maybe(['angle', 'channel', 'beam', 'bar', 'tube'], 0.7),
    depth: '6 in',
    pierces: d.maybe(['4']),
    practice: [
      { shape: 'straight', count: '2', length: '6 in' },
      { shape: 'hole', count: '1', diameter: '2 in' },
    ],
    start: d.maybe(['edge', 'pierce', 'drilled']),
    surface: d.maybe(['scale', 'rust', 'galvanised', 'painted', 'oily']),
    hollow: d.maybe(['once-filled', 'closed'], 0.05),
    position: d.maybe(['vertical-up', 'overhead', 'horizontal']),
    wind: d.maybe(['breeze', 'strong']),
    temperature: d.maybe(['-10 C', '20 F', '150 C']),
    trial: d.maybe(['yes']),
    grade: d.maybe(['4140', 'S355'], 0.15),
  })
}

function supply(d: Draw, shop: 'command' | 'form'): Fields {
  const fuel = d.of(FUELS)
  return said({
    fuel,
    tipPieces: d.maybe(['1', '2'], 0.07),
    hoseGrade: d.maybe(['R', 'T', 'T', 'T']),
    piping: d.maybe(['steel', 'copper'], 0.15),
    oxygenHose: d.of(HOSES),
    acetyleneCylinder: d.maybe(['300 cu ft', '300 cu ft', '145 cu ft', '10 cu ft'], 0.3),
    acetyleneCylinders: d.maybe(['2']),
    ...(shop === 'form'
      ? {}
      : {
          fuelHose: d.maybe(HOSES),
          fuelLockUp: d.maybe(['1.5 psi', '3 psi']),
          oxygenRating: d.maybe(['100 psi', '60 psi']),
          fuelRating: d.maybe(['15 psi', '50 psi']),
          drawRule: d.maybe(['intermittent', 'continuous', 'older', 'short-burns']),
          cylinders: d.maybe([[{ gas: 'oxygen', size: '240 cu ft', left: '80 cu ft' }], '2'], 0.2),
        }),
  })
}

const cutChart = (d: Draw) =>
  d.maybe(
    [
      [
        {
          orifice: '0.052 in',
          thicknessMin: '1/2 in',
          thicknessMax: '1 in',
          oxygenPressure: '42 psi',
          fuelPressure: '6 psi',
          pressureAt: 'regulator',
          speed: '15 ipm',
          kerf: '0.08 in',
        },
        {
          orifice: '0.036 in',
          thicknessMin: '1/8 in',
          thicknessMax: '3/8 in',
          oxygenPressure: '25 psi',
          fuelPressure: '5 psi',
          pressureAt: 'torch',
          speed: '20 ipm',
          kerf: '',
        },
      ],
    ],
    0.4,
  )

const brazeChart = (d: Draw) =>
  d.maybe(
    [
      [
        {
          orifice: '0.040 in',
          thicknessMin: '',
          thicknessMax: '',
          oxygenPressure: '8 psi',
          fuelPressure: '7 psi',
          pressureAt: 'regulator',
          speed: '',
          kerf: '',
        },
      ],
    ],
    0.3,
  )

function brazeWork(d: Draw): Fields {
  const joint = d.of(JOINTS)
  const round = ROUND.includes(joint)
  const metal = d.of(BRAZED)
  const part = (m: string): Fields =>
    round
      ? {
          metal: m,
          ...d.of<Fields>([
            { tube: 'EN 1057 22 mm' },
            { tube: 'ASTM B88 1/2 L' },
            { outsideDiameter: '54 mm', wall: '1.5 mm' },
            { outsideDiameter: '3/8 in', wall: '0.032 in' },
          ]),
        }
      : { metal: m, thickness: d.of(['1.5 mm', '1/8 in', '6 mm', '1/2 in']) }
  return said({
    joint,
    a: part(metal),
    ...(SINGLE.includes(joint)
      ? {}
      : { b: round ? { metal: d.of([metal, metal, metal, metal, ...BRAZED]) } : part(metal) }),
    clearance: d.maybe(['0.1 mm', '0.010 in', '0.5 mm']),
    overlap: d.maybe(['8 mm', '3/4 in']),
    length: round ? undefined : d.maybe(['100 mm', '4 in'], 0.7),
    width: round ? undefined : d.maybe(['60 mm'], 0.5),
    service: d.maybe(
      SERVICES.map((s) => [s]),
      0.6,
    ),
    serviceTemperature: d.maybe(['60 C', '250 F', '200 C']),
    pressure: d.maybe(['150 psi', '30 bar']),
    attitude: d.maybe(['vertical-up', 'vertical-down', '45 deg']),
    tubeRun: d.maybe([[{ outsideDiameter: '22 mm', wall: '1 mm', length: '4 m' }]]),
    load: d.maybe(['light', 'heavy']),
    codeUse: d.maybe(['pressure', 'lifting', 'structural', 'vehicle'], 0.15),
    colour: d.maybe(['yellow', 'base'], 0.15),
    skill: d.maybe(['learning']),
    temper: d.maybe(['annealed']),
    room: d.maybe(['tight']),
    seam: d.maybe(['stitched']),
    hollow: d.maybe(['vented', 'once-filled', 'closed'], 0.08),
    surface: d.maybe(['galvanised', 'painted', 'oily', 'cadmium-plated'], 0.08),
    restraint: d.maybe(['restrained']),
    protectAt: d.maybe(['120 mm', '8 in']),
    nextJoint: d.maybe(['90 mm']),
    jointsAt: d.maybe(['0.2 m; 1 m; 2 m']),
    count: d.maybe(['4']),
    purgeFlow: d.maybe(['6 l/min']),
    rodSection: d.maybe(['1/16 in', '1/8 in', '0.050 x 1/8 in']),
    form: d.maybe(['bare', 'flux-coated', 'ring']),
    flux: d.maybe(['home-mixed'], 0.1),
  })
}

const torch = (d: Draw) =>
  said({
    kind: d.maybe(['cutting-torch', 'cutting-attachment'], 0.6),
    lighting: d.maybe(['fuel-only', 'whiff']),
    shutdown: d.maybe(['oxygen-first', 'fuel-first', 'more-oxygen'], 0.5),
    seat: d.maybe(['hand', 'wrench']),
    checkValves: d.maybe(['yes', 'no']),
  })

const ways = (d: Draw) =>
  said({
    cylinderOrder: d.maybe(['oxygen-first']),
    acetyleneTurns: d.maybe(['quarter', 'one']),
    oneAtATime: d.maybe(['both-then-set']),
    hosePurge: d.maybe(['while-setting', 'none']),
    setPressures: d.maybe(['closed']),
    lightAcetylene: d.maybe(['whiff']),
    fuelValve: d.maybe(['half']),
    shutTorch: d.maybe(['oxygen-first', 'fuel-first', 'more-oxygen']),
    bleeding: d.maybe(['fuel-first', 'together']),
    leakCheck: d.maybe(['each-time', 'soap']),
    secondSide: d.maybe(['braze', 'leave']),
  })

const brazeMethods = (d: Draw) =>
  said({
    flame: d.maybe(['neutral']),
    pressures: d.maybe(['twice']),
    heat: d.maybe(['fierce', 'soft']),
    purge: d.maybe(['low-pressure', 'hand-feel', 'preset']),
    cooling: d.maybe(['rag', 'warm-water', 'spray']),
    cue: d.maybe(['glow', 'rod']),
    feeding: d.maybe(['flame-off']),
    protection: d.maybe(['paste', 'heat-sink']),
    ironFlame: d.maybe(['soft-carburising']),
  })

/** A request as the command line takes it, with the torch and the shop's methods for its procedure. */
export interface FrozenCommand {
  readonly asked: Fields & { readonly kind: 'cut' | 'braze' }
  readonly torch: Fields
  readonly ways: Fields
}

/** The request of this number, the same for ever. */
export function frozenCommand(n: number): FrozenCommand {
  const d = new Draw(1000 + n)
  const shop = {
    altitude: d.of(['0 ft', '0 ft', '1500 m']),
    ...(d.of([true, false]) ? { units: { ...METRIC_UNITS } } : {}),
  }
  const cut = n % 2 === 0
  const rig = said({
    ...supply(d, 'command'),
    tipOrifice: d.maybe(ORIFICES, 0.6),
    ...(cut
      ? {
          tipRadius: '1/4 in',
          handling: d.maybe(['hand', 'track'], 0.8),
          guide: d.of(['part', 'scrap', 'none']),
          oxygenPurity: d.maybe(['99.5 %', '98.5 %']),
          dial: d.maybe(['20: 6 in/min; 60: 20 in/min']),
          chart: cutChart(d),
        }
      : {
          head: d.maybe(['single', 'heating', 'cutting'], 0.5),
          ports: d.maybe(['6', '12']),
          torches: d.maybe(['2']),
          torchKind: d.maybe(['injector']),
          chart: brazeChart(d),
          rods: d.maybe([
            [
              { class: 'BCuP-5', form: 'bare', perKg: '90' },
              { class: 'BAg-34', form: 'flux-coated' },
            ],
          ]),
        }),
  })
  const usual = cut ? d.maybe([{ oxygen: '40 psi', fuel: '8 psi', tip: '0.045 in' }]) : undefined
  return {
    asked: {
      kind: cut ? 'cut' : 'braze',
      work: cut ? cutWork(d) : brazeWork(d),
      rig,
      shop: cut ? shop : { ...shop, schools: brazeMethods(d) },
      ...(usual ? { usual } : {}),
    },
    torch: torch(d),
    ways: ways(d),
  }
}

/** A piece as the pages keep it, with its shop's settings: the same for a number for ever. */
export function frozenDraft(n: number): { readonly draft: PieceDraft; readonly settings: Settings } {
  const d = new Draw(5000 + n)
  const settings: Settings = {
    ...FIRST_SETTINGS,
    altitude: d.of(['0 ft', '900 m']),
    ...(d.of([true, false]) ? { units: { ...METRIC_UNITS } } : {}),
  }
  const shop = { ...settings, methods: { ...settings.methods, ...ways(d), ...brazeMethods(d) } } as Settings
  const rigOf = (rig: PieceDraft['rig'], cut: boolean) => ({
    ...rig,
    ...supply(d, 'form'),
    ...(cut
      ? {
          tipOrifice: d.of(ORIFICES),
          guide: d.of(['part', 'scrap', 'none']),
          handling: d.of(['hand', 'track', '']),
          chart: cutChart(d) ?? [],
        }
      : {
          braze: {
            ...rig.braze,
            tipOrifice: d.of(ORIFICES),
            head: d.of(['single', 'heating', 'cutting']),
            chart: brazeChart(d) ?? [],
          },
        }),
    torch: { ...rig.torch, ...torch(d), oxygenRating: d.of(['', '', '80 psi']) },
  })
  if (n % 2 === 0) {
    const first = firstDraft(shop)
    return {
      settings: shop,
      draft: {
        ...first,
        work: {
          ...first.work,
          ...cutWork(d),
          practice: [{ shape: 'straight', count: '2', length: '6 in', width: '', diameter: '', bevel: '' }],
        },
        rig: rigOf(first.rig, true),
      } as CutDraft,
    }
  }
  const first = firstBraze(shop)
  const { a, b, ...work } = brazeWork(d)
  const part = (from: unknown) => {
    const { thickness, ...rest } = (from ?? {}) as Record<string, string>
    return { tube: '', outsideDiameter: '', wall: thickness ?? '', depth: '', metal: 'copper', ...rest }
  }
  return {
    settings: shop,
    draft: {
      ...first,
      work: { ...first.work, ...work, a: part(a), b: part(b ?? a) },
      rig: rigOf(first.rig, false),
    } as BrazeDraft,
  }
}
