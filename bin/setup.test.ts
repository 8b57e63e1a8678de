import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { json, ROOT, run, wimbleHere } from './test-support.ts'

const REQUEST = {
  kind: 'cut',
  work: {
    metal: 'low-carbon-steel',
    thickness: '5/8 in',
    length: '24 in',
    start: 'edge',
    surface: 'clean',
    temperature: '70 F',
  },
  rig: {
    fuel: 'acetylene',
    tipOrifice: '0.052 in',
    tipRadius: '1/4 in',
    handling: 'hand',
    guide: 'part',
    oxygenHose: { length: '25 ft', bore: '1/4 in' },
    oxygenPurity: '99.5 %',
  },
}

describe('the command line', () => {
  it('reads a quantity', async () => {
    const { code, out } = await wimbleHere(['quantity', '1 3/8 in', '--as', 'length'])
    expect(code).toBe(0)
    expect(json(out)).toEqual({ value: 0.034925, unit: 'm', shown: '1 3/8 in' })
  })
  it('reads one that begins with a minus', async () => {
    expect(json((await wimbleHere(['quantity', '-20 C', '--as', 'temperature'])).out)).toMatchObject({
      value: expect.closeTo(253.15),
      unit: 'K',
    })
  })
  it('plans from a file and from standard input, the same', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'wimble-'))
    const file = join(folder, 'cut.json')
    writeFileSync(file, JSON.stringify(REQUEST))
    const fromFile = await wimbleHere(['plan', file])
    const fromInput = run('wimble.cjs', ['plan', '-'], { input: JSON.stringify(REQUEST) })
    rmSync(folder, { recursive: true })
    expect(fromFile.code).toBe(0)
    expect(fromInput.out).toBe(fromFile.out)
    expect(json(fromFile.out)).toMatchObject({ kind: 'cut', figures: { tipOrifice: { unit: 'm' } } })
  })
  it('ends with 0 for a plan that stops, and gives no settings over 12 in', async () => {
    const { code, out } = await wimbleHere(
      ['plan', '-'],
      JSON.stringify({ ...REQUEST, work: { ...REQUEST.work, thickness: '13 in' } }),
    )
    expect(code).toBe(0)
    expect(json(out)).toMatchObject({ figures: {}, findings: [{ rank: 'stop', code: 'too-thick' }] })
  })
  it.each([
    ['not JSON', 'plan', ['-'], '{', ''],
    [
      'a thickness that cannot be',
      'plan',
      ['-'],
      JSON.stringify({ ...REQUEST, work: { ...REQUEST.work, thickness: 'thick' } }),
      'work.thickness',
    ],
    ['a file that is not there', 'plan', ['/nowhere/cut.json'], '', ''],
    ['a unit of another kind', 'quantity', ['5 psi', '--as', 'length'], '', 'text'],
    ['a kind that does not exist', 'quantity', ['5 psi', '--as', 'smell'], '', 'as'],
  ])('answers %s with exit code 2, a field and a sentence', async (_name, command, args, input, field) => {
    const { code, out } = await wimbleHere([command, ...args], input)
    expect(code).toBe(2)
    expect(json(out)).toMatchObject({ error: { field, message: expect.stringMatching(/\.$/) } })
  })
})

describe('the demo command', () => {
  const oneSentence = (r: ReturnType<typeof run>, pattern: RegExp) => {
    expect(r.code).toBe(1)
    expect(r.err.trim()).toMatch(pattern)
    expect(r.err.trim().split('\n')).toHaveLength(1)
  }
  it('refuses a folder that cannot be written', () => {
    oneSentence(
      run('demo.cjs', ['--port', '0', '--data', '/proc/nowhere']),
      /^The folder \/proc\/nowhere cannot be written\./,
    )
  })
  it('refuses an old Node', () => {
    const folder = mkdtempSync(join(tmpdir(), 'wimble-'))
    const old = join(folder, 'old.cjs')
    writeFileSync(old, "Object.defineProperty(process, 'version', { value: 'v18.20.4' })")
    oneSentence(
      run('demo.cjs', [], { env: { NODE_OPTIONS: `--require ${old}` } }),
      /^Wimble needs Node 20\.19\.0 or newer; this is v18\.20\.4\.$/,
    )
    rmSync(folder, { recursive: true })
  })
  it('refuses a port in use', async () => {
    const holder = createServer()
    await new Promise<void>((done) => holder.listen(0, '127.0.0.1', done))
    const address = holder.address()
    const port = typeof address === 'object' && address ? address.port : 0
    const script = [
      join(ROOT, 'bin', 'demo.cjs'),
      '--port',
      String(port),
      '--data',
      mkdtempSync(join(tmpdir(), 'wimble-')),
    ]
    const { spawn } = await import('node:child_process')
    const child = spawn(process.execPath, script)
    let err = ''
    child.stderr.on('data', (chunk) => (err += String(chunk)))
    const code = await new Promise((done) => child.once('close', done))
    holder.close()
    expect(code).toBe(1)
    expect(err.trim()).toBe(`Port ${port} is in use. Choose another with --port.`)
  })
  it('keeps setup.cjs readable for an old Node: no newer syntax', () => {
    const text = readFileSync(join(ROOT, 'bin', 'setup.cjs'), 'utf8')
    expect(text).not.toMatch(/=>|\?\.|\?\?|\bconst\b|\blet\b|\bimport\b|`/)
  })
})
