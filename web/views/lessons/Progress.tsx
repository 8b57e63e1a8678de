import { lazy, Suspense, useState } from 'react'
import type { PersonWeek } from '#contract/types.ts'
import { trendOf, trendWords, tryRow, type PracticeWeek, type Trend } from '#core/teach/lessons.ts'
import { BENCH_IDS, BENCHES, type BenchId } from '#core/teach/task-titles.ts'
import { api, type Failure } from '../../app/api.ts'
import { practiceApi } from '../../app/practice-api.ts'
import { fileName, saveFile } from '../../app/save-file.ts'
import { Button } from '../../ui/Button.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { dayOf } from '../../ui/dates.ts'
import { Segmented } from '../../ui/Segmented.tsx'
import { PracticeTabs } from '../practice/PracticeTabs.tsx'

const Chart = lazy(() => import('../../ui/Chart.tsx'))
const ARROWS: Readonly<Record<Trend['goes'], string>> = { up: '↗', down: '↘', steady: '→', unknown: '' }

/** Somebody, with what they did week by week at each bench. */
interface Learner {
  readonly id: string
  readonly name: string
  readonly weeks: (bench: BenchId) => readonly PracticeWeek[]
}

/** How everybody comes along: each skill over the weeks, with its trend. */
export default function Progress() {
  const weeks = practiceApi.usePracticeWeeksQuery().data
  const people = api.usePeopleQuery().data
  const [chosen, setChosen] = useState<string | undefined>(undefined)
  if (!weeks || !people) return <Opening />
  const learners = people
    .filter((p) => weeks.some((w) => w.personId === p.id))
    .map(({ id, name }): Learner => ({
      id,
      name,
      weeks: (bench) => weeks.filter((w) => w.personId === id && w.bench === bench),
    }))
  const shown = learners.find((l) => l.id === chosen) ?? learners[0]
  return (
    <main className="mx-auto grid max-w-[1080px] gap-6 px-4 py-4 md:px-6">
      <PracticeTabs />
      {shown ? (
        <>
          <Skills learners={learners} />
          <section aria-label="Week by week" className="grid gap-3">
            <h2 className="text-section">Week by week</h2>
            <Segmented
              label="Whose"
              value={shown.id}
              options={learners.map((l) => ({ value: l.id, label: l.name }))}
              onChange={setChosen}
            />
            <OneLearner key={shown.id} learner={shown} />
          </section>
          <AsFile />
        </>
      ) : (
        <p className="max-w-[60ch] text-soft">
          Nobody has practised yet. Say on the Practice page who practises, and what they do at the benches
          stands here week by week.
        </p>
      )}
    </main>
  )
}

const lastOf = (weeks: readonly PracticeWeek[]): PracticeWeek | undefined => weeks.at(-1)

/** Each person's skills: how the last week with tries went, and the trend. */
function Skills({ learners }: { readonly learners: readonly Learner[] }) {
  return (
    <section aria-label="Everybody’s skills">
      <h2 className="pb-2 text-section">Everybody’s skills</h2>
      <p className="pb-2 text-soft">
        Points of the last week with tries, of 100, and how they go over up to eight such weeks.
      </p>
      <table className="w-full text-left text-field max-md:block">
        <thead className="border-b-[1.5px] border-ink max-md:hidden">
          <tr>
            <th className="py-2 pr-3 font-semibold">Name</th>
            {BENCH_IDS.map((bench) => (
              <th key={bench} className="py-2 pr-3 font-semibold">
                {BENCHES[bench]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="max-md:block">
          {learners.map((l) => (
            <tr key={l.id} className="border-b border-rule align-top max-md:block max-md:py-2">
              <th scope="row" className="py-2 pr-3 font-semibold max-md:block">
                {l.name}
              </th>
              {BENCH_IDS.map((bench) => {
                const own = l.weeks(bench)
                const last = lastOf(own)
                const trend = trendOf(own)
                return (
                  <td key={bench} className="py-2 pr-3 max-md:flex max-md:gap-3 max-md:py-0.5">
                    <span className="text-soft md:hidden">{BENCHES[bench]}</span>
                    {last ? (
                      <>
                        <span className="figure text-label">{Math.round(last.mean)}</span>{' '}
                        <span className="text-foot whitespace-nowrap text-soft">
                          {ARROWS[trend.goes]} {trendWords(trend)}
                        </span>
                      </>
                    ) : (
                      '–'
                    )}
                  </td>
                )
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

/** One person's weeks at one bench, drawn, and told beside it. */
function OneLearner({ learner }: { readonly learner: Learner }) {
  const benches = BENCH_IDS.filter((b) => learner.weeks(b).length > 0)
  const [bench, setBench] = useState<BenchId>(benches[0] ?? 'facts')
  const weeks = learner.weeks(bench)
  return (
    <div className="grid gap-3 lg:grid-cols-[1fr_300px]">
      <div className="grid content-start gap-3">
        <Segmented
          label="Skill"
          value={bench}
          options={benches.map((value) => ({ value, label: BENCHES[value] }))}
          onChange={setBench}
        />
        <Suspense fallback={<p className="text-soft">Drawing.</p>}>
          <Chart
            label={`${BENCHES[bench]}: points of ${learner.name}, week by week`}
            xTitle="week of"
            yTitle="points"
            series={[
              {
                name: 'mean of the week',
                x: weeks.map((w) => dayOf(w.week)),
                y: weeks.map((w) => Math.round(w.mean)),
                look: 'line',
              },
              {
                name: 'weeks',
                x: weeks.map((w) => dayOf(w.week)),
                y: weeks.map((w) => Math.round(w.mean)),
                look: 'point',
              },
            ]}
          />
        </Suspense>
      </div>
      <table className="h-fit w-full text-left text-field">
        <thead className="border-b-[1.5px] border-ink">
          <tr>
            <th className="py-2 font-semibold">Week of</th>
            <th className="py-2 text-right font-semibold">Tries</th>
            <th className="py-2 text-right font-semibold">Points</th>
          </tr>
        </thead>
        <tbody>
          {weeks.toReversed().map((w: PersonWeek | PracticeWeek) => (
            <tr key={w.week} className="border-b border-rule">
              <th scope="row" className="py-2 font-normal">
                {dayOf(w.week)}
              </th>
              <td className="figure py-2 text-right">{w.tries}</td>
              <td className="figure py-2 text-right">{Math.round(w.mean)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** Every try as a file. */
function AsFile() {
  const [ask, { error }] = practiceApi.useLazyPracticeTriesQuery()
  const failure = error as Failure | undefined
  const save = async () => {
    const { data } = await ask()
    if (!data) return
    const { default: Papa } = await import('papaparse')
    saveFile(
      fileName('practice', 'csv'),
      Papa.unparse(data.map(tryRow), { escapeFormulae: true }),
      'text/csv',
    )
  }
  return (
    <section aria-label="As a file" className="grid gap-2">
      <div>
        <Button onClick={() => void save()}>Save every try as CSV</Button>
      </div>
      {failure ? (
        <p role="alert" className="font-bold text-alarm">
          {failure.message}
        </p>
      ) : null}
    </section>
  )
}
