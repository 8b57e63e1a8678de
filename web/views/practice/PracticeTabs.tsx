import { api } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { useApp, useSend } from '../../app/store.ts'
import { PageTabs } from '../../ui/PageTabs.tsx'
import { SelectField } from '../../ui/SelectField.tsx'

const TABS = [
  { to: '/practice', says: 'Benches' },
  { to: '/practice/sets', says: 'Sets' },
  { to: '/practice/progress', says: 'Progress' },
] as const

/** What is practised, what an instructor asks for, how everybody comes along; and who is at this screen. */
export const PracticeTabs = () => (
  <PageTabs title="Practice" label="Practice" tabs={TABS}>
    <div className="min-w-[220px] grow pb-2 md:ml-auto md:max-w-[300px]">
      <Who />
    </div>
  </PageTabs>
)

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
