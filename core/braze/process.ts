import { celsius } from '../metal/table.ts'
import { isCopper } from '../metal/base-metals.ts'
import { CAPILLARY_MAX_M, SERVICE_LIMIT_K } from './rules.ts'
import { isBuiltUp } from './joint.ts'
import type { BrazeRequest, Process, ProcessJudged } from './types.ts'

/** Solder gives way above this: 250 F. */
export const SOLDER_MAX_K = celsius(120)
/** A filler of copper and zinc, or silver, for short spells. */
const FILLER_MAX_K = SERVICE_LIMIT_K.silver[1]
const GAS_TIGHT = ['refrigerant', 'medical-gas', 'fuel-gas', 'steam', 'ammonia'] as const

/**
 * How each process suits the work: by heat and load in use, by what a code asks, by colour.
 * @param filmM film at brazing heat
 * @param usable whether any filler may be used
 */
export function judgeProcesses(
  { work }: BrazeRequest,
  filmM: number,
  usable: boolean,
  show: (kelvin: number) => string,
): readonly ProcessJudged[] {
  const hot = work.serviceK > SOLDER_MAX_K
  const tight = GAS_TIGHT.some((s) => work.services.has(s))
  const loaded = work.load !== 'light' || work.codeUse !== 'none'
  const soft =
    !hot && !tight && !loaded && !work.services.has('structural') && !work.services.has('vibration')
  const plumbing =
    !hot && !tight && isCopper(work.a.metal) && isCopper(work.b.metal) && work.codeUse === 'none'
  const tooHot = work.serviceK > FILLER_MAX_K
  const wide = filmM > CAPILLARY_MAX_M
  const needsWeld = tooHot || work.services.has('steam') || work.colour === 'base' || !usable
  return [
    {
      process: 'soldering',
      suits: soft || plumbing,
      because: hot
        ? `Solder gives way above ${show(SOLDER_MAX_K)}.`
        : tight
          ? 'A line like this must not come apart in a fire or under pressure: no solder.'
          : soft || plumbing
            ? `Below ${show(SOLDER_MAX_K)} and lightly loaded, solder is enough: less heat, less strength.`
            : 'Solder is too weak for this load.',
    },
    {
      process: 'brazing',
      suits: !needsWeld && !wide && !isBuiltUp(work),
      because: isBuiltUp(work)
        ? 'There is no gap for the filler to be drawn into.'
        : wide
          ? 'The gap is too wide to draw filler in.'
          : needsWeld
            ? 'No filler stands this.'
            : 'Drawn into the gap it is as strong as the parts, and the parts stay whole.',
    },
    {
      process: 'braze welding',
      suits: !needsWeld && (isBuiltUp(work) || wide),
      because:
        isBuiltUp(work) || wide
          ? 'Built up as a bead without a gap: for cracks, worn faces and poor fits.'
          : 'More heat and filler than this gap needs.',
    },
    {
      process: 'neither',
      suits: needsWeld,
      because: tooHot
        ? `In use it gets hotter than ${show(FILLER_MAX_K)}: weld it.`
        : work.colour === 'base'
          ? 'The seam is to look like the base metal: only welding with a like rod does that.'
          : !usable
            ? 'No filler may be used on this pair and service: weld it, or join it another way.'
            : 'A filler does it with less heat.',
    },
  ]
}

/** The process that is planned: of those that suit, the one with a filler drawn in, else built up, else neither. */
export const chosenProcess = (judged: readonly ProcessJudged[]): Process => {
  const suits = (p: Process) => judged.some((j) => j.process === p && j.suits)
  if (suits('neither')) return 'neither'
  return suits('brazing') ? 'brazing' : suits('braze welding') ? 'braze welding' : 'neither'
}
