import { useState } from 'react'
import type { GearItem } from '#contract/types.ts'
import type { GearRead } from '#core/rig/exchange.ts'
import { api } from '../../app/api.ts'
import { saveFile } from '../../app/save-file.ts'
import { Button } from '../../ui/Button.tsx'
import { FileField } from '../../ui/FileField.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { KIND_WORDS } from './words.ts'

const MOST_BYTES = 2_000_000

/** The rig out as CSV or JSON, and in again: bad rows are listed, the good ones are offered. */
export function ExchangePanel({
  gear,
  onClose,
}: {
  readonly gear: readonly GearItem[]
  readonly onClose: () => void
}) {
  const [read, setRead] = useState<GearRead | undefined>(undefined)
  const [refused, setRefused] = useState<string | undefined>(undefined)
  const [taken, setTaken] = useState<number | undefined>(undefined)
  const [add] = api.useAddGearMutation()
  const out = async (format: 'csv' | 'json') => {
    const { gearToCsv, gearToJson } = await import('#core/rig/exchange.ts')
    if (format === 'csv') saveFile('rig.csv', gearToCsv(gear), 'text/csv')
    else saveFile('rig.json', gearToJson(gear), 'application/json')
  }
  const come = async (file: File) => {
    setTaken(undefined)
    setRead(undefined)
    setRefused(file.size > MOST_BYTES ? 'That is more than 2 MB.' : undefined)
    if (file.size > MOST_BYTES) return
    const { readGear } = await import('#core/rig/exchange.ts')
    setRead(readGear(await file.text()))
  }
  const take = async () => {
    let done = 0
    for (const g of read?.gear ?? []) {
      const answer = await add({ id: crypto.randomUUID(), ...g })
      if (!answer.error) done += 1
    }
    setTaken(done)
    setRead(undefined)
  }
  return (
    <Panel title="The rig, in and out" open onClose={onClose}>
      <div className="grid gap-4">
        <div className="grid grid-cols-2 gap-3">
          <Button onClick={() => void out('csv')}>Save as CSV</Button>
          <Button onClick={() => void out('json')}>Save as JSON</Button>
        </div>
        <FileField
          label="Read in a CSV or JSON"
          accept=".csv,.json,text/csv,application/json"
          refused={refused}
          onFile={(file) => void come(file)}
        />
        {taken === undefined ? null : <p className="font-bold text-verdigris">{taken} taken into the rig.</p>}
        {read ? (
          <>
            {read.bad.length > 0 ? (
              <ul className="border-l-[6px] border-brass pl-3" aria-label="Rows that cannot be taken">
                {read.bad.slice(0, 20).map((b) => (
                  <li key={b.line}>
                    Line {b.line}: {b.reason}
                  </li>
                ))}
                {read.bad.length > 20 ? <li>and {read.bad.length - 20} more.</li> : null}
              </ul>
            ) : null}
            <p>
              {read.gear.length === 0
                ? 'No row can be taken.'
                : `${read.gear.length} can be taken: ${read.gear
                    .slice(0, 6)
                    .map((g) => `${g.name} (${KIND_WORDS[g.kind].one.toLowerCase()})`)
                    .join(', ')}${read.gear.length > 6 ? ' and more' : ''}.`}
            </p>
            <Button look="act" disabled={read.gear.length === 0} onClick={() => void take()}>
              Take the good ones
            </Button>
          </>
        ) : null}
      </div>
    </Panel>
  )
}
