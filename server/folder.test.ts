import {
  copyFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import pino from 'pino'
import { afterEach, describe, expect, it } from 'vitest'
import type { LogPage } from '#contract/types.ts'
import { backUp, BadCopy, restore } from './copies/copies.ts'
import { listCopies } from './copies/list.ts'
import { logIn, CannotStart, openLog, takeLock } from './folder.ts'
import { startServer, type Running } from './start.ts'
import { demoFolder, tempFolder, THREADS } from './test-support.ts'

const silent = pino({ level: 'silent' })
const open: Running[] = []
const folders: string[] = []
afterEach(async () => {
  for (const running of open.splice(0)) await running.stop()
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true })
})

function folder(): string {
  const made = tempFolder()
  folders.push(made)
  return made
}
async function start(data: string, over: object = {}): Promise<Running> {
  const running = await startServer({
    port: 0,
    data,
    version: 'test',
    threads: THREADS,
    log: silent,
    ...over,
  })
  open.push(running)
  return running
}
/** A folder with the demo's log, closed, and one copy of it. */
async function made(): Promise<string> {
  const data = folder()
  cpSync(demoFolder(), data, { recursive: true })
  await backUp(data, undefined, new Date())
  return data
}
const refused = (data: string, over: object = {}): Promise<string> =>
  start(data, over).then(
    () => 'it started',
    (e: unknown) => (e instanceof CannotStart ? e.message : `not told: ${String(e)}`),
  )
const lines = async (running: Running): Promise<number> =>
  ((await (await fetch(`http://127.0.0.1:${running.port}/api/log`)).json()) as LogPage).total
const spoil = (file: string, from: number, bytes: number) => {
  const whole = readFileSync(file)
  whole.fill(0x5a, from, from + bytes)
  writeFileSync(file, whole)
}

describe('a log that was there', () => {
  it.each<[string, (file: string) => void, string]>([
    ['is gone', (file) => rmSync(file), 'is gone'],
    ['has become an empty file', (file) => writeFileSync(file, ''), 'is empty'],
    ['is damaged', (file) => spoil(file, 8192, 65_536), 'is damaged'],
    ['has become something else', (file) => writeFileSync(file, 'a letter to the lock keeper'), 'not a log'],
    [
      'has become another program’s database',
      (file) => {
        rmSync(file)
        const db = new Database(file)
        db.exec('CREATE TABLE songs (title TEXT)')
        db.close()
      },
      'not a log',
    ],
    [
      'comes from a newer Wimble',
      (file) => {
        const db = new Database(file)
        db.pragma('user_version = 99')
        db.close()
      },
      'newer Wimble',
    ],
  ])('%s: no start, every time, until a copy is put back', async (_what, spoilt, why) => {
    const data = await made()
    spoilt(logIn(data))
    const stands = () => (existsSync(logIn(data)) ? readFileSync(logIn(data)).toString('base64') : 'nothing')
    const left = stands()
    const copy = listCopies(data)[0]?.file ?? ''
    for (let i = 0; i < 3; i++) {
      const said = await refused(data)
      expect(said).toContain(why)
      if (why !== 'newer Wimble') {
        expect(said).toContain(
          `npm run wimble -- restore ${JSON.stringify(copy)} --data ${JSON.stringify(data)}`,
        )
        expect(said).toContain('--new-log')
      }
    }
    // it was left as it is
    expect(stands() === left).toBe(true)
    await restore(data, copy, new Date())
    expect(await lines(await start(data))).toBeGreaterThan(40)
  })
  it('makes room for a new one only when it is told to, and is kept aside', async () => {
    const data = await made()
    spoil(logIn(data), 8192, 65_536)
    expect(await refused(data)).toContain('damaged')
    expect(await lines(await start(data, { newLog: true }))).toBe(0)
    const aside = readdirSync(data).find((f) => f.startsWith('before-')) ?? ''
    expect(existsSync(join(data, aside, 'wimble.sqlite'))).toBe(true)
  })
  it('in a folder from before folders were marked is opened, and is missed when it goes', async () => {
    const data = await made()
    rmSync(join(data, 'book.json'))
    await (await start(data)).stop()
    open.length = 0
    rmSync(logIn(data))
    expect(await refused(data)).toContain('is gone')
    // also where nothing but its copies is left
    rmSync(join(data, 'book.json'))
    expect(await refused(data)).toContain('is gone')
  })
  it('never existed: a folder without anything begins a log', async () => {
    expect(await lines(await start(folder()))).toBe(0)
  })
  it('half made is made again from the beginning', async () => {
    const data = folder()
    mkdirSync(data, { recursive: true })
    writeFileSync(`${logIn(data)}.new`, 'a start that broke off')
    expect(await lines(await start(data))).toBe(0)
    expect(existsSync(`${logIn(data)}.new`)).toBe(false)
  })
})

describe('a log that was not closed', () => {
  /** A folder as a killed server leaves it. */
  async function killed(): Promise<string> {
    const data = await made()
    const running = await start(data)
    await fetch(`http://127.0.0.1:${running.port}/api/people`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ id: crypto.randomUUID(), name: 'Wren' }),
    })
    const left = folder()
    for (const end of ['', '-wal']) copyFileSync(logIn(data) + end, logIn(left) + end)
    copyFileSync(join(data, 'book.json'), join(left, 'book.json'))
    return left
  }
  it('is opened with all that was confirmed', async () => {
    const running = await start(await killed())
    expect(running.store.people.named('Wren')).toBeDefined()
  })
  it('and whose write-ahead file is missing is not opened, unless it is told to go without', async () => {
    const data = await killed()
    rmSync(`${logIn(data)}-wal`)
    for (let i = 0; i < 2; i++)
      expect(await refused(data)).toMatch(/not closed.*wimble\.sqlite-wal.*missing/s)
    expect((await start(data, { asItIs: true })).store.people.named('Wren')).toBeUndefined()
  })
  it('is closed by a stop: the write-ahead file may go then', async () => {
    const data = await made()
    await (await start(data)).stop()
    open.length = 0
    expect(existsSync(`${logIn(data)}-wal`)).toBe(false)
    await start(data)
  })
})

describe('one owner', () => {
  it('has the folder: a second server, a restore and another command are told whose it is', async () => {
    const data = await made()
    const running = await start(data)
    const said = await refused(data)
    expect(said).toContain('Another Wimble')
    expect(said).toContain(running.url)
    expect(() => takeLock(data)).toThrow(CannotStart)
    expect(() => openLog(data)).toThrow('Another Wimble')
    // and what is confirmed beside them is there
    running.store.people.add('p', 'Heron', '2026-03-02T08:00:00Z')
    expect(running.store.people.named('Heron')).toBeDefined()
  })
  it('lets go with its end, also where it could not begin', async () => {
    const data = await made()
    const busy = await start(folder())
    expect(await refused(data, { port: busy.port })).toContain('in use')
    takeLock(data).release()
    const running = await start(data)
    await running.stop()
    open.length = 1
    takeLock(data).release()
  })
})

describe('a fault at the start', () => {
  it('of the log’s form is one sentence with the next step, and the log is left as it was', async () => {
    const data = folder()
    const db = new Database(logIn(data))
    // a log of the first release whose second step was begun by hand
    db.exec(readFileSync(join(import.meta.dirname, 'db', 'migrations', '001-first.sql'), 'utf8'))
    db.exec('CREATE TABLE outlines (x)')
    db.pragma('user_version = 1')
    db.close()
    const said = await refused(data)
    expect(said).toMatch(
      /cannot be brought up to this version \(table outlines already exists\)\. It was left/,
    )
    expect(said).toContain('wimble-v1-')
    const after = new Database(logIn(data))
    expect(after.pragma('user_version', { simple: true })).toBe(1)
    after.close()
  })
  it('of the disk says what to do', async () => {
    const data = folder()
    // a folder in the place of the log cannot be opened by anybody
    mkdirSync(logIn(data))
    const said = await refused(data)
    expect(said).toMatch(
      /^The disk fails while the log in .* is opened \(.*\)\. Copy the folder to another disk/,
    )
  })
})

describe('a copy that is put back', () => {
  it('is looked through first: one that is no whole log changes nothing', async () => {
    const data = await made()
    const before = readFileSync(logIn(data))
    const bad = join(data, 'bad.sqlite')
    writeFileSync(bad, 'this is no database at all, whatever its name says')
    await expect(restore(data, bad, new Date())).rejects.toThrow(BadCopy)
    writeFileSync(join(data, 'bad.zip'), 'PK, and then nothing')
    await expect(restore(data, join(data, 'bad.zip'), new Date())).rejects.toThrow('not whole')
    await expect(restore(data, join(data, 'none.zip'), new Date())).rejects.toThrow('not there')
    const newer = join(data, 'newer.sqlite')
    copyFileSync(logIn(data), newer)
    const db = new Database(newer)
    db.pragma('user_version = 99')
    db.close()
    await expect(restore(data, newer, new Date())).rejects.toThrow('newer Wimble')
    const foreign = join(data, 'foreign.sqlite')
    const songs = new Database(foreign)
    songs.exec('CREATE TABLE songs (title TEXT)')
    songs.close()
    await expect(restore(data, foreign, new Date())).rejects.toThrow('not a log')
    await expect(backUp(folder(), undefined, new Date())).rejects.toThrow('no log')
    expect(readFileSync(logIn(data)).equals(before)).toBe(true)
  })
  it('with damaged rows is only taken when that is said', async () => {
    const data = await made()
    const copy = join(data, 'copy.sqlite')
    copyFileSync(logIn(data), copy)
    const db = new Database(copy)
    db.exec("UPDATE log SET title = title || '!' WHERE seq = 3")
    db.close()
    await expect(restore(data, copy, new Date())).rejects.toThrow('one row is damaged')
    await restore(data, copy, new Date(), true)
    expect(await lines(await start(data))).toBeGreaterThan(40)
  })
})
