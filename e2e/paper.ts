/** Reads the PDFs that a page makes. */
import { decodePDFRawStream, PDFDocument, PDFRawStream } from 'pdf-lib'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import type { Page } from 'puppeteer-core'
import { until } from './browser.ts'

/** The file that an act on the page makes, whether it opens it or saves it. */
export async function madeFile(page: Page, act: () => Promise<void>): Promise<Uint8Array> {
  await page.evaluate(() => {
    const w = window as unknown as { made?: Blob }
    delete w.made
    // nothing is opened beside the page: what would be is read from here
    window.open = () => window
    URL.createObjectURL = (b) => {
      w.made = b as Blob
      return 'blob:none'
    }
  })
  await act()
  await until(page, () => (window as unknown as { made?: Blob }).made !== undefined)
  const bytes = await page.evaluate(async () => {
    const blob = (window as unknown as { made: Blob }).made
    return [...new Uint8Array(await blob.arrayBuffer())]
  })
  return Uint8Array.from(bytes)
}

/** What is written on each side of a PDF. */
export async function sidesOf(bytes: Uint8Array): Promise<readonly string[]> {
  const pdf = await getDocument({ data: bytes.slice(), isEvalSupported: false, verbosity: 0 }).promise
  const sides: string[] = []
  for (let n = 1; n <= pdf.numPages; n++) {
    const { items } = await (await pdf.getPage(n)).getTextContent()
    sides.push(items.map((i) => ('str' in i ? i.str : '')).join(' '))
  }
  await pdf.destroy()
  return sides
}

/** Every colour that is filled or stroked with in a PDF, as it is written there. */
export async function coloursOf(bytes: Uint8Array): Promise<readonly string[]> {
  const pdf = await PDFDocument.load(bytes)
  const strokes = pdf.context
    .enumerateIndirectObjects()
    .flatMap(([, o]) =>
      o instanceof PDFRawStream ? [Buffer.from(decodePDFRawStream(o).decode()).toString('latin1')] : [],
    )
  return [...new Set(strokes.join('\n').match(/^[\d. ]+ (rg|RG)$/gm) ?? [])].sort()
}
