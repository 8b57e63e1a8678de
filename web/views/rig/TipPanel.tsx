import { useState } from 'react'
import { readTyped } from '#application/typed.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { ThingForm } from './ThingForm.tsx'

/** A tip of the shop: what it is called, and its orifice. */
export function TipPanel({ onClose }: { readonly onClose: () => void }) {
  const { settings, say } = useShop()
  const [name, setName] = useState('')
  const [orifice, setOrifice] = useState('')
  const [asked, setAsked] = useState(false)
  const [add, { error }] = api.useAddTipMutation()
  const read = readTyped(orifice, 'length', settings)
  const fault = !asked || read.ok ? undefined : orifice.trim() === '' ? 'Give its orifice.' : read.message
  const keep = async () => {
    setAsked(true)
    if (name.trim() === '' || !read.ok) return
    const done = await add({ id: crypto.randomUUID(), name: name.trim(), orifice: orifice.trim() })
    if (!done.error) onClose()
  }
  return (
    <ThingForm
      title={say('Tip')}
      name={name}
      nameFault={asked && name.trim() === '' ? 'Give it the name that is scratched on it.' : undefined}
      failure={error as Failure | undefined}
      typeFirst
      onName={setName}
      onKeep={() => void keep()}
      onClose={onClose}
    >
      <QuantityField label="Orifice" kind="length" value={orifice} error={fault} onChange={setOrifice} />
    </ThingForm>
  )
}
