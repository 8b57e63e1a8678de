import { EventEmitter } from 'node:events'

/** Tells everybody who looks at a run that it has changed. */
export class RunHub {
  private readonly emitter = new EventEmitter().setMaxListeners(0)

  changed(runId: string): void {
    this.emitter.emit(runId)
  }

  /** Calls `listener` at each change; the answer stops that. */
  watch(runId: string, listener: () => void): () => void {
    this.emitter.on(runId, listener)
    return () => this.emitter.off(runId, listener)
  }
}
