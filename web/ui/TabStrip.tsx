import { Tabs } from 'radix-ui'
import { memo, type ReactNode } from 'react'

/** The tabs of a plan's right side, with room for a button at their end. */
export function TabStrip({
  label,
  tabs,
  stale,
  children,
}: {
  readonly label: string
  readonly tabs: readonly { readonly value: string; readonly label: string }[]
  /** What is shown is older than what is typed. */
  readonly stale: boolean
  readonly children?: ReactNode
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-2 pb-2">
      <TabList label={label} tabs={tabs} />
      {stale ? <span className="text-soft">as it was before</span> : null}
      <span className="grow" />
      {children}
    </div>
  )
}

/** The tabs themselves, drawn again only when another is looked at. */
const TabList = memo(function TabList({
  label,
  tabs,
}: {
  readonly label: string
  readonly tabs: readonly { readonly value: string; readonly label: string }[]
}) {
  return (
    <Tabs.List aria-label={label} className="flex flex-wrap gap-1">
      {tabs.map((t) => (
        <Tabs.Trigger
          key={t.value}
          value={t.value}
          className="name min-h-[44px] border-b-[3px] border-transparent px-3 text-field text-soft data-[state=active]:border-brick data-[state=active]:font-semibold data-[state=active]:text-ink"
        >
          {t.label}
        </Tabs.Trigger>
      ))}
    </Tabs.List>
  )
})
