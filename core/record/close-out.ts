/** What a job took, added up from its runs. */

/** What one run took by its plan; SI, gases at 70 F and 1 atm. */
export interface RunTook {
  readonly endedAt: string | null
  readonly minutes: number
  readonly torchS: number
  readonly oxygenM3: number
  readonly fuelM3: number
  readonly nitrogenM3: number
  readonly filler: string
  readonly fillerKg: number
}
export interface JobTook {
  readonly runs: number
  readonly minutes: number
  readonly torchS: number
  readonly oxygenM3: number
  readonly fuelM3: number
  readonly nitrogenM3: number
  /** By filler, kg. */
  readonly fillers: readonly { readonly filler: string; readonly kg: number }[]
}

/** Adds up the runs that ended; one that is still under way has taken nothing yet. */
export function jobTook(runs: readonly RunTook[]): JobTook {
  const ended = runs.filter((r) => r.endedAt !== null)
  const sum = (of: (r: RunTook) => number) => ended.reduce((s, r) => s + of(r), 0)
  const names = [...new Set(ended.map((r) => r.filler).filter((f) => f !== ''))].sort()
  return {
    runs: ended.length,
    minutes: sum((r) => r.minutes),
    torchS: sum((r) => r.torchS),
    oxygenM3: sum((r) => r.oxygenM3),
    fuelM3: sum((r) => r.fuelM3),
    nitrogenM3: sum((r) => r.nitrogenM3),
    fillers: names.map((filler) => ({
      filler,
      kg: ended.filter((r) => r.filler === filler).reduce((s, r) => s + r.fillerKg, 0),
    })),
  }
}
