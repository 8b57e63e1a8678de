import { commandLine } from './command-line.ts'

process.exitCode = await commandLine(process.argv.slice(2))
