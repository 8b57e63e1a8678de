import { useState } from 'react'
import type { TestKind } from '#core/check/test-record.ts'
import { readGauge, readTyped } from '#application/typed.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'

/** What a gauge shows, and how warm the pipe is, written down at a press. */
export function ReadingFields({
  gauge,
  ambientPa,
  label = gauge === 'vacuum' ? 'The vacuum gauge shows' : 'The gauge shows',
  pipe,
  onRead,
}: {
  readonly gauge: TestKind
  readonly ambientPa: number
  readonly label?: string
  /** Whether the pipe's temperature is read: has to be, may be, or is not asked. */
  readonly pipe: 'needed' | 'maybe' | 'not'
  readonly onRead: (reading: { readonly pressure: string; readonly temperature?: string }) => void
}) {
  const { settings } = useShop()
  const [pressure, setPressure] = useState('')
  const [temperature, setTemperature] = useState('')
  const [asked, setAsked] = useState(false)
  const [written, setWritten] = useState(0)
  const shown = readGauge(pressure, gauge, settings, ambientPa)
  const bare = pipe === 'not' || (pipe === 'maybe' && temperature.trim() === '')
  const warmth = bare || readTyped(temperature, 'temperature', settings).ok
  const take = () => {
    setAsked(true)
    if (!shown.ok || !warmth) return
    onRead(pipe === 'not' ? { pressure } : { pressure, temperature })
    setPressure('')
    // an old temperature is none of the next reading's
    setTemperature('')
    setAsked(false)
    setWritten(written + 1)
  }
  return (
    // anew for each reading: a field keeps what was typed until it is left
    <div key={written} className="grid gap-3">
      <QuantityField
        label={label}
        kind="pressure"
        gauge={gauge}
        value={pressure}
        error={
          asked && !shown.ok
            ? pressure.trim() === ''
              ? 'Type what the gauge shows, with its unit.'
              : shown.message
            : undefined
        }
        onChange={setPressure}
      />
      {pipe === 'not' ? null : (
        <QuantityField
          label="The pipe is at"
          kind="temperature"
          value={temperature}
          error={asked && !warmth ? 'Type the temperature of the pipe.' : undefined}
          empty={pipe === 'maybe' ? 'not read' : ''}
          onChange={setTemperature}
        />
      )}
      <Button className="text-label" onClick={take}>
        Write the reading down
      </Button>
    </div>
  )
}
