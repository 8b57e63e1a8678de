import { useState } from 'react'
import { PAPER_NAMES, usualPaper, type Paper } from '#core/template/tile.ts'
import { fileName, openPdf, saveFile } from '../../app/save-file.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import type { SheetPage } from '../../work/sheet-pdf.ts'

const PAPER_CHOICE = (Object.keys(PAPER_NAMES) as Paper[]).map((value) => ({
  value,
  label: PAPER_NAMES[value],
}))

/** What stands at the foot of every sheet. */
export const SHEET_FOOT = 'Wimble. The operator’s manual, the site’s rules and local law come first.'

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
  const [failed, setFailed] = useState(false)
  const make = async (then: (file: string, bytes: BlobPart) => void) => {
    setFailed(false)
    try {
      const { sheetPdf } = await import('../../work/sheet-pdf.ts')
      then(fileName(name, 'pdf'), (await sheetPdf(pages, paper)) as BlobPart)
    } catch {
      setFailed(true)
    }
  }
  return (
    <div className="flex flex-wrap items-center gap-3 print:hidden">
      <div className="w-[220px]">
        <Segmented label="Paper" value={paper} options={PAPER_CHOICE} onChange={setPaper} />
      </div>
      <Button onClick={() => void make(openPdf)}>{print}</Button>
      <Button look="act" onClick={() => void make((file, bytes) => saveFile(file, bytes, 'application/pdf'))}>
        Save as PDF
      </Button>
      {failed ? (
        <span role="alert" className="font-bold text-alarm">
          The PDF could not be made. Try it again.
        </span>
      ) : null}
    </div>
  )
}

/** One sheet as it is printed, a page of its own. */
export function Sheet({ page }: { readonly page: SheetPage }) {
  return (
    <article className="border-[1.5px] border-rule bg-sheet p-4 leading-snug print:break-after-page print:border-0 print:p-0 print:text-[11px]">
      <h2 className="text-section">{page.title}</h2>
      <p className="text-soft">{page.about}</p>
      {page.figures.length > 0 ? (
        <dl className="mt-2 grid grid-cols-[1fr_auto] gap-x-4 border-y-[1.5px] border-ink py-1">
          {page.figures.map(([name, value]) => (
            <div key={name} className="contents">
              <dt>{name}</dt>
              <dd className="figure text-right text-label print:text-[14px]">{value}</dd>
            </div>
          ))}
        </dl>
      ) : null}
      {page.table ? (
        <table className="mt-2 w-full border-collapse text-left">
          <thead>
            <tr className="border-b-[1.5px] border-ink">
              {page.table.heads.map((h) => (
                <th key={h} scope="col" className="name pr-2">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {page.table.rows.map((cells) => (
              <tr key={cells[0]} className="border-b border-rule">
                {cells.map((c, i) => (
                  <td key={page.table?.heads[i]} className={i === 0 ? 'pr-2 font-bold' : 'pr-2'}>
                    {c}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
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
