/** A column of the master programme: its cost, and its entries by row. */
export interface Column {
  readonly cost: number
  readonly entries: readonly (readonly [row: number, value: number])[]
}

const EPS = 1e-9
const REFACTOR_EVERY = 120

/**
 * A linear programme min c·x, A·x = b, x ≥ 0 that grows by columns: primal simplex with the inverse of the basis kept
 * whole. It begins with one unit column a row, so that it always has a basis.
 */
export class GrowingProgramme {
  readonly columns: Column[] = []
  private readonly basis: Int32Array
  private readonly inverse: Float64Array
  private readonly x: Float64Array
  private pivots = 0
  private readonly y: Float64Array

  /**
   * @param b right-hand side, 0 or more
   * @param unitCost cost of each row's unit column
   */
  constructor(
    private readonly b: readonly number[],
    unitCost: readonly number[],
  ) {
    const m = b.length
    this.basis = new Int32Array(m)
    this.inverse = new Float64Array(m * m)
    this.x = Float64Array.from(b)
    this.y = new Float64Array(m)
    for (let i = 0; i < m; i++) {
      this.inverse[i * m + i] = 1
      this.basis[i] = this.add({ cost: unitCost[i] ?? 0, entries: [[i, 1]] })
    }
    this.priceAll()
  }

  add(column: Column): number {
    this.columns.push(column)
    return this.columns.length - 1
  }

  /** The price of each row; kept up to date from one pivot to the next. */
  duals(): Float64Array {
    return this.y
  }

  private priceAll(): void {
    const m = this.b.length
    this.y.fill(0)
    for (let r = 0; r < m; r++) {
      const cost = this.columns[this.basis[r] as number]?.cost ?? 0
      if (cost === 0) continue
      for (let j = 0; j < m; j++)
        this.y[j] = (this.y[j] as number) + cost * (this.inverse[r * m + j] as number)
    }
  }

  /** What a column would cost beyond what its rows pay for: below 0 it lowers the whole. */
  reducedCost(index: number): number {
    const column = this.columns[index]
    if (!column) return Infinity
    let reduced = column.cost
    const { entries } = column
    for (let i = 0; i < entries.length; i++) {
      const entry = entries[i]
      if (entry) reduced -= entry[1] * (this.y[entry[0]] as number)
    }
    return reduced
  }

  /** The columns in the basis with their amounts. */
  solution(): readonly { readonly column: number; readonly amount: number }[] {
    return Array.from(this.basis, (column, r) => ({ column, amount: this.x[r] ?? 0 }))
  }

  /** Brings a column into the basis. False when it has no effect (unbounded or numerically nil). */
  enter(index: number): boolean {
    const m = this.b.length
    const column = this.columns[index]
    if (!column) return false
    const d = this.direction(column)
    let leave = -1
    let step = Infinity
    for (let r = 0; r < m; r++) {
      const dr = d[r] ?? 0
      if (dr <= EPS) continue
      const ratio = Math.max(0, this.x[r] ?? 0) / dr
      // among ties the larger pivot keeps the inverse sound
      if (ratio < step - EPS || (ratio <= step + EPS && dr > (d[leave] ?? 0))) {
        step = Math.min(step, ratio)
        leave = r
      }
    }
    if (leave < 0) return false
    const pivot = d[leave] ?? 1
    const { inverse } = this
    const at = leave * m
    const reduced = this.reducedCost(index) / pivot
    for (let j = 0; j < m; j++) {
      this.y[j] = (this.y[j] as number) + reduced * (inverse[at + j] as number)
      inverse[at + j] = (inverse[at + j] as number) / pivot
    }
    for (let r = 0; r < m; r++) {
      const dr = d[r] ?? 0
      if (r === leave || dr === 0) continue
      const row = r * m
      for (let j = 0; j < m; j++)
        inverse[row + j] = (inverse[row + j] as number) - dr * (inverse[at + j] as number)
      this.x[r] = (this.x[r] ?? 0) - dr * step
    }
    this.x[leave] = step
    this.basis[leave] = index
    if (++this.pivots % REFACTOR_EVERY === 0) this.refresh()
    return true
  }

  private direction(column: Column): Float64Array {
    const m = this.b.length
    const d = new Float64Array(m)
    for (const [row, value] of column.entries)
      for (let r = 0; r < m; r++) d[r] = (d[r] ?? 0) + (this.inverse[r * m + row] ?? 0) * value
    return d
  }

  /** Works the amounts out again from the right-hand side, so that rounding does not add up. */
  private refresh(): void {
    const m = this.b.length
    for (let r = 0; r < m; r++) {
      let sum = 0
      for (let j = 0; j < m; j++) sum += (this.inverse[r * m + j] ?? 0) * (this.b[j] ?? 0)
      this.x[r] = Math.max(0, sum)
    }
    this.priceAll()
  }
}
