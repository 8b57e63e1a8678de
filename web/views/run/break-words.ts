import type { BreakName } from '#core/line/ways.ts'

interface BreakWords {
  readonly name: BreakName
  readonly title: string
  readonly what: string
}
/** Ways to leave the work, the most usual first: what one would say, and what is done to the rig. */
export const BREAK_WORDS: readonly BreakWords[] = [
  {
    name: 'short-pause',
    title: 'A few minutes, I stay here',
    what: 'Torch valves only. Half an hour at most.',
  },
  {
    name: 'long-break',
    title: 'Over half an hour, lunch, or away',
    what: 'Cylinders shut, each side bled, screws backed out; set and purge again after.',
  },
  { name: 'hand-over', title: 'Hand over', what: 'Torch shut, gauges shown, the next step named.' },
  { name: 'shutdown', title: 'Shut down and end here', what: 'The rest is left; the rig is led to cold.' },
  { name: 'tip-change', title: 'Change or clean the tip', what: 'Torch shut, tip cool, seat clean.' },
  {
    name: 'attachment-change',
    title: 'Change the attachment',
    what: 'Only with both hoses bled: its seats carry both gases.',
  },
  {
    name: 'oxygen-change',
    title: 'Change the oxygen cylinder',
    what: 'That side shut and bled, its regulator moved to a full one, purged and tested.',
  },
  {
    name: 'fuel-change',
    title: 'Change the fuel cylinder',
    what: 'That side shut and bled, its regulator moved to a full one, purged and tested.',
  },
  {
    name: 'assembly',
    title: 'The rig is in parts: put it together',
    what: 'Outlets, regulators, arrestors, hoses, torch; then opened, purged and tested.',
  },
  {
    name: 'relight',
    title: 'Backfire (a pop), or the flame went out',
    what: 'Oxygen, then fuel. Find why, then light again.',
  },
]
