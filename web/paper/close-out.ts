import type { PDFImage } from 'pdf-lib'
import type { Paper } from '#core/template/tile.ts'
import { beside, head, kept, Papers, rule, signed, space, textRows, type Making, type Row } from './writer.ts'

/** What is handed over, in words. */
export interface CloseOutSheet {
  readonly title: string
  readonly place: string
  readonly day: string
  readonly sums: readonly (readonly [what: string, value: string])[]
  readonly rows: readonly {
    readonly title: string
    readonly about: string
    readonly state: string
    readonly lines: readonly string[]
    readonly photos: readonly string[]
  }[]
  readonly open: readonly string[]
}

const PHOTO_HIGH = 110
const FOOT = 'Wimble. Gas and rod are as planned; what was found is as it was written down.'

/** A picture as JPEG or PNG; undefined for one that cannot be put into a PDF. */
type GetPhoto = (id: string) => Promise<{ readonly bytes: ArrayBuffer; readonly type: string } | undefined>

/** Pictures beside each other, as many as the width takes. */
function photoRows(photos: readonly PDFImage[], m: Making): readonly Row[] {
  const rows: { x: number; photo: PDFImage; wide: number }[][] = []
  let x = Infinity
  for (const photo of photos) {
    const wide = Math.min(m.width, (photo.width / photo.height) * PHOTO_HIGH)
    if (x + wide > m.width) {
      rows.push([])
      x = 0
    }
    rows.at(-1)?.push({ x, photo, wide })
    x += wide + 8
  }
  return rows.map((row) => ({
    height: PHOTO_HIGH + 8,
    draw: ({ page, left, top }) => {
      for (const p of row)
        page.drawImage(p.photo, {
          x: left + p.x,
          y: top - PHOTO_HIGH - 4,
          width: p.wide,
          height: PHOTO_HIGH,
        })
    },
  }))
}

/**
 * A job's close-out as a PDF for whoever the work was for: what it took, and the register of cuts and joints.
 * @param getPhoto gives the bytes of a picture; one that cannot be had is left out
 */
export async function closeOutPdf(
  sheet: CloseOutSheet,
  paper: Paper,
  getPhoto: GetPhoto,
): Promise<Uint8Array> {
  const papers = await Papers.begin(sheet.title, paper)
  const photos = new Map<string, PDFImage>()
  for (const id of new Set(sheet.rows.flatMap((r) => r.photos))) {
    const photo = await getPhoto(id)
    if (!photo || !/jpe?g|png/.test(photo.type)) continue
    const { document } = papers
    photos.set(
      id,
      await (photo.type.includes('png') ? document.embedPng(photo.bytes) : document.embedJpg(photo.bytes)),
    )
  }
  const register = (m: Making): readonly Row[] =>
    sheet.rows.flatMap((row, i) => [
      ...kept(
        textRows(m, `${i + 1}. ${row.title} (${row.about}): ${row.state}`, {
          letters: 'bold',
          size: m.size,
        }),
      ),
      ...row.lines.flatMap((line) => textRows(m, line, { size: m.size, x: 14 })),
      ...photoRows(
        row.photos.flatMap((id) => photos.get(id) ?? []),
        m,
      ),
      space(m.size * 0.5),
    ])
  papers.add(`Close-out: ${sheet.title}`, FOOT, (m) => [
    ...head(m, {
      kind: 'Close-out',
      title: sheet.title,
      about: [sheet.place, sheet.day].filter((t) => t !== '').join('. '),
    }),
    ...(sheet.open.length > 0
      ? textRows(m, `Not all is done: ${sheet.open.join('; ')}.`, { letters: 'bold', size: m.size })
      : []),
    ...sheet.sums.flatMap(([what, value]) =>
      beside([
        textRows(m, what, { size: m.size, width: m.width * 0.44 }),
        textRows(m, value, { letters: 'bold', size: m.size, x: m.width * 0.46 }),
      ]),
    ),
    space(m.size * 0.6),
    ...kept(textRows(m, 'Register of cuts and joints', { letters: 'head', size: m.size * 1.4 })),
    rule(),
    ...register(m),
    ...signed(m, ['Done', 'Handed over to']),
  ])
  return papers.save()
}
