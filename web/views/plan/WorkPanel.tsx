import { memo, useMemo, type ReactNode } from 'react'
import { FIRST_PRACTICE } from '#application/first.ts'
import type { CutDraft, WorkDraft } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import type { Caution } from '#core/cut/index.ts'
import { CUT_METALS, CUT_WORK, fieldsOfShape, isGuided, PRACTICE_ITEM } from '#core/cut/fields.ts'
import { RIG } from '#core/rig/fields.ts'
import type { FieldError } from '#core/figure.ts'
import { sheetOf } from '#core/quantity/index.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'
import { optionsOf } from '../../form/options.ts'
import { RowsList } from '../../form/RowsList.tsx'
import { namesOf, saidIn, wantsSeen } from '../../form/said.ts'
import { WorkGroup } from '../../form/WorkGroup.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { Cautions } from './Cautions.tsx'
import { CutRig } from './CutRig.tsx'
import { OutlineButton } from './OutlineButton.tsx'
import type { DraftEdit } from './editing.ts'

const NOTHING: readonly string[] = []
const METALS = optionsOf(CUT_METALS)
type WorkName = keyof typeof CUT_WORK
type RigName = keyof typeof RIG

/** What you tell it: the work first, then the rig that is fitted. */
export const WorkPanel = memo(function WorkPanel({
  draft,
  edit,
  torches,
  errors,
  cautions,
  kerfM,
  lesson,
}: {
  readonly draft: CutDraft
  readonly cautions: readonly Caution[]
  /** What makes a lesson of a practice plate, once it is planned. */
  readonly lesson: ReactNode
  /** The plan's kerf, for the outline. */
  readonly kerfM: number | undefined
  readonly edit: DraftEdit
  readonly torches: readonly Torch[]
  readonly errors: readonly FieldError[]
}) {
  const { work, rig } = draft
  const set = useSetters(edit)
  const ofWork = {
    table: CUT_WORK,
    said: work,
    path: 'work',
    errors,
    sheet: sheetOf(work.metal),
    assumed: { names: draft.assumed ?? NOTHING, onAgree: edit.agree },
    onChange: set.work,
  } as const
  const error = (field: string) => errors.find((e) => e.field === field)?.message
  const shaped = fieldsOfShape(work.shape) as readonly WorkName[]
  return (
    <section
      aria-label="The work"
      data-work
      className="grid min-h-0 grid-cols-[minmax(0,1fr)] content-start border-rule bg-sheet px-4 lg:overflow-y-auto lg:border-r-[1.5px]"
    >
      <WorkGroup
        first
        name="The cut"
        said={[
          ...saidIn(CUT_WORK, work, ['shape', 'thickness']),
          CUT_METALS[work.metal as keyof typeof CUT_METALS],
        ]}
        wants={(draft.assumed ?? NOTHING).length > 0 || wantsSeen(errors, 'work', [...KIND, ...shaped])}
      >
        <FieldList
          {...ofWork}
          group="kind"
          special={{
            metal: (
              <SelectField
                beside
                label="Metal"
                value={work.metal as (typeof METALS)[number]['value']}
                options={METALS}
                error={error('work.metal')}
                onChange={set.metal}
              />
            ),
          }}
        />
        <FieldList
          {...ofWork}
          names={shaped}
          special={{
            outlineId: (
              <OutlineButton
                outlineId={work.outlineId}
                thickness={work.thickness}
                kerfM={kerfM}
                onTake={set.outline}
              />
            ),
            practice: (
              <>
                <RowsList
                  table={PRACTICE_ITEM}
                  rows={work.practice}
                  path="work.practice"
                  errors={errors}
                  first={FIRST_PRACTICE}
                  called="Cut"
                  columns="grid-cols-2"
                  onChange={set.practice}
                />
                {lesson}
              </>
            ),
          }}
        />
      </WorkGroup>
      <WorkGroup
        name="Place"
        said={saidIn(CUT_WORK, work, [...SURFACE, 'temperature', 'position', 'wind', 'weather'])}
        wants={wantsSeen(errors, 'work', [...SURFACE, ...MORE])}
      >
        <FieldList {...ofWork} group="surface" />
        <FieldList {...ofWork} group="more" />
      </WorkGroup>
      <Cautions cautions={cautions} ticked={work.cautions} onChange={set.cautions} />
      {isGuided(work) ? (
        <WorkGroup
          name="Guide"
          said={[
            rig.guide === 'none' ? 'None' : `On the ${rig.guide}`,
            ...saidIn(RIG, rig, ['tipBelowCollar']).map((t) => `collar ${t}`),
          ]}
          wants={wantsSeen(errors, 'rig', GUIDE)}
        >
          <FieldList table={RIG} said={rig} path="rig" errors={errors} onChange={set.rig} names={GUIDE} />
        </WorkGroup>
      ) : null}
      <CutRig
        rig={rig}
        torchId={draft.torchId}
        edit={edit}
        torches={torches}
        errors={errors}
        onChange={set.rig}
      />
    </section>
  )
})

const GUIDE = ['guide', 'tipRadius', 'tipBelowCollar', 'guideHeight'] as const satisfies readonly RigName[]
const [KIND, SURFACE, MORE] = ['kind', 'surface', 'more'].map((group) => namesOf(CUT_WORK, group)) as [
  readonly string[],
  readonly string[],
  readonly string[],
]

/** What each field does when it changes: the same functions from one key to the next. */
function useSetters(edit: DraftEdit) {
  return useMemo(
    () => ({
      // how a cut begins follows from its kind until somebody says otherwise
      work: (name: string, value: Typed) =>
        edit.setWork({ [name]: value, ...(name === 'shape' ? { start: '' } : {}) }),
      metal: (metal: string) => edit.setWork({ metal }),
      rig: (name: string, value: Typed) => edit.setRig({ [name]: value }),
      practice: (practice: readonly WorkDraft['practice'][number][]) =>
        edit.setWork({ practice: [...practice] }),
      cautions: (cautions: WorkDraft['cautions']) => edit.setWork({ cautions }),
      outline: (outlineId: string, length: string, pierces: string) =>
        edit.setWork({ outlineId, length, pierces }),
    }),
    [edit],
  )
}
