/** The map of all flames, in a thread of its own: how long it takes there from its first line. */
import { parentPort } from 'node:worker_threads'
import { BURNT_FUELS } from '#core/flame/burn.ts'
import { flameMap } from '#core/flame/flame-map.ts'

const began = performance.now()
const points = BURNT_FUELS.reduce((n, fuel) => n + flameMap(fuel).kelvin.length, 0)
parentPort?.postMessage({ ms: performance.now() - began, points })
