import { lazy, Suspense, useState, type ReactNode } from 'react'
import { useNavigate } from 'react-router'
import { INCH_UNITS, METRIC_UNITS } from '#core/quantity/choices.ts'
import { parseQuantity, printAs } from '#core/quantity/index.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { TORCH } from '#core/rig/fields.ts'
import { SHOP } from '#core/shop/fields.ts'
import { api, type Failure } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { useSend } from '../../app/store.ts'
import { optionsOf } from '../../form/options.ts'
import { Button } from '../../ui/Button.tsx'
import { Field, Group } from '../../ui/Field.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { useKeptForm } from '../../ui/useKeptForm.ts'
import { FUEL_OPTIONS } from '../plan/FuelField.tsx'
import { bodyOf, contentsFault, noAnswers, SOLD_TIPS, tipsOf, type Answers } from './first-shop.ts'

const ChartImport = lazy(() => import('../plan/ChartImport.tsx'))

const UNITS = [
  { value: 'inch', label: 'Inches and psi' },
  { value: 'metric', label: 'Millimetres and bar' },
] as const
const REGIONS = optionsOf(SHOP.region.names)
const TORCHES = optionsOf(TORCH.kind.names)
const ROLES = [
  { value: 'practised', label: 'Qualified' },
  { value: 'apprentice', label: 'Apprentice' },
  { value: 'instructor', label: 'Instructor' },
] as const
const CHARTS = [
  { value: 'later', label: 'Later' },
  { value: 'now', label: 'Now, from a table' },
] as const
/** Oxygen and fuel cylinders as they are commonly sold. */
const SIZES = {
  inch: {
    oxygen: ['80 cu ft', '125 cu ft', '250 cu ft'],
    fuel: ['40 cu ft', '75 cu ft', '145 cu ft', '300 cu ft'],
  },
  metric: { oxygen: ['2 m3', '4 m3', '10 m3'], fuel: ['1 m3', '4 m3', '8 m3'] },
} as const

/** Five questions, each of which may be left out, and then a first plan with one's own torch. */
export default function Begin() {
  const go = useNavigate()
  const send = useSend()
  // its ids are made once, not at each key
  const [first] = useState(noAnswers)
  const [answers, change, letGo] = useKeptForm<Answers>('begin', first)
  const [chart, setChart] = useState<'later' | 'now'>(answers.chart.length > 0 ? 'now' : 'later')
  const [begin, { isLoading }] = api.useBeginShopMutation()
  const [fault, setFault] = useState('')
  const tips = tipsOf(answers)
  const sizes = SIZES[answers.units]
  const faults = [contentsFault(answers.oxygen), contentsFault(answers.fuelCylinder)]
  const bad = tips.bad.length > 0 || faults.some((f) => f !== undefined)
  const done = async (said: Answers, to: string) => {
    setFault('')
    const { data, error } = await begin(bodyOf(said))
    if (!data) return setFault((error as Failure).message)
    send(
      device.actions.changed({
        torchId: data.torchId,
        ...(said.person.trim() === '' ? {} : { personId: said.ids[1] ?? null }),
      }),
    )
    letGo()
    void go(to, { replace: true })
  }
  return (
    <main className="mx-auto max-w-[1000px] px-4 py-6">
      <h1 className="text-page">Five questions, then a first plan</h1>
      <p className="max-w-[70ch] pb-4 text-soft">
        Leave out what you like: all of it can be said later, on the Rig page and in Settings.
      </p>
      <div className="grid gap-6">
        <Question number={1} title="How do you measure?">
          <Segmented
            tall
            label="Units"
            value={answers.units}
            options={UNITS}
            onChange={(units) =>
              change({ units, ...(units === 'inch' ? { region: 'us' } : { region: 'iso' }) })
            }
          />
          <Group label="Hose colours">
            <Segmented
              tall
              label="Hose colours"
              value={answers.region}
              options={REGIONS}
              onChange={(region) => change({ region })}
            />
          </Group>
        </Question>
        <Question number={2} title="Which torch?">
          <div className="grid gap-3 md:grid-cols-3">
            <TextField
              beside={false}
              label="What you call it"
              placeholder="My torch"
              maxLength={120}
              value={answers.torchName}
              onChange={(torchName) => change({ torchName })}
            />
            <SelectField
              label="What it is"
              value={answers.torchKind}
              options={TORCHES}
              onChange={(torchKind) => change({ torchKind })}
            />
            <SelectField
              label="Fuel"
              value={answers.fuel}
              options={FUEL_OPTIONS}
              onChange={(fuel) => change({ fuel })}
            />
          </div>
          <Group label="Tips in the box, by number drill">
            <Presses
              label="Tips in the box"
              options={SOLD_TIPS}
              chosen={answers.tips}
              told={(drill) => boreOf(drill, answers.units)}
              onPress={(tip) =>
                change({
                  tips: answers.tips.includes(tip)
                    ? answers.tips.filter((t) => t !== tip)
                    : [...answers.tips, tip],
                })
              }
            />
          </Group>
          <TextField
            beside={false}
            label="Others, with commas between"
            placeholder="0.040 in, 1.2 mm"
            maxLength={400}
            value={answers.otherTips}
            error={tips.bad.length > 0 ? `Not understood as a bore: ${tips.bad.join(', ')}.` : undefined}
            onChange={(otherTips) => change({ otherTips })}
          />
        </Question>
        <Question number={3} title="The chart that came with it">
          <Segmented tall label="The chart" value={chart} options={CHARTS} onChange={setChart} />
          {chart === 'now' ? (
            <Suspense fallback={<p className="text-soft">Opening.</p>}>
              <ChartImport onTake={(rows) => change({ chart: [...rows] })} />
              {answers.chart.length > 0 ? (
                <p className="font-bold text-verdigris">
                  ✓ {answers.chart.length === 1 ? 'One row is' : `${answers.chart.length} rows are`} taken.
                </p>
              ) : null}
            </Suspense>
          ) : null}
        </Question>
        <Question number={4} title="Cylinders, full contents">
          <div className="grid gap-3 md:grid-cols-2">
            {(
              [
                ['oxygen', 'Oxygen', sizes.oxygen, faults[0]],
                ['fuelCylinder', FUELS[answers.fuel].title, sizes.fuel, faults[1]],
              ] as const
            ).map(([name, label, options, wrong]) => (
              <div key={name} className="grid content-start gap-2">
                <TextField
                  beside={false}
                  label={label}
                  placeholder="not given"
                  maxLength={40}
                  value={answers[name]}
                  error={wrong}
                  onChange={(text) => change({ [name]: text })}
                />
                <Presses
                  label={`${label}, common sizes`}
                  options={options}
                  chosen={[answers[name]]}
                  onPress={(size) => change({ [name]: answers[name] === size ? '' : size })}
                />
              </div>
            ))}
          </div>
        </Question>
        <Question number={5} title="Who are you?">
          <div className="grid items-end gap-3 md:grid-cols-2">
            <TextField
              beside={false}
              label="Your name"
              maxLength={120}
              value={answers.person}
              onChange={(person) => change({ person })}
            />
            <Field label="You are">
              {() => (
                <Segmented
                  tall
                  label="You are"
                  value={answers.role}
                  options={ROLES}
                  onChange={(role) => change({ role })}
                />
              )}
            </Field>
          </div>
        </Question>
      </div>
      {fault === '' ? null : (
        <p role="alert" className="pt-4 font-bold text-alarm">
          {fault}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-4 py-6">
        <Button
          look="act"
          className="px-6 text-section"
          disabled={bad || isLoading}
          onClick={() => void done(answers, '/quick')}
        >
          To a first plan
        </Button>
        <Button
          look="quiet"

          disabled={isLoading}
          onClick={() => void done(noAnswers(), '/')}
        >
          Skip all of it
        </Button>
      </div>
    </main>
  )
}

function Question({
  number,
  title,
  children,
}: {
  readonly number: number
  readonly title: string
  readonly children: ReactNode
}) {
  return (
    <section aria-label={title} className="grid gap-3 border-t-[1.5px] border-ink pt-2">
      <h2 className="text-section">
        <span className="pr-2 text-soft">{number}</span>
        {title}
      </h2>
      {children}
    </section>
  )
}

/** The bore of a number drill, as the shop measures. */
function boreOf(drill: string, units: Answers['units']): string {
  const read = parseQuantity(drill, 'length')
  return read.ok ? printAs(read.value, 'bore', units === 'inch' ? INCH_UNITS : METRIC_UNITS) : ''
}

/** A few words to press, wide enough for a glove. */
function Presses<T extends string>({
  label,
  options,
  chosen,
  onPress,
  told,
}: {
  readonly label: string
  readonly options: readonly T[]
  readonly chosen: readonly string[]
  readonly onPress: (word: T) => void
  /** What stands beside it, smaller. */
  readonly told?: (word: T) => string
}) {
  return (
    <ul className="flex flex-wrap gap-2" aria-label={label}>
      {options.map((o) => {
        const on = chosen.includes(o)
        return (
          <li key={o}>
            <button
              type="button"
              aria-pressed={on}
              className={`name min-h-[48px] min-w-[56px] rounded-md border-[1.5px] px-3 text-field ${on ? 'border-ink bg-ink font-semibold text-paper' : 'border-ink bg-sheet'}`}
              onClick={() => onPress(o)}
            >
              {on ? '✓ ' : ''}
              {o}
              {told ? <span className="text-text opacity-80"> {told(o)}</span> : null}
            </button>
          </li>
        )
      })}
    </ul>
  )
}
