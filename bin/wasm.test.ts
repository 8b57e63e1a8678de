import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { COMPILED, compiledShells } from './wasm.ts'

it('what is shipped is what the source of the heat bench compiles to: npm run wasm writes it anew', async () => {
  const shipped = JSON.parse(readFileSync(COMPILED, 'utf8')) as { readonly wasm: string }
  expect(shipped.wasm).toBe(await compiledShells())
})
