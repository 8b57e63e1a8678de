import { wrap } from 'comlink'
import { Camera } from 'lucide-react'
import { useRef, useState } from 'react'
import { PATHS } from '#contract/paths.ts'
import type { ApiError } from '#contract/types.ts'
import type { PhotoWorker } from '../../work/photo.worker.ts'

const MOST_BYTES = 20_000_000
const TYPES = ['image/jpeg', 'image/png', 'image/webp']
const urlOf = (id: string) => PATHS.getPhoto.path.replace(':id', id)

/** What a picture is of: a line on a piece, or a torch, whose card it shows. */
type PictureOf = { readonly entry: string; readonly piece: string } | { readonly torch: string }

/** Sends one picture, made smaller first; a sentence when it does not go. */
async function send(file: File, of: PictureOf): Promise<{ id: string } | { fault: string }> {
  if (!TYPES.includes(file.type)) return { fault: `${file.name} is no JPEG, PNG or WebP.` }
  if (file.size > MOST_BYTES) return { fault: `${file.name} is larger than 20 MB.` }
  const worker = new Worker(new URL('../../work/photo.worker.ts', import.meta.url), { type: 'module' })
  try {
    const small = await wrap<PhotoWorker>(worker).shrink(file)
    const id = crypto.randomUUID()
    const query =
      'torch' in of ? `entry=${of.torch}&torch=${of.torch}` : `entry=${of.entry}&piece=${of.piece}`
    const answer = await fetch(`${urlOf(id)}?${query}`, {
      method: 'POST',
      headers: { 'Content-Type': 'image/jpeg' },
      body: small,
    })
    if (answer.ok) return { id }
    return { fault: ((await answer.json()) as ApiError).error.message }
  } catch {
    return { fault: `${file.name} could not be read, or the server does not answer. Try it again.` }
  } finally {
    worker.terminate()
  }
}

/** Pictures of an entry, as a row of small ones; each opens by itself. */
export function PhotoRow({ ids, title }: { readonly ids: readonly string[]; readonly title: string }) {
  return (
    <ul className="flex flex-wrap gap-2" aria-label="Pictures">
      {ids.map((id, i) => (
        <li key={id}>
          <a href={urlOf(id)} target="_blank" rel="noreferrer">
            <img
              src={urlOf(id)}
              alt={`${title}, ${i + 1} of ${ids.length}`}
              className="h-[96px] rounded-md border-[1.5px] border-rule object-cover"
            />
          </a>
        </li>
      ))}
    </ul>
  )
}

/** Takes pictures for an entry: made smaller in a worker, and kept at the server at once. */
export function Photos({
  of,
  ids,
  add = 'Add a picture',
  onAdd,
}: {
  readonly of: PictureOf
  readonly ids: readonly string[]
  readonly add?: string
  readonly onAdd: (ids: readonly string[]) => void
}) {
  const input = useRef<HTMLInputElement>(null)
  const [busy, setBusy] = useState(false)
  const [fault, setFault] = useState('')
  const take = async (files: readonly File[]) => {
    setBusy(true)
    setFault('')
    const kept: string[] = []
    for (const file of files) {
      const sent = await send(file, of)
      if ('id' in sent) kept.push(sent.id)
      else setFault(sent.fault)
    }
    onAdd(kept)
    setBusy(false)
  }
  return (
    <div className="grid gap-2">
      <PhotoRow ids={ids} title="Picture" />
      <label className="name inline-flex min-h-[48px] w-fit cursor-pointer items-center gap-2 rounded-md border-[1.5px] border-ink bg-sheet px-4 text-field font-semibold focus-within:outline-2">
        <Camera size={20} aria-hidden="true" />
        {busy ? 'Keeping it' : add}
        <input
          ref={input}
          type="file"
          className="sr-only"
          accept={TYPES.join(',')}
          multiple
          disabled={busy}
          onChange={(e) => {
            const files = [...(e.target.files ?? [])]
            e.target.value = ''
            void take(files)
          }}
        />
      </label>
      {fault === '' ? null : (
        <p role="alert" className="font-bold text-alarm">
          {fault}
        </p>
      )}
    </div>
  )
}
