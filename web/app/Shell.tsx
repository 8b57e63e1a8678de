import {
  BookOpenText,
  ClipboardList,
  Flame,
  Gauge,
  Settings as Cog,
  Sunrise,
  TriangleAlert,
  Wrench,
} from 'lucide-react'
import { lazy, Suspense, useMemo, useRef, useState } from 'react'
import { NavLink, Outlet, useNavigate } from 'react-router'
import { api } from './api.ts'
import { device } from './device.ts'
import { ServerNotice } from './ServerNotice.tsx'
import { useShortcuts } from './shortcuts.ts'
import { StartPiece } from './sheets.ts'
import { useApp, useSend } from './store.ts'

const TroublePanel = lazy(() =>
  import('../views/trouble/TroublePanel.tsx').then((m) => ({ default: m.TroublePanel })),
)
const OpenTroubles = lazy(() => import('../views/trouble/OpenTroubles.tsx'))
const KeysPanel = lazy(() => import('./KeysPanel.tsx'))

const PLACES = [
  { to: '/', name: 'Today', Icon: Sunrise },
  { to: '/jobs', name: 'Jobs', Icon: ClipboardList },
  { to: '/rig', name: 'Rig', Icon: Gauge },
  { to: '/bench', name: 'Bench', Icon: Wrench },
  { to: '/practice', name: 'Practice', Icon: Flame },
  { to: '/log', name: 'Log', Icon: BookOpenText },
  { to: '/settings', name: 'Settings', Icon: Cog },
] as const

/** The spine at the side (a bar at the foot on a phone), and the view beside it. */
export function Shell() {
  const go = useNavigate()
  const send = useSend()
  const flipped = useApp((s) => s.device.flipped)
  const demo = api.useHealthQuery().data?.demo === true
  const [help, setHelp] = useState(false)
  const [starting, setStarting] = useState(false)
  const [trouble, setTrouble] = useState(false)
  const keys = useMemo(
    () => ({
      ...Object.fromEntries(PLACES.map((p) => [`g ${p.name.charAt(0).toLowerCase()}`, () => void go(p.to)])),
      n: () => setStarting(true),
      q: () => void go('/quick'),
      u: () => void send(device.actions.changed({ flipped: !flipped })),
      t: () => setTrouble(true),
      '?': () => setHelp(true),
    }),
    [go, send, flipped],
  )
  const page = useRef<HTMLDivElement>(null)
  useShortcuts(keys)
  return (
    <div className="min-h-dvh pb-[64px] md:pb-0 md:pl-[76px]">
      <a
        href="#page"
        className="name sr-only rounded-md bg-sheet p-3 text-field text-ink underline focus:not-sr-only focus:fixed focus:top-2 focus:left-2 focus:z-50"
        onClick={(e) => {
          e.preventDefault()
          page.current?.focus()
        }}
      >
        To the page
      </a>
      <nav
        aria-label="Main"
        className="fixed inset-x-0 bottom-0 z-30 flex h-[64px] bg-spine text-spine-soft md:inset-x-auto md:inset-y-0 md:left-0 md:h-dvh md:w-[76px] md:flex-col"
      >
        <button
          type="button"
          className="name flex grow flex-col items-center justify-center gap-1 min-w-0 text-foot font-semibold text-spine-alarm md:text-text max-md:order-last md:mt-3 md:h-[56px] md:grow-0"
          onClick={() => setTrouble(true)}
        >
          <TriangleAlert size={22} strokeWidth={2} aria-hidden="true" />
          Trouble
        </button>
        <div
          aria-hidden="true"
          className="name hidden pt-4 pb-4 text-center text-label font-bold tracking-wide text-spine-ink md:block"
        >
          <span className="inline-block rotate-180 [writing-mode:vertical-rl]">Wimble</span>
          {demo ? <span className="block pt-2 text-text font-semibold text-spine-soft">demo log</span> : null}
        </div>
        {PLACES.map(({ to, name, Icon }) => (
          <NavLink
            key={to}
            to={to}
            end={to === '/'}
            className={({ isActive }) =>
              `name flex grow flex-col items-center justify-center gap-1 min-w-0 text-foot md:text-text md:h-[64px] md:grow-0 ${to === '/settings' ? 'md:mt-auto md:mb-3' : ''} ${isActive ? 'border-t-4 border-spine-act bg-spine-raised text-spine-ink md:border-t-0 md:border-l-4' : 'md:border-l-4 md:border-transparent'}`
            }
          >
            <Icon size={22} strokeWidth={1.75} aria-hidden="true" />
            {name}
          </NavLink>
        ))}
      </nav>
      <ServerNotice />
      <Suspense>
        <OpenTroubles />
      </Suspense>
      <div ref={page} id="page" tabIndex={-1} className="outline-none">
        <Outlet />
      </div>
      {demo ? (
        <footer className="px-6 pt-6 pb-4 text-soft">
          This is a demo log: the yard, its people and its runs are made up, and its instruments are
          simulated.
        </footer>
      ) : null}
      <Suspense>
        {starting ? <StartPiece open onClose={() => setStarting(false)} /> : null}
        {trouble ? <TroublePanel open onClose={() => setTrouble(false)} /> : null}
        {help ? <KeysPanel onClose={() => setHelp(false)} /> : null}
      </Suspense>
    </div>
  )
}
