import { useCallback } from 'react'
import type { Attempts } from '#contract/types.ts'
import type { FactsRecording } from '#core/teach/facts.ts'
import type { OrderRecording } from '#core/teach/order-judge.ts'
import type { HeatRecording } from '#core/teach/heat-judge.ts'
import type { PaceRecording } from '#core/teach/pace-judge.ts'
import type { FlameRecording } from '#core/teach/recording.ts'
import { practiceApi } from '../../app/practice-api.ts'
import { outbox } from '../../app/outbox.ts'
import type { BenchId } from '#core/teach/task-titles.ts'
import { useApp, useSend } from '../../app/store.ts'

const NONE: readonly Attempts[] = []

/** What everybody has practised. */
export const useAllAttempts = (): readonly Attempts[] => practiceApi.usePracticeQuery().data ?? NONE

/** What somebody has done of a task at a bench; nothing where he has not tried it. */
export const attemptsAt = (
  all: readonly Attempts[],
  personId: string | null,
  bench: BenchId,
  task: string,
): Attempts | undefined => all.find((a) => a.personId === personId && a.bench === bench && a.task === task)

/** What was done at any bench. */
export type Recording = FlameRecording | HeatRecording | PaceRecording | OrderRecording | FactsRecording

/** Writes an attempt down for who works at this screen: kept in the browser until the server has it. */
export function useKeepAttempt(): (recording: Recording) => void {
  const send = useSend()
  const personId = useApp((s) => s.device.personId)
  return useCallback(
    (recording: Recording) => {
      const id = crypto.randomUUID()
      const body = { id, personId, at: new Date(Date.now()).toISOString(), recording }
      void send(
        outbox.actions.enqueued({
          id,
          key: `practice:${id}`,
          route: 'addPractice',
          params: {},
          body,
          notBefore: 0,
        }),
      )
    },
    [send, personId],
  )
}
