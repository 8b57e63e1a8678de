import { CalendarDays, Download, Plus, Upload } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import type { GearItem, Torch } from '#contract/types.ts'
import { dueList, type Due } from '#core/rig/due.ts'
import { TORCH } from '#core/rig/fields.ts'
import { fuelTitle } from '#core/gas/fuels.ts'
import { gearFields, membersOf, type Gear } from '#core/rig/gear.ts'
import type { GearKind } from '#core/rig/kinds.ts'
import type { Contents } from '#core/gas/contents.ts'
import type { Saying } from '#core/quantity/index.ts'
import { contentsOfGear } from '#core/rig/job-gas.ts'
import { api } from '../../app/api.ts'
import { saveFile } from '../../app/save-file.ts'
import { useShop } from '../../app/shop.ts'
import { dayToday } from '../../app/use-gear.ts'
import { Button } from '../../ui/Button.tsx'
import { dayOf } from '../../ui/dates.ts'
import { Missing } from '../../ui/Missing.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { ExchangePanel } from './ExchangePanel.tsx'
import { GearPanel } from './GearPanel.tsx'
import { keyFigure } from './key-figure.ts'
import { SetLine, type Wanted } from './SetLine.tsx'
import { TipPanel } from './TipPanel.tsx'
import { TorchPanel } from './TorchPanel.tsx'
import { KIND_WORDS } from './words.ts'

const DUE_LOOKS: Readonly<Record<Due['state'], { readonly word: string; readonly look: string }>> = {
  stop: { word: 'Stop', look: 'border-alarm text-alarm' },
  mind: { word: 'Mind', look: 'border-brass text-brass' },
  soon: { word: 'Soon', look: 'border-rule text-soft' },
  fine: { word: 'In date', look: 'border-rule text-verdigris' },
}
/** Thing, key figure, state, next date. */
const COLUMNS = 'md:grid-cols-[1fr_200px_90px_110px]'
const PARTS: readonly GearKind[] = [
  'set',
  'cylinder',
  'arrestor',
  'regulator',
  'hose',
  'nitrogen',
  'consumable',
  'ppe',
]

type Editing =
  | { readonly kind: GearKind; readonly item?: GearItem }
  | { readonly torch: Torch | undefined }
  | { readonly wanted: Wanted }
  | 'tip'
  | 'exchange'
  | undefined

/** A word of a choice as it is shown; one that is not known, as it is. */
const called = (names: Readonly<Record<string, string>>, word: string): string => names[word] ?? word

/** What the shop owns: torches with their manuals, sets, cylinders, hoses, arrestors, the shelf; and what is due. */
export default function Rig() {
  const { data: gear, error } = api.useGearQuery()
  const torches = api.useTorchesQuery().data ?? []
  const tips = api.useTipsQuery().data ?? []
  const [editing, setEditing] = useState<Editing>(undefined)
  const { say } = useShop()
  if (error && !gear) return <Missing what="rig" failure={error} />
  if (!gear) return <Opening />
  const active = gear.filter((g) => g.active)
  const today = dayToday()
  const due = dueList(active, today).filter((d) => d.due.state !== 'fine')
  const calendar = async () => {
    const { dueCalendar } = await import('#core/rig/exchange.ts')
    saveFile('rig-due-dates.ics', dueCalendar(active, today), 'text/calendar')
  }
  return (
    <main className="mx-auto max-w-[1180px] px-4 py-6">
      <div className="flex flex-wrap items-center gap-3 pb-4">
        <h1 className="grow text-page">Rig</h1>
        <Link
          to="/rig/instruments"
          className="name inline-flex min-h-[44px] items-center rounded-md border-[1.5px] border-ink bg-sheet px-4 text-field font-semibold"
        >
          Instruments
        </Link>
        <Button onClick={() => void calendar()}>
          <CalendarDays size={18} aria-hidden="true" /> Due dates as calendar
        </Button>
        <Button onClick={() => setEditing('exchange')}>
          <Download size={18} aria-hidden="true" />
          <Upload size={18} aria-hidden="true" /> In and out
        </Button>
      </div>
      <SetLine
        sets={active.filter((g) => g.kind === 'set')}
        gear={active}
        torches={torches}
        today={today}
        onOpen={(item) => setEditing({ kind: item.kind, item })}
        onTorch={(torch) => setEditing({ torch })}
        onAdd={(wanted) => setEditing({ wanted })}
      />
      <WhatIsDue due={due} />
      <p aria-hidden="true" className={`name hidden gap-x-3 text-text text-soft md:grid ${COLUMNS}`}>
        <span>Thing</span>
        <span>Key figure</span>
        <span>State</span>
        <span>Next date</span>
      </p>
      <div className="grid gap-6">
        <Part
          title={say('Torches')}
          addName={say('Add: torch')}
          onAdd={() => setEditing({ torch: undefined })}
        >
          {torches.map((t) => (
            <Row key={t.id} name={t.name} about={torchAbout(t)} onOpen={() => setEditing({ torch: t })}>
              {cuts(t) ? (
                <Link
                  className="name inline-flex min-h-[44px] items-center underline underline-offset-4"
                  to={`/rig/pocket/${t.id}`}
                >
                  {say('Pocket chart')}
                </Link>
              ) : null}
            </Row>
          ))}
        </Part>
        <Part title={say('Tips')} addName={say('Add: tip')} onAdd={() => setEditing('tip')}>
          {tips.map((t) => (
            <li
              key={t.id}
              className={`min-h-[44px] items-center gap-x-3 border-b border-rule py-2 max-md:flex max-md:justify-between md:grid ${COLUMNS}`}
            >
              <span className="name text-label font-semibold">{t.name}</span>
              <span className="name text-field">{t.orifice}</span>
            </li>
          ))}
          <li className="py-2 text-soft">
            {say('Which tip it is, is found on the ')}
            <Link className="underline underline-offset-4" to="/bench/tip">
              bench
            </Link>
            .
          </li>
        </Part>
        {PARTS.map((kind) => (
          <Part
            key={kind}
            title={say(KIND_WORDS[kind].many)}
            onAdd={() => setEditing({ kind })}
            addName={say(`Add: ${KIND_WORDS[kind].one.toLowerCase()}`)}
          >
            {active
              .filter((g) => g.kind === kind)
              .map((g) => (
                <GearRow
                  key={g.id}
                  gear={g}
                  all={active}
                  torches={torches}
                  due={dueList([g], today)[0]?.due}
                  onOpen={() => setEditing({ kind, item: g })}
                />
              ))}
          </Part>
        ))}
      </div>
      <Editor editing={editing} gear={active} torches={torches} onClose={() => setEditing(undefined)} />
    </main>
  )
}

/** What is due, worst first; nothing where nothing is. */
function WhatIsDue({ due }: { readonly due: ReturnType<typeof dueList> }) {
  const { say } = useShop()
  if (due.length === 0) return null
  return (
    <section aria-label="Due" className="pb-6">
      <h2 className="border-b-[1.5px] border-ink pb-1 text-section">Due</h2>
      <ul>
        {due.map(({ gear: g, due: d }) => (
          <li key={g.id} className="grid grid-cols-[74px_1fr] items-baseline gap-3 border-b border-rule py-2">
            <span className={`name border-l-[6px] pl-2 text-label font-bold ${DUE_LOOKS[d.state].look}`}>
              {DUE_LOOKS[d.state].word}
            </span>
            <span className="leading-snug">
              <strong>{g.name}.</strong> {say(d.text)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** The panel of what is added, changed, or exchanged. */
function Editor({
  editing,
  gear,
  torches,
  onClose,
}: {
  readonly editing: Editing
  readonly gear: readonly GearItem[]
  readonly torches: readonly Torch[]
  readonly onClose: () => void
}) {
  if (editing === undefined) return null
  if (editing === 'exchange') return <ExchangePanel gear={gear} onClose={onClose} />
  if (editing === 'tip') return <TipPanel onClose={onClose} />
  if ('torch' in editing) return <TorchPanel torch={editing.torch} onClose={onClose} />
  const into = 'wanted' in editing ? editing.wanted.set : undefined
  return (
    <GearPanel
      {...('wanted' in editing
        ? { kind: editing.wanted.kind, item: undefined, first: { gas: editing.wanted.gas } }
        : { kind: editing.kind, item: editing.item })}
      {...(into ? { into } : {})}
      all={gear}
      torches={torches}
      onClose={onClose}
    />
  )
}

/** Whether a torch cuts, or nobody said what it is for. */
const cuts = ({ rig }: Torch): boolean => ['', 'cutting-torch', 'cutting-attachment'].includes(rig.torch.kind)

const torchAbout = ({ rig }: Torch): string => {
  const { kind, shutdown, seat } = rig.torch
  return [
    kind === '' ? 'kind not given' : called(TORCH.kind.names, kind),
    fuelTitle(rig.fuel).toLowerCase(),
    shutdown === '' ? 'manual not given' : `${called(TORCH.shutdown.names, shutdown).toLowerCase()} to shut`,
    ...(seat === '' ? [] : [`${seat} tight`]),
    `${rig.chart.length + rig.braze.chart.length} chart rows`,
  ].join(', ')
}

function Part({
  title,
  addName,
  onAdd,
  children,
}: {
  readonly title: string
  readonly addName?: string
  readonly onAdd?: () => void
  readonly children: readonly ReactNode[]
}) {
  return (
    <section aria-label={title} className="min-w-0">
      <div className="flex min-h-[44px] items-end justify-between border-b-[1.5px] border-ink pb-1">
        <h2 className="text-section">{title}</h2>
        {onAdd ? (
          <Button look="quiet" aria-label={addName} onClick={onAdd}>
            <Plus size={18} aria-hidden="true" /> Add
          </Button>
        ) : null}
      </div>
      {children.flat().length === 0 ? (
        <p className="py-2 text-soft">None written down yet.</p>
      ) : (
        <ul>{children}</ul>
      )}
    </section>
  )
}

function Row({
  name,
  about,
  figure = '',
  due,
  children,
  onOpen,
}: {
  readonly name: string
  readonly about: string
  /** The one figure by which it is told. */
  readonly figure?: string
  readonly due?: Due | undefined
  /** What is done with it at once, beside opening it. */
  readonly children?: ReactNode
  readonly onOpen: () => void
}) {
  const told = due && (due.on !== undefined || due.state !== 'fine') ? due : undefined
  return (
    <li
      className={`relative min-h-[52px] items-center gap-x-3 border-b border-rule py-2 hover:bg-sheet max-md:flex max-md:flex-wrap max-md:justify-between md:grid ${COLUMNS}`}
    >
      <span className="min-w-0 max-md:w-full">
        <button
          type="button"
          className="name block max-w-full truncate text-left text-label font-semibold after:absolute after:inset-0"
          onClick={onOpen}
        >
          {name}
        </button>
        <span className="block truncate text-foot text-soft">{about}</span>
      </span>
      <span className="name text-field">
        {children ? <span className="relative z-10">{children}</span> : figure}
      </span>
      {told ? (
        <span
          className={`name w-fit border-l-[5px] pl-2 text-text font-semibold ${DUE_LOOKS[told.state].look}`}
        >
          {DUE_LOOKS[told.state].word}
        </span>
      ) : (
        <span />
      )}
      <span className="name text-text text-soft">{told?.on === undefined ? '' : dayOf(told.on)}</span>
    </li>
  )
}

/** A thing in a few words: what was said of it, a cylinder by what it holds, a set by its things. */
function GearRow({
  gear,
  all,
  torches,
  due,
  onOpen,
}: {
  readonly gear: GearItem
  readonly all: readonly Gear[]
  readonly torches: readonly Torch[]
  readonly due: Due | undefined
  readonly onOpen: () => void
}) {
  const { print } = useShop()
  const said = () => {
    if (gear.kind === 'set') {
      const names = membersOf(gear).flatMap((id) => all.find((g) => g.id === id)?.name ?? [])
      const torch = torches.find((t) => t.id === gear.fields['torch'])?.name
      return [...(torch ? [torch] : []), ...names].join(', ')
    }
    const held = gear.kind === 'cylinder' ? contentsOfGear(gear) : undefined
    const words = Object.entries(gearFields(gear.kind))
      .filter(([name, f]) => f.type !== 'day' && name !== 'everyMonths' && (gear.fields[name] ?? '') !== '')
      .slice(0, gear.kind === 'cylinder' ? 2 : 4)
      .map(([name, f]) => {
        const value = gear.fields[name] ?? ''
        return f.type === 'choice' ? (f.names[value] ?? value) : value
      })
    return [...words, ...(held ? [heldWords(held, print)] : [])].join(', ')
  }
  return <Row name={gear.name} about={said()} figure={keyFigure(gear, print)} due={due} onOpen={onOpen} />
}

/** What is in a cylinder, and what may be used of it, where the two are not said alike. */
function heldWords({ thereM3, m3 }: Contents, print: (si: number, as: Saying) => string): string {
  const [there, usable] = [print(thereM3, 'volume'), print(m3, 'volume')]
  return there === usable ? `holds ${there}` : `holds ${there}, of which ${usable} may be used`
}
