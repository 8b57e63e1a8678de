import compiled from './shells-wasm.json' with { type: 'json' }

/** What the language of core does not know by itself, and every engine has. */
interface Engine {
  readonly atob: (text: string) => string
  readonly WebAssembly: {
    readonly Module: new (bytes: Uint8Array) => object
    readonly Memory: new (asked: { readonly initial: number }) => { readonly buffer: ArrayBuffer }
    readonly Instance: new (
      module: object,
      imports: { readonly env: { readonly memory: object } },
    ) => { readonly exports: unknown }
  }
}
const engine = globalThis as unknown as Engine

/** What shells.as.ts offers; pointers are bytes into the room. */
interface Steps {
  readonly takeStock: (
    celsius: number,
    before: number,
    conductivity: number,
    capacity: number,
    look: number,
    volume: number,
    outer: number,
    inner: number,
    round: number,
    rows: number,
    dt: number,
    lowC: number,
  ) => number
  readonly playOnRow: (
    celsius: number,
    before: number,
    capacity: number,
    shares: number,
    round: number,
    h: number,
    driveC: number,
    dt: number,
  ) => number
  readonly sweepRound: (
    celsius: number,
    conductivity: number,
    capacity: number,
    across: number,
    scratch: number,
    round: number,
    rows: number,
    dt: number,
    closed: number,
  ) => void
  readonly sweepAlong: (
    celsius: number,
    conductivity: number,
    capacity: number,
    along: number,
    carried: number,
    left: number,
    round: number,
    rows: number,
    dt: number,
    endRow: number,
    endConductance: number,
    endC: number,
  ) => number
  readonly exchange: (
    tube: number,
    tubeCapacity: number,
    cup: number,
    cupCapacity: number,
    filled: number,
    perGap: number,
    round: number,
    rows: number,
    areaDt: number,
    grey: number,
    contact: number,
    fillerK: number,
    fluxK: number,
    fluxLiquidC: number,
  ) => void
  readonly feelWalls: (
    tube: number,
    cup: number,
    coldest: number,
    hottest: number,
    round: number,
    rows: number,
    flowC: number,
    out: number,
  ) => void
  readonly settle: (
    celsius: number,
    before: number,
    peak: number,
    look: number,
    cells: number,
    lowC: number,
  ) => void
}

/** A room of its own in which the steps of one joint are worked, and where all that they need lies. */
export interface Room extends Steps {
  /** So many doubles, at nothing. @throws RangeError where the room is full */
  readonly take: (count: number) => Float64Array
}

const PAGE = 65_536
/** What is read two at a time begins at whole pairs. */
const PAIR = 16

let module: object | undefined

/** Opens a room for so many doubles. */
export function openRoom(doubles: number): Room {
  module ??= new engine.WebAssembly.Module(
    Uint8Array.from(engine.atob(compiled.wasm), (c) => c.charCodeAt(0)),
  )
  const bytes = doubles * Float64Array.BYTES_PER_ELEMENT + 2 * PAGE
  const memory = new engine.WebAssembly.Memory({ initial: Math.ceil(bytes / PAGE) })
  const { exports } = new engine.WebAssembly.Instance(module, { env: { memory } })
  let free = PAIR
  return {
    ...(exports as Steps),
    take: (count) => {
      const taken = new Float64Array(memory.buffer, free, count)
      free = Math.ceil((free + taken.byteLength) / PAIR) * PAIR
      return taken
    },
  }
}
