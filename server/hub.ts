import { EventEmitter } from 'node:events'

const CLOSED = Symbol('closed')

/** Tells everybody who looks at a run, or a test, what has changed of it. */
export class RunHub {
  private readonly emitter = new EventEmitter().setMaxListeners(0)

  changed(id: string, change: object): void {
    this.emitter.emit(id, change)
  }

  /** Lets go of all who watch anything: they come again, and find what is there then. */
  close(): void {
    this.emitter.emit(CLOSED)
  }

  /** Calls `listener` when all are let go; the answer stops that. */
  onClose(listener: () => void): () => void {
    this.emitter.on(CLOSED, listener)
    return () => this.emitter.off(CLOSED, listener)
  }

  /** Calls `listener` with each change; the answer stops that. */
  watch(id: string, listener: (change: object) => void): () => void {
    this.emitter.on(id, listener)
    return () => this.emitter.off(id, listener)
  }
}
