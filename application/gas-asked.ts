import { figureNamed } from '#core/figure.ts'
import type { GasAsked } from '#core/rig/job-gas.ts'
import type { GoodPiece } from './plan-of.ts'

/** What one making of a piece takes of each gas, all its joints together. */
export function gasAsked(planned: GoodPiece): readonly GasAsked[] {
  const of = (name: string) => figureNamed(planned.plan, name)?.value ?? 0
  const count = planned.kind === 'braze' ? planned.request.work.count : 1
  const oxygenFlow =
    planned.kind === 'cut' ? of('cuttingOxygenFlow') + of('preheatOxygenFlow') : of('oxygenFlow')
  return [
    { gas: 'oxygen', jobM3: of('oxygenUsed') * count, flow: oxygenFlow },
    { gas: planned.request.rig.fuel, jobM3: of('fuelUsed') * count, flow: of('fuelFlow') },
    ...(of('purgeGas') > 0
      ? [{ gas: 'nitrogen' as const, jobM3: of('purgeGas'), flow: of('purgeFlow') }]
      : []),
  ]
}

/** What a batch takes of each gas: all makings together, drawn as fast as the hungriest of them draws. */
export function batchGas(
  pieces: readonly { readonly planned: GoodPiece; readonly repeats: number }[],
): readonly GasAsked[] {
  const sum = new Map<GasAsked['gas'], GasAsked>()
  for (const { planned, repeats } of pieces)
    for (const { gas, jobM3, flow } of gasAsked(planned)) {
      const before = sum.get(gas) ?? { gas, jobM3: 0, flow: 0 }
      sum.set(gas, {
        gas,
        jobM3: before.jobM3 + jobM3 * repeats,
        flow: Math.max(before.flow, flow),
      })
    }
  return [...sum.values()]
}
