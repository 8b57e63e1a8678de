import type { Draft } from './draft.ts'
import type { Route } from './route.ts'
import { canBeGuided, pierceDistance } from './shapes.ts'

const LIFT_ALONE_KG = 20

/** What to think of before the cut: what falls and where, how to hold it, the line, the hand, the kerf, a trial. */
export function adviseBefore(draft: Draft, route: Route): void {
  const { work, rig } = draft.request
  const { offcutMass, kerf } = draft.figures
  const inside = work.shape === 'hole' || work.shape === 'slot'
  const mass = offcutMass?.value
  draft.advise(
    'What catches it',
    `A dry steel tray or a bucket of sand under the cut, not bare concrete: it spalls. On a timber bench lay a steel sheet or firebrick first. Hoses behind you, feet out of the fall, nothing that burns within ${draft.round('11 m', '35 ft')}.`,
  )
  draft.advise(
    'Where it falls',
    `${inside ? 'The slug drops straight through' : work.shape === 'disc' ? 'The disc itself drops' : 'The off-cut drops as the last of the kerf opens'}${mass === undefined ? '' : `, about ${draft.show(mass, 'mass')}`}. ${mass !== undefined && mass > LIFT_ALONE_KG ? 'Too heavy to catch: hang it from a chain or block it up before you start.' : 'Support the piece that you keep, and leave the other free to fall clear.'} Leave the last ${draft.round('10 mm', '3/8 in')} until you have looked.`,
  )
  draft.advise(
    'How it is held',
    work.shape === 'pipe'
      ? 'On rollers or V-blocks each side of the cut, wedged, with both ends open.'
      : work.shape === 'section'
        ? 'Clamped, so that it cannot tip when a face is through; both pieces on supports.'
        : `Clamped at the end where you finish last, the line ${draft.round('50 mm', '2 in')} clear of the bench.`,
  )
  draft.advise(
    'The line',
    `Soapstone or centre pops every ${draft.round('10 mm', '3/8 in')}: chalk burns off. The line is the finished edge; the kerf of about ${draft.show(kerf?.value ?? 0, 'kerf')} lies wholly on the scrap's side, so mark that side with crosses.`,
  )
  draft.advise(
    'You and the torch',
    `${rig.hand === 'right' ? 'Right-handed: pull from right to left, or push away from you; the left hand rests and steers.' : 'Left-handed: pull from left to right, or push away from you; the right hand rests and steers.'} Turn the tip so that the valves face you and the lever lies under the ${rig.hand === 'right' ? 'thumb of the right hand' : 'thumb of the left hand'}. Elbows in, and a dry run over the whole way with the gas off.`,
  )
  if (canBeGuided(work) || work.shape === 'outline')
    draft.advise(
      'Stops and restarts',
      `Plan where you stop: every ${draft.round('300 to 400 mm', '12 to 16 in')} by hand. Begin again ${draft.round('3 to 6 mm', '1/8 to 1/4 in')} back in the kerf, heated to red again first, on the scrap's side.`,
    )
  if (route.pierces > 0)
    draft.advise(
      'Where it is pierced',
      inside
        ? `Near the middle of the waste, at least ${draft.show(pierceDistance(work.thicknessM), 'rule')} off the line. Then spiral out and run in to the line at a slant, on its inside.`
        : `In the waste, at least ${draft.show(pierceDistance(work.thicknessM), 'rule')} off the line; then run in at a slant.`,
    )
  draft.advise(
    'Look down the kerf',
    'Sparks leave nearly straight down, drag lines stand upright, the stream under the plate is steady. Sparks that trail: slower. Top edge melting: faster, or less flame. Not through: stop, back, heat on.',
  )
  draft.advise(
    'A trial piece',
    'A hand of the same plate first: speed up until the bottom lags, then go back by a tenth. Measure the kerf and write it down, so that the next offset is yours.',
  )
}
