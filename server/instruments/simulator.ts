/** The simulated instruments as a process of their own: a socket on this machine that speaks the line protocol. */
import { createServer, type Socket } from 'node:net'
import { createInterface } from 'node:readline'
import { readMessage, writeMessage } from '#core/instrument/protocol.ts'
import { BENCH, SimulatedInstrument } from '#core/instrument/simulate.ts'

const TICK_MS = 500

/** Starts the simulated bench on a port (0 takes a free one); the answer's `port` says which. */
export function startSimulator(port = 0): Promise<{ readonly port: number; stop(): void }> {
  const instruments = BENCH.map((instrument, i) => new SimulatedInstrument(instrument, 101 + i))
  const sockets = new Set<Socket>()
  const began = Date.now()
  const server = createServer((socket) => {
    sockets.add(socket)
    socket.on('close', () => sockets.delete(socket))
    socket.on('error', () => socket.destroy())
    socket.write(writeMessage({ kind: 'hello', devices: BENCH }))
    const lines = createInterface({ input: socket })
    // a gateway's client that is killed is told of by the lines too
    lines.on('error', () => undefined)
    lines.on('line', (line) => {
      const message = readMessage(line)
      if (typeof message === 'string' || message.kind !== 'dial') return
      const { device, ...dial } = message.dial
      instruments.find((i) => i.instrument.id === device)?.dial(dial, (Date.now() - began) / 1000)
    })
  })
  const tick = setInterval(() => {
    const atS = (Date.now() - began) / 1000
    const lines = instruments
      .flatMap((i) => i.read(atS, TICK_MS / 1000))
      .map((reading) =>
        writeMessage({ kind: 'reading', reading: { ...reading, atMs: Math.round(began + reading.atMs) } }),
      )
      .join('')
    for (const socket of sockets) socket.write(lines)
  }, TICK_MS)
  return new Promise((resolve) => {
    server.listen(port, '127.0.0.1', () => {
      const address = server.address()
      resolve({
        port: typeof address === 'object' && address ? address.port : port,
        stop: () => {
          clearInterval(tick)
          for (const socket of sockets) socket.destroy()
          server.close()
        },
      })
    })
  })
}
