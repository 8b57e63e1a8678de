import type { ReactNode } from 'react'
import { Link } from 'react-router'

/** A page of the benches that has nothing to practise on it, and says why. */
export function Alone({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <main className="grid max-w-[60ch] gap-3 p-6">
      <h1 className="text-page">{title}</h1>
      {children}
      <p>
        <Link className="underline underline-offset-4" to="/practice">
          Practice
        </Link>
      </p>
    </main>
  )
}
