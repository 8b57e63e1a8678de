import { useEffect, useRef } from 'react'
import type { Clock } from '#core/record/run.ts'
import { printDuration } from '#core/quantity/index.ts'
import { useApp } from '../../app/store.ts'
import { beep, useNow } from './clock.ts'

/** Clocks that go on beside the steps and after the end: cooling, the fire watch. Over, they sound once and say so. */
export function Clocks({ clocks }: { readonly clocks: readonly Clock[] }) {
  const now = useNow(clocks.length > 0)
  const sound = useApp((s) => s.device.sound)
  const left = clocks.map((c) => Math.ceil(c.seconds - (now - Date.parse(c.from)) / 1000))
  const over = left.filter((s) => s <= 0).length
  const told = useRef(over)
  useEffect(() => {
    if (over > told.current && sound) beep(880, 0.8)
    told.current = over
  }, [over, sound])
  return (
    <ul className="flex flex-wrap gap-2" aria-label="Clocks that go on">
      {clocks.map((c, i) => {
        const toGo = left[i] ?? 0
        const look =
          toGo > 0 ? 'border-brass' : c.most ? 'border-alarm text-alarm' : 'border-verdigris text-verdigris'
        return (
          <li
            key={c.what + c.from}
            className={`name rounded-md border-[1.5px] px-3 py-0.5 text-field font-semibold ${look}`}
          >
            <span role="timer">
              {c.what}:{' '}
              {toGo > 0 ? `${printDuration(toGo)} to go` : c.most ? 'a minute is over. Flame out' : 'over'}
            </span>
          </li>
        )
      })}
    </ul>
  )
}
