import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openDatabase } from '../server/db/open.ts'
import { logIn, takeLock } from '../server/folder.ts'
import { openStore } from '../server/store.ts'
import { fillDemo } from '../server/demo/demo.ts'
import { tempFolder, testServer, type TestServer } from '../server/test-support.ts'
import { json, run, wimbleHere } from './test-support.ts'

let data: string
beforeAll(() => {
  data = tempFolder()
  const db = openDatabase(logIn(data))
  fillDemo(openStore(db), new Date())
  db.close()
})
afterAll(() => rmSync(data, { recursive: true, force: true }))
const wimble = (...args: string[]) => wimbleHere([...args, '--data', data])
const refused = async (...args: string[]) => {
  const { code, out } = await wimble(...args)
  expect(code, out).toBe(2)
  return (json(out) as { error: { message: string } }).error.message
}

describe('a log on the command line', () => {
  it('is copied, given out, taken in again and gone back to', async () => {
    const copy = (json((await wimble('backup')).out) as { backup: string }).backup
    expect(existsSync(copy)).toBe(true)
    const csv = join(data, 'log.csv')
    expect((await wimble('export', csv)).code).toBe(0)
    expect(readFileSync(csv, 'utf8').split('\r\n').length).toBeGreaterThan(40)
    expect(json((await wimble('import', csv)).out)).toMatchObject({ added: 0, bad: [] })
    expect(json((await wimble('restore', copy)).out)).toMatchObject({ restored: copy })
    // each left the folder as it found it: closed, and nobody's
    takeLock(data).release()
    expect(existsSync(`${logIn(data)}-wal`)).toBe(false)
  })
  it('is not gone back from to what is no copy', async () => {
    const letter = join(data, 'letter.sqlite')
    writeFileSync(letter, 'Dear lock keeper')
    expect(await refused('restore', letter)).toMatch(/not a whole log.*Nothing was changed/)
    expect(await refused('export', join(data, 'log.exe'))).toContain('.csv, .json or .zip')
  })
  it('that was lost is told of with its copies, and is not made anew by a start', async () => {
    const lost = tempFolder()
    const made = openDatabase(logIn(lost))
    made.close()
    expect((await wimbleHere(['backup', '--data', lost])).code).toBe(0)
    rmSync(logIn(lost))
    for (let i = 0; i < 2; i++) {
      const { code, err, out } = run('demo.cjs', ['--data', lost, '--port', '0'])
      expect(code, out).toBe(1)
      expect(err).toContain('is gone')
      expect(err).toContain('npm run wimble -- restore')
    }
    expect(existsSync(logIn(lost))).toBe(false)
    rmSync(lost, { recursive: true })
  })
})

describe('a log that is being served', () => {
  let server: TestServer
  beforeAll(async () => {
    server = await testServer({ data, empty: true })
  })
  afterAll(() => server.stop())
  it('is copied and given out beside its server, but neither restored nor imported into', async () => {
    const copy = (json((await wimble('backup')).out) as { backup: string }).backup
    expect((await wimble('export', join(data, 'beside.json'))).code).toBe(0)
    for (const [command, file] of [
      ['restore', copy],
      ['import', join(data, 'log.csv')],
    ] as const) {
      const said = await refused(command, file)
      expect(said).toContain('Another Wimble')
      expect(said).toContain(`http://localhost:${server.port}`)
    }
    // and what is confirmed after that is in the log that is served
    server.store.people.add(crypto.randomUUID(), 'Heron', new Date().toISOString())
    expect(server.store.people.named('Heron')).toBeDefined()
  })
})

describe('a log of years', () => {
  it('is made in a folder of its own, and never over a log', () => {
    const folder = tempFolder()
    const fill = (...more: string[]) =>
      run('fill.cjs', ['--data', folder, '--pieces', '40', '--lines', '120', '--runs', '3', ...more])
    const made = fill()
    expect(made.code, made.err).toBe(0)
    expect(made.out).toContain('120 lines')
    const again = fill()
    expect(again.code).toBe(1)
    expect(again.err).toContain('There is a log in')
    expect(fill('--lines', 'many').code).toBe(1)
    rmSync(folder, { recursive: true })
  })
})
