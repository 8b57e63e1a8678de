import { useCallback } from 'react'
import { ACCEPTANCE } from '#core/shop/fields.ts'
import { readAcceptance } from '#application/read-entry.ts'
import { FieldList, type Typed } from '../../form/FieldList.tsx'
import { Part } from './Part.tsx'
import type { ShopPart } from './shop-part.ts'
import { useLeft } from './useLeft.ts'

/** What the shop takes for good: each check is held against these. */
export function Acceptance({ settings, change }: Omit<ShopPart, 'failure'>) {
  const { typed, setTyped, onBlur } = useLeft(
    settings.acceptance,
    (acceptance) => change({ acceptance }),
    (acceptance) => readAcceptance(acceptance, settings).errors.length === 0,
  )
  const set = useCallback(
    (name: string, value: Typed) => setTyped((now) => ({ ...now, [name]: value })),
    [setTyped],
  )
  const { errors } = readAcceptance(typed, settings)
  return (
    <Part title="What is accepted" onBlur={onBlur}>
      <p className="text-soft">
        The shop’s own limits. Cracks, gaps and a way through are never accepted. Where a code or a drawing
        asks for more, it decides.
      </p>
      <FieldList table={ACCEPTANCE} said={typed} path="acceptance" errors={errors} onChange={set} />
    </Part>
  )
}
