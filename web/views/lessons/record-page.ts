import type { Given } from '#contract/types.ts'
import { isDone, itemTitle, NO_CERTIFICATE } from '#core/teach/lessons.ts'
import { SHEET_FOOT, type SheetPage } from '../../paper/page.ts'
import { dayOf } from '../../ui/dates.ts'
import { askedOf } from './words.ts'

/** What somebody has done of a set, on one sheet: a record of training, and no certificate. */
export const recordPage = (given: Given): SheetPage => ({
  kind: 'Training record',
  title: given.personName,
  about: `${given.name}. Given ${dayOf(given.givenAt)}${given.byName === null ? '' : ` by ${given.byName}`}.`,
  figures: [],
  steps: [],
  tables: [
    {
      heads: ['What', 'Asked', 'Best', 'Tries', 'Done'],
      rows: given.items.map((item, i) => {
        const own = given.done[i]
        const done = own !== undefined && isDone(item, own)
        return [
          itemTitle(item),
          askedOf(item),
          item.kind === 'plate' ? (own?.outcome ?? '–') : String(own?.best ?? '–'),
          String(own?.tries ?? 0),
          done ? `${own.last === null ? 'yes' : dayOf(own.last)}` : 'not yet',
        ]
      }),
    },
  ],
  ...(given.signed
    ? {
        verdict: {
          said: `Signed off by ${given.signed.byName}, ${dayOf(given.signed.at)}`,
          because: given.signed.note,
        },
      }
    : {}),
  minded: [{ mark: '▲', text: NO_CERTIFICATE }],
  signs: [given.signed ? `${given.signed.byName}, instructor` : 'Instructor', given.personName],
  foot: SHEET_FOOT,
})
