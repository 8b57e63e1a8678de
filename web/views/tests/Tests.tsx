import { format } from 'date-fns/format'
import { Link, useNavigate } from 'react-router'
import { api } from '../../app/api.ts'
import { Button } from '../../ui/Button.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { TEST_NAMES } from './words.ts'

/** Tests of lines: begin one, go on with one, look one up. */
export default function Tests() {
  const go = useNavigate()
  const { data, error } = api.useTestsQuery(undefined, { refetchOnMountOrArgChange: true })
  if (error && !data) return <Missing what="tests" failure={error} />
  return (
    <div className="grid gap-4 pt-4">
      <div className="flex flex-wrap gap-3">
        <Button look="act" className="text-label" onClick={() => void go('/tests/new/pressure')}>
          Begin a pressure test
        </Button>
        <Button className="text-label" onClick={() => void go('/tests/new/vacuum')}>
          Begin a vacuum test
        </Button>
      </div>
      <p className="max-w-[76ch] text-soft">
        To keep a test with its piece, begin it from the braze’s line in the log, or from the piece itself.
      </p>
      {data?.length === 0 ? <p>No line was tested yet.</p> : null}
      <ul>
        {data?.map((t) => (
          <li key={t.id}>
            <Link
              to={`/tests/${t.id}`}
              className="grid min-h-[52px] grid-cols-[1fr_auto] items-center gap-4 border-b border-rule py-2 hover:bg-sheet"
            >
              <span>
                <strong className="name text-label">{t.title}</strong>
                <span className="block text-soft">
                  {TEST_NAMES[t.kind]}, {format(new Date(t.startedAt), 'd MMM yyyy, HH:mm')}
                </span>
              </span>
              <span className={`name text-field ${t.endedAt ? 'text-soft' : 'font-bold text-brick'}`}>
                {t.endedAt ? 'ended' : 'under way'}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </div>
  )
}
