import { play, type Made } from './bench.ts'
import type { BenchTorch } from './bench-torch.ts'
import { pointsOf, type Mark } from './points.ts'
import { taskMarks, taskStart, taskWanted, type FlameTaskId } from './flame-tasks.ts'

/** What somebody did at the flame bench: all that its score follows from. */
export interface FlameRecording {
  readonly kind: 'flame'
  readonly task: FlameTaskId
  readonly bench: BenchTorch
  /** What is shown by chance comes from it. */
  readonly seed: number
  readonly made: readonly Made[]
  /** The moment at which it ended. */
  readonly until: number
}

/** What a recording is worth, 0 to 100, and why. */
export interface Score {
  readonly points: number
  readonly marks: readonly Mark[]
}

/** The score of a recording: of nothing else. */
export function scoreOf({ task, bench, seed, made, until }: FlameRecording): Score {
  const end = play(taskStart(task, bench, seed), made, until, taskWanted(task))
  const marks = taskMarks(task, end, bench, seed)
  return { points: pointsOf(marks), marks }
}
