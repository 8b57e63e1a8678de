import { X } from 'lucide-react'
import { useMemo, useState } from 'react'
import type { GoodPiece } from '#application/plan-of.ts'
import { lineMethodsOf, procedureOf } from '#application/procedure-of.ts'
import type { RigDraft } from '#contract/schemas.ts'
import { compareMethods, differing } from '#core/line/compare.ts'
import type { Procedure } from '#core/line/procedure.ts'
import {
  LINE_METHOD_NAMES,
  optionsOfLine,
  type LineMethodName,
  type LineMethods,
} from '#core/line/methods.ts'
import { optionWords, METHOD_WORDS } from '#core/line/method-words.ts'
import type { Step } from '#core/line/steps.ts'
import { OneStep } from '../plan/OneStep.tsx'
import { usePlanFigures, type PlanFigures } from '../plan/plan-words.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { SelectField } from '../../ui/SelectField.tsx'

const ROWS = LINE_METHOD_NAMES.map((value) => ({ value, label: METHOD_WORDS[value].label }))

/** The steps by the shop's methods; beside them, if asked, by other ways, aligned step by step with the reasons. */
export function MethodsTab({
  procedure,
  planned,
  torch,
}: {
  readonly procedure: Procedure
  readonly planned: GoodPiece
  readonly torch: RigDraft['torch']
}) {
  const { settings } = useShop()
  const { sentence } = usePlanFigures(planned.plan)
  const own = useMemo(() => lineMethodsOf(settings), [settings])
  const [other, setOther] = useState<LineMethods>(own)
  const [row, setRow] = useState<LineMethodName>('shutTorch')
  const rows = differing(own, other)
  const theirs = useMemo(
    () => (rows.length > 0 ? procedureOf(torch, planned, settings, other) : procedure),
    [rows.length, torch, planned, settings, other, procedure],
  )
  if (!procedure.ok)
    return (
      <p className="max-w-[60ch] border-l-[6px] border-alarm py-2 pl-4 text-field">
        <strong>No steps.</strong> {procedure.text}
      </p>
    )
  return (
    <div className="grid gap-4">
      <section
        aria-label="Another way"
        className="grid items-end gap-x-4 gap-y-2 md:grid-cols-[1fr_1fr_auto]"
      >
        <SelectField label="Compare with another method of" value={row} options={ROWS} onChange={setRow} />
        <SelectField
          label="done so"
          value={other[row] as string}
          options={optionsOfLine(row).map((o) => ({
            value: o as string,
            label: `${optionWords(row, o).label}${o === own[row] ? ' (your shop)' : ''}`,
          }))}
          onChange={(option) => setOther({ ...other, [row]: option })}
        />
        <Button disabled={rows.length === 0} onClick={() => setOther(own)}>
          Only your shop’s
        </Button>
      </section>
      {rows.length > 0 ? (
        <ul className="flex flex-wrap gap-2">
          {rows.map((name) => (
            <li
              key={name}
              className="name inline-flex items-center gap-1 border-[1.5px] border-brass px-2 text-text"
            >
              {METHOD_WORDS[name].label}: {optionWords(name, other[name]).label}
              <button
                type="button"
                aria-label={`Back to your shop’s method: ${METHOD_WORDS[name].label}`}
                className="grid size-9 place-items-center"
                onClick={() => setOther({ ...other, [name]: own[name] })}
              >
                <X size={16} aria-hidden="true" />
              </button>
            </li>
          ))}
        </ul>
      ) : null}
      <Exceptions procedure={theirs.ok ? theirs : procedure} />
      {rows.length > 0 && theirs.ok ? (
        <SideBySide
          sentence={sentence}
          own={{ steps: procedure.steps, methods: own }}
          theirs={{ steps: theirs.steps, methods: other }}
        />
      ) : (
        <ol className="gap-x-6 md:columns-2">
          {procedure.steps.map((s, i) => (
            <li key={s.id} className="break-inside-avoid border-b border-rule py-2">
              <OneStep step={s} number={i + 1} full sentence={sentence} />
            </li>
          ))}
        </ol>
      )}
    </div>
  )
}

/** Where a shop's way is left on this rig, and why. */
function Exceptions({ procedure }: { readonly procedure: Extract<Procedure, { ok: true }> }) {
  const { say } = useShop()
  return procedure.exceptions.map((d) => (
    <p key={d.method} className="border-l-[6px] border-brass py-1 pl-3 leading-snug">
      <strong>{METHOD_WORDS[d.method].label}:</strong> asked for “{optionWords(d.method, d.asked).label}”,
      done “{optionWords(d.method, d.used).label}”. {say(d.because)}
    </p>
  ))
}

function SideBySide({
  own,
  theirs,
  sentence,
}: {
  readonly sentence: PlanFigures['sentence']
  readonly own: { readonly steps: readonly Step[]; readonly methods: LineMethods }
  readonly theirs: { readonly steps: readonly Step[]; readonly methods: LineMethods }
}) {
  const { say } = useShop()
  const rows = compareMethods(own, theirs)
  return (
    <table className="w-full table-fixed border-collapse">
      <thead>
        <tr className="border-b-[1.5px] border-ink text-left">
          <th scope="col" className="name pb-1 text-label">
            Your shop
          </th>
          <th scope="col" className="name pb-1 pl-4 text-label">
            The other method
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r, i) => (
          <tr
            key={i}
            className={`border-b border-rule align-top ${r.same ? 'text-soft' : 'border-l-[6px] border-l-brass bg-sheet'}`}
          >
            <td className="py-2 pl-2">
              {r.left ? (
                <OneStep step={r.left} full={false} sentence={sentence} />
              ) : (
                <span className="pl-10 text-soft">no such step</span>
              )}
            </td>
            <td className="py-2 pl-4">
              {r.same ? (
                <span className="text-soft">the same</span>
              ) : r.right ? (
                <OneStep step={r.right} full={false} sentence={sentence} />
              ) : (
                <span className="pl-10 text-soft">no such step</span>
              )}
              {r.because.map((b) => (
                <p key={b} className="pt-1 pl-10 text-text leading-snug">
                  {say(b)}
                </p>
              ))}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
