import { NavLink, Outlet } from 'react-router'

const TOOLS = [
  { to: '/bench/tip', name: 'Which tip is this?' },
  { to: '/bench/cut-list', name: 'Cut list' },
  { to: '/bench/filler', name: 'Which filler?' },
  { to: '/bench/take-off', name: 'Take-off' },
  { to: '/bench/tests', name: 'Leak test' },
] as const

/** Tools that belong to no piece: lying on the bench. */
export default function Bench() {
  return (
    <main className="px-4 py-4 md:px-6">
      <nav aria-label="Tools on the bench" className="flex flex-wrap gap-2 border-b-[1.5px] border-rule pb-0">
        {TOOLS.map((t) => (
          <NavLink
            key={t.to}
            to={t.to}
            className={({ isActive }) =>
              `name min-h-[44px] border-b-[3px] px-3 text-label ${isActive ? 'border-brick font-semibold' : 'border-transparent text-soft'}`
            }
          >
            {t.name}
          </NavLink>
        ))}
      </nav>
      <Outlet />
    </main>
  )
}
