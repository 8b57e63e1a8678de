import { Link } from 'react-router'
import { dueList } from '#core/rig/due.ts'
import { api } from '../../app/api.ts'
import { dayToday } from '../../app/use-gear.ts'

/** What of the rig may not be used, or is overdue, in a line that leads there. */
export default function RigDue() {
  const gear = (api.useGearQuery().data ?? []).filter((g) => g.active)
  const due = dueList(gear, dayToday())
  const stops = due.filter((d) => d.due.state === 'stop')
  const minds = due.filter((d) => d.due.state === 'mind')
  const first = stops[0] ?? minds[0]
  if (!first) return null
  const others = stops.length + minds.length - 1
  return (
    <Link
      to="/rig"
      className={`block border-l-[6px] py-1 pl-3 leading-snug ${stops.length > 0 ? 'border-alarm' : 'border-brass'}`}
    >
      <strong>{stops.length > 0 ? 'Stop' : 'Mind'}.</strong> {first.gear.name}: {first.due.text}
      {others > 0 ? ` And ${others} more in the rig.` : ''}
    </Link>
  )
}
