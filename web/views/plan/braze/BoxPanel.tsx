import { asUsual } from '#core/braze/own.ts'
import type { OwnBraze } from '#core/braze/types.ts'
import { sameOrifice } from '#core/cut/tip.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { firstDraftOf } from '#core/fields/draft.ts'
import type { FieldError } from '#core/figure.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { BOX_ROW } from '#core/rig/fields.ts'
import type { RigDraft } from '#core/rig/fields.ts'
import { api } from '../../../app/api.ts'
import { useShop } from '../../../app/shop.ts'
import { RowsList } from '../../../form/RowsList.tsx'
import { Panel } from '../../../ui/Panel.tsx'

/** A burner of the box as typed. */
export type BurnerDraft = RigDraft['braze']['box'][number]
const FIRST: BurnerDraft = firstDraftOf(BOX_ROW, INCH_UNITS)

/** The burners of a box, row by row. */
export function BoxRows({
  box,
  errors,
  onChange,
}: {
  readonly box: readonly BurnerDraft[]
  readonly errors: readonly FieldError[]
  readonly onChange: (box: readonly BurnerDraft[]) => void
}) {
  return (
    <>
      <TimedTips />
      <RowsList
        table={BOX_ROW}
        rows={box}
        path="rig.box"
        errors={errors}
        first={FIRST}
        called="Burner"
        columns="grid-cols-2"
        onChange={onChange}
      />
    </>
  )
}

/** What timed trial heats said of tips: plans go by it. */
function TimedTips() {
  const { print } = useShop()
  const brazes = api.useRecordsQuery('braze').data?.brazes ?? NO_BRAZES
  const timed = brazes.filter(
    (b, i) =>
      b.flameTimes !== undefined &&
      // the newest of each tip counts
      brazes.findIndex(
        (o) => o.flameTimes !== undefined && o.fuel === b.fuel && sameOrifice(o.orificeM, b.orificeM),
      ) === i,
  )
  if (timed.length === 0) return null
  return (
    <section aria-label="Timed" className="pb-4">
      <h3 className="text-label">Timed</h3>
      <ul className="text-soft">
        {timed.map((b) => (
          <li key={`${b.fuel} ${b.orificeM}`}>
            {print(b.orificeM, 'bore')} with {FUELS[b.fuel].name}: {asUsual(b.flameTimes ?? 1)}, by your trial
            heat.
          </li>
        ))}
      </ul>
    </section>
  )
}
const NO_BRAZES: readonly OwnBraze[] = []

/** What is in the box to braze with: plans choose from it. */
export function BoxPanel({
  open,
  onClose,
  ...rows
}: { readonly open: boolean; readonly onClose: () => void } & Parameters<typeof BoxRows>[0]) {
  return (
    <Panel title="In the box" open={open} onClose={onClose}>
      <p className="pb-4 text-soft">
        Every tip, head and fuel-air torch that you have. Plans choose from these; while the box is empty they
        choose from what is sold.
      </p>
      <BoxRows {...rows} />
    </Panel>
  )
}
