/* How a measured line is told: what, measured, budget, and measured over budget: at most 1 is within it. */

export const print = (line: string): void => {
  process.stdout.write(`${line}\n`)
}
export function tell(what: string, measured: number, budget: number, unit: string): void {
  print(
    `${what.padEnd(78)} ${measured.toFixed(unit === 'ms' && measured < 10 ? 4 : 1).padStart(9)} ${unit}  budget ${budget} ${unit}  ratio ${(measured / budget).toFixed(3)}`,
  )
}
/** The value that a share of the values lie under. */
export function quantile(values: readonly number[], q: number): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? Number.NaN
}
