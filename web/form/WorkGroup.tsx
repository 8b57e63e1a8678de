import { ChevronDown } from 'lucide-react'
import { useId, useState, type ReactNode } from 'react'

/** A group of fields as one line that says what is chosen; it opens in its place. */
export function WorkGroup({
  name,
  said,
  first = false,
  wants = false,
  children,
}: {
  readonly name: string
  /** What is chosen, in a few words: the first is what matters most. */
  readonly said: readonly string[]
  /** It begins open. */
  readonly first?: boolean
  /** Something in it cannot be read, or nobody said it: it stays open. */
  readonly wants?: boolean
  readonly children: ReactNode
}) {
  const id = useId()
  const [chosen, setChosen] = useState(first)
  const open = chosen || wants
  const [main = 'as usual', ...rest] = said.filter((s) => s !== '')
  return (
    <section className="border-b border-rule">
      <h2>
        <button
          type="button"
          data-group={name}
          aria-expanded={open}
          aria-controls={id}
          className="grid min-h-[44px] w-full grid-cols-[84px_1fr_20px] items-center gap-x-3 text-left"
          onClick={() => setChosen(!open)}
        >
          <span className="name text-text font-normal text-soft">{name}</span>
          <span className="name min-w-0 truncate text-field">
            {open ? null : (
              <>
                <strong>{main}</strong>
                {rest.length > 0 ? (
                  <span className="font-normal text-soft"> · {rest.join(' · ')}</span>
                ) : null}
              </>
            )}
          </span>
          <ChevronDown size={18} aria-hidden="true" className={open ? 'rotate-180' : ''} />
        </button>
      </h2>
      {open ? (
        <div id={id} className="-ml-4 grid gap-2 border-l-[5px] border-brick pb-3 pl-4">
          {children}
        </div>
      ) : null}
    </section>
  )
}
