import { Download, Upload } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { PATHS } from '#contract/paths.ts'
import type { ApiError, Imported } from '#contract/types.ts'
import { api } from '../../app/api.ts'
import { useSend } from '../../app/store.ts'
import { LogTabs } from './LogTabs.tsx'

const FORMATS = [
  { id: 'csv', name: 'A table (CSV)', why: 'Every line a row, for a spreadsheet. Units are in the heads.' },
  { id: 'json', name: 'Everything (JSON)', why: 'Every line as it is kept, by a published schema.' },
  {
    id: 'zip',
    name: 'Everything with pictures (zip)',
    why: 'The table, the JSON with its schema, and every picture.',
  },
] as const

/** The log out as files, and another log in: merged, nothing doubled, nothing lost in silence. */
export default function Files() {
  const send = useSend()
  const [busy, setBusy] = useState(false)
  const [done, setDone] = useState<Imported | undefined>(undefined)
  const [fault, setFault] = useState('')
  const take = async (file: File) => {
    setBusy(true)
    setFault('')
    setDone(undefined)
    try {
      const answer = await fetch(PATHS.importLog.path, {
        method: 'POST',
        headers: { 'Content-Type': 'application/octet-stream' },
        body: file,
      })
      if (answer.ok) {
        setDone((await answer.json()) as Imported)
        send(api.util.invalidateTags(['Log', 'Jobs']))
      } else setFault(((await answer.json()) as ApiError).error.message)
    } catch {
      setFault('The server does not answer. Nothing was taken in; try it again.')
    }
    setBusy(false)
  }
  return (
    <main className="px-4 py-6">
      <LogTabs />
      <div className="grid max-w-[1000px] gap-10 md:grid-cols-2">
        <section aria-label="Out">
          <h2 className="border-b-[1.5px] border-ink pb-1 text-section">Out</h2>
          <ul className="grid gap-3 pt-3">
            {FORMATS.map((f) => (
              <li key={f.id}>
                <a
                  className="name inline-flex min-h-[44px] items-center gap-2 rounded-md border-[1.5px] border-ink bg-sheet px-4 text-field font-semibold"
                  href={`${PATHS.exportLog.path}?format=${f.id}`}
                  download
                >
                  <Download size={20} aria-hidden="true" />
                  {f.name}
                </a>
                <p className="pt-1 text-soft">{f.why}</p>
              </li>
            ))}
          </ul>
          <p className="pt-4 text-soft">
            A copy of the whole log, to go back to: <code>npm run wimble -- backup</code>. One is made each
            day by itself.
          </p>
        </section>
        <section aria-label="In">
          <h2 className="border-b-[1.5px] border-ink pb-1 text-section">In</h2>
          <p className="py-3">
            Another shop’s log, or an older one of this: CSV, JSON or zip. Lines that are here already are not
            doubled.
          </p>
          <label className="name inline-flex min-h-[48px] w-fit cursor-pointer items-center gap-2 rounded-md border-[1.5px] border-ink bg-sheet px-4 text-field font-semibold focus-within:outline-2">
            <Upload size={20} aria-hidden="true" />
            {busy ? 'Reading it' : 'Choose a file'}
            <input
              type="file"
              className="sr-only"
              accept=".csv,.json,.zip"
              disabled={busy}
              onChange={(e) => {
                const [file] = e.target.files ?? []
                e.target.value = ''
                if (file) void take(file)
              }}
            />
          </label>
          <p className="pt-4">
            A spreadsheet of your own, with cuts and brazes one to a row:{' '}
            <Link className="underline underline-offset-4" to="/log/files/sheet">
              bring it in here
            </Link>
            .
          </p>
          {fault === '' ? null : (
            <p role="alert" className="pt-3 font-bold text-alarm">
              {fault}
            </p>
          )}
          {done ? <Outcome done={done} /> : null}
        </section>
      </div>
    </main>
  )
}

function Outcome({ done }: { readonly done: Imported }) {
  const lines = (n: number) => (n === 1 ? 'One line' : `${n} lines`)
  return (
    <div role="status" className="grid gap-2 pt-4">
      <p className="text-field">
        <strong>{lines(done.added)} came in.</strong> {lines(done.known)} {done.known === 1 ? 'was' : 'were'}{' '}
        here already.
        {done.photos > 0 ? ` ${done.photos} pictures came with them.` : ''}
      </p>
      {done.bad.length > 0 ? (
        <>
          <p className="font-bold text-alarm">{lines(done.bad.length)} could not be taken:</p>
          <ol className="max-h-[320px] overflow-y-auto">
            {done.bad.slice(0, 500).map((b, i) => (
              <li key={i} className="border-b border-rule py-1">
                Line {b.line}: {b.reason}
              </li>
            ))}
          </ol>
        </>
      ) : null}
    </div>
  )
}
