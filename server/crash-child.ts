import pino from 'pino'
import { startServer } from './start.ts'

// a server as a process of its own, to be killed without warning: its port is the only thing that it prints
const [data = ''] = process.argv.slice(2)
const { port } = await startServer({ port: 0, data, version: 'crash', log: pino({ level: 'silent' }) })
process.stdout.write(`${port}\n`)
