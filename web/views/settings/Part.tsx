import type { ReactNode } from 'react'

/** One part of the settings under its head. */
export function Part({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section aria-label={title} className="grid content-start gap-3">
      <h2 className="border-b-[1.5px] border-ink pb-1 text-section">{title}</h2>
      {children}
    </section>
  )
}
