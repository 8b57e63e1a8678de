import { LINE_METHOD_NAMES, type LineMethodName, type LineMethods } from './methods.ts'
import { optionWords, METHOD_WORDS } from './method-words.ts'
import type { Step } from './steps.ts'

/** One line of two lists side by side: the same step, the same step done otherwise, or a step that only one has. */
export interface ComparedStep {
  readonly left?: Step | undefined
  readonly right?: Step | undefined
  readonly same: boolean
  /** Why they differ: the rows of the two ways that shape this step, with the reason of each. */
  readonly because: readonly string[]
}

/** Rows in which two ways differ. */
export const differing = (left: LineMethods, right: LineMethods): readonly LineMethodName[] =>
  LINE_METHOD_NAMES.filter((name) => left[name] !== right[name])

/** Steps that both lists have in the same order: the longest such run, by id. */
function common(a: readonly Step[], b: readonly Step[]): readonly (readonly [number, number])[] {
  const longest = Array.from({ length: a.length + 1 }, () => new Array<number>(b.length + 1).fill(0))
  const at = (i: number, j: number) => longest[i]?.[j] ?? 0
  for (let i = a.length - 1; i >= 0; i--)
    for (let j = b.length - 1; j >= 0; j--) {
      const row = longest[i]
      if (row) row[j] = a[i]?.id === b[j]?.id ? at(i + 1, j + 1) + 1 : Math.max(at(i + 1, j), at(i, j + 1))
    }
  const pairs: [number, number][] = []
  let i = 0
  let j = 0
  while (i < a.length && j < b.length)
    if (a[i]?.id === b[j]?.id) pairs.push([i++, j++])
    else if (at(i + 1, j) >= at(i, j + 1)) i++
    else j++
  return pairs
}

const sameStep = (a: Step, b: Step) =>
  a.act === b.act && a.why === b.why && JSON.stringify(a.acts) === JSON.stringify(b.acts)

/**
 * Two ways of the same work side by side, aligned step by step.
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
  let i = 0
  let j = 0
  const rest = (toI: number, toJ: number) => {
    for (; i < toI; i++) out.push({ left: left.steps[i], same: false, because: because(left.steps[i]) })
    for (; j < toJ; j++) out.push({ right: right.steps[j], same: false, because: because(right.steps[j]) })
  }
  for (const [a, b] of common(left.steps, right.steps)) {
    rest(a, b)
    const [l, r] = [left.steps[a], right.steps[b]]
    if (l && r) {
      const same = sameStep(l, r)
      out.push({ left: l, right: r, same, because: same ? [] : because(l, r) })
    }
    i = a + 1
    j = b + 1
  }
  rest(left.steps.length, right.steps.length)
  return out
}
