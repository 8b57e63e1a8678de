/** A seed that nobody foresees: what a task shows by chance. */
export const newSeed = (): number => crypto.getRandomValues(new Uint32Array(1))[0] ?? 1
