/**
 * What a mixture burns to: the composition of least Gibbs energy, with solid carbon as a phase of its own, at a given
 * temperature or at the one that keeps its heat. Source of the iteration: Gordon and McBride, NASA RP-1311, with the
 * logarithms of the amounts and the potentials of the elements as unknowns.
 */
import {
  ELEMENTS,
  GAS_CONSTANT,
  LN_ATMOSPHERE,
  SPECIES,
  thermoOf,
  type Species,
  type SpeciesName,
  type Thermo,
} from './thermo.ts'

/** What is burned: mol of each of `ELEMENTS`, and the heat that it brings, J. */
export interface Mixture {
  readonly atoms: readonly number[]
  readonly enthalpy: number
}
/** A composition at rest. */
export interface Equilibrium {
  readonly kelvin: number
  /** mol of each species that is there at all. */
  readonly moles: ReadonlyMap<SpeciesName, number>
  /** J, of all of it. */
  readonly enthalpy: number
}

/** All that is there, mol. */
export const totalOf = ({ moles }: Equilibrium): number => [...moles.values()].reduce((a, b) => a + b, 0)

/** Amounts this far under the whole take no part in what is left over of an element. */
const TRACE_LN = -18.420681
const LN_TENTH = 9.2103404
const MOST_STEPS = 400
const CLOSE = 1e-11
const COLDEST_K = 250
const HOTTEST_K = 6000

/** Solves a small linear system in place by elimination with pivots; undefined where it has no single answer. */
function solved(matrix: number[][], size: number): number[] | undefined {
  for (let column = 0; column < size; column++) {
    let pivot = column
    for (let row = column + 1; row < size; row++)
      if (Math.abs(matrix[row]?.[column] ?? 0) > Math.abs(matrix[pivot]?.[column] ?? 0)) pivot = row
    const top = matrix[pivot]
    const was = matrix[column]
    if (!top || !was || Math.abs(top[column] ?? 0) < 1e-300) return undefined
    matrix[pivot] = was
    matrix[column] = top
    for (let row = column + 1; row < size; row++) {
      const line = matrix[row]
      const factor = (line?.[column] ?? 0) / (top[column] ?? 1)
      if (!line || factor === 0) continue
      for (let k = column; k <= size; k++) line[k] = (line[k] ?? 0) - factor * (top[k] ?? 0)
    }
  }
  const x = new Array<number>(size).fill(0)
  for (let row = size - 1; row >= 0; row--) {
    const line = matrix[row] ?? []
    let sum = line[size] ?? 0
    for (let k = row + 1; k < size; k++) sum -= (line[k] ?? 0) * (x[k] ?? 0)
    x[row] = sum / (line[row] ?? 1)
  }
  return x.every(Number.isFinite) ? x : undefined
}

/** Species made of no other elements than a mixture has, gases apart from the solid. */
function takingPart(atoms: readonly number[]) {
  const possible = SPECIES.filter((s) => s.atoms.every((n, i) => n === 0 || (atoms[i] ?? 0) > 0))
  return {
    gases: possible.filter((s) => !s.solid),
    solid: possible.find((s) => s.solid),
    elements: ELEMENTS.map((_, i) => i).filter((i) => (atoms[i] ?? 0) > 0),
  }
}

interface Asked {
  /** K; absent: the temperature that keeps the mixture's heat is looked for. */
  readonly kelvin?: number
  /** Where to begin: the answer of a neighbouring mixture. */
  readonly from?: Equilibrium | undefined
}

/**
 * The composition of least Gibbs energy at one atmosphere.
 * @param asked at a temperature, or at the one that keeps the mixture's heat
 * @returns undefined where it comes to no rest: nothing burns, or nothing is there
 */
export function equilibrium({ atoms, enthalpy }: Mixture, asked: Asked = {}): Equilibrium | undefined {
  const { gases, solid, elements } = takingPart(atoms)
  if (gases.length === 0) return undefined
  const { from } = asked
  let kelvin = asked.kelvin ?? from?.kelvin ?? 3000
  let total = from ? totalOf(from) : 0.1 * gases.length
  const ln = gases.map((s) => {
    const known = from?.moles.get(s.name)
    return Math.log(
      known !== undefined && known > 0
        ? Math.max(known, total * 1e-12)
        : total * (from ? 1e-9 : 1 / gases.length),
    )
  })
  let carbon = solid ? (from?.moles.get(solid.name) ?? 0) : 0
  let withSolid = carbon > 0
  // a phase that was taken out and put back in goes on for ever where it is just about to form
  let changes = 0
  for (let step = 1; step <= MOST_STEPS; step++) {
    const thermo = gases.map((s) => thermoOf(s, kelvin))
    const ofSolid = solid && thermoOf(solid, kelvin)
    const found = iterate({
      atoms,
      enthalpy,
      elements,
      gases,
      thermo,
      ln,
      total,
      kelvin,
      free: asked.kelvin === undefined,
      solid: withSolid && solid && ofSolid ? { species: solid, thermo: ofSolid, moles: carbon } : undefined,
    })
    if (!found) return undefined
    const { potentials, dSolid, dTotal, dKelvin, dLn } = found
    const damp = damping(dLn, dTotal, dKelvin, ln, total)
    for (let j = 0; j < ln.length; j++) ln[j] = (ln[j] ?? 0) + damp * (dLn[j] ?? 0)
    total *= Math.exp(damp * dTotal)
    carbon += damp * dSolid
    kelvin = Math.min(HOTTEST_K, Math.max(COLDEST_K, kelvin * Math.exp(damp * dKelvin)))
    const off = ln.reduce((most, l, j) => Math.max(most, (Math.exp(l) / total) * Math.abs(dLn[j] ?? 0)), 0)
    if (
      damp < 1 ||
      off > CLOSE ||
      Math.abs(dTotal) > CLOSE ||
      Math.abs(dKelvin) > CLOSE ||
      Math.abs(dSolid) > CLOSE * total
    )
      continue
    if (withSolid && carbon < 0 && changes < 4) {
      withSolid = false
      carbon = 0
      changes++
      continue
    }
    if (!withSolid && solid && ofSolid) {
      const drive = elements.reduce((sum, e, i) => sum + (solid.atoms[e] ?? 0) * (potentials[i] ?? 0), 0)
      if (drive > ofSolid.h - ofSolid.s + 1e-9 && changes < 4) {
        withSolid = true
        changes++
        continue
      }
    }
    if (kelvin <= COLDEST_K || kelvin >= HOTTEST_K) return undefined
    return answer({
      gases,
      thermo,
      ln,
      kelvin,
      solid: withSolid ? solid : undefined,
      ofSolid,
      carbon,
    })
  }
  return undefined
}

function answer({
  gases,
  thermo,
  ln,
  kelvin,
  solid,
  ofSolid,
  carbon,
}: {
  readonly gases: readonly Species[]
  readonly thermo: readonly Thermo[]
  readonly ln: readonly number[]
  readonly kelvin: number
  readonly solid: Species | undefined
  readonly ofSolid: Thermo | undefined
  readonly carbon: number
}): Equilibrium {
  const moles = new Map<SpeciesName, number>()
  let h = 0
  gases.forEach((s, j) => {
    const n = Math.exp(ln[j] ?? 0)
    moles.set(s.name, n)
    h += n * (thermo[j]?.h ?? 0)
  })
  if (solid && ofSolid) {
    moles.set(solid.name, carbon)
    h += carbon * ofSolid.h
  }
  return { kelvin, moles, enthalpy: h * GAS_CONSTANT * kelvin }
}

/** How much of a step is taken, so that neither the whole nor what is only a trace leaps. */
function damping(
  dLn: readonly number[],
  dTotal: number,
  dKelvin: number,
  ln: readonly number[],
  total: number,
): number {
  let most = Math.max(5 * Math.abs(dTotal), 5 * Math.abs(dKelvin))
  let trace = 1
  dLn.forEach((d, j) => {
    const share = (ln[j] ?? 0) - Math.log(total)
    if (share > TRACE_LN) most = Math.max(most, Math.abs(d))
    else if (d >= 0 && d - dTotal > 0) trace = Math.min(trace, Math.abs((-share - LN_TENTH) / (d - dTotal)))
  })
  return Math.min(1, 2 / Math.max(most, 1e-30), trace)
}

interface State {
  readonly atoms: readonly number[]
  readonly enthalpy: number
  readonly elements: readonly number[]
  readonly gases: readonly Species[]
  readonly thermo: readonly Thermo[]
  readonly ln: readonly number[]
  readonly total: number
  readonly kelvin: number
  /** Whether the temperature is looked for too. */
  readonly free: boolean
  readonly solid: { readonly species: Species; readonly thermo: Thermo; readonly moles: number } | undefined
}
interface Correction {
  readonly potentials: readonly number[]
  readonly dSolid: number
  readonly dTotal: number
  /** Of the logarithm of the temperature. */
  readonly dKelvin: number
  readonly dLn: readonly number[]
}

/** One step of Newton on the element balances, the whole, the solid and the heat. */
function iterate(state: State): Correction | undefined {
  const { atoms, elements, gases, thermo, ln, total, kelvin, free, solid } = state
  const m = elements.length
  const atSolid = m
  const atTotal = m + (solid ? 1 : 0)
  const atHeat = atTotal + 1
  const size = atTotal + 1 + (free ? 1 : 0)
  const matrix = Array.from({ length: size }, () => new Array<number>(size + 1).fill(0))
  const add = (row: number, column: number, value: number) => {
    const line = matrix[row]
    if (line) line[column] = (line[column] ?? 0) + value
  }
  const mu = gases.map((_, j) => {
    const { h, s } = thermo[j] ?? { h: 0, s: 0 }
    return h - s + LN_ATMOSPHERE + (ln[j] ?? 0) - Math.log(total)
  })
  let heat = 0
  gases.forEach((species, j) => {
    const n = Math.exp(ln[j] ?? 0)
    const { h, cp } = thermo[j] ?? { h: 0, cp: 0 }
    const u = mu[j] ?? 0
    heat += n * h
    for (let i = 0; i < m; i++) {
      const a = species.atoms[elements[i] ?? 0] ?? 0
      if (a === 0) continue
      const an = a * n
      for (let k = 0; k < m; k++) add(i, k, an * (species.atoms[elements[k] ?? 0] ?? 0))
      add(i, atTotal, an)
      add(atTotal, i, an)
      add(i, size, an * u - an)
      if (!free) continue
      add(i, atHeat, an * h)
      add(atHeat, i, an * h)
    }
    add(atTotal, atTotal, n)
    add(atTotal, size, n * u - n)
    if (!free) return
    add(atTotal, atHeat, n * h)
    add(atHeat, atTotal, n * h)
    add(atHeat, atHeat, n * (cp + h * h))
    add(atHeat, size, n * h * u)
  })
  for (let i = 0; i < m; i++) add(i, size, atoms[elements[i] ?? 0] ?? 0)
  add(atTotal, atTotal, -total)
  add(atTotal, size, total)
  if (solid) {
    const { species, thermo: t, moles } = solid
    for (let i = 0; i < m; i++) {
      const a = species.atoms[elements[i] ?? 0] ?? 0
      add(i, atSolid, a)
      add(atSolid, i, a)
      add(i, size, -a * moles)
    }
    add(atSolid, size, t.h - t.s)
    heat += moles * t.h
    if (free) {
      add(atSolid, atHeat, t.h)
      add(atHeat, atSolid, t.h)
      add(atHeat, atHeat, moles * t.cp)
    }
  }
  if (free) add(atHeat, size, state.enthalpy / (GAS_CONSTANT * kelvin) - heat)
  const x = solved(matrix, size)
  if (!x) return undefined
  const potentials = x.slice(0, m)
  const dSolid = solid ? (x[atSolid] ?? 0) : 0
  const dTotal = x[atTotal] ?? 0
  const dKelvin = free ? (x[atHeat] ?? 0) : 0
  const dLn = gases.map((species, j) => {
    let d = dTotal - (mu[j] ?? 0) + (thermo[j]?.h ?? 0) * dKelvin
    for (let i = 0; i < m; i++) d += (species.atoms[elements[i] ?? 0] ?? 0) * (potentials[i] ?? 0)
    return d
  })
  return { potentials, dSolid, dTotal, dKelvin, dLn }
}
