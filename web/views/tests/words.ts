import type { TestKind } from '#core/check/test-record.ts'

export const TEST_NAMES: Readonly<Record<TestKind, string>> = {
  pressure: 'Pressure test',
  vacuum: 'Vacuum test',
}

/** The order of valves, and what must not be done, for each test. */
export const ORDER: Readonly<Record<TestKind, readonly string[]>> = {
  pressure: [
    'Back out the regulator’s adjusting screw. Open the nitrogen cylinder slowly, standing aside (1).',
    'Everybody away from the line. Turn the adjusting screw in to the stage (2), with the shut-off valve open (3).',
    'At the first stage, at most 25 psi, look at every joint with solution. Nobody near it above that.',
    'At the test pressure shut the shut-off valve (3), then back the screw out and take its hose off: what holds now is the line alone.',
    'Before anything is tightened or heated: down to nothing by the far end (4). Gas under pressure throws parts.',
  ],
  vacuum: [
    'Line open to the gauge, nitrogen valve shut (3). Start the pump (1), then open its valve (2).',
    'Pull down to the target or below, and let it run a while there.',
    'Shut the pump’s valve (2) first, then stop the pump (1): the other way round its oil comes into the line.',
    'Watch the gauge. For moisture: break with dry nitrogen at 2 psi or less (3), and pull again.',
    'Never a flame on a line under vacuum. What is charged into it afterwards is a licensed person’s work.',
  ],
}

/** A wet line, broken with nitrogen and pulled again. */
export const PULL_AGAIN: readonly string[] = [
  'Nitrogen in slowly (3), to 2 psi or less: it takes the water up. Ten minutes.',
  'Let it off to just above the air’s pressure, so that no damp air comes in, and shut the nitrogen (3).',
  'Start the pump (1), then open its valve (2).',
]
