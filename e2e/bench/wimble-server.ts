import pino from 'pino'
import { startServer } from '../../server/start.ts'

// Wimble on a log that is there, as a process of its own: its port is the only thing that it prints
const [data = '', gateway] = process.argv.slice(2)
const { port, lanes } = await startServer({
  port: 0,
  data,
  version: 'bench',
  log: pino({ level: 'silent' }),
  instruments: gateway === undefined ? undefined : Number(gateway),
})
await lanes.read.records(undefined)
process.stdout.write(`${port}\n`)
process.once('SIGTERM', () => process.exit(0))
