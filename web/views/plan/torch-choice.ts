import type { RigDraft } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'

/** No torch that is kept: the rig is as it is given in the piece. */
const OWN = 'own'

/** The torches that are kept, and at the end none of them. */
export const torchOptions = (torches: readonly Torch[], say: (text: string) => string) => [
  ...torches.map((t) => ({ value: t.id, label: t.name })),
  { value: OWN, label: say('As given below') },
]

/** What choosing a torch changes in a piece: with one that is kept its rig is taken over. */
export function chooseTorch(
  torches: readonly Torch[],
  id: string,
): { readonly torchId: string | null; readonly rig?: RigDraft } {
  const torch = torches.find((t) => t.id === id)
  return { torchId: torch?.id ?? null, ...(torch ? { rig: torch.rig } : {}) }
}
