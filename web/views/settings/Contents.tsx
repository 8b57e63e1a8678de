import { Search } from 'lucide-react'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useShop } from '../../app/shop.ts'
import { Field } from '../../ui/Field.tsx'
import { anchorOfRow, BOOK, TOPICS } from './MethodRow.tsx'
import { anchorOf, showPlace } from './Part.tsx'

/** A place of the settings that is found by its words. */
interface Place {
  readonly title: string
  /** Said beside it: what is chosen among, or what it belongs to. */
  readonly about: string
  readonly anchor: string
  readonly words: string
}

/** What stands in the other parts, as somebody would look for it. */
const PARTS: Readonly<Record<string, string>> = {
  Units: 'inch mm psi bar litres fahrenheit celsius decimal comma',
  People: 'names roles apprentice instructor retire',
  Limits: 'acetylene draw purge seconds short burns',
  'What is accepted': 'slag gouges drag square size fillet pinholes penetration judged',
  'Rods on the shelf': 'filler price kg stock',
  Gauges: 'regulator scale division amber red zone simulated instruments',
  Prices: 'money gas hour cost',
  Place: 'altitude height hose colours region',
  Words: 'nozzle blowpipe bottle flame trap',
  'This screen': 'who works here night day light ticks alarms sound voice read aloud',
  'Copies of the log': 'backup restore save',
}

const PLACES: readonly Place[] = [
  ...BOOK.map(({ name, topic, label, options }) => ({
    title: label,
    about: TOPICS[topic],
    anchor: anchorOfRow(name),
    words:
      `${label} ${TOPICS[topic]} ${options.map((o) => `${o.label} ${o.reason}`).join(' ')}`.toLowerCase(),
  })),
  ...Object.entries(PARTS).map(([title, words]) => ({
    title,
    about: '',
    anchor: anchorOf(title),
    words: `${title} ${words}`.toLowerCase(),
  })),
]
/** Places that have every word asked for, by its stem: bleeding is found by bleed. */
export function findPlaces(asked: string): readonly Place[] {
  const stems = asked
    .toLowerCase()
    .split(/\s+/)
    .filter((w) => w !== '')
    .map((w) => (w.length > 5 ? w.replace(/(ing|ed|es|s)$/, '') : w))
  if (stems.length === 0) return []
  return PLACES.filter(({ words }) => stems.every((stem) => words.includes(stem))).sort(
    (a, b) =>
      Number(!stems.every((s) => a.title.toLowerCase().includes(s))) -
      Number(!stems.every((s) => b.title.toLowerCase().includes(s))),
  )
}

/** The parts in their order, as the page has them. */
const ORDER = [...Object.keys(PARTS).slice(0, 4), ...Object.values(TOPICS), ...Object.keys(PARTS).slice(4)]

/** The contents of the settings, and what is found in them. */
export function Contents() {
  const { say } = useShop()
  const [asked, setAsked] = useState('')
  const found = useMemo(() => findPlaces(asked), [asked])
  const links: readonly Pick<Place, 'title' | 'about' | 'anchor'>[] =
    asked.trim() === '' ? ORDER.map((title) => ({ title, about: '', anchor: anchorOf(title) })) : found
  return (
    <nav
      aria-label="Contents"
      className="grid content-start gap-2 lg:sticky lg:top-4 lg:max-h-[calc(100dvh-32px)] lg:overflow-y-auto"
    >
      <Field label="Find a setting">
        {({ id, describedBy }) => (
          <span className="relative block">
            <Search
              size={18}
              aria-hidden="true"
              className="pointer-events-none absolute top-1/2 right-3 -translate-y-1/2 text-soft"
            />
            <input
              id={id}
              aria-describedby={describedBy}
              className="field"
              placeholder="bleeding, units, rods"
              value={asked}
              onChange={(e) => setAsked(e.target.value)}
            />
          </span>
        )}
      </Field>
      <ul className={asked.trim() === '' ? 'max-lg:hidden' : ''}>
        {links.map(({ title, about, anchor }) => (
          <li key={anchor}>
            <Link
              className="name block min-h-[44px] content-center text-field leading-tight hover:underline"
              to={`#${anchor}`}
              onClick={() => showPlace(anchor)}
            >
              {say(title)}
              {about === '' ? null : <span className="block text-foot text-soft">{say(about)}</span>}
            </Link>
          </li>
        ))}
      </ul>
      {asked.trim() !== '' && found.length === 0 ? (
        <p className="text-soft">Nothing here is called that. Try another word for it.</p>
      ) : null}
    </nav>
  )
}
