import { firstDraftOf } from '#core/fields/draft.ts'
import type { FieldError } from '#core/figure.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { BOX_ROW } from '#core/rig/fields.ts'
import type { RigDraft } from '#core/rig/fields.ts'
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
  )
}

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
