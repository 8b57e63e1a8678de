/**
 * Numbers between 0 and 1, neither of them reached, that look random and come the same way for a seed: for made-up
 * readings, the demo and tests. A linear congruential generator, Numerical Recipes' constants; not for secrets.
 */
export function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return (state + 0.5) / 4294967296
  }
}
