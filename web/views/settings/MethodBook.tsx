import type { Settings } from '#contract/schemas.ts'
import { keysOf } from '#core/objects.ts'
import { BOOK, MethodRow, TOPICS } from './MethodRow.tsx'
import { Part } from './Part.tsx'

/** Where practitioners differ: the shop's way in each row, line and brazing alike, gathered by what it is about. */
export function MethodBook({
  settings,
  onChange,
}: {
  readonly settings: Settings
  readonly onChange: (methods: Settings['methods']) => void
}) {
  return keysOf(TOPICS).map((topic) => (
    <Part key={topic} title={TOPICS[topic]}>
      <div>
        {BOOK.filter((row) => row.topic === topic).map((row) => (
          <MethodRow key={row.name} row={row} settings={settings} onChange={onChange} />
        ))}
      </div>
    </Part>
  ))
}
