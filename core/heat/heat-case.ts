/**
 * A case of the heat bench as a file says it: plain SI, °C, degrees round a tube. What is left out is as in
 * `CASE_DEFAULTS`. Estimates of craft practice throughout: typical, never a procedure that is qualified.
 */
export interface HeatCase {
  readonly type: 'tube' | 'lap'
  /** Outside diameter of the tube, or width of a lap along its seam, m. */
  readonly D: number
  readonly W: number
  /** Walls of tube or lower plate, of cup or upper plate, and of the fitting's body beyond the socket, m. */
  readonly t1: number
  readonly t2: number
  readonly t_body: number
  /** Radial clearance, m, and how far off centre the tube sits, 0 to 1. */
  readonly c: number
  readonly ecc: number
  /** Depth of the socket, or the overlap, and what goes on beyond it each way, m. */
  readonly L: number
  readonly Lt: number
  readonly Lb: number
  readonly mat1: string
  readonly mat2: string
  readonly eps1: number
  readonly eps2: number
  /** W/(m² K) inside; inside it throws off heat so well; outside, where it is not worked out. */
  readonly h_in: number
  readonly eps_in: number
  readonly h_out: number
  readonly Tamb: number
  readonly T_in: number
  /** Where the walls touch, W/(m² K). */
  readonly h_contact: number
  readonly purge: boolean
  readonly t_end: number
  readonly torches: readonly CaseTorch[]
  readonly filler: CaseFiller
  readonly feed: readonly (readonly [t0: number, t1: number, pos: number, rate: number])[]
  readonly flux: CaseFlux
  readonly probes: readonly CaseProbe[]
  readonly t_out: readonly number[]
  readonly cross: readonly (readonly [probe: string, celsius: number])[]
  readonly grid: CaseGrid
  readonly dt: number
}

/** Cells round, cells along each shell, and how many of those lie in the socket. */
export interface CaseGrid {
  readonly nth: number
  readonly nz: number
  readonly nov: number
}

/** A torch that is moved along a path; `Tdrive` 0 is a plain flux. */
export interface CaseTorch {
  /** Fuel's flow times its gross heat, W, and the share that enters cold metal. */
  readonly P: number
  readonly eta: number
  /** Half width round and along, m. */
  readonly sig_s: number
  readonly sig_z: number
  readonly Tdrive: number
  /** t s, pos in degrees (a lap: m), z m from the mouth, on. */
  readonly path: readonly (readonly [t: number, pos: number, z: number, on: number])[]
  /** To and fro on top of it: how far round, how far along, and how long one takes, s. */
  readonly sweep?: readonly [pos: number, z: number, period: number] | undefined
}

/** A filler: temperatures °C, W/(m K), kg/m³, J/(kg K), J/kg, N/m, Pa s, m/s. */
export interface CaseFiller {
  readonly Tsol: number
  readonly Tliq: number
  readonly Tflow: number
  readonly k: number
  readonly rho: number
  readonly cp: number
  readonly latent: number
  readonly gamma: number
  readonly mu: number
  readonly cos_wet: number
  readonly v_wet: number
}

/** A flux: none needed, paste, or none where one is needed. Its window °C, its life s at 700 °C, K that halve it. */
export interface CaseFlux {
  readonly mode: 'self' | 'paste' | 'none'
  readonly lo: number
  readonly hi: number
  readonly life: number
  readonly half: number
  readonly t_clean: number
  readonly k: number
}

export interface CaseProbe {
  readonly name: string
  readonly shell: 1 | 2
  readonly pos: number
  readonly z: number
}

/** A silver-bearing phosphorus filler of the 15 % kind, as the public cases have it. */
export const FILLER_DEFAULTS: CaseFiller = {
  Tsol: 643,
  Tliq: 802,
  Tflow: 704,
  k: 50,
  rho: 8100,
  cp: 400,
  latent: 2e5,
  gamma: 1,
  mu: 0.004,
  cos_wet: 0.9,
  v_wet: 0.015,
}
/** What a general paste flux stands. */
export const FLUX_WINDOW = { lo: 565, hi: 870, life: 300, half: 60, t_clean: 1.5, k: 0.5 } as const
export const FLUX_DEFAULTS: CaseFlux = { mode: 'self', ...FLUX_WINDOW }
/** Watts of 12 cubic feet of acetylene an hour, and how wide it strikes at the usual distance. */
export const USUAL_POWER_W = 5160
export const usualSpread = (powerW: number): number => 0.007 * Math.sqrt(powerW / USUAL_POWER_W)
export const TORCH_DEFAULTS = { P: USUAL_POWER_W, eta: 0.3, Tdrive: 2400 } as const
/** The grid that results are told on. */
export const REFERENCE_GRID: CaseGrid = { nth: 96, nz: 160, nov: 64 }
/** Inside of a tube: still air, and a slow stream of nitrogen, W/(m² K). */
export const INSIDE_H = 5
export const PURGED_H = 12
export const CASE_DEFAULTS: HeatCase = {
  type: 'tube',
  D: 0.022,
  W: 0.05,
  t1: 0.001,
  t2: 0.0011,
  t_body: 0.0011,
  c: 1e-4,
  ecc: 0,
  L: 0.0154,
  Lt: 0.3,
  Lb: 0.3,
  mat1: 'copper',
  mat2: 'copper',
  eps1: 0.7,
  eps2: 0.7,
  h_in: INSIDE_H,
  eps_in: 0.1,
  h_out: 0,
  Tamb: 20,
  T_in: 20,
  h_contact: 300,
  purge: false,
  t_end: 60,
  torches: [],
  filler: FILLER_DEFAULTS,
  feed: [],
  flux: FLUX_DEFAULTS,
  probes: [],
  t_out: [],
  cross: [],
  grid: REFERENCE_GRID,
  dt: 0.05,
}
