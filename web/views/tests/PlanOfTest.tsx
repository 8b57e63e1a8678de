import { USUAL_DIVISION_PA } from '#core/check/pressure-test.ts'
import { planHold, thermometerKOf, type ThermometerUse } from '#core/check/trade-verdict.ts'
import { useShop } from '../../app/shop.ts'

const WAYS = {
  division: 'with divisions twice as fine',
  thermometer: 'with one thermometer read at the same place on the pipe',
  both: 'with both',
} as const

/** What a pressure test will be able to tell before it begins, and what would shorten it. */
export function PlanOfTest({
  testPa,
  askedS,
  divisionPa,
  allowedPaPerHour,
  thermometer,
}: {
  readonly testPa: number
  readonly askedS: number
  readonly divisionPa: number | undefined
  readonly allowedPaPerHour: number | undefined
  readonly thermometer: ThermometerUse
}) {
  const { print } = useShop()
  const thermometerK = thermometerKOf(thermometer)
  const plan = planHold({ testPa, askedS, divisionPa, allowedPaPerHour, thermometerK })
  const short = plan.neededS !== undefined && plan.neededS > askedS
  return (
    <section aria-label="What it will tell" className="grid gap-2 border-l-[6px] border-rule pl-3">
      <h2 className="text-section">What it will tell</h2>
      <p>
        From two readings this gauge shows a loss from <strong>{print(plan.leastPa, 'pressure')}</strong> up.
        A line that loses {print(plan.findsPaPerHour, 'pressure')} an hour or more is found in{' '}
        {print(askedS, 'time')}.
      </p>
      {divisionPa === undefined ? (
        <p className="text-soft">
          Its division is taken as {print(USUAL_DIVISION_PA, 'pressure')}: say what it is.
        </p>
      ) : null}
      {thermometer === 'none' ? (
        <p className="font-semibold">
          ▲ Mind. Nobody reads the pipe: it holds only within half a division, if the pipe kept its
          temperature.
        </p>
      ) : null}
      {plan.fine ? null : (
        <p className="font-semibold">
          ▲ Mind. That is more than a fifteenth of the test pressure: this gauge is too coarse to say that it
          holds.
        </p>
      )}
      {plan.neededS !== undefined && allowedPaPerHour !== undefined ? (
        <p className={short ? 'font-semibold' : ''}>
          {short ? '▲ Mind. ' : ''}To find the {print(allowedPaPerHour, 'pressure')} an hour that are allowed
          it has to stand {print(plan.neededS, 'time')}.
        </p>
      ) : null}
      {plan.shorter.length > 0 ? (
        <p className="text-soft">
          As much is told {plan.shorter.map((s) => `in ${print(s.holdS, 'time')} ${WAYS[s.what]}`).join(', ')}
          .
        </p>
      ) : null}
    </section>
  )
}
