import { Link } from 'react-router'
import { FLAME_TASKS, taskAsks, taskNot, taskTitle } from '#core/teach/flame-tasks.ts'
import { device } from '../../app/device.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { usePracticeTorch } from './usePracticeTorch.ts'

const HANDS = [
  { value: 'right', label: 'Right hand' },
  { value: 'left', label: 'Left hand' },
] as const

/** What can be practised without gas, and with which torch. */
export default function Practice() {
  const torch = usePracticeTorch()
  const { say } = useShop()
  const send = useSend()
  const hand = useApp((s) => s.device.practiceHand)
  if (!torch) return <p className="p-6 text-soft">Opening.</p>
  const { made } = torch
  return (
    <main className="mx-auto grid max-w-[1080px] gap-4 px-4 py-4 md:px-6">
      <header>
        <h1 className="text-page">Practice</h1>
        <p className="text-soft">
          The flame in your hands, without gas. Nothing here is written into the log.
        </p>
      </header>
      <section aria-label="The torch in hand" className="grid gap-4 md:grid-cols-2">
        <SelectField
          label="Torch"
          value={torch.chosen}
          options={torch.choices}
          onChange={torch.choose}
          inColumn
        />
        <div className="grid content-start gap-1">
          <p className="name text-text">Torch in the</p>
          <Segmented
            label="Torch in the"
            value={hand ?? (made.ok ? made.hand : 'right')}
            options={HANDS}
            onChange={(practiceHand) => void send(device.actions.changed({ practiceHand }))}
          />
        </div>
      </section>
      {made.ok ? (
        <section aria-label="The flame">
          <h2 className="pb-2 text-section">The flame</h2>
          <ul className="grid gap-3 md:grid-cols-2">
            {FLAME_TASKS.map((task) => {
              const not = taskNot(task, made.bench)
              return (
                <li
                  key={task}
                  className="relative grid min-h-[88px] content-start gap-1 rounded-md border-[1.5px] border-rule bg-sheet p-3"
                >
                  {not === undefined ? (
                    <Link
                      className="name text-label font-semibold after:absolute after:inset-0"
                      to={`/practice/flame/${task}`}
                    >
                      {taskTitle(task)}
                    </Link>
                  ) : (
                    <p className="name text-label font-semibold text-soft">{taskTitle(task)}</p>
                  )}
                  <p className="text-soft">{not ?? say(taskAsks(task, made.bench))}</p>
                </li>
              )
            })}
          </ul>
        </section>
      ) : (
        <p role="alert" className="border-l-4 border-alarm pl-3">
          {torch.name} cannot be practised with: {made.errors[0]?.message}
        </p>
      )}
    </main>
  )
}
