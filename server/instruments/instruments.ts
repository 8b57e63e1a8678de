import { EventEmitter } from 'node:events'
import { createConnection, type Socket } from 'node:net'
import { createInterface } from 'node:readline'
import type { Logger } from 'pino'
import { CHANNELS, channelOf, qualityOf, type Instrument, type RawReading } from '#core/instrument/kinds.ts'
import { MOST_LINE, readMessage, writeMessage, type Dial } from '#core/instrument/protocol.ts'
import { Thinner, type Sample } from '#core/instrument/thin.ts'
import type { ChannelNow, InstrumentsNow } from '#contract/types.ts'

const RETRY_MS = 2000
const TIDY_MS = 3600_000

export interface InstrumentOptions {
  readonly log: Logger
  readonly now: () => Date
  /** Takes thinned readings, some at a time. */
  readonly store: (samples: readonly Sample[]) => void
  readonly tidy: (nowS: number) => void
  /** Whether simulated instruments are shown: in a demo log, or where the shop switched them on. */
  readonly simulated: () => boolean
}

/**
 * What the shop's instruments say now. Readings come over a local socket from one gateway, which may be the simulator
 * that ships with the demo; whatever they are worth is told with them, and nothing is made up where nothing came.
 */
export class Instruments {
  private readonly devices = new Map<string, Instrument>()
  private readonly last = new Map<string, RawReading>()
  private readonly waiting: Sample[] = []
  private readonly thinner = new Thinner((s) => this.waiting.push(s))
  private readonly emitter = new EventEmitter().setMaxListeners(0)
  private readonly tidying: NodeJS.Timeout
  private socket: Socket | undefined
  private retry: NodeJS.Timeout | undefined
  private connected = false
  private stopped = false

  constructor(private readonly options: InstrumentOptions) {
    this.tidying = setInterval(() => options.tidy(options.now().getTime() / 1000), TIDY_MS)
    this.tidying.unref()
  }

  /** Connects to a gateway on this machine, and again whenever it goes. */
  connect(port: number, host = '127.0.0.1'): void {
    const socket = createConnection({ port, host })
    this.socket = socket
    socket.on('connect', () => {
      this.connected = true
    })
    const lines = createInterface({ input: socket, crlfDelay: Infinity })
    lines.on('line', (line) => this.take(line))
    lines.on('error', () => undefined)
    socket.on('error', (error) => this.options.log.warn({ err: error }, 'instruments'))
    socket.on('close', () => {
      this.connected = false
      this.emitter.emit('changed')
      if (!this.stopped) this.retry = setTimeout(() => this.connect(port, host), RETRY_MS)
    })
  }

  /** One line of the protocol; what is no message is left out. */
  take(line: string): void {
    const message = line.length > MOST_LINE ? 'long' : readMessage(line)
    if (typeof message === 'string' || message.kind === 'dial') return
    if (message.kind === 'hello') {
      this.devices.clear()
      this.last.clear()
      for (const d of message.devices) this.devices.set(d.id, d)
    } else {
      const { reading } = message
      const device = this.devices.get(reading.device)
      const kind = device && this.isShown(device) ? channelOf(device.kind, reading.channel) : undefined
      if (!kind) return
      const channel = `${reading.device}:${reading.channel}`
      this.last.set(channel, reading)
      if (reading.value !== null && qualityOf(kind, reading, this.options.now().getTime()) === 'good')
        this.thinner.add(channel, reading.atMs, reading.value)
      if (this.waiting.length >= 20) this.hand()
    }
    this.emitter.emit('changed')
  }

  /** Where everything stands. */
  snapshot(): InstrumentsNow {
    return {
      connected: this.connected,
      instruments: [...this.devices.values()]
        .filter((d) => this.isShown(d))
        .map((d) => ({
          ...d,
          channels: CHANNELS[d.kind].map((c) => this.channel(`${d.id}:${c.name}`) ?? none(d.id, c.name)),
        })),
    }
  }

  /** One channel, `device:name`; undefined for one that is not there. */
  channel(channel: string): ChannelNow | undefined {
    const [id = '', name = ''] = channel.split(':')
    const device = this.devices.get(id)
    const kind = device && this.isShown(device) ? channelOf(device.kind, name) : undefined
    if (!kind) return undefined
    const reading = this.last.get(channel)
    return {
      channel,
      name,
      value: reading?.value ?? null,
      atMs: reading?.atMs ?? null,
      quality: qualityOf(kind, reading, this.options.now().getTime()),
    }
  }

  /** The name of the instrument that a channel belongs to. */
  nameOf(channel: string): string {
    return this.devices.get(channel.split(':')[0] ?? '')?.name ?? ''
  }

  /** Dials a fault into a simulated instrument; false when there is none of that name. */
  dial(dial: Dial): boolean {
    if (this.devices.get(dial.device)?.simulated !== true || !this.socket?.writable) return false
    this.socket.write(writeMessage({ kind: 'dial', dial }))
    return true
  }

  watch(listener: () => void): () => void {
    this.emitter.on('changed', listener)
    return () => this.emitter.off('changed', listener)
  }

  /** How much is held in memory, in readings: it does not grow with time. */
  get held(): number {
    return this.thinner.held + this.waiting.length + this.last.size
  }

  stop(): void {
    this.stopped = true
    clearTimeout(this.retry)
    clearInterval(this.tidying)
    this.socket?.destroy()
    this.thinner.flush()
    this.hand()
  }

  /** A simulated instrument is none where nobody asked for it: nothing of it is shown or stored. */
  private isShown(device: Instrument): boolean {
    return !device.simulated || this.options.simulated()
  }

  private hand(): void {
    if (this.waiting.length > 0) this.options.store(this.waiting.splice(0))
  }
}

const none = (device: string, name: string): ChannelNow => ({
  channel: `${device}:${name}`,
  name,
  value: null,
  atMs: null,
  quality: 'none',
})
