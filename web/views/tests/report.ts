import { format } from 'date-fns/format'
import { verdictOf, type TestProgress, type TestResult } from '#core/check/test-record.ts'
import { fromSi, printQuantity } from '#core/quantity/index.ts'
import type { JointTest } from '#contract/types.ts'
import type { ShopView } from '../../app/shop.ts'
import { SHEET_FOOT, type SheetPage } from '../../paper/page.ts'
import { TEST_WORDS } from '../log/outcome-words.ts'
import { TEST_NAMES } from './words.ts'

type Print = ShopView['print']
type Row = readonly [name: string, value: string]

/** What was asked of a line and how it was read, each in a row; nothing for what nobody said. */
function asked({ kind, asked: a }: JointTest, print: Print): readonly Row[] {
  const rows: readonly (readonly [string, string | undefined])[] =
    kind === 'pressure'
      ? [
          ['Test pressure, dry nitrogen', print(a.testPa, 'pressure')],
          ['Weakest part is rated', a.weakestPa === null ? undefined : print(a.weakestPa, 'pressure')],
          ['Relief opened at', a.reliefPa === null ? undefined : print(a.reliefPa, 'pressure')],
          ['It had to stand', typeof a.askedS === 'number' ? print(a.askedS, 'time') : undefined],
          ['Division of the gauge', a.divisionPa === null ? undefined : print(a.divisionPa, 'pressure')],
        ]
      : [['Wanted under', a.targetPaAbs === null ? undefined : micron(a.targetPaAbs)]]
  return rows.flatMap(([name, value]) => (value === undefined ? [] : [[name, value] as const]))
}
const micron = (pa: number) => `${printQuantity(pa, 'micron')}, absolute`

/** A test on one page for the customer: what was asked, its first and last reading, what it came to, and room to sign. */
export function testReport(
  test: JointTest,
  progress: TestProgress,
  told: TestResult,
  { print, say, units }: Pick<ShopView, 'print' | 'say' | 'units'>,
): SheetPage {
  const { verdict, because } = verdictOf(told)
  const [first, last] = [progress.readings[0], progress.readings.at(-1)]
  const read = (pa: number) =>
    test.kind === 'pressure' ? print(pa - test.asked.ambientPa, 'pressure') : micron(pa)
  const readings: readonly Row[] =
    first && last
      ? (
          [
            ['First reading', first],
            ['Last reading', last],
          ] as const
        ).map(([name, r]) => [
          name,
          `${read(r.pressurePaAbs)}${progress.temperatureRead ? ` at ${print(r.temperatureK, 'temperature')}` : ''}, minute ${Math.round(r.timeS / 60)}`,
        ])
      : []
  return {
    kind: TEST_NAMES[test.kind],
    title: test.title,
    about: `${format(new Date(test.startedAt), 'd MMMM yyyy, HH:mm')}${test.personName ? `, by ${test.personName}` : ''}. ${progress.readings.length} readings.`,
    figures: [
      ...asked(test, print),
      ...(test.kind === 'pressure'
        ? [['Supply off the line', progress.supplyOff ? 'yes' : 'not said'] as const]
        : []),
      ...readings,
    ],
    steps: [],
    verdict: { said: `${TEST_WORDS[verdict]}.`, because: say(because) },
    ...(progress.readings.length > 1
      ? {
          curve: {
            xTitle: 'minutes',
            yTitle: test.kind === 'pressure' ? `${units.pressure}, gauge` : 'micron, absolute',
            points: progress.readings.map(
              (r) =>
                [
                  r.timeS / 60,
                  test.kind === 'pressure'
                    ? fromSi(r.pressurePaAbs - test.asked.ambientPa, units.pressure)
                    : fromSi(r.pressurePaAbs, 'micron'),
                ] as const,
            ),
          },
        }
      : {}),
    signs: ['For the work', 'For the customer'],
    foot: SHEET_FOOT,
  }
}
