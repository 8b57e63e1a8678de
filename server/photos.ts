import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileTypeFromBuffer } from 'file-type'
import { AppError } from './errors.ts'
import type { Store } from './store.ts'

/** What a picture may be, by its first bytes, whatever it calls itself. */
const TYPES: ReadonlySet<string> = new Set(['image/jpeg', 'image/png', 'image/webp'])
/** The largest picture that is taken, bytes. */
export const PHOTO_MOST_BYTES = 20_000_000

const folderOf = (data: string) => join(data, 'photos')
const fileOf = (data: string, id: string) => join(folderOf(data), id)

/** What kind of picture this is; refused when it is none. */
async function typeOf(bytes: Uint8Array): Promise<string> {
  if (bytes.length > PHOTO_MOST_BYTES)
    throw new AppError(413, 'too-large', 'A picture may have 20 MB at most.')
  const found = await fileTypeFromBuffer(bytes)
  if (!found || !TYPES.has(found.mime))
    throw new AppError(415, 'not-a-picture', 'A picture should be a JPEG, PNG or WebP.')
  return found.mime
}

/** Keeps a picture of an entry: the file first, then its row, so that no row is without its file. */
export async function keepPhoto(
  store: Store,
  data: string,
  photo: { readonly id: string; readonly entryId: string; readonly bytes: Uint8Array; readonly at: string },
): Promise<void> {
  if (store.photos.get(photo.id)) return
  const type = await typeOf(photo.bytes)
  const folder = folderOf(data)
  if (!existsSync(folder)) mkdirSync(folder)
  const file = fileOf(data, photo.id)
  writeFileSync(`${file}.part`, photo.bytes, { flush: true })
  renameSync(`${file}.part`, file)
  store.photos.add({
    id: photo.id,
    entryId: photo.entryId,
    type,
    bytes: photo.bytes.length,
    sha256: createHash('sha256').update(photo.bytes).digest('hex'),
    addedAt: photo.at,
  })
}

/** A picture's bytes, or undefined when its file is gone. */
export function photoBytes(data: string, id: string): Buffer | undefined {
  const file = fileOf(data, id)
  return existsSync(file) ? readFileSync(file) : undefined
}
