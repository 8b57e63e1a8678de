import { expose } from 'comlink'
import { vi } from 'vitest'
import { flameWork } from './flame-work.ts'

/** Where somebody asks for a worker: the bench's own code behind a channel, and for a painter one that takes all. */
export function benchWorkers(): { readonly ended: () => number } {
  let ended = 0
  const painter = {
    stage: () => undefined,
    set: () => undefined,
    listen: () => undefined,
    rest: () => undefined,
    wake: () => undefined,
  }
  vi.stubGlobal(
    'Worker',
    class {
      private readonly page: MessagePort
      constructor(url: URL) {
        const { port1, port2 } = new MessageChannel()
        expose(url.href.includes('paint') ? painter : flameWork, port1)
        this.page = port2
        this.page.start()
      }
      postMessage(message: unknown, transfer: Transferable[] = []) {
        this.page.postMessage(message, transfer)
      }
      addEventListener(...of: Parameters<MessagePort['addEventListener']>) {
        this.page.addEventListener(...of)
      }
      removeEventListener(...of: Parameters<MessagePort['removeEventListener']>) {
        this.page.removeEventListener(...of)
      }
      terminate() {
        ended++
        flameWork.rest()
        this.page.close()
      }
    },
  )
  return { ended: () => ended }
}
