import { addSeconds } from 'date-fns/addSeconds'
import { format } from 'date-fns/format'
import { parseISO } from 'date-fns/parseISO'
import type { PressureResult } from '#core/check/pressure-test.ts'
import { verdictOf, type TestProgress, type TestResult } from '#core/check/test-record.ts'
import { readsWhen, type TradeResult } from '#core/check/trade-verdict.ts'
import type { VacuumResult } from '#core/check/vacuum-test.ts'
import { printEstimate, printQuantity, printRise, printShort } from '#core/quantity/index.ts'
import type { JointTest } from '#contract/types.ts'
import { useShop } from '../../app/shop.ts'
import { TEST_WORDS } from '../log/outcome-words.ts'
import { gaugeRate } from './gauge-rate.ts'

const LOOK = {
  holds: 'border-verdigris text-verdigris',
  dry: 'border-verdigris text-verdigris',
  leaks: 'border-alarm text-alarm',
  moist: 'border-alarm text-alarm',
  'cannot-tell': 'border-brass text-brass',
  void: 'border-alarm text-alarm',
  'not-yet': 'border-brass text-brass',
  longer: 'border-brass text-brass',
} as const
const SIGN = {
  holds: '✓',
  dry: '✓',
  leaks: '✕',
  moist: '≈',
  void: '!',
  'not-yet': '…',
  longer: '…',
  'cannot-tell': '?',
} as const

/** What a test comes to so far: in a word, why, and what may be done about it. */
export function Verdict({
  test,
  told,
  state,
}: {
  readonly test: JointTest
  readonly told: TestResult
  readonly state: TestProgress['state']
}) {
  const { say } = useShop()
  const { verdict, because } = verdictOf(told)
  const trade = told.kind === 'pressure' ? told.trade : undefined
  const waitS = trade ? trade.waitS : told.result.waitS
  const wait = state === 'holding' && waitS !== undefined && waitS > 0 ? waitS : undefined
  return (
    <div role="status" data-verdict={verdict} className={`border-l-[8px] pl-4 ${LOOK[verdict]}`}>
      <p className="figure text-page leading-none">
        {SIGN[verdict]} {TEST_WORDS[verdict]}
        {wait === undefined ? '' : `: wait ${Math.ceil(wait / 60)} more minutes`}
      </p>
      <p className="max-w-[70ch] pt-2 text-ink">{say(because)}</p>
      {trade && trade.ways.length > 0 ? (
        <ul aria-label="What may be done" className="max-w-[70ch] list-disc pt-1 pl-4 text-ink">
          {trade.ways.map((way) => (
            <li key={way}>{say(way)}</li>
          ))}
        </ul>
      ) : null}
      {trade ? <Shown trade={trade} count={told.result.count} /> : null}
      {told.kind === 'pressure' ? (
        <Finer test={test} result={told.result} beside={trade !== undefined} />
      ) : (
        <Vacuum test={test} result={told.result} />
      )}
    </div>
  )
}

function NamedValue({ name, value }: { readonly name: string; readonly value: string }) {
  return (
    <div className="py-0.5">
      <dt className="text-soft">{name}</dt>
      <dd className="font-semibold">{value}</dd>
    </div>
  )
}

const ROW = 'name grid grid-cols-2 gap-x-6 pt-2 text-field text-ink sm:grid-cols-3'

/** What the gauge has shown, by the trade's verdict. */
function Shown({ trade, count }: { readonly trade: TradeResult; readonly count: number }) {
  const { print } = useShop()
  return (
    <dl className={ROW}>
      <NamedValue name="Lost, one temperature" value={print(trade.dropPa, 'pressure')} />
      <NamedValue name="Shows from" value={print(trade.leastPa, 'pressure')} />
      {trade.verdict === 'leaks' ? null : (
        <NamedValue name="Unseen, an hour" value={`under ${print(trade.detectablePaPerHour, 'pressure')}`} />
      )}
      <NamedValue name="Held" value={`${print(trade.holdS, 'time')}, ${count} readings`} />
    </dl>
  )
}

/** The leak by its own interval; beside the trade's verdict only where a leak is allowed. */
function Finer({
  test: { asked },
  result,
  beside,
}: {
  readonly test: JointTest
  readonly result: PressureResult
  readonly beside: boolean
}) {
  const { print, units } = useShop()
  const named = asked.limit !== null || typeof asked.allowedPaPerHour === 'number'
  if (beside && (!named || result.holdS === 0)) return null
  const { unit, shown: ofLine } = gaugeRate('pressure', units)
  const shown = (rate: number) => ofLine(rate / (asked.volumeM3 ?? 1))
  return (
    <>
      {beside ? (
        <p className="pt-3 text-ink">
          <strong>Against the loss that is allowed: {TEST_WORDS[result.verdict].toLowerCase()}.</strong>
          {result.verdict === 'cannot-tell' && result.waitS !== undefined
            ? ` At this rate it is told in ${print(result.waitS, 'time')} more.`
            : ''}
        </p>
      ) : null}
      <dl className={ROW}>
        <NamedValue
          name="Loses, 95 %"
          value={`${printEstimate(shown(result.rate), shown(result.uncertainty))} ${unit}`}
        />
        <NamedValue name="Limit" value={`${printShort(shown(result.limit))} ${unit}`} />
        {beside ? null : (
          <NamedValue name="Held" value={`${print(result.holdS, 'time')}, ${result.count} readings`} />
        )}
        <NamedValue
          name="Drop, one temperature"
          value={`${print(result.dropPa, 'pressure')} ± ${print(result.dropUncertaintyPa, 'pressure')}`}
        />
        {beside ? null : <NamedValue name="Nitrogen a year" value={`${printShort(result.gramsPerYear)} g`} />}
      </dl>
    </>
  )
}

function Vacuum({ test, result }: { readonly test: JointTest; readonly result: VacuumResult }) {
  const { print, units } = useShop()
  const { unit, shown: ofLine } = gaugeRate('vacuum', units)
  const shown = (rate: number) => ofLine(rate / (test.asked.volumeM3 ?? 1))
  const micron = (pa: number) => printQuantity(pa, 'micron')
  return (
    <dl className={ROW}>
      <NamedValue
        name="Rises, 95 %"
        value={`${printEstimate(shown(result.rate), shown(result.uncertainty))} ${unit}`}
      />
      <NamedValue name="Limit" value={`${printShort(shown(result.limit))} ${unit}`} />
      <NamedValue name="Held" value={`${print(result.holdS, 'time')}, ${result.count} readings`} />
      <NamedValue name="Last" value={micron(result.lastPaAbs)} />
      <NamedValue name="Wanted under" value={micron(result.targetPaAbs)} />
      <NamedValue name="Water could reach" value={micron(result.vapourPa)} />
    </dl>
  )
}

/** The temperatures that are foretold, K away from the first. */
const FORETOLD_K = [5, -5] as const

/** What the needle will do by itself, and when the verdict is due: so that nobody mistakes the weather for a leak. */
export function Forecast({
  test: { asked },
  progress,
}: {
  readonly test: JointTest
  readonly progress: TestProgress
}) {
  const { print, units } = useShop()
  const { readings, holdFrom } = progress
  const [first] = readings
  if (!first || holdFrom === undefined) return null
  const due =
    typeof asked.askedS === 'number' ? addSeconds(parseISO(holdFrom), first.timeS + asked.askedS) : undefined
  return (
    <section aria-label="What the needle will do" className="border-t-[1.5px] border-rule pt-3">
      {due ? (
        <p className="text-field">
          The verdict is due at <strong>{format(due, 'HH:mm')}</strong>.
        </p>
      ) : null}
      <p className="text-soft">
        With nothing lost the gauge reads{' '}
        {FORETOLD_K.map(
          (k) =>
            `${print(readsWhen(first, first.temperatureK + k, asked.ambientPa), 'pressure')} once the pipe is ${printRise(Math.abs(k), units)} ${k > 0 ? 'warmer' : 'colder'}`,
        ).join(', and ')}
        .
      </p>
    </section>
  )
}
