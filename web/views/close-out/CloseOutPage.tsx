import { FileDown, Printer } from 'lucide-react'
import { Link, useParams } from 'react-router'
import { PATHS } from '#contract/paths.ts'
import { api } from '../../app/api.ts'
import { useMade } from '../../paper/useMade.ts'
import { Button } from '../../ui/Button.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { PhotoRow } from '../check/Photos.tsx'
import { useCloseOutWords } from './useCloseOut.ts'

const photoOf = async (id: string) => {
  const answer = await fetch(PATHS.getPhoto.path.replace(':id', id))
  return answer.ok
    ? { bytes: await answer.arrayBuffer(), type: answer.headers.get('Content-Type') ?? '' }
    : undefined
}

/** A job as it is handed over: what it took, and every cut and joint with its checks, tests and pictures. */
export default function CloseOutPage() {
  const { jobId = '' } = useParams()
  const { data, error } = api.useCloseOutQuery(jobId, { refetchOnMountOrArgChange: true })
  const words = useCloseOutWords(data)
  const paper = useMade(words?.title ?? 'Close-out', async (on) => {
    if (!words) return undefined
    const { closeOutPdf } = await import('../../paper/close-out.ts')
    return closeOutPdf(words, on, photoOf)
  })
  if (error && !data) return <Missing what="job" failure={error} />
  if (!data || !words) return <Opening />
  return (
    <main className="mx-auto max-w-[1000px] px-4 py-6">
      <p>
        <Link className="underline underline-offset-4" to={`/jobs/${jobId}`}>
          The job
        </Link>
      </p>
      <header className="flex flex-wrap items-end justify-between gap-3 pt-1 pb-4">
        <div>
          <h1 className="text-page">{words.title}</h1>
          <p className="text-soft">
            {words.place}. {words.day}
          </p>
        </div>
        <div className="flex gap-2">
          <Button look="act" onClick={paper.save}>
            <FileDown size={20} aria-hidden="true" /> Save as PDF
          </Button>
          <Button onClick={paper.open}>
            <Printer size={20} aria-hidden="true" /> Print
          </Button>
        </div>
      </header>
      {paper.failed ? (
        <p role="alert" className="pb-2 font-bold text-alarm">
          {paper.failed}
        </p>
      ) : null}
      {words.open.length > 0 ? (
        <p role="status" className="mb-4 border-l-[6px] border-brass pl-3">
          <strong>Not all is done:</strong> {words.open.join('; ')}.
        </p>
      ) : null}
      {words.untested === undefined ? null : (
        <p className="mb-4 flex flex-wrap items-center gap-3">
          <span>The line is not tested yet:</span>
          {(['pressure', 'vacuum'] as const).map((kind) => (
            <Link
              key={kind}
              className="name inline-flex min-h-11 items-center rounded-md border-[1.5px] border-ink px-4 text-field font-semibold"
              to={`/tests/new/${kind}?piece=${words.untested}`}
            >
              {kind === 'pressure' ? 'Pressure test' : 'Vacuum'}
            </Link>
          ))}
        </p>
      )}
      <section aria-label="What it took">
        <h2 className="border-b-[1.5px] border-ink pb-1 text-section">What it took</h2>
        <dl className="grid gap-x-6 sm:grid-cols-2">
          {words.sums.map(([what, value]) => (
            <div key={what} className="flex items-baseline justify-between gap-4 border-b border-rule py-2">
              <dt>{what}</dt>
              <dd className="name text-right text-field font-semibold">{value}</dd>
            </div>
          ))}
        </dl>
      </section>
      <section aria-label="Register" className="pt-6">
        <h2 className="border-b-[1.5px] border-ink pb-1 text-section">Register of cuts and joints</h2>
        <ol className="grid">
          {words.rows.map((r, i) => (
            <li key={r.title + String(i)} className="grid gap-1 border-b border-rule py-3">
              <p>
                <strong className="name text-label">
                  {i + 1}. {r.title}
                </strong>{' '}
                <span className="text-soft">{r.about}</span>{' '}
                <span className={r.failed ? 'font-bold text-alarm' : 'text-verdigris'}>{r.state}</span>
              </p>
              {r.lines.map((l, n) => (
                <p key={n} className="pl-4">
                  {l}
                </p>
              ))}
              {r.photos.length > 0 ? <PhotoRow ids={r.photos} title={r.title} /> : null}
            </li>
          ))}
        </ol>
      </section>
    </main>
  )
}
