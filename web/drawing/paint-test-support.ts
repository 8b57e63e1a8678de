import { vi } from 'vitest'

/** What was drawn: how often each thing was done, and the pictures that were put down. */
export function quietCanvas() {
  const done: Record<string, number> = {}
  const texts: string[] = []
  const context = new Proxy(
    { canvas: { width: 0, height: 0 } },
    {
      get: (target, name: string) => {
        if (name in target) return target[name as 'canvas']
        return (...args: unknown[]) => {
          done[name] = (done[name] ?? 0) + 1
          if (name === 'fillText') texts.push(String(args[0]))
          return { addColorStop: () => undefined }
        }
      },
      set: () => true,
    },
  )
  return { context: context as unknown as OffscreenCanvasRenderingContext2D, done, texts }
}
/** Pictures that a painter put down. */
export type PutDown = { readonly width: number; readonly data: Uint8ClampedArray }[]

/** What a painter's small pictures are made of where there is no browser: what was put down on them, in its order. */
export function quietPictures(): PutDown {
  const pictures: PutDown = []
  vi.stubGlobal(
    'ImageData',
    class {
      readonly data: Uint8ClampedArray
      constructor(
        readonly width: number,
        height: number,
      ) {
        this.data = new Uint8ClampedArray(width * height * 4)
      }
    },
  )
  vi.stubGlobal(
    'OffscreenCanvas',
    class {
      width = 0
      height = 0
      getContext() {
        return { putImageData: (image: PutDown[number]) => pictures.push(image) }
      }
    },
  )
  return pictures
}
