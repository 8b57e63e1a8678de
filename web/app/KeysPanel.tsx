import { Panel } from '../ui/Panel.tsx'
import { SHORTCUTS } from './shortcuts.ts'

/** Every key that does something. */
export default function KeysPanel({ onClose }: { readonly onClose: () => void }) {
  return (
    <Panel title="Keys" place="middle" open onClose={onClose}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2">
        {SHORTCUTS.map((s) => (
          <div key={s.keys} className="contents">
            <dt className="name text-field font-semibold">{s.keys}</dt>
            <dd>{s.does}</dd>
          </div>
        ))}
      </dl>
    </Panel>
  )
}
