import { Answer } from './cut-list/Answer.tsx'
import { useListForm } from './cut-list/form.ts'
import { Wanted } from './cut-list/Wanted.tsx'

/** Many pieces out of bars: the least stock, with the bound beside it, and what it takes and leaves. */
export default function CutList() {
  const list = useListForm()
  const { plan } = list.work
  return (
    <div className="grid gap-6 py-4 lg:grid-cols-[400px_1fr]">
      <Wanted list={list} />
      {plan?.ok ? (
        <Answer plan={plan} list={list} />
      ) : (
        <p className="text-soft">
          Lengths of bar, flat or strip and the pieces wanted from them. The answer takes the least stock,
          then the fewest bars, then leaves the largest single remnant.
        </p>
      )}
    </div>
  )
}
