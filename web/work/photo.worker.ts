import { expose } from 'comlink'

/** The longest side that is kept, pixels. */
const MOST_SIDE = 1600

/** A picture made smaller, drawn afresh: what it carried beside its dots (place, time, camera) is gone. */
async function shrink(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file)
  const share = Math.min(1, MOST_SIDE / Math.max(picture.width, picture.height))
  const [width, height] = [
    Math.max(1, Math.round(picture.width * share)),
    Math.max(1, Math.round(picture.height * share)),
  ]
  const canvas = new OffscreenCanvas(width, height)
  const pen = canvas.getContext('2d')
  if (!pen) throw new Error('no canvas')
  pen.drawImage(picture, 0, 0, width, height)
  picture.close()
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.86 })
}

const api = { shrink }
export type PhotoWorker = typeof api
expose(api)
