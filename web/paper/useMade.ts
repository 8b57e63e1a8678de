import { useEffect, useMemo, useRef, useState } from 'react'
import type { Paper } from '#core/template/tile.ts'
import { usualPaper } from '#core/template/tile.ts'
import { fileName, openPdf, saveFile } from '../app/save-file.ts'
import { useShop } from '../app/shop.ts'
import type { SheetPage } from './page.ts'

/** What makes a file; undefined when there is nothing to put on paper. */
type Make = (paper: Paper) => Promise<Uint8Array | undefined>

/** A PDF that is made when it is asked for: opened to be printed, or saved. */
export interface Made {
  readonly open: () => void
  readonly save: () => void
  /** What went wrong the last time; undefined when nothing did. */
  readonly failed: string | undefined
}

/**
 * A PDF made on demand; Ctrl and P open it as its button does.
 * @param name of the file
 * @param paper the region's when it is not said
 */
export function useMade(name: string, make: Make, paper?: Paper): Made {
  const { settings } = useShop()
  const [failed, setFailed] = useState<string | undefined>(undefined)
  const on = paper ?? usualPaper(settings.region)
  // what is asked for is made of what is on the page then: the buttons stay the same while somebody types
  const latest = useRef({ name, make, on })
  useEffect(() => {
    latest.current = { name, make, on }
  })
  const made = useMemo(() => {
    const run = async (then: (file: string, bytes: BlobPart) => void): Promise<void> => {
      setFailed(undefined)
      try {
        const now = latest.current
        const bytes = await now.make(now.on)
        if (bytes) then(fileName(now.name, 'pdf'), bytes as BlobPart)
        else setFailed('There is nothing to print yet.')
      } catch {
        setFailed('The PDF could not be made. Try it again.')
      }
    }
    return {
      open: () => void run(openPdf),
      save: () => void run((file, bytes) => saveFile(file, bytes, 'application/pdf')),
    }
  }, [])
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key !== 'p') return
      e.preventDefault()
      made.open()
    }
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [made])
  return useMemo(() => ({ ...made, failed }), [made, failed])
}

/**
 * Sheets as a PDF made on demand, in the shop's units and words.
 * @param pages gives them when the file is asked for; none when there is nothing to print
 */
export function useSheets(
  name: string,
  pages: () => readonly SheetPage[] | Promise<readonly SheetPage[]>,
  paper?: Paper,
): Made {
  const shop = useShop()
  return useMade(
    name,
    async (on) => {
      const [{ sheetPdf }, { drawnFor }, made] = await Promise.all([
        import('./sheet.ts'),
        import('./pictures.tsx'),
        pages(),
      ])
      return made.length > 0 ? sheetPdf(made, on, drawnFor(shop)) : undefined
    },
    paper,
  )
}
