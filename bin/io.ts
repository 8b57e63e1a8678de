import { readFileSync } from 'node:fs'

/** Nonsense input: what is wrong goes to standard output as JSON, and the exit code is 2. */
export class BadInput extends Error {
  constructor(
    readonly field: string,
    message: string,
    readonly choices?: readonly { readonly text: string; readonly label: string }[],
  ) {
    super(message)
  }
}

/** Where a command reads and writes: the process's own streams, unless a test puts others in their place. */
export const stream = {
  out: (text: string): unknown => process.stdout.write(text),
  err: (text: string): unknown => process.stderr.write(text),
  input: (): string => readFileSync(0, 'utf8'),
}

/** Prints a result as JSON. */
export const print = (value: unknown) => stream.out(`${JSON.stringify(value, null, 2)}\n`)

/** A file of text, or standard input. */
export function readText(file: string): string {
  try {
    return file === '-' ? stream.input() : readFileSync(file, 'utf8')
  } catch {
    throw new BadInput('', `${file === '-' ? 'Standard input' : file} cannot be read.`)
  }
}

/** JSON from a file, or from standard input. */
export function readJson(file: string): unknown {
  const text = readText(file)
  try {
    return JSON.parse(text)
  } catch {
    throw new BadInput('', 'This is not JSON.')
  }
}
