import { useMemo, useState } from 'react'
import { BRAZE_WORK } from '#core/braze/fields.ts'
import type { Caution } from '#core/piece/plan-draft.ts'
import type { FieldError } from '#core/figure.ts'
import type { BrazeDraft, BrazeWorkDraft } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import { FieldList, type Typed } from '../../../form/FieldList.tsx'
import { saysMore } from '../../../form/said.ts'
import { Button } from '../../../ui/Button.tsx'
import { Group } from '../../../ui/Field.tsx'
import { Segmented } from '../../../ui/Segmented.tsx'
import { Cautions } from '../Cautions.tsx'
import type { EditOf } from '../editing.ts'
import { ATTITUDES } from './braze-words.ts'
import { BrazeParts } from './BrazeParts.tsx'
import { BrazeRig } from './BrazeRig.tsx'
import { RunsPanel, type RunDraft } from './RunsPanel.tsx'

const NOTHING: readonly string[] = []

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
  const under = (field: string) => errors.find((e) => e.field.startsWith(field))?.message
  const fields = { table: BRAZE_WORK, said: work, path: 'work', errors, onChange: set.work } as const
  return (
    <section
      aria-label="The work"
      data-work
      className="grid min-h-0 content-start gap-2 border-rule bg-sheet px-5 py-3 lg:overflow-y-auto lg:border-r-[1.5px]"
    >
      <h2 className="name text-lg text-soft">The work</h2>
      <FieldList {...fields} group="kind" />
      <BrazeParts work={work} edit={edit} errors={errors} assumed={draft.assumed ?? NOTHING} />
      <FieldList {...fields} group="sizes" />
      <FieldList
        {...fields}
        group="service"
        special={{
          attitude: (
            <Group beside label="Position" error={under('work.attitude')}>
              <Segmented label="Position" value={work.attitude} options={ATTITUDES} onChange={set.attitude} />
            </Group>
          ),
        }}
      />
      <Cautions cautions={cautions} ticked={work.cautions} onChange={set.cautions} />
      <details open={saysMore(BRAZE_WORK, 'more', work)}>
        <summary className="name cursor-pointer py-1 text-lg text-soft">More about the work</summary>
        <div className="grid gap-2 pt-1">
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
        </div>
      </details>
      <h2 className="name pt-1 text-lg text-soft">The rig</h2>
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
