import { useMemo, useState } from 'react'
import { isRoundJoint, SERVICES, type Joint } from '#core/braze/index.ts'
import type { Caution } from '#core/plan-draft.ts'
import { HOLD_FLOW } from '#core/braze/purge.ts'
import { INCH_M } from '#core/quantity/index.ts'
import type { FieldError } from '#core/figure.ts'
import type { BrazeDraft, BrazePartDraft, BrazeWorkDraft, ChartRowDraft } from '#contract/schemas.ts'
import type { Torch } from '#contract/types.ts'
import { useShop } from '../../../app/shop.ts'
import { Button } from '../../../ui/Button.tsx'
import { Group } from '../../../ui/Field.tsx'
import { QuantityField } from '../../../ui/QuantityField.tsx'
import { Segmented } from '../../../ui/Segmented.tsx'
import { SelectField } from '../../../ui/SelectField.tsx'
import { TextField } from '../../../ui/TextField.tsx'
import { Cautions } from '../Cautions.tsx'
import { ChartPanel } from '../ChartPanel.tsx'
import { FUEL_NAMES, optionsOf } from '../cut-words.ts'
import type { EditOf } from '../useDraft.ts'
import {
  ATTITUDES,
  CODE_USES,
  COLOURS,
  FORMS,
  HOLLOWS,
  JOINTS,
  LOADS,
  METALS,
  OWN_TUBE,
  SERVICE_NAMES,
  SURFACES,
  TUBE_SIZES,
} from './braze-words.ts'
import { RunsPanel, type RunDraft } from './RunsPanel.tsx'

const FUELS = optionsOf(FUEL_NAMES)
const TEMPERS = [
  { value: 'hard', label: 'Hard' },
  { value: 'annealed', label: 'Soft' },
] as const
const SKILLS = [
  { value: 'practised', label: 'Practised' },
  { value: 'learning', label: 'Learning' },
] as const
const ROOM = [
  { value: 'free', label: 'Free' },
  { value: 'tight', label: 'Tight' },
] as const
const SEAMS = [
  { value: 'full', label: 'Whole seam' },
  { value: 'stitched', label: 'Stitches' },
] as const
const GIVES = [
  { value: 'normal', label: 'Can give' },
  { value: 'restrained', label: 'Cannot' },
] as const
const FLUXES = [
  { value: 'bought', label: 'Bought' },
  { value: 'home-mixed', label: 'Home-mixed' },
] as const
const RODS = ['1/16 in', '3/32 in', '1/8 in', '0.050 x 1/8 in'].map((r) => ({ value: r, label: r }))
const HEADS = [
  { value: 'single', label: 'One cone' },
  { value: 'heating', label: 'Heating' },
  { value: 'cutting', label: 'Cutting' },
] as const
const KINDS = [
  { value: 'equal-pressure', label: 'Equal pressure' },
  { value: 'injector', label: 'Injector' },
] as const
const TORCHES = ['1', '2', '3'].map((n) => ({ value: n, label: n }))
const OWN = 'own'
const SINGLE: readonly string[] = ['crack', 'casting', 'overlay']

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
  const { say, print } = useShop()
  const { work, rig, torchId } = draft
  const set = useSetters(edit, torches)
  const [runsOpen, setRunsOpen] = useState(false)
  const [chartOpen, setChartOpen] = useState(false)
  const error = (field: string) => errors.find((e) => e.field === field)?.message
  const under = (field: string) => errors.find((e) => e.field.startsWith(field))?.message
  const round = isRoundJoint(work.joint)
  const single = SINGLE.includes(work.joint)
  const iron = single && work.joint !== 'overlay'
  const torchOptions = useMemo(
    () => [
      ...torches.map((t) => ({ value: t.id, label: t.name })),
      { value: OWN, label: say('As given below') },
    ],
    [torches, say],
  )
  return (
    <section
      aria-label="The work"
      data-work
      className="grid min-h-0 content-start gap-2 border-rule bg-sheet px-5 py-3 lg:overflow-y-auto lg:border-r-[1.5px]"
    >
      <h2 className="name text-lg text-soft">The work</h2>
      <SelectField beside label="Joint" value={work.joint as Joint} options={JOINTS} onChange={set.joint} />
      <SelectField
        beside
        label={single ? 'Metal' : round ? 'Tube' : 'First part'}
        value={work.a.metal}
        options={METALS}
        error={error('work.a.metal')}
        onChange={set.a.metal}
      />
      {round ? (
        <>
          <SelectField
            beside
            label="Size"
            value={work.a.tube === '' ? OWN_TUBE : work.a.tube}
            options={TUBE_SIZES}
            error={error('work.a.tube')}
            onChange={set.tube}
          />
          {work.a.tube === '' ? (
            <>
              <QuantityField
                beside
                stepper
                label="Outside"
                kind="length"
                value={work.a.outsideDiameter}
                error={error('work.a.outsideDiameter')}
                onChange={set.a.outsideDiameter}
              />
              <QuantityField
                beside
                label="Wall"
                kind="length"
                value={work.a.wall}
                error={error('work.a.wall')}
                onChange={set.a.wall}
              />
            </>
          ) : null}
        </>
      ) : (
        <QuantityField
          beside
          stepper
          label={single ? 'Thickness' : 'Its thickness'}
          kind="length"
          value={work.a.wall}
          error={error('work.a.thickness') ?? error('work.a.wall')}
          onChange={set.a.wall}
        />
      )}
      {single ? null : (
        <>
          <SelectField
            beside
            label={round ? 'Cup' : 'Second part'}
            value={work.b.metal}
            options={METALS}
            error={error('work.b.metal')}
            onChange={set.b.metal}
          />
          <QuantityField
            beside
            stepper={!round}
            label={round ? 'Its wall' : 'Its thickness'}
            kind="length"
            value={work.b.wall}
            empty="as the other"
            error={error('work.b.wall') ?? error('work.b.thickness')}
            onChange={set.b.wall}
          />
        </>
      )}
      {round ? (
        <QuantityField
          beside
          label={work.joint === 'sleeve' ? 'Overlap' : 'Cup depth'}
          kind="length"
          value={work.b.depth}
          empty="standard"
          error={error('work.b.depth')}
          onChange={set.b.depth}
        />
      ) : null}
      {round || single || work.joint === 'tee' || work.joint === 'butt' ? null : (
        <QuantityField
          beside
          label={work.joint === 'scarf' ? 'Scarf along' : 'Overlap'}
          kind="length"
          value={work.overlap}
          empty="three walls"
          error={error('work.overlap')}
          onChange={set.work.overlap}
        />
      )}
      {round ? null : (
        <QuantityField
          beside
          label={iron ? 'Crack length' : 'Seam length'}
          kind="length"
          value={work.length}
          empty={print(0.05, 'length')}
          error={error('work.length')}
          onChange={set.work.length}
        />
      )}
      {work.joint === 'patch' || work.joint === 'overlay' ? (
        <QuantityField
          beside
          label="Width"
          kind="length"
          value={work.width}
          empty="as long"
          error={error('work.width')}
          onChange={set.work.width}
        />
      ) : null}
      {single ? null : (
        <QuantityField
          beside
          label={round ? 'Gap, across' : 'Gap'}
          kind="length"
          value={work.clearance}
          empty={print((round ? 0.004 : 0.003) * INCH_M, 'length')}
          error={error('work.clearance')}
          onChange={set.work.clearance}
        />
      )}
      {iron ? (
        <>
          <Group beside label="The part">
            <Segmented
              label="The part"
              value={work.restraint}
              options={GIVES}
              onChange={set.work.restraint}
            />
          </Group>
          <QuantityField
            beside
            label="It weighs"
            kind="mass"
            value={work.mass}
            empty="not said"
            error={error('work.mass')}
            onChange={set.work.mass}
          />
        </>
      ) : null}
      <Group beside label="Carries" error={error('work.service')}>
        <ul className="flex flex-wrap gap-1.5" aria-label="Carries">
          {SERVICES.map((s) => {
            const on = work.service.includes(s)
            return (
              <li key={s}>
                <button
                  type="button"
                  aria-pressed={on}
                  className={`name min-h-9 rounded-md border-[1.5px] px-2 ${on ? 'border-ink bg-ink font-semibold text-paper' : 'border-rule bg-sheet'}`}
                  onClick={() => set.service(on ? work.service.filter((x) => x !== s) : [...work.service, s])}
                >
                  {SERVICE_NAMES[s]}
                </button>
              </li>
            )
          })}
        </ul>
      </Group>
      {round ? (
        <Group beside label="Lies">
          <Segmented label="Lies" value={work.attitude} options={ATTITUDES} onChange={set.work.attitude} />
        </Group>
      ) : null}
      <Cautions cautions={cautions} ticked={work.cautions} onChange={set.cautions} />
      <details open={unusual(work)}>
        <summary className="name cursor-pointer py-1 text-lg text-soft">More about the work</summary>
        <div className="grid gap-2 pt-1">
          <QuantityField
            beside
            label="Hottest in use"
            kind="temperature"
            value={work.serviceTemperature}
            empty="room"
            error={error('work.serviceTemperature')}
            onChange={set.work.serviceTemperature}
          />
          {round ? (
            <>
              <QuantityField
                beside
                label="Pressure"
                kind="pressure"
                value={work.pressure}
                empty="none"
                error={error('work.pressure')}
                onChange={set.work.pressure}
              />
              <Group beside label="Line to sweep" error={under('work.tubeRun')}>
                <Button className="w-full" onClick={() => setRunsOpen(true)}>
                  {work.tubeRun.length === 0
                    ? 'No tube: enter it'
                    : work.tubeRun.length === 1
                      ? '1 length'
                      : `${work.tubeRun.length} lengths`}
                </Button>
              </Group>
              <QuantityField
                beside
                label="Nitrogen"
                kind="flow"
                value={work.purgeFlow}
                empty={print(HOLD_FLOW.usual, 'flow')}
                error={error('work.purgeFlow')}
                onChange={set.work.purgeFlow}
              />
              <Group beside label="Temper">
                <Segmented label="Temper" value={work.temper} options={TEMPERS} onChange={set.work.temper} />
              </Group>
              <QuantityField
                beside
                label="Keep cool at"
                kind="length"
                value={work.protectAt}
                empty="nothing near"
                hint="From the mouth to a valve or seal"
                error={error('work.protectAt')}
                onChange={set.work.protectAt}
              />
              <QuantityField
                beside
                label="Wet rag at"
                kind="length"
                value={work.ragAt}
                empty="chosen"
                error={error('work.ragAt')}
                onChange={set.work.ragAt}
              />
              <QuantityField
                beside
                label="Next joint at"
                kind="length"
                value={work.nextJoint}
                empty="none near"
                error={error('work.nextJoint')}
                onChange={set.work.nextJoint}
              />
              <TextField
                label="Joints on the line at"
                placeholder="400 mm; 1.2 m; 2 m"
                value={work.jointsAt}
                error={error('work.jointsAt')}
                onChange={set.work.jointsAt}
              />
            </>
          ) : (
            <Group beside label="Seam">
              <Segmented label="Seam" value={work.seam} options={SEAMS} onChange={set.work.seam} />
            </Group>
          )}
          <TextField
            label="How many"
            inputMode="numeric"
            value={work.count}
            error={error('work.count')}
            onChange={set.work.count}
          />
          <SelectField
            beside
            label="Surface"
            value={work.surface}
            options={SURFACES}
            onChange={set.work.surface}
          />
          <SelectField
            beside
            label="Hollow"
            value={work.hollow}
            options={HOLLOWS}
            onChange={set.work.hollow}
          />
          <Group beside label="Load">
            <Segmented label="Load" value={work.load} options={LOADS} onChange={set.work.load} />
          </Group>
          <SelectField
            beside
            label="Code"
            value={work.codeUse}
            options={CODE_USES}
            onChange={set.work.codeUse}
          />
          <Group beside label="Colour">
            <Segmented label="Colour" value={work.colour} options={COLOURS} onChange={set.work.colour} />
          </Group>
          <Group beside label="Hand">
            <Segmented label="Hand" value={work.skill} options={SKILLS} onChange={set.work.skill} />
          </Group>
          <Group beside label="Room">
            <Segmented label="Room" value={work.room} options={ROOM} onChange={set.work.room} />
          </Group>
          <SelectField
            beside
            label="Rod"
            value={work.rodSection}
            options={RODS}
            onChange={set.work.rodSection}
          />
          <SelectField
            beside
            label="Form"
            value={work.form}
            placeholder="chosen for you"
            options={FORMS}
            onChange={set.work.form}
          />
          <Group beside label="Flux">
            <Segmented label="Flux" value={work.flux} options={FLUXES} onChange={set.work.flux} />
          </Group>
        </div>
      </details>
      <h2 className="name pt-1 text-lg text-soft">The rig</h2>
      <SelectField
        beside
        label={say('Torch')}
        value={torchId ?? OWN}
        options={torchOptions}
        onChange={set.torch}
      />
      <QuantityField
        beside
        label={say('Tip')}
        kind="length"
        value={rig.braze.tipOrifice}
        error={error('rig.tipOrifice')}
        empty={say('chosen for you')}
        onChange={set.gear.tipOrifice}
      />
      <Group beside label="Head">
        <Segmented label="Head" value={rig.braze.head} options={HEADS} onChange={set.gear.head} />
      </Group>
      {rig.braze.head === 'single' ? null : (
        <TextField
          label="Ports"
          inputMode="numeric"
          placeholder="8"
          value={rig.braze.ports}
          error={error('rig.ports')}
          onChange={set.gear.ports}
        />
      )}
      <Group beside label={say('Torches')}>
        <Segmented
          label={say('Torches')}
          value={rig.braze.torches}
          options={TORCHES}
          onChange={set.gear.torches}
        />
      </Group>
      <Group beside label="Mixer">
        <Segmented label="Mixer" value={rig.braze.torchKind} options={KINDS} onChange={set.gear.torchKind} />
      </Group>
      <Group beside label="Your chart" error={under('rig.chart')}>
        <Button className="w-full" onClick={() => setChartOpen(true)}>
          {rig.braze.chart.length === 0
            ? say('No brazing tips: enter them')
            : rig.braze.chart.length === 1
              ? say('1 tip')
              : say(`${rig.braze.chart.length} tips`)}
        </Button>
      </Group>
      <SelectField
        beside
        label="Fuel"
        value={rig.fuel as (typeof FUELS)[number]['value']}
        options={FUELS}
        error={error('rig.fuel')}
        onChange={set.fuel}
      />
      <QuantityField
        beside
        label="Hose length"
        kind="length"
        value={rig.oxygenHose.length}
        error={error('rig.oxygenHose.length')}
        onChange={set.hoseLength}
      />
      <QuantityField
        beside
        label="Hose bore"
        kind="length"
        value={rig.oxygenHose.bore}
        error={error('rig.oxygenHose.bore')}
        onChange={set.hoseBore}
      />
      {rig.fuel === 'acetylene' ? (
        <QuantityField
          beside
          label={say('Acetylene cylinder')}
          kind="volume"
          value={rig.acetyleneCylinder}
          empty="not said"
          hint="Its full contents, as rated"
          error={error('rig.acetyleneCylinder')}
          onChange={set.acetylene}
        />
      ) : null}
      <RunsPanel
        open={runsOpen}
        runs={work.tubeRun}
        errors={errors}
        onChange={set.runs}
        onClose={() => setRunsOpen(false)}
      />
      <ChartPanel
        brazing
        open={chartOpen}
        rows={rig.braze.chart}
        errors={errors}
        onChange={set.chart}
        onClose={() => setChartOpen(false)}
      />
    </section>
  )
}

/** One function for each field that stays the same, so that an edit draws again only what it changes. */
function useSetters(edit: EditOf<BrazeDraft>, torches: readonly Torch[]) {
  return useMemo(() => {
    const work =
      <K extends keyof BrazeWorkDraft>(name: K) =>
      (value: BrazeWorkDraft[K]) =>
        edit.setWork({ [name]: value } as Partial<BrazeWorkDraft>)
    const part = (which: 'a' | 'b') => (name: keyof BrazePartDraft) => (value: string) =>
      edit.setPart(which, { [name]: value })
    const gear = (name: 'tipOrifice' | 'head' | 'ports' | 'torchKind' | 'torches') => (value: string) =>
      edit.setGear({ [name]: value })
    const [a, b] = [part('a'), part('b')]
    return {
      work: Object.fromEntries(WORK_WORDS.map((name) => [name, work(name)])) as Record<
        (typeof WORK_WORDS)[number],
        (value: string) => void
      >,
      joint: work('joint') as (value: string) => void,
      service: work('service'),
      cautions: work('cautions'),
      runs: (tubeRun: readonly RunDraft[]) => edit.setWork({ tubeRun: [...tubeRun] }),
      a: { metal: a('metal'), outsideDiameter: a('outsideDiameter'), wall: a('wall') },
      b: { metal: b('metal'), wall: b('wall'), depth: b('depth') },
      tube: (name: string) =>
        edit.setPart('a', name === OWN_TUBE ? { tube: '' } : { tube: name, outsideDiameter: '', wall: '' }),
      gear: {
        tipOrifice: gear('tipOrifice'),
        head: gear('head'),
        ports: gear('ports'),
        torchKind: gear('torchKind'),
        torches: gear('torches'),
      },
      chart: (chart: readonly ChartRowDraft[]) => edit.setGear({ chart: [...chart] }),
      fuel: (fuel: string) => edit.setRig({ fuel }),
      acetylene: (acetyleneCylinder: string) => edit.setRig({ acetyleneCylinder }),
      hoseLength: (length: string) => edit.setHose({ length }),
      hoseBore: (bore: string) => edit.setHose({ bore }),
      torch: (id: string) => {
        const torch = torches.find((t) => t.id === id)
        edit.setDraft({ torchId: torch?.id ?? null, ...(torch ? { rig: torch.rig } : {}) })
      },
    }
  }, [edit, torches])
}

/** The fields of the work that are one line of text or a word. */
const WORK_WORDS = [
  'clearance',
  'overlap',
  'length',
  'width',
  'serviceTemperature',
  'pressure',
  'attitude',
  'load',
  'codeUse',
  'colour',
  'skill',
  'temper',
  'room',
  'hollow',
  'surface',
  'seam',
  'restraint',
  'protectAt',
  'ragAt',
  'nextJoint',
  'jointsAt',
  'count',
  'mass',
  'purgeFlow',
  'form',
  'rodSection',
  'flux',
] as const satisfies readonly (keyof BrazeWorkDraft)[]

/** Whether something is said that would be hidden in the part that is folded away. */
const unusual = (w: BrazeWorkDraft) =>
  w.hollow !== 'no' || w.surface !== 'clean' || w.codeUse !== 'none' || w.protectAt !== ''
