import { expose } from 'comlink'
import { planTakeOff, type TakeOff, type TakeOffRequest } from '#core/braze/take-off.ts'

const worker = {
  plan(request: TakeOffRequest): TakeOff {
    return planTakeOff(request)
  },
}
export type TakeOffWorker = typeof worker
expose(worker)
