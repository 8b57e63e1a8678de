import { format } from 'date-fns/format'
import { api } from '../../app/api.ts'
import { Part } from './Part.tsx'

/** What broke on pages of this shop: kept on this machine, for whoever mends it. */
export function PageFaults() {
  const faults = api.usePageFaultsQuery().data ?? []
  if (faults.length === 0) return null
  return (
    <Part title="What broke on a page">
      <p className="text-soft">
        Kept in page-faults.jsonl beside the log, on this machine alone: page, fault and version, and nothing
        that was typed.
      </p>
      <ul className="grid gap-2">
        {faults.slice(0, 20).map((f) => (
          <li key={`${f.at}${f.page}${f.what}`} className="border-b border-rule pb-2">
            <span className="text-soft">
              {format(new Date(f.at), 'd MMM, HH:mm')}, {f.page}, version {f.version}
            </span>
            <br />
            {f.what}
          </li>
        ))}
      </ul>
    </Part>
  )
}
