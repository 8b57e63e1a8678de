/** A length of stock that can be cut up; without a count there is as much as is wanted. m */
export interface Stock {
  readonly lengthM: number
  readonly count?: number | undefined
}

/** A piece that is wanted so many times. m */
export interface Piece {
  readonly lengthM: number
  readonly count: number
}

/** What is to be cut from what. */
export interface CutListRequest {
  readonly stock: readonly Stock[]
  readonly pieces: readonly Piece[]
  /** Width of the kerf, m; 0 or more. */
  readonly kerfM: number
  /** Cut off each end of every bar first, m; each costs a kerf too. */
  readonly trimM?: number | undefined
}

/** One way to cut a bar, and how many bars are cut so. m */
export interface Pattern {
  readonly stockM: number
  /** Longest first. */
  readonly piecesM: readonly number[]
  readonly times: number
  /** What is left of each bar, less a kerf. */
  readonly remnantM: number
}

/** A cut list worked out. */
export interface CutListPlan {
  readonly ok: true
  readonly patterns: readonly Pattern[]
  /** Length of all bars that are taken, m. */
  readonly stockUsedM: number
  readonly bars: number
  /** Through the bars: between the pieces, behind the last where something is left, and at the trimmed ends. */
  readonly cuts: number
  /** No way of cutting takes less than this, m: the bound of the linear programme. */
  readonly lowerBoundM: number
  /** True when nothing better exists: it meets the bound, or every way was tried. */
  readonly proved: boolean
  /** What first-fit decreasing would have taken, m. */
  readonly firstFitM: number | undefined
}

/** Why there is none. */
export interface NoCutList {
  readonly ok: false
  readonly field: string
  readonly message: string
}

/**
 * How far it has come: the bound and the best so far. m
 */
export interface Progress {
  readonly phase: 'bound' | 'rounding' | 'exact'
  readonly share: number
  readonly bestM: number
  readonly boundM: number
}
