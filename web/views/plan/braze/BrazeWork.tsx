import { useMemo, useState } from 'react'
import { jointFacts } from '#core/braze/index.ts'
import { BRAZE_WORK, PART } from '#core/braze/fields.ts'
import { BRAZE_GEAR, HOSE, RIG } from '#core/rig/fields.ts'
import type { Caution } from '#core/piece/plan-draft.ts'
import type { FieldError } from '#core/figure.ts'
import type { BrazeDraft, BrazeWorkDraft, ChartRowDraft } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import { useShop } from '../../../app/shop.ts'
import { FieldList, type Typed } from '../../../form/FieldList.tsx'
import { saysMore } from '../../../form/said.ts'
import { Button } from '../../../ui/Button.tsx'
import { Group } from '../../../ui/Field.tsx'
import { QuantityField } from '../../../ui/QuantityField.tsx'
import { Segmented } from '../../../ui/Segmented.tsx'
import { SelectField } from '../../../ui/SelectField.tsx'
import { Cautions } from '../Cautions.tsx'
import { ChartPanel } from '../ChartPanel.tsx'
import { FuelField } from '../FuelField.tsx'
import { chooseTorch, torchOptions } from '../torch-choice.ts'
import type { EditOf } from '../useDraft.ts'
import { ATTITUDES, METALS, OWN_TUBE, TUBE_SIZES } from './braze-words.ts'
import { RunsPanel, type RunDraft } from './RunsPanel.tsx'

const TORCHES = ['1', '2', '3'].map((n) => ({ value: n, label: n }))
const CYLINDER = ['acetyleneCylinder'] as const satisfies readonly (keyof typeof RIG)[]

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
      <Parts work={work} edit={edit} errors={errors} />
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

/** The two parts, or the one: each by what it is called in this joint. */
function Parts({
  work,
  edit,
  errors,
}: {
  readonly work: BrazeWorkDraft
  readonly edit: EditOf<BrazeDraft>
  readonly errors: readonly FieldError[]
}) {
  const set = useMemo(() => {
    const part = (which: 'a' | 'b') => (name: string) => (value: string) =>
      edit.setPart(which, { [name]: value })
    const [a, b] = [part('a'), part('b')]
    return {
      metal: a('metal'),
      outside: a('outsideDiameter'),
      wall: a('wall'),
      otherMetal: b('metal'),
      otherWall: b('wall'),
      depth: b('depth'),
      tube: (name: string) =>
        edit.setPart('a', name === OWN_TUBE ? { tube: '' } : { tube: name, outsideDiameter: '', wall: '' }),
    }
  }, [edit])
  const { form, parts, asks } = jointFacts(work.joint)
  const round = form === 'round'
  const error = (...fields: readonly string[]) =>
    errors.find((e) => fields.includes(e.field.replace('work.', '')))?.message
  const { a, b } = work
  return (
    <>
      <SelectField
        beside
        label={parts === 1 ? 'Metal' : round ? 'Tube' : 'First part'}
        value={a.metal}
        options={METALS}
        error={error('a.metal')}
        onChange={set.metal}
      />
      {round ? (
        <SelectField
          beside
          label="Size"
          value={a.tube === '' ? OWN_TUBE : a.tube}
          options={TUBE_SIZES}
          error={error('a.tube')}
          onChange={set.tube}
        />
      ) : null}
      {round && a.tube === '' ? (
        <QuantityField
          beside
          stepper
          label="Outside"
          kind={PART.outsideDiameter.bounds.kind}
          value={a.outsideDiameter}
          error={error('a.outsideDiameter')}
          onChange={set.outside}
        />
      ) : null}
      {round && a.tube !== '' ? null : (
        <QuantityField
          beside
          stepper={!round}
          label={round ? 'Wall' : parts === 1 ? 'Thickness' : 'Its thickness'}
          kind={PART.wall.bounds.kind}
          value={a.wall}
          error={error('a.thickness', 'a.wall')}
          onChange={set.wall}
        />
      )}
      {parts === 1 ? null : (
        <>
          <SelectField
            beside
            label={round ? 'Cup' : 'Second part'}
            value={b.metal}
            options={METALS}
            error={error('b.metal')}
            onChange={set.otherMetal}
          />
          <QuantityField
            beside
            stepper={!round}
            label={round ? 'Its wall' : 'Its thickness'}
            kind={PART.wall.bounds.kind}
            value={b.wall}
            empty="as the other"
            error={error('b.wall', 'b.thickness')}
            onChange={set.otherWall}
          />
        </>
      )}
      {asks.depth === undefined ? null : (
        <QuantityField
          beside
          label={asks.depth}
          kind={PART.depth.bounds.kind}
          value={b.depth}
          empty={PART.depth.empty}
          error={error('b.depth')}
          onChange={set.depth}
        />
      )}
    </>
  )
}

/** The rig that it is brazed with: a torch that is kept, or as it is given here. */
function BrazeRig({
  draft: { rig, torchId },
  edit,
  torches,
  errors,
}: {
  readonly draft: BrazeDraft
  readonly edit: EditOf<BrazeDraft>
  readonly torches: readonly Torch[]
  readonly errors: readonly FieldError[]
}) {
  const { say } = useShop()
  const [chartOpen, setChartOpen] = useState(false)
  const set = useMemo(
    () => ({
      torch: (id: string) => edit.setDraft(chooseTorch(torches, id)),
      gear: (name: string, value: Typed) => edit.setGear({ [name]: value }),
      torches: (count: string) => edit.setGear({ torches: count }),
      chart: (chart: readonly ChartRowDraft[]) => edit.setGear({ chart: [...chart] }),
      rig: (name: string, value: Typed) => edit.setRig({ [name]: value }),
      fuel: (fuel: string) => edit.setRig({ fuel }),
      hose: (name: string, value: Typed) => edit.setHose({ [name]: value }),
    }),
    [edit, torches],
  )
  const options = useMemo(() => torchOptions(torches, say), [torches, say])
  const { chart } = rig.braze
  return (
    <>
      <SelectField
        beside
        label={say('Torch')}
        value={torchId ?? options.at(-1)?.value ?? ''}
        options={options}
        onChange={set.torch}
      />
      <FieldList
        table={BRAZE_GEAR}
        said={rig.braze}
        group="gear"
        path="rig"
        errors={errors}
        onChange={set.gear}
        special={{
          torches: (
            <Group beside label={say('Torches')}>
              <Segmented
                label={say('Torches')}
                value={rig.braze.torches}
                options={TORCHES}
                onChange={set.torches}
              />
            </Group>
          ),
        }}
      />
      <Group beside label="Your chart" error={errors.find((e) => e.field.startsWith('rig.chart'))?.message}>
        <Button className="w-full" onClick={() => setChartOpen(true)}>
          {chart.length === 0
            ? say('No brazing tips: enter them')
            : chart.length === 1
              ? say('1 tip')
              : say(`${chart.length} tips`)}
        </Button>
      </Group>
      <FuelField fuel={rig.fuel} errors={errors} onChange={set.fuel} />
      <FieldList
        table={HOSE}
        said={rig.oxygenHose}
        path="rig.oxygenHose"
        errors={errors}
        onChange={set.hose}
      />
      <FieldList table={RIG} said={rig} names={CYLINDER} path="rig" errors={errors} onChange={set.rig} />
      <ChartPanel
        brazing
        open={chartOpen}
        rows={chart}
        errors={errors}
        onChange={set.chart}
        onClose={() => setChartOpen(false)}
      />
    </>
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
