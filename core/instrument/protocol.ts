/**
 * The line protocol of instruments: one JSON value to a line, UTF-8, over a local socket. docs/instruments.md has it in words.
 * From the gateway: `{"hello":1,"devices":[…]}` first and again at each change, then `{"device","channel","t","v"}`.
 * To the gateway: `{"dial":{"device","fault","amount"}}`, which only simulated instruments understand.
 */
import { INSTRUMENT_KINDS, type Instrument, type InstrumentKind, type RawReading } from './kinds.ts'

/** Nothing longer than this is a message. */
export const MOST_LINE = 16_384
const MOST_DEVICES = 100
const ID = /^[a-z0-9][a-z0-9-]{0,39}$/

/** Faults that can be dialled into a simulated instrument. */
export const DIALS = ['creep', 'stick', 'leak', 'moisture', 'low', 'open', 'drop-outs'] as const
export type DialFault = (typeof DIALS)[number]
export interface Dial {
  readonly device: string
  readonly fault: DialFault
  /** 0 none, 1 as bad as it gets. */
  readonly amount: number
}

export type Message =
  | { readonly kind: 'hello'; readonly devices: readonly Instrument[] }
  | { readonly kind: 'reading'; readonly reading: RawReading }
  | { readonly kind: 'dial'; readonly dial: Dial }

const isRecord = (v: unknown): v is Readonly<Record<string, unknown>> =>
  typeof v === 'object' && v !== null && !Array.isArray(v)

function instrument(v: unknown): Instrument | undefined {
  if (!isRecord(v)) return undefined
  const kind = INSTRUMENT_KINDS.find((k): k is InstrumentKind => k === v['kind'])
  const { id, name } = v
  if (!kind || typeof id !== 'string' || !ID.test(id) || typeof name !== 'string' || name === '')
    return undefined
  return { id, kind, name: name.slice(0, 60), simulated: v['simulated'] === true }
}

/** Reads one line; a sentence when it is no message. Never throws. */
export function readMessage(line: string): Message | string {
  if (line.length > MOST_LINE) return 'The line is too long.'
  let value: unknown
  try {
    value = JSON.parse(line)
  } catch {
    return 'This is not JSON.'
  }
  if (!isRecord(value)) return 'A message is an object.'
  if ('hello' in value) {
    if (value['hello'] !== 1) return 'Only version 1 is understood.'
    const list = Array.isArray(value['devices'])
      ? value['devices'].slice(0, MOST_DEVICES).map(instrument)
      : []
    if (list.some((d) => !d)) return 'A device wants id, kind and name.'
    return { kind: 'hello', devices: list.flatMap((d) => d ?? []) }
  }
  if (isRecord(value['dial'])) {
    const { device, fault, amount } = value['dial']
    const known = DIALS.find((d) => d === fault)
    if (typeof device !== 'string' || !known || typeof amount !== 'number' || !(amount >= 0 && amount <= 1))
      return 'A dial wants device, fault and an amount from 0 to 1.'
    return { kind: 'dial', dial: { device, fault: known, amount } }
  }
  const { device, channel, t, v } = value
  if (
    typeof device !== 'string' ||
    typeof channel !== 'string' ||
    typeof t !== 'number' ||
    !Number.isFinite(t)
  )
    return 'A reading wants device, channel and t.'
  if (v !== null && (typeof v !== 'number' || !Number.isFinite(v))) return 'v is a number in SI, or null.'
  return { kind: 'reading', reading: { device, channel, atMs: t, value: v } }
}

/** A message as it goes over the wire, with its line's end. */
export function writeMessage(message: Message): string {
  const value =
    message.kind === 'hello'
      ? { hello: 1, devices: message.devices }
      : message.kind === 'dial'
        ? { dial: message.dial }
        : {
            device: message.reading.device,
            channel: message.reading.channel,
            t: message.reading.atMs,
            v: message.reading.value,
          }
  return `${JSON.stringify(value)}\n`
}
