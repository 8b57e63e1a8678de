import type { ReactNode } from 'react'
import { NavLink } from 'react-router'

/** The head of a place with several pages: its name, a tab for each, and what goes with all of them. */
export function PageTabs({
  title,
  label,
  tabs,
  children,
}: {
  readonly title: string
  /** Of the tabs, for whoever hears the page. */
  readonly label: string
  /** The first is the place itself. */
  readonly tabs: readonly { readonly to: string; readonly says: string }[]
  readonly children?: ReactNode
}) {
  return (
    <header className="mb-4 flex flex-wrap items-end gap-x-6 border-b-[1.5px] border-rule">
      <h1 className="pb-1 text-page">{title}</h1>
      <nav aria-label={label} className="flex flex-wrap">
        {tabs.map(({ to, says }, i) => (
          <NavLink
            key={to}
            end={i === 0}
            to={to}
            className={({ isActive }) =>
              `name inline-flex min-h-[44px] items-center border-b-4 px-3 text-label ${isActive ? 'border-brick font-semibold' : 'border-transparent text-soft'}`
            }
          >
            {says}
          </NavLink>
        ))}
      </nav>
      {children}
    </header>
  )
}
