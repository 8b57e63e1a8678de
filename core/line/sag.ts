/** What a needle that sags with the lever down says: where to look, the likeliest first by what the plan knew. */
import type { Finding } from '../figure.ts'

/** Places to look at, in the order in which they are tried where nothing is known. */
export const SAG_CAUSES = {
  valve: 'cylinder valve only part open: oxygen all the way',
  cylinder: 'cylinder low: look at its contents needle',
  hose: 'hose pinched, long or narrow',
} as const
export type SagCause = keyof typeof SAG_CAUSES

/** What a plan says beforehand of each of them. */
const KNOWN: Readonly<Record<string, SagCause>> = {
  'oxygen-runs-out': 'cylinder',
  'hose-drop': 'hose',
}

/**
 * Where to look when the oxygen needle sags with the lever down, likeliest first.
 * @param findings those of the plan
 * @example sagCauses([{ rank: 'mind', code: 'oxygen-runs-out', title: '', text: '' }])[0] // 'cylinder'
 */
export function sagCauses(findings: readonly Pick<Finding, 'code'>[]): readonly SagCause[] {
  const known = findings.flatMap((f) => KNOWN[f.code] ?? [])
  return [...new Set([...known, ...(Object.keys(SAG_CAUSES) as SagCause[])])]
}
