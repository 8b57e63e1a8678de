/** Threads beside the one that answers requests: what takes long never keeps a confirmation waiting. */
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { Worker } from 'node:worker_threads'
import { wrap, type Remote } from 'comlink'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'
import type { Haul } from './haul.ts'
import type { Read } from './read.ts'

/** One thread, begun when it is first asked for anything. What it is asked fails when it does: nobody waits for ever. */
class Lane<T extends object> {
  private worker: Worker | undefined
  private remote: Remote<T> | undefined

  constructor(
    private readonly module: string,
    private readonly data: string,
    private readonly failed: (error: unknown) => void,
    private readonly built: string | undefined,
  ) {}

  get api(): Remote<T> {
    this.remote ??= this.begin()
    return this.remote
  }

  private begin(): Remote<T> {
    const module = pathToFileURL(join(import.meta.dirname, `${this.module}.ts`)).href
    const worker = new Worker(
      this.built === undefined
        ? join(import.meta.dirname, 'boot.mjs')
        : join(this.built, `${this.module}.js`),
      { workerData: { module, data: this.data }, execArgv: [] },
    )
    this.worker = worker
    const waiting = new Set<(error: Error) => void>()
    const over = (error: Error) => {
      for (const reject of waiting) reject(error)
      waiting.clear()
      // the next who asks begins another
      if (this.worker === worker) this.forget()
    }
    worker.on('error', (error) => {
      this.failed(error)
      over(error)
    })
    worker.on('exit', () => over(new Error('the thread has ended')))
    return new Proxy(wrap<T>(nodeEndpoint(worker)), {
      get: (remote, name) => {
        const ask = Reflect.get(remote, name) as (...args: unknown[]) => Promise<unknown>
        return (...args: unknown[]) =>
          new Promise((resolve, reject) => {
            waiting.add(reject)
            void ask(...args)
              .then(resolve, reject)
              .finally(() => waiting.delete(reject))
          })
      },
    })
  }

  private forget(): void {
    this.worker = undefined
    this.remote = undefined
  }

  async stop(): Promise<void> {
    const { worker } = this
    this.forget()
    await worker?.terminate()
  }
}

/** The two threads of a log: one that reads for pages, one that hauls: in, out, copies, the look through every row. */
export class Lanes {
  private readonly reading: Lane<Read>
  private readonly hauling: Lane<Haul>

  /** `built` is where the build put the threads: they begin in a tenth of the time that their sources take. */
  constructor(data: string, failed: (error: unknown) => void, built?: string) {
    this.reading = new Lane('read', data, failed, built)
    this.hauling = new Lane('haul', data, failed, built)
  }

  get read(): Remote<Read> {
    return this.reading.api
  }

  get haul(): Remote<Haul> {
    return this.hauling.api
  }

  async stop(): Promise<void> {
    await Promise.all([this.reading.stop(), this.hauling.stop()])
  }
}
