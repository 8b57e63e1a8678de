/** What a lit torch can be set to: fuel to spare, neither, oxygen to spare. */
export const SET_FLAMES = ['carburising', 'neutral', 'oxidising'] as const
export type SetFlame = (typeof SET_FLAMES)[number]
