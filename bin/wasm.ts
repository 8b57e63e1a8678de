import { readFileSync, writeFileSync } from 'node:fs'
import asc from 'assemblyscript/asc'

const SOURCE = new URL('../core/heat/wasm/shells.as.ts', import.meta.url)
/** Where the compiled steps of the heat bench lie. */
export const COMPILED = new URL('../core/heat/wasm/shells-wasm.json', import.meta.url)

/** The steps of the heat bench, compiled, as base64. @throws Error where they do not compile */
export async function compiledShells(): Promise<string> {
  let wasm: Uint8Array | undefined
  const options = [
    '--optimizeLevel',
    '3',
    '--noAssert',
    '--runtime',
    'stub',
    '--importMemory',
    '--enable',
    'simd',
  ]
  const { error, stderr } = await asc.main(['shells.as.ts', '--outFile', 'shells.wasm', ...options], {
    readFile: (name: string) => (name === 'shells.as.ts' ? readFileSync(SOURCE, 'utf8') : null),
    writeFile: (_name: string, contents: string | Uint8Array) => {
      if (typeof contents !== 'string') wasm = contents
    },
    listFiles: () => [],
  })
  if (error || !wasm)
    throw new Error(`the heat bench does not compile: ${error?.message ?? ''} ${stderr.toString()}`)
  return Buffer.from(wasm).toString('base64')
}

if (import.meta.url === `file://${process.argv[1]}`)
  writeFileSync(
    COMPILED,
    `${JSON.stringify({ from: 'shells.as.ts', wasm: await compiledShells() }, null, 2)}\n`,
  )
