import { readFileSync } from 'node:fs'
import { Command, CommanderError } from 'commander'
import { planCut, readCut } from '#core/cut/index.ts'
import {
  findUnit,
  KINDS,
  parseQuantity,
  printFor,
  printQuantity,
  SI_UNIT,
  type Kind,
} from '#core/quantity/index.ts'
import { INCH_UNITS } from '#core/shop.ts'

/** Nonsense input: what is wrong goes to standard output as JSON, and the exit code is 2. */
class BadInput extends Error {
  constructor(
    readonly field: string,
    message: string,
    readonly choices?: readonly { readonly text: string; readonly label: string }[],
  ) {
    super(message)
  }
}

const print = (value: unknown) => process.stdout.write(`${JSON.stringify(value, null, 2)}\n`)

function readJson(file: string): unknown {
  let text: string
  try {
    text = readFileSync(file === '-' ? 0 : file, 'utf8')
  } catch {
    throw new BadInput('', `${file === '-' ? 'Standard input' : file} cannot be read.`)
  }
  try {
    return JSON.parse(text)
  } catch {
    throw new BadInput('', 'This is not JSON.')
  }
}

function plan(file: string): void {
  const read = readCut(readJson(file))
  if (!read.ok) {
    const [first] = read.errors
    throw new BadInput(first?.field ?? '', first?.message ?? 'This cannot be read.', first?.choices)
  }
  print(planCut(read.request))
}

function quantity(text: string, options: { as: string; unit?: string }): void {
  const kind = KINDS.find((k): k is Kind => k === options.as)
  if (!kind)
    throw new BadInput('as', `“${options.as}” is not a kind of quantity. Choose one: ${KINDS.join(', ')}.`)
  const unit = options.unit === undefined ? undefined : findUnit(options.unit, kind)
  if (options.unit !== undefined && unit?.kind !== kind)
    throw new BadInput('unit', `“${options.unit}” is not a unit for ${kind}.`)
  const read = parseQuantity(text, kind, { unit: unit?.id })
  if (!read.ok) throw new BadInput('text', read.message, read.choices)
  const shown =
    kind === 'time' ? printFor(read.value, kind, INCH_UNITS) : printQuantity(read.value, read.unit)
  print({
    value: read.value,
    unit: SI_UNIT[kind],
    shown,
    ...(kind === 'pressure' ? { reference: read.absolute ? 'absolute' : 'gauge' } : {}),
  })
}

const program = new Command('wimble')
  .description('Plans cuts with oxy-fuel and reads quantities as the trade writes them.')
  .exitOverride()
program
  .command('plan')
  .argument('<file>', 'a plan request as JSON, or - for standard input')
  .description('work out a plan and print it as JSON')
  .action(plan)
program
  .command('quantity')
  .argument('<text>', 'as typed, for instance "1 3/8 in"')
  .requiredOption('--as <kind>', KINDS.join(', '))
  .option('--unit <unit>', 'unit of a bare number')
  // a quantity may begin with a minus sign
  .allowUnknownOption()
  .description('read one quantity and print it in SI and as the shop writes it')
  .action(quantity)

try {
  program.parse()
} catch (error) {
  if (error instanceof BadInput) {
    print({
      error: {
        field: error.field,
        message: error.message,
        ...(error.choices ? { choices: error.choices } : {}),
      },
    })
    process.exitCode = 2
  } else if (error instanceof CommanderError) process.exitCode = error.exitCode === 0 ? 0 : 2
  else throw error
}
