import { useMemo, useState } from 'react'
import { BRAZE_WORK } from '#core/braze/fields.ts'
import { jointFacts } from '#core/braze/index.ts'
import { capital } from '#core/words/trade.ts'
import type { Caution } from '#core/piece/plan-draft.ts'
import type { FieldError } from '#core/figure.ts'
import type { BrazeDraft, BrazeWorkDraft } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import { FieldList, type Typed } from '../../../form/FieldList.tsx'
import { namesOf, saidIn, saidOtherwise, wantsSeen } from '../../../form/said.ts'
import { WorkGroup } from '../../../form/WorkGroup.tsx'
import { Button } from '../../../ui/Button.tsx'
import { Group } from '../../../ui/Field.tsx'
import { Segmented } from '../../../ui/Segmented.tsx'
import { Cautions } from '../Cautions.tsx'
import type { EditOf } from '../editing.ts'
import { ATTITUDES, METALS } from './braze-words.ts'
import { BrazeParts } from './BrazeParts.tsx'
import { BrazeRig } from './BrazeRig.tsx'
import { RunsPanel, type RunDraft } from './RunsPanel.tsx'

const NOTHING: readonly string[] = []
const [SIZES, SERVICE, MORE] = ['sizes', 'service', 'more'].map((group) => namesOf(BRAZE_WORK, group)) as [
  readonly string[],
  readonly string[],
  readonly string[],
]

const metalName = (metal: string): string => METALS.find((m) => m.value === metal)?.label ?? metal

/** What you tell of a braze: the joint and its parts, what it carries, then the rig. */
export function BrazeWork({
  draft,
  edit,
  torches,
  errors,
  cautions,
}: {
  readonly draft: BrazeDraft
  readonly edit: EditOf<BrazeDraft>
  readonly torches: readonly Torch[]
  readonly errors: readonly FieldError[]
  readonly cautions: readonly Caution[]
}) {
  const { work } = draft
  const set = useSetters(edit)
  const [runsOpen, setRunsOpen] = useState(false)
  const { parts, calls } = jointFacts(work.joint)
  const under = (field: string) => errors.find((e) => e.field.startsWith(field))?.message
  const fields = { table: BRAZE_WORK, said: work, path: 'work', errors, onChange: set.work } as const
  return (
    <section
      aria-label="The work"
      data-work
      className="grid min-h-0 grid-cols-[minmax(0,1fr)] content-start border-rule bg-sheet px-4 lg:overflow-y-auto lg:border-r-[1.5px]"
    >
      <WorkGroup
        first
        name="The joint"
        said={[
          ...saidIn(BRAZE_WORK, work, ['joint']),
          work.a.tube === '' ? work.a.wall : work.a.tube,
          metalName(work.a.metal),
        ]}
        wants={(draft.assumed ?? NOTHING).length > 0 || wantsSeen(errors, 'work', ['joint', 'a'])}
      >
        <FieldList {...fields} group="kind" />
        <BrazeParts show="a" work={work} edit={edit} errors={errors} assumed={draft.assumed ?? NOTHING} />
      </WorkGroup>
      <WorkGroup
        name={parts === 1 ? 'Sizes' : calls ? capital(calls.b) : 'Other part'}
        said={[
          ...(parts === 1 ? [] : [metalName(work.b.metal), work.b.wall, work.b.depth]),
          ...saidOtherwise(BRAZE_WORK, work, SIZES),
        ]}
        wants={wantsSeen(errors, 'work', ['b', ...SIZES])}
      >
        <BrazeParts show="b" work={work} edit={edit} errors={errors} assumed={NOTHING} />
        <FieldList {...fields} group="sizes" />
      </WorkGroup>
      <WorkGroup
        name="Carries"
        said={[
          ...saidIn(
            BRAZE_WORK,
            work,
            SERVICE.filter((n) => n !== 'attitude'),
          ),
          ATTITUDES.find((a) => a.value === work.attitude)?.label ?? work.attitude,
        ]}
        wants={wantsSeen(errors, 'work', SERVICE)}
      >
        <FieldList
          {...fields}
          group="service"
          special={{
            attitude: (
              <Group beside label="Position" error={under('work.attitude')}>
                <Segmented
                  label="Position"
                  value={work.attitude}
                  options={ATTITUDES}
                  onChange={set.attitude}
                />
              </Group>
            ),
          }}
        />
      </WorkGroup>
      <Cautions cautions={cautions} ticked={work.cautions} onChange={set.cautions} />
      <WorkGroup
        name="More"
        said={saidOtherwise(BRAZE_WORK, work, MORE)}
        wants={wantsSeen(errors, 'work', MORE)}
      >
        <FieldList
          {...fields}
          group="more"
          special={{
            tubeRun: (
              <Group beside label="Line to sweep" error={under('work.tubeRun')}>
                <Button className="w-full" onClick={() => setRunsOpen(true)}>
                  {work.tubeRun.length === 0
                    ? 'No tube: enter it'
                    : work.tubeRun.length === 1
                      ? '1 length'
                      : `${work.tubeRun.length} lengths`}
                </Button>
              </Group>
            ),
          }}
        />
      </WorkGroup>
      <BrazeRig draft={draft} edit={edit} torches={torches} errors={errors} />
      <RunsPanel
        open={runsOpen}
        runs={work.tubeRun}
        errors={errors}
        onChange={set.runs}
        onClose={() => setRunsOpen(false)}
      />
    </section>
  )
}

/** One function for each field that stays the same, so that an edit draws again only what it changes. */
const useSetters = (edit: EditOf<BrazeDraft>) =>
  useMemo(
    () => ({
      work: (name: string, value: Typed) => edit.setWork({ [name]: value }),
      attitude: (attitude: string) => edit.setWork({ attitude }),
      cautions: (cautions: BrazeWorkDraft['cautions']) => edit.setWork({ cautions }),
      runs: (tubeRun: readonly RunDraft[]) => edit.setWork({ tubeRun: [...tubeRun] }),
    }),
    [edit],
  )
