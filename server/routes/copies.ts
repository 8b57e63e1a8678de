import { BadCopy } from '../copies/copies.ts'
import { listCopies } from '../copies/list.ts'
import { AppError, notFound } from '../errors.ts'
import { CannotStart } from '../folder.ts'
import type { Context, Handlers } from './mount.ts'

function copyNamed({ data }: Pick<Context, 'data'>, name: string): string {
  const copy = listCopies(data).find((c) => c.name === name)
  if (!copy) throw notFound('copy')
  return copy.file
}

/** Copies of the log and the way back to them; what of the log was left out. */
export const copyHandlers: Pick<
  Handlers,
  'listCopies' | 'makeCopy' | 'lookAtCopy' | 'restoreCopy' | 'listDamage' | 'mendDamage'
> = {
  listCopies: ({ house }) => house.copies(),
  makeCopy: ({ house }) => house.makeCopy(),
  lookAtCopy: (context, { params }) => {
    copyNamed(context, params.name)
    return context.lanes.haul.preview(params.name)
  },
  restoreCopy: async (context, { params, body }) => {
    const file = copyNamed(context, params.name)
    if (context.store.runs.open(1).length > 0 || context.store.tests.open().length > 0)
      throw new AppError(
        409,
        'under-way',
        'A run or a test is under way. End it first: the copy does not know of it.',
      )
    try {
      return { restored: params.name, before: (await context.goBack(file, body.damaged)) ?? null }
    } catch (error) {
      if (!(error instanceof BadCopy) && !(error instanceof CannotStart)) throw error
      throw new AppError(422, 'bad-copy', 'This copy cannot be gone back to. The log stands as it was.')
    }
  },
  listDamage: ({ house }) => house.damaged(),
  mendDamage: ({ house }, { body }) => house.mend(body),
}
