// a thread begins without the loader of the process that began it
import { workerData } from 'node:worker_threads'
import { register } from 'tsx/esm/api'

register()
await import(workerData.module)
