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
      <header className="flex flex-wrap items-end gap-x-6 border-b-[1.5px] border-rule">
        <h1 className="pb-1 text-page">Bench</h1>
        <nav aria-label="Tools on the bench" className="flex flex-wrap">
          {TOOLS.map((t) => (
            <NavLink
              key={t.to}
              to={t.to}
              className={({ isActive }) =>
                `name inline-flex min-h-[44px] items-center border-b-4 px-3 text-label ${isActive ? 'border-brick font-semibold' : 'border-transparent text-soft'}`
              }
            >
              {t.name}
            </NavLink>
          ))}
        </nav>
      </header>
      <Outlet />
    </main>
  )
}
