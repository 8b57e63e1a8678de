import { NavLink } from 'react-router'
import { api } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { useApp, useSend } from '../../app/store.ts'
import { SelectField } from '../../ui/SelectField.tsx'

/** What is practised, what an instructor asks for, and how everybody comes along. */
export function PracticeTabs() {
  const look = ({ isActive }: { isActive: boolean }) =>
    `name inline-flex min-h-[44px] items-center border-b-4 px-3 text-label ${isActive ? 'border-brick font-semibold' : 'border-transparent text-soft'}`
  return (
    <header className="flex flex-wrap items-end gap-x-6 border-b-[1.5px] border-rule">
      <h1 className="pb-1 text-page">Practice</h1>
      <nav aria-label="Practice" className="flex flex-wrap">
        <NavLink end to="/practice" className={look}>
          Benches
        </NavLink>
        <NavLink to="/practice/sets" className={look}>
          Sets
        </NavLink>
        <NavLink to="/practice/progress" className={look}>
          Progress
        </NavLink>
      </nav>
      <div className="min-w-[220px] grow pb-2 md:max-w-[300px] md:ml-auto">
        <Who />
      </div>
    </header>
  )
}

const NOBODY = ''
/** Who is at this screen: their tries, their sets, their name under what they sign. */
function Who() {
  const send = useSend()
  const personId = useApp((s) => s.device.personId)
  const people = api.usePeopleQuery().data?.filter((p) => p.active) ?? []
  return (
    <SelectField
      label="Who practises"
      value={people.some((p) => p.id === personId) ? (personId ?? NOBODY) : NOBODY}
      options={people.map((p) => ({ value: p.id, label: p.name }))}
      placeholder={people.length === 0 ? 'Nobody is named yet' : 'Not said'}
      onChange={(id) => void send(device.actions.changed({ personId: id }))}
    />
  )
}
