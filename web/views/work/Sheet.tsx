import { useState } from 'react'
import { PAPER_NAMES, usualPaper, type Paper } from '#core/template/tile.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import type { SheetPage } from '../../paper/page.ts'
import { useSheets } from '../../paper/useMade.ts'

const PAPER_CHOICE = (Object.keys(PAPER_NAMES) as Paper[]).map((value) => ({
  value,
  label: PAPER_NAMES[value],
}))

/** Opens sheets as a PDF to be printed, or saves it; on either paper. */
export function SheetTools({
  pages,
  name,
  print,
}: {
  readonly pages: readonly SheetPage[]
  /** Of the file. */
  readonly name: string
  readonly print: string
}) {
  const { settings } = useShop()
  const [paper, setPaper] = useState<Paper>(usualPaper(settings.region))
  const made = useSheets(name, () => pages, paper)
  return (
    <div className="flex flex-wrap items-center gap-3">
      <div className="w-[220px]">
        <Segmented label="Paper" value={paper} options={PAPER_CHOICE} onChange={setPaper} />
      </div>
      <Button onClick={made.open}>{print}</Button>
      <Button look="act" onClick={made.save}>
        Save as PDF
      </Button>
      {made.failed ? (
        <span role="alert" className="font-bold text-alarm">
          {made.failed}
        </span>
      ) : null}
    </div>
  )
}

/** One sheet as it is printed, a page of its own. */
export function Sheet({ page }: { readonly page: SheetPage }) {
  return (
    <article className="border-[1.5px] border-rule bg-sheet p-4 leading-snug">
      <p className="name text-brick">{page.kind}</p>
      <h2 className="text-section">{page.title}</h2>
      <p className="text-soft">{page.about}</p>
      {page.line ? (
        <>
          <div className="pt-2 max-sm:hidden">{page.line.drawn.node}</div>
          <dl className="mt-2 grid grid-cols-3 gap-x-4 gap-y-2 max-sm:grid-cols-2">
            {page.line.set.map((s) => (
              <div key={s.name}>
                <dt className="name text-soft">{s.name}</dt>
                <dd>
                  <span className="figure text-label">{s.value}</span>
                  <span className="block text-foot text-soft">{s.note}</span>
                </dd>
              </div>
            ))}
          </dl>
        </>
      ) : null}
      {page.figures.length > 0 ? (
        <dl className="mt-2 grid grid-cols-[1fr_auto] gap-x-4 border-y-[1.5px] border-ink py-1">
          {page.figures.map(([name, value]) => (
            <div key={name} className="contents">
              <dt>{name}</dt>
              <dd className="figure text-right text-label">{value}</dd>
            </div>
          ))}
        </dl>
      ) : null}
      <ol className="list-decimal pt-2 pl-6">
        {page.steps.map((s) => (
          <li key={s.act} className="pb-1">
            <strong>{s.act}</strong> <span className="text-soft">{s.note}</span>
          </li>
        ))}
      </ol>
      {page.list ? (
        <section aria-label={page.list.title} className="mt-2 border-t-[1.5px] border-ink pt-2">
          <h3 className="text-label">{page.list.title}</h3>
          <ul className="columns-2 gap-x-6 max-sm:columns-1">
            {page.list.items.map((item) => (
              <li key={item} className="flex items-start gap-2 pb-1">
                <span aria-hidden="true" className="mt-1 inline-block size-3.5 shrink-0 border border-ink" />
                {item}
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      <p className="pt-2 text-foot text-soft">{page.foot}</p>
    </article>
  )
}
