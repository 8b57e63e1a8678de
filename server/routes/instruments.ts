import { AppError } from '../errors.ts'
import type { Handlers } from './mount.ts'

/** What instruments say. */
export const instrumentHandlers: Pick<Handlers, 'listInstruments' | 'dialInstrument' | 'getTrend'> = {
  listInstruments: ({ instruments }) => instruments.snapshot(),
  getTrend: ({ store }, { params }) => store.samples.trend(params.channel),
  dialInstrument: ({ instruments }, { body }) => {
    if (!instruments.dial(body))
      throw new AppError(
        422,
        'not-simulated',
        'Faults are only dialled into a simulated instrument that is there.',
        'device',
      )
    return instruments.snapshot()
  },
}
