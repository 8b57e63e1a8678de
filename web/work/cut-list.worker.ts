import { expose } from 'comlink'
import { planCutList } from '#core/stock/cut-list.ts'
import type { CutListPlan, CutListRequest, NoCutList, Progress } from '#core/stock/types.ts'

const worker = {
  plan(request: CutListRequest, told: (progress: Progress) => void): CutListPlan | NoCutList {
    return planCutList(request, told)
  },
}
export type CutListWorker = typeof worker
expose(worker)
