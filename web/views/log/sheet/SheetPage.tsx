import { Link } from 'react-router'
import { SHEET_MOST } from '#core/sheet/open.ts'
import { capital } from '#core/words/trade.ts'
import { Button } from '../../../ui/Button.tsx'
import { FileField } from '../../../ui/FileField.tsx'
import { Field } from '../../../ui/Field.tsx'
import { LogTabs } from '../LogTabs.tsx'
import { Columns } from './Columns.tsx'
import { Preview } from './Preview.tsx'
import { Same } from './Same.tsx'
import { textOfFile } from './sheet-file.ts'
import { useSheet, type SheetWork } from './useSheet.ts'

const EXAMPLE = 'Date\tWho\tPlate (mm)\tTip\tOxygen (bar)\tAcetylene (bar)\tSlag\tOK'
const rows = (n: number) => (n === 1 ? 'one row' : `${n} rows`)

/** A shop's own spreadsheet of work that is done: opened, looked at as it will be read, and taken in one piece. */
export default function SheetPage() {
  const work = useSheet()
  return (
    <main className="px-4 py-6">
      <LogTabs />
      <section aria-label="A spreadsheet of your own" className="grid max-w-[1100px] gap-4">
        <header>
          <h2 className="text-section">A spreadsheet of your own</h2>
          <p className="max-w-[75ch] text-soft">
            Cuts and brazes that were written down elsewhere, one to a row. You see how each row is read
            before anything goes into the log; what has been brought in before is not doubled.
          </p>
        </header>
        {work.opened ? null : <Choose work={work} />}
        {work.fault === '' ? null : (
          <p role="alert" className="max-w-[75ch] font-bold text-alarm">
            {work.fault}
          </p>
        )}
        {work.taken ? (
          <p role="status" className="text-field">
            <strong>{work.taken.added === 0 ? 'No row' : capital(rows(work.taken.added))} came in.</strong>{' '}
            {work.taken.known === 0
              ? ''
              : `${capital(rows(work.taken.known))} ${work.taken.known === 1 ? 'was' : 'were'} here already. `}
            <Link className="underline underline-offset-4" to="/log">
              See the lines
            </Link>
          </p>
        ) : null}
        {work.opened ? <Opened work={work} /> : null}
      </section>
    </main>
  )
}

/** A file, or cells pasted out of one. */
function Choose({ work }: { readonly work: SheetWork }) {
  const take = async (file: File) => {
    if (file.size > SHEET_MOST.letters * 2) return work.refuse('That file is too large for one sheet.')
    const read = textOfFile(new Uint8Array(await file.arrayBuffer()))
    return 'no' in read ? work.refuse(read.no) : work.open(read.text)
  }
  return (
    <div className="grid max-w-[640px] gap-4">
      <FileField
        label="A CSV file, its cells apart by comma, semicolon or tab"
        accept=".csv,.tsv,.txt,.xlsx,.xls,.ods,text/csv"
        refused={undefined}
        onFile={(file) => void take(file)}
      />
      <Field label="Or paste its cells, the names of the columns on top">
        {({ id, describedBy }) => (
          <textarea
            id={id}
            aria-describedby={describedBy}
            className="field h-28 py-2 font-mono text-foot whitespace-pre"
            spellCheck={false}
            placeholder={EXAMPLE}
            value=""
            onChange={(e) => work.open(e.target.value)}
          />
        )}
      </Field>
    </div>
  )
}

/** How it is read, and what comes of it. */
function Opened({ work }: { readonly work: SheetWork }) {
  const { opened, read } = work
  if (!opened || !read) return null
  return (
    <>
      <Columns work={work} opened={opened} />
      <Same work={work} opened={opened} missing={read.missing} />
      <Preview read={read} />
      <div className="bottom-0 flex flex-wrap items-center gap-4 border-t-[1.5px] border-ink bg-paper py-3 md:sticky">
        <Button
          look="act"
          className="text-label"
          disabled={read.good.length === 0 || work.busy}
          onClick={() => void work.take()}
        >
          {read.good.length === 0 ? 'No row to take' : `Take ${rows(read.good.length)} into the log`}
        </Button>
        <Button look="quiet" onClick={() => work.refuse('')}>
          Another file
        </Button>
      </div>
    </>
  )
}
