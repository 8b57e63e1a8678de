import type { RigDraft } from '#contract/schemas.ts'
import { HOSE, RIG } from '#core/rig/fields.ts'
import type { FieldError } from '#core/figure.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'
import { saidIn, wantsSeen } from '../../form/said.ts'
import { WorkGroup } from '../../form/WorkGroup.tsx'

/** What the gas comes from and through, whatever is done with the flame: the hose first, then what this kind of work asks. */
export function SupplyGroup({
  rig,
  names,
  told,
  errors,
  onHose,
  onChange,
}: {
  readonly rig: RigDraft
  readonly names: readonly (keyof typeof RIG)[]
  /** Those of them that the folded line says. */
  readonly told: readonly (keyof typeof RIG)[]
  readonly errors: readonly FieldError[]
  readonly onHose: (name: string, value: Typed) => void
  readonly onChange: (name: string, value: Typed) => void
}) {
  return (
    <WorkGroup
      name="Supply"
      said={[`${rig.oxygenHose.length} of ${rig.oxygenHose.bore}`, ...saidIn(RIG, rig, told)]}
      wants={wantsSeen(errors, 'rig', [...names, 'oxygenHose'])}
    >
      <FieldList table={HOSE} said={rig.oxygenHose} path="rig.oxygenHose" errors={errors} onChange={onHose} />
      <FieldList table={RIG} said={rig} path="rig" errors={errors} onChange={onChange} names={names} />
    </WorkGroup>
  )
}
