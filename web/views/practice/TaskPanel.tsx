import type { ReactNode } from 'react'
import { Check, CircleDot } from 'lucide-react'
import type { Mark } from '#core/teach/flame-tasks.ts'

/** What is judged, as far as it has come. */
export function Marks({ title, marks }: { readonly title: string; readonly marks: readonly Mark[] }) {
  if (marks.length === 0) return null
  return (
    <section aria-label={title}>
      <h3 className="text-label">{title}</h3>
      <ol className="grid gap-1 pt-1">
        {marks.map((m) => {
          const good = m.got >= m.most * 0.9
          return (
            <li key={m.text} className={`flex items-start gap-2 ${good ? '' : 'text-brick'}`}>
              {good ? (
                <Check size={18} className="mt-1 shrink-0 text-verdigris" aria-label="good" />
              ) : (
                <CircleDot size={18} className="mt-1 shrink-0" aria-label="not yet" />
              )}
              <span>{m.text}</span>
            </li>
          )
        })}
      </ol>
    </section>
  )
}

/** Figures of what the flame does, each with its name. */
export function Doing({ rows }: { readonly rows: readonly (readonly [name: string, says: ReactNode])[] }) {
  return (
    <section aria-label="What it is doing">
      <h3 className="text-label">What it is doing</h3>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 pt-1">
        {rows.map(([name, says]) => (
          <div key={name} className="contents">
            <dt className="text-soft">{name}</dt>
            <dd>{says}</dd>
          </div>
        ))}
      </dl>
    </section>
  )
}
