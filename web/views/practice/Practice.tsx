import { useEffect, useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import type { Attempts, Person } from '#contract/types.ts'
import { orderWayOf } from '#core/teach/order-board.ts'
import { BENCH_IDS, BENCHES, taskTitleOf, type BenchId } from '#core/teach/task-titles.ts'
import { DONE } from '#core/teach/points.ts'
import { api } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { useApp, useSend } from '../../app/store.ts'
import { dayOf } from '../../ui/dates.ts'
import { Group } from '../../ui/Field.tsx'
import { FileField } from '../../ui/FileField.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { OpenBench } from './OpenBench.tsx'
import { PracticeTabs } from './PracticeTabs.tsx'
import { readRecording } from './read-recording.ts'
import { useAllAttempts } from './useAttempts.ts'
import { usePracticeTorch } from './usePracticeTorch.ts'

const HANDS = [
  { value: 'right', label: 'Right hand' },
  { value: 'left', label: 'Left hand' },
] as const
const OPTIONS = BENCH_IDS.map((value) => ({ value, label: BENCHES[value] }))

/** What can be practised without gas, with which torch, and how far everybody is. */
export default function Practice() {
  const torch = usePracticeTorch()
  const send = useSend()
  const hand = useApp((s) => s.device.practiceHand)
  const personId = useApp((s) => s.device.personId)
  const attempts = useAllAttempts()
  const people = api.usePeopleQuery().data?.filter((p) => p.active) ?? []
  const [open, choose] = useOpenBench()
  if (!torch) return <Opening />
  const { made } = torch
  const who = people.some((p) => p.id === personId) ? personId : null
  return (
    <main className="mx-auto grid max-w-[1080px] gap-4 px-4 py-4 md:px-6">
      <PracticeTabs />
      <p className="text-soft">
        Facts, order, flame, heat and pace in your hands, without gas. It is written into your own practice,
        and into nothing else.
      </p>
      <section aria-label="With which torch" className="grid gap-4 md:grid-cols-2">
        <SelectField label="Torch" value={torch.chosen} options={torch.choices} onChange={torch.choose} />
        <Group label="Held in the">
          <Segmented
            label="Held in the"
            value={hand ?? (made.ok ? made.hand : 'right')}
            options={HANDS}
            onChange={(practiceHand) => void send(device.actions.changed({ practiceHand }))}
          />
        </Group>
      </section>
      <Segmented label="Bench" value={open} options={OPTIONS} onChange={choose} />
      <OpenBench open={open} torch={torch} attempts={attempts} who={who} />
      <Everybody people={people} attempts={attempts} />
      <Recorded />
    </main>
  )
}

/** The bench that is open: the one that was asked for, else the one that was open last. */
function useOpenBench(): readonly [BenchId, (to: BenchId) => void] {
  const send = useSend()
  const [search, setSearch] = useSearchParams()
  const last = useApp((s) => s.device.practiceBench)
  const asked = BENCH_IDS.find((b) => b === search.get('bench'))
  useEffect(() => {
    if (asked && asked !== last) void send(device.actions.changed({ practiceBench: asked }))
  }, [asked, last, send])
  const choose = (practiceBench: BenchId) => {
    if (asked) setSearch({ bench: practiceBench }, { replace: true })
    else void send(device.actions.changed({ practiceBench }))
  }
  return [asked ?? last, choose]
}

/** A recording that somebody saved, to be watched. */
function Recorded() {
  const go = useNavigate()
  const [refused, setRefused] = useState<string | undefined>(undefined)
  const open = async (file: File) => {
    const read = await readRecording(await file.text())
    if (read.ok) {
      const { kind, task } = read.recording
      if (kind === 'facts') {
        setRefused('A round of cards is not played again: open its cards instead.')
        return
      }
      void go(`/practice/${kind}/${encodeURIComponent(kind === 'order' ? orderWayOf(task).task : task)}`, {
        state: { recording: read.recording },
      })
    } else setRefused(read.message)
  }
  return (
    <section aria-label="A recording" className="max-w-[480px]">
      <h2 className="pb-2 text-section">A recording</h2>
      <FileField
        label="Watch one from a file"
        accept=".json,application/json"
        refused={refused}
        onFile={(file) => void open(file)}
      />
    </section>
  )
}

/** How far each of the shop is: for whoever teaches. */
function Everybody({
  people,
  attempts,
}: {
  readonly people: readonly Person[]
  readonly attempts: readonly Attempts[]
}) {
  const rows = people
    .map((person) => ({ person, own: attempts.filter((a) => a.personId === person.id) }))
    .filter(({ own }) => own.length > 0)
  if (rows.length === 0) return null
  return (
    <section aria-label="Everybody">
      <h2 className="pb-2 text-section">Everybody</h2>
      <table className="w-full text-left text-field">
        <thead className="border-b-[1.5px] border-ink">
          <tr>
            <th className="py-2 pr-3 font-semibold">Name</th>
            <th className="py-2 pr-3 font-semibold">Done</th>
            <th className="py-2 pr-3 font-semibold">Still to do</th>
            <th className="py-2 text-right font-semibold">Last</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ person, own }) => {
            const done = own.filter((a) => a.best >= DONE)
            const open = own.filter((a) => a.best < DONE)
            const last =
              own
                .map((a) => a.last)
                .sort()
                .at(-1) ?? ''
            return (
              <tr key={person.id} className="border-b border-rule align-top">
                <th scope="row" className="py-2 pr-3 font-semibold">
                  {person.name}
                </th>
                <td className="py-2 pr-3">{done.length}</td>
                <td className="py-2 pr-3">
                  {open.map((a) => `${taskTitleOf(a.bench, a.task)} ${a.best}`).join(', ') || '–'}
                </td>
                <td className="py-2 text-right whitespace-nowrap">{dayOf(last)}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </section>
  )
}
