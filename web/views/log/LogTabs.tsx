import { NavLink } from 'react-router'

/** The log, what it has taught, and the log as a file. */
export function LogTabs() {
  const look = ({ isActive }: { isActive: boolean }) =>
    `name inline-flex min-h-[44px] items-center border-b-4 px-3 text-label ${isActive ? 'border-brick font-semibold' : 'border-transparent text-soft'}`
  return (
    <header className="mb-4 flex flex-wrap items-end gap-x-6 border-b-[1.5px] border-rule">
      <h1 className="pb-1 text-page">Log</h1>
      <nav aria-label="The log" className="flex flex-wrap">
        <NavLink end to="/log" className={look}>
          Lines
        </NavLink>
        <NavLink to="/log/chart" className={look}>
          Your chart
        </NavLink>
        <NavLink to="/log/files" className={look}>
          In and out
        </NavLink>
      </nav>
    </header>
  )
}
