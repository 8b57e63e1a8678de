import { format } from 'date-fns'
import { Check } from 'lucide-react'
import { useState } from 'react'
import type { Caution } from '#core/cut/index.ts'
import type { WorkDraft } from '#contract/schemas.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'

type Ticked = WorkDraft['cautions'][number]

/** Cautions that somebody puts a name to; kept with the piece and in its record. Never forced. */
export function Cautions({
  cautions,
  ticked,
  onChange,
}: {
  readonly cautions: readonly Caution[]
  readonly ticked: readonly Ticked[]
  readonly onChange: (ticked: Ticked[]) => void
}) {
  const { say } = useShop()
  const personId = useApp((s) => s.device.personId)
  const me = api.usePeopleQuery().data?.find((p) => p.id === personId)?.name ?? ''
  const [name, setName] = useState<string | undefined>(undefined)
  if (cautions.length === 0) return null
  const by = name ?? me
  return (
    <section aria-label="Cautions" className="grid gap-3 border-l-4 border-brass bg-paper py-2 pr-2 pl-3">
      {cautions.map((c) => {
        const known = ticked.find((t) => t.code === c.code)
        const others = ticked.filter((t) => t.code !== c.code)
        return (
          <div key={c.code} className="grid gap-2">
            <p className="text-foot leading-snug">{say(c.text)}</p>
            {known ? (
              <p className="flex flex-wrap items-center gap-x-3">
                <span className="inline-flex items-center gap-2 font-bold text-verdigris">
                  <Check size={18} aria-hidden="true" /> {known.by},{' '}
                  {format(new Date(known.at), 'd MMM HH:mm')}
                </span>
                <Button look="quiet" className="px-1" onClick={() => onChange(others)}>
                  Take it back
                </Button>
              </p>
            ) : (
              <div className="flex gap-2">
                <input
                  className="field min-w-0"
                  aria-label={`Name for: ${c.text.slice(0, 40)}`}
                  placeholder="Your name"
                  maxLength={120}
                  value={by}
                  onChange={(e) => setName(e.target.value)}
                />
                <Button
                  className="shrink-0"
                  disabled={by.trim() === ''}
                  onClick={() =>
                    onChange([...others, { code: c.code, by: by.trim(), at: new Date().toISOString() }])
                  }
                >
                  It is so
                </Button>
              </div>
            )}
          </div>
        )
      })}
    </section>
  )
}
