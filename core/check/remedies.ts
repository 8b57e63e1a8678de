/** Ways back from a joint or a cut that did not pass. */

/** A way back: a piece of its own, with when it suits and what its run is told. */
export interface Remedy {
  readonly id: string
  readonly name: string
  readonly why: string
  /** Stands at the head of the plan and of the run. */
  readonly act: string
}

/**
 * The ways back by what was made, the mildest first. Source: practice of repair brazing (a braze is reheated or fed
 * again where it can be cleaned; a crack or melted metal is cut out) and of cutting (a lost cut is begun behind the place).
 */
export const REMEDIES: Readonly<Record<'braze' | 'cut', readonly Remedy[]>> = {
  braze: [
    {
      id: 'reheat',
      name: 'Reheat it',
      why: 'For a place that is thin or has a pinhole, on a joint that can be cleaned and fluxed afresh. Nothing under pressure.',
      act: 'Clean and flux it afresh, heat the whole joint until the old filler runs, then feed the place that was wanting.',
    },
    {
      id: 'second-pass',
      name: 'A second pass',
      why: 'For a fillet that is not full, with a filler that melts lower than the first where there is one.',
      act: 'Only the place that was wanting, with less heat than before; what is near it may let go.',
    },
    {
      id: 'cut-out',
      name: 'Cut it out',
      why: 'For a crack, melted metal, black scale inside, or a leak that came back: new parts, from the beginning.',
      act: 'Cut the joint out beyond the heat, and make it with new parts.',
    },
  ],
  cut: [
    {
      id: 'second-pass',
      name: 'Go over it again',
      why: 'For a cut that was lost or did not drop: begin again behind the place.',
      act: 'Preheat an inch behind the place where it was lost, and go on from there.',
    },
    {
      id: 'cut-out',
      name: 'Cut it afresh',
      why: 'For gouges, a part that is out of size, or an edge that cannot be dressed.',
      act: 'A new part from new plate, with what was learnt.',
    },
  ],
}
