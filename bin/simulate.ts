import { startSimulator } from '../server/instruments/simulator.ts'

/* The demo starts this beside itself and reads the port from the first line. */
const running = await startSimulator(Number(process.argv[2] ?? 0))
process.stdout.write(`${running.port}\n`)
const leave = () => {
  running.stop()
  process.exit(0)
}
process.once('SIGINT', leave)
process.once('SIGTERM', leave)
// whoever started it is gone
process.stdin.resume()
process.stdin.once('end', leave)
