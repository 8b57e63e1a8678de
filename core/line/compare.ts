import { diffArrays } from 'diff'
import { LINE_METHOD_NAMES, type LineMethodName, type LineMethods } from './methods.ts'
import { optionWords, METHOD_WORDS } from './method-words.ts'
import type { Step } from './steps.ts'

/** One line of two lists side by side: the same step, the same step done otherwise, or a step that only one has. */
export interface ComparedStep {
  readonly left?: Step | undefined
  readonly right?: Step | undefined
  readonly same: boolean
  /** Why they differ: the rows of the two methods that shape this step, with the reason of each. */
  readonly because: readonly string[]
}

/** Rows in which two shops' methods differ. */
export const differing = (left: LineMethods, right: LineMethods): readonly LineMethodName[] =>
  LINE_METHOD_NAMES.filter((name) => left[name] !== right[name])

const sameStep = (a: Step, b: Step) =>
  a.act === b.act && a.why === b.why && JSON.stringify(a.acts) === JSON.stringify(b.acts)

/**
 * The same work by two methods side by side, aligned step by step.
 * @param left, right the steps with the methods they were made by
 */
export function compareMethods(
  left: { readonly steps: readonly Step[]; readonly methods: LineMethods },
  right: { readonly steps: readonly Step[]; readonly methods: LineMethods },
): readonly ComparedStep[] {
  const rows = differing(left.methods, right.methods)
  // a reason is given where it first matters, not at every step that follows from it
  const told = new Set<LineMethodName>()
  const because = (...steps: (Step | undefined)[]): string[] =>
    rows
      .filter((name) => !told.has(name) && steps.some((s) => s?.methods?.includes(name)))
      .map((name) => {
        told.add(name)
        const [l, r] = [left, right].map(({ methods }) => optionWords(name, methods[name]))
        return `${METHOD_WORDS[name].label}. ${l?.label}: ${l?.reason} ${r?.label}: ${r?.reason}`
      })
  const out: ComparedStep[] = []
  let [i, j] = [0, 0]
  const changes = diffArrays([...left.steps], [...right.steps], { comparator: (a, b) => a.id === b.id })
  for (const { count, added, removed } of changes)
    for (let n = 0; n < count; n++) {
      const l = added ? undefined : left.steps[i++]
      const r = removed ? undefined : right.steps[j++]
      const same = l !== undefined && r !== undefined && sameStep(l, r)
      out.push({ left: l, right: r, same, because: same ? [] : because(l, r) })
    }
  return out
}
