import type { SerializedError } from '@reduxjs/toolkit'
import { Link } from 'react-router'
import type { Failure } from '../app/api.ts'

/** What is shown in place of a view whose data did not come. */
export function Missing({
  what,
  failure,
}: {
  readonly what: string
  readonly failure: Failure | SerializedError
}) {
  const gone = 'status' in failure && failure.status === 404
  return (
    <main className="p-6">
      <h1 className="text-page">{gone ? `There is no such ${what}` : `The ${what} cannot be shown`}</h1>
      <p className="pt-3">{failure.message}</p>
      <p className="pt-3">
        <Link className="underline" to="/">
          Back to today
        </Link>
      </p>
    </main>
  )
}
