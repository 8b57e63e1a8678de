import { NavLink } from 'react-router'

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
    </header>
  )
}
