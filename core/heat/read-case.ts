import { group, list, number, oneOf, readWith, row, Wrong, type CaseOrError } from '../case-file.ts'
import {
  CASE_DEFAULTS,
  FILLER_DEFAULTS,
  FLUX_DEFAULTS,
  FLUX_WINDOW,
  INSIDE_H,
  PURGED_H,
  TORCH_DEFAULTS,
  usualSpread,
  type CaseGrid,
  type CaseProbe,
  type CaseTorch,
  type HeatCase,
} from './heat-case.ts'
import { findShellMetal } from './shell-metals.ts'

/** What was read of a case of the heat bench. */
export type CaseRead = CaseOrError<HeatCase>

/** What drives heat is hotter than this, °C. */
const COOLEST_FLAME_C = 200
/** More steps than these are not run. */
const MOST_STEPS = 200_000
const MOST_CELLS = 400_000

const LONG = 1e6
const TIME: readonly [string, number, number] = ['t', 0, 1e5]
const PLACE: readonly [string, number, number] = ['pos', -LONG, LONG]

function readTorch(value: unknown, field: string): CaseTorch {
  const t = group(value, field, ['P', 'eta', 'sig_s', 'sig_z', 'Tdrive', 'path', 'sweep'])
  const P = number(t['P'], `${field}.P`, 0, 1e6, TORCH_DEFAULTS.P)
  const Tdrive = number(t['Tdrive'], `${field}.Tdrive`, 0, 4000, TORCH_DEFAULTS.Tdrive)
  if (Tdrive > 0 && Tdrive < COOLEST_FLAME_C)
    throw new Wrong(
      `${field}.Tdrive`,
      `${field}.Tdrive should be 0, for a plain flux, or ${COOLEST_FLAME_C} and more.`,
    )
  const wide = usualSpread(Math.max(P, 1))
  const path = list(t['path'], `${field}.path`, 20_000).map((p, i) => {
    const read = row(p, `${field}.path.${i}`, [TIME, PLACE, ['z', -10, 10], ['on', 0, 1]])
    return read as unknown as readonly [number, number, number, number]
  })
  if (path.some((p, i) => i > 0 && p[0] < (path[i - 1]?.[0] ?? 0)))
    throw new Wrong(`${field}.path`, `The times of ${field}.path should rise.`)
  return {
    P,
    eta: number(t['eta'], `${field}.eta`, 0, 1, TORCH_DEFAULTS.eta),
    sig_s: number(t['sig_s'], `${field}.sig_s`, 1e-4, 1, wide),
    sig_z: number(t['sig_z'], `${field}.sig_z`, 1e-4, 1, wide),
    Tdrive,
    path,
    ...(t['sweep'] === undefined
      ? {}
      : {
          sweep: row(t['sweep'], `${field}.sweep`, [
            ['amp_pos', -LONG, LONG],
            ['amp_z', -10, 10],
            ['period', 1e-3, 1e5],
          ]) as unknown as readonly [number, number, number],
        }),
  }
}

/** Figures that are all numbers, each with what it is where it is left out. */
function figures<T extends Readonly<Record<string, number>>>(value: unknown, field: string, otherwise: T): T {
  if (value === undefined) return otherwise
  const given = group(value, field, Object.keys(otherwise))
  return Object.fromEntries(
    Object.entries(otherwise).map(([key, usual]) => [
      key,
      number(given[key], `${field}.${key}`, 0, 1e9, usual),
    ]),
  ) as unknown as T
}

/** Names that a row of the result has already. */
const TAKEN = ['t', 'min', 'mean', 'max', 'hot_frac', 'fill_pct', 'V_cap_mm3', 'Q_W', 'probes']

function readProbe(value: unknown, field: string): CaseProbe {
  const p = group(value, field, ['name', 'shell', 'pos', 'z'])
  const name = p['name']
  if (typeof name !== 'string' || name === '' || name.length > 40)
    throw new Wrong(`${field}.name`, `${field}.name should be a word of 40 letters at most.`)
  if (TAKEN.includes(name)) throw new Wrong(`${field}.name`, `A probe cannot be called ${name}.`)
  const shell = number(p['shell'], `${field}.shell`, 1, 2)
  if (shell !== 1 && shell !== 2) throw new Wrong(`${field}.shell`, `${field}.shell should be 1 or 2.`)
  return {
    name,
    shell,
    pos: number(p['pos'], `${field}.pos`, -LONG, LONG, 0),
    z: number(p['z'], `${field}.z`, -10, 10),
  }
}

function readGrid(value: unknown): CaseGrid {
  const grid = figures(value, 'grid', { ...CASE_DEFAULTS.grid })
  const { nth, nz, nov } = grid
  for (const [name, n, low, multiple] of [
    ['nth', nth, 8, 2],
    ['nz', nz, 8, 4],
    ['nov', nov, 2, 1],
  ] as const)
    if (!Number.isInteger(n) || n < low || n % multiple !== 0)
      throw new Wrong(`grid.${name}`, `grid.${name} should be a multiple of ${multiple}, ${low} or more.`)
  if (nov > nz - 2) throw new Wrong('grid.nov', 'grid.nov should be less than nz: the parts go on beyond it.')
  if (nth * nz > MOST_CELLS) throw new Wrong('grid', `The grid should have ${MOST_CELLS} cells at most.`)
  return grid
}

function metal(value: unknown, field: string): string {
  if (value === undefined) return CASE_DEFAULTS.mat1
  if (typeof value !== 'string' || !findShellMetal(value))
    throw new Wrong(
      field,
      `${field} should be a metal: copper, copper_dhp, brass, steel, stainless, one of the planners’, or const:k:rho:cp.`,
    )
  return value
}

/** Bounds of the figures that stand by themselves. */
const BOUNDS = {
  D: [0.001, 2],
  W: [0.001, 2],
  t1: [1e-4, 0.1],
  t2: [1e-4, 0.1],
  c: [0, 0.02],
  ecc: [0, 1],
  L: [0.0005, 1],
  Lt: [0.001, 5],
  Lb: [0.001, 5],
  eps1: [1e-9, 1],
  eps2: [1e-9, 1],
  eps_in: [0, 1],
  h_out: [0, 1e5],
  Tamb: [-60, 800],
  h_contact: [0, 1e6],
  t_end: [1e-3, 1e5],
  dt: [1e-4, 1],
} as const satisfies Partial<Record<keyof HeatCase, readonly [number, number]>>

function read(value: unknown): HeatCase {
  const given = group(value, '', Object.keys(CASE_DEFAULTS))
  const plain = Object.fromEntries(
    Object.entries(BOUNDS).map(([key, [low, high]]) => [
      key,
      number(given[key], key, low, high, CASE_DEFAULTS[key as keyof typeof BOUNDS]),
    ]),
  ) as Record<keyof typeof BOUNDS, number>
  if (plain.t_end / plain.dt > MOST_STEPS)
    throw new Wrong('t_end', `That is more than ${MOST_STEPS} steps: a longer dt, or a shorter t_end.`)
  const type = oneOf(given['type'], 'type', ['tube', 'lap'], 'tube')
  if (type === 'tube' && plain.t1 >= plain.D / 2)
    throw new Wrong('t1', 't1 should be less than half of D: the wall of a tube.')
  const purge = given['purge']
  if (purge !== undefined && purge !== 0 && purge !== 1 && typeof purge !== 'boolean')
    throw new Wrong('purge', 'purge should be 0 or 1.')
  const purged = purge === 1 || purge === true
  const flux = given['flux']
  const fluxGiven = flux === undefined ? {} : group(flux, 'flux', Object.keys(FLUX_DEFAULTS))
  const { mode, ...fluxFigures } = fluxGiven
  const probes = list(given['probes'], 'probes', 100).map((p, i) => readProbe(p, `probes.${i}`))
  return {
    ...plain,
    type,
    t_body: number(given['t_body'], 't_body', 1e-4, 0.2, plain.t2),
    mat1: metal(given['mat1'], 'mat1'),
    mat2: metal(given['mat2'], 'mat2'),
    h_in: number(given['h_in'], 'h_in', 0, 1e5, purged ? PURGED_H : INSIDE_H),
    T_in: number(given['T_in'], 'T_in', -200, 800, plain.Tamb),
    purge: purged,
    torches: list(given['torches'], 'torches', 4).map((t, i) => readTorch(t, `torches.${i}`)),
    filler: figures(given['filler'], 'filler', { ...FILLER_DEFAULTS }),
    feed: list(given['feed'], 'feed', 1000).map(
      (f, i) =>
        row(f, `feed.${i}`, [
          ['t0', 0, 1e5],
          ['t1', 0, 1e5],
          PLACE,
          ['rate', 0, 1e-3],
        ]) as unknown as readonly [number, number, number, number],
    ),
    flux: {
      mode: oneOf(mode, 'flux.mode', ['self', 'paste', 'none'], 'self'),
      ...figures(fluxFigures, 'flux', { ...FLUX_WINDOW }),
    },
    probes,
    t_out: list(given['t_out'], 't_out', 10_000).map((t, i) => number(t, `t_out.${i}`, 0, 1e5)),
    cross: list(given['cross'], 'cross', 100).map((c, i) => {
      const [name, celsius] = Array.isArray(c) ? (c as readonly unknown[]) : []
      if (typeof name !== 'string' || !probes.some((p) => p.name === name))
        throw new Wrong(`cross.${i}`, `cross.${i} should be ["a probe’s name", °C].`)
      return [name, number(celsius, `cross.${i}.1`, -200, 3000)] as const
    }),
    grid: readGrid(given['grid']),
  }
}

/** Reads a case of the heat bench; what is wrong with it is told with its place. */
export const readCase = (value: unknown): CaseRead => readWith(() => read(value))
