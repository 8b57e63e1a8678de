import { useState } from 'react'
import { api, type Failure } from '../../../app/api.ts'
import { useShop } from '../../../app/shop.ts'
import { Button } from '../../../ui/Button.tsx'
import type { Moved } from './takes.ts'

/** Books a list that was cut: bars off the rack, remnants on it, once. */
export function BookIt({
  moved: { taken, remnants, keepM },
  name,
  onDone,
}: {
  readonly moved: Moved
  /** What the remnants are of. */
  readonly name: string
  readonly onDone: () => void
}) {
  const { print } = useShop()
  const [cut, cutting] = api.useCutStockMutation()
  const [booked, setBooked] = useState(false)
  const [cutId] = useState(() => crypto.randomUUID())
  const put = async () => {
    await cut({
      id: cutId,
      taken: [...taken],
      remnants: remnants.map((p, i) => ({
        // the same remnant each time that it is sent
        id: `${cutId.slice(0, -4)}${(0x1000 + i).toString(16)}`,
        name,
        lengthM: p.remnantM,
        count: p.times,
      })),
    }).unwrap()
    setBooked(true)
  }
  if (booked)
    return (
      <p role="status" className="font-bold text-verdigris">
        Booked: bars off the rack, remnants on it.{' '}
        <Button look="quiet" onClick={onDone}>
          Next list
        </Button>
      </p>
    )
  if (taken.length === 0 && remnants.length === 0) return null
  return (
    <>
      <div className="flex flex-wrap items-center gap-3">
        <Button disabled={cutting.isLoading} onClick={() => void put().catch(() => undefined)}>
          It is cut: book bars and remnants
        </Button>
        <span className="text-soft">
          {taken.reduce((n, t) => n + t.count, 0)} off the rack, {remnants.reduce((n, p) => n + p.times, 0)}{' '}
          remnants of {print(keepM, 'length')} or more on it
        </span>
      </div>
      {cutting.error ? (
        <p role="alert" className="font-bold text-alarm">
          {(cutting.error as Failure).message}
        </p>
      ) : null}
    </>
  )
}
