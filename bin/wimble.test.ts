import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { json, run, wimbleHere } from './test-support.ts'

let folder: string
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'wimble-'))
})
afterAll(() => rmSync(folder, { recursive: true }))
const file = (name: string, content: string) => {
  const path = join(folder, name)
  writeFileSync(path, content)
  return path
}
const wimble = wimbleHere
/** The fault of a command that could not read its input. */
const fault = async (args: readonly string[], input = '') => {
  const { code, out } = await wimble(args, input)
  expect(code, out).toBe(2)
  const { error } = json(out) as { error: { field: string; message: string; choices?: unknown[] } }
  expect(error.message).toMatch(/[.?]$/)
  return error
}

describe('the program', () => {
  it('is started as a process, prints JSON, and says with its exit code that it could not read', () => {
    const good = run('wimble.cjs', ['quantity', '1 3/8 in', '--as', 'length'])
    expect([good.code, good.err]).toEqual([0, ''])
    expect(json(good.out)).toMatchObject({ value: 0.034925, unit: 'm' })
    const bad = run('wimble.cjs', ['line', '-'], { input: 'open-cylinder fuel\nsing' })
    expect(bad.code).toBe(2)
    expect(json(bad.out)).toMatchObject({ error: { field: 'line 2' } })
  })
  it('says what it can do, and which command it does not know', async () => {
    const help = await wimbleHere(['--help'])
    expect([help.code, help.out.split('\n')[0]]).toEqual([0, 'Usage: wimble [options] [command]'])
    const unknown = await wimbleHere(['weld'])
    expect(unknown.code).toBe(2)
    expect(unknown.err).toMatch(/unknown command/)
  })
})

describe('wimble plan, of every kind', () => {
  const plan = async (work: object, rig: object = {}, rest: object = {}) => {
    const { code, out } = await wimble(
      ['plan', '-'],
      JSON.stringify({
        kind: 'cut',
        work: { metal: 'low-carbon-steel', thickness: '12 mm', ...work },
        rig: { fuel: 'acetylene', handling: 'hand', ...rig },
        ...rest,
      }),
    )
    expect(code, out).toBe(0)
    return json(out) as {
      figures: Record<string, { value: number; low: number; high: number }>
      findings: { code: string; rank: string }[]
      cautions: { code: string }[]
      before: { topic: string }[]
    }
  }
  it('gives a bevel its face, and a hole its arm', async () => {
    const bevel = await plan({ shape: 'bevel', bevel: '30 deg', length: '1 m' })
    expect(bevel.figures['bevelFaceWidth']?.value).toBeCloseTo(0.012 / Math.cos(Math.PI / 6), 9)
    const hole = await plan({ shape: 'hole', diameter: '80 mm' })
    expect(hole.figures['armRadius']?.value).toBeCloseTo(0.04 - (hole.figures['kerf']?.value ?? NaN) / 2, 9)
    expect(hole.before.length).toBeGreaterThan(5)
  })
  it('judges the usual pair, and asks its cautions', async () => {
    const p = await plan(
      { length: '1 m', surface: 'galvanised' },
      {},
      { usual: { oxygen: '20 psi', fuel: '6 psi' } },
    )
    expect(p.figures['usualOxygenFlow']?.value).toBeGreaterThan(0)
    expect(p.cautions.map((c) => c.code)).toEqual(['surface-galvanised'])
  })
  it('stops at the wrong tip and hose for a fuel, with exit code 0', async () => {
    const p = await plan({ length: '1 m' }, { fuel: 'mps', tipPieces: 1, hoseGrade: 'R', piping: 'copper' })
    expect(p.findings.filter((f) => f.rank === 'stop').map((f) => f.code)).toEqual([
      'tip-wrong-fuel',
      'hose-wrong-fuel',
      'copper-pipe',
    ])
  })
})

describe('wimble plan, of a braze', () => {
  const socket = {
    kind: 'braze',
    work: {
      joint: 'socket',
      a: { metal: 'copper', outsideDiameter: '1.125 in', wall: '0.050 in' },
      b: { metal: 'copper', depth: '0.91 in' },
      clearance: '0.004 in',
      service: ['refrigerant'],
      tubeRun: [{ outsideDiameter: '1.125 in', wall: '0.050 in', length: '20 ft' }],
    },
    rig: { fuel: 'acetylene', torches: 1, rods: [{ class: 'BCuP-5', form: 'bare' }] },
    shop: {},
  }
  it('prints figures, choice, ranking and steps', async () => {
    const { code, out } = await wimble(['plan', '-'], JSON.stringify(socket))
    expect(code, out).toBe(0)
    const p = json(out) as {
      kind: string
      figures: Record<string, { value: number; unit: string }>
      choice: { filler: string; flux: string; flame: string; process: string; form: string }
      ranking: { filler: string; verdict: string; reasons: string[] }[]
    }
    expect(p.kind).toBe('braze')
    expect(p.choice).toEqual({
      process: 'brazing',
      filler: 'BCuP-5',
      flux: 'none',
      flame: 'slightly reducing',
      form: 'bare',
    })
    expect(p.ranking[0]).toMatchObject({ filler: 'BCuP-5', verdict: 'best' })
    expect(p.figures['jointStrength']?.unit).toBe('N')
    expect(p.figures['heatNeeded']?.unit).toBe('J')
    expect(p.figures['purgeTime']?.value).toBeGreaterThan(60)
  })
  it('answers nonsense at its field', async () => {
    const work = { ...socket.work, a: { ...socket.work.a, metal: 'butter' } }
    expect((await fault(['plan', '-'], JSON.stringify({ ...socket, work }))).field).toBe('work.a.metal')
  })
})

describe('wimble cutlist', () => {
  const list = (over: object) =>
    JSON.stringify({
      stock: [{ length: '6 m' }, { length: '3 m', count: 2 }],
      pieces: [
        { length: '1.9 m', count: 5 },
        { length: '850 mm', count: 4 },
      ],
      kerf: '3 mm',
      ...over,
    })
  it('prints patterns, stock and bound in m', async () => {
    const { code, out } = await wimble(['cutlist', file('list.json', list({}))])
    expect(code).toBe(0)
    const plan = json(out) as {
      patterns: { stock: number; pieces: number[]; times: number; remnant: number }[]
      stockUsed: number
      lowerBound: number
    }
    expect(plan.patterns.reduce((n, p) => n + p.times * p.pieces.length, 0)).toBe(9)
    expect(plan.stockUsed).toBeCloseTo(
      plan.patterns.reduce((sum, p) => sum + p.times * p.stock, 0),
      9,
    )
    expect([plan.stockUsed, plan.lowerBound]).toEqual([15, 15])
  })
  it.each([
    ['a piece longer than any bar', { pieces: [{ length: '7 m', count: 1 }] }, 'pieces.0.length'],
    ['a count that is none', { pieces: [{ length: '1 m', count: 0 }] }, 'pieces.0.count'],
    ['a kerf that is too wide', { kerf: '1 m' }, 'kerf'],
    ['no stock', { stock: [] }, 'stock'],
    ['too little stock', { stock: [{ length: '3 m', count: 1 }] }, 'stock'],
    ['stock that is no list', { stock: 'six' }, 'stock'],
    ['a comma that may mean two things', { kerf: '1,500' }, 'kerf'],
  ])('answers %s at its field', async (_name, over, field) => {
    expect((await fault(['cutlist', '-'], list(over))).field).toBe(field)
  })
})

describe('wimble tip', () => {
  it('knows a number drill, and what it is good for', async () => {
    const { code, out } = await wimble(['tip', '#60'])
    expect(code).toBe(0)
    expect(json(out)).toMatchObject({
      orifice: { value: expect.closeTo(0.001016, 9), unit: 'm' },
      drill: { number: 60 },
      thickness: { low: expect.closeTo(0.003175, 4) },
      // 65.4 scfh at 40 psig
      flow: { value: expect.closeTo(65.4 * 7.86579e-6, 6) },
    })
  })
  it('answers what is no tip', async () => {
    for (const text of ['wide', '9 mm', '5 psi', ''])
      expect((await fault(['tip', text])).field).toBe('orifice')
  })
})

describe('wimble heat', () => {
  const joint = {
    D: 0.01,
    t1: 0.001,
    t2: 0.001,
    L: 0.008,
    dt: 0.1,
    grid: { nth: 16, nz: 32, nov: 12 },
    torches: [{ P: 3000, path: [[0, 0, 0.003, 1]] }],
    probes: [{ name: 'lip', shell: 2, pos: 0, z: 0.001 }],
    cross: [['lip', 300]],
    t_out: [5, 10],
    t_end: 10,
  }
  it('runs a case and tells its rows, probes and crossings', async () => {
    const { code, out } = await wimble(['heat', '-'], JSON.stringify(joint))
    expect(code).toBe(0)
    const result = json(out) as {
      rows: readonly Record<string, number>[]
      t_lip_300: number
      imbalance_pct: number
    }
    expect(result.rows.map((r) => r['t'])).toEqual([5, 10])
    expect(result.rows[1]).toMatchObject({ probes: { lip: result.rows[1]?.['lip'] } })
    expect(result.t_lip_300).toBeGreaterThan(0)
    expect(result.rows[1]?.['lip']).toBeGreaterThan(300)
    expect(Math.abs(result.imbalance_pct)).toBeLessThan(0.1)
  })
  it('says what is wrong with a case, and where', async () => {
    const { code, out } = await wimble(['heat', '-'], JSON.stringify({ ...joint, mat1: 'cheese' }))
    expect(code).toBe(2)
    expect(json(out)).toMatchObject({ error: { field: 'mat1' } })
  })
})

describe('wimble pace', () => {
  const cut = {
    plate: { thickness: 0.012, length: 0.1 },
    gas: { fuel: 'acetylene', flameHeat: 3700, orifice: 0.00104, pressure: 283_000 },
    plan: { height: 0.0068, standoff: 0.0024, speed: 0.007 },
    hand: [
      { t: 0 },
      { t: 4.4 },
      { t: 4.6, lever: 1 },
      { t: 4.6 + 0.12 / 0.007, x: 0.12, lever: 1 },
      { t: 4.8 + 0.12 / 0.007, x: 0.12 },
    ],
  }
  it('runs a hand’s cut and tells what came of it, place by place', async () => {
    const { code, out } = await wimble(['pace', '-'], JSON.stringify(cut))
    expect(code).toBe(0)
    const result = json(out) as {
      model: string
      verdict: string
      kindled: number
      places: { x: readonly number[]; drag: readonly number[] }
    }
    expect(result).toMatchObject({ model: 'cut-1', verdict: 'drops', slagMain: 'falls' })
    expect(result.kindled).toBeCloseTo(4.05, 1)
    expect(result.places.x).toHaveLength(100)
    expect(result.places.drag[50]).toBeCloseTo(0.00204, 4)
  })
  it('says what is wrong with a cut, and where', async () => {
    const { code, out } = await wimble(['pace', '-'], JSON.stringify({ ...cut, hand: [{ t: 0 }] }))
    expect(code).toBe(2)
    expect(json(out)).toMatchObject({ error: { field: 'hand' } })
  })
})

describe('wimble flame', () => {
  const flame = (...args: string[]) => ['flame', '--fuel', 'acetylene', ...args]
  it('is as hot and made of the same as in public examples, and says what kind it is', async () => {
    const { code, out } = await wimble(flame('--ratio', '1.1'))
    expect(code).toBe(0)
    expect(json(out)).toMatchObject({
      temperature: expect.closeTo(3383.2, 0),
      moleFractions: { CO: expect.closeTo(0.58392, 3), H: expect.closeTo(0.18522, 3) },
      kind: 'neutral',
    })
    const sooty = json((await wimble(flame('--ratio', '0.5'))).out) as {
      moleFractions: Record<string, number>
    }
    expect(sooty).toMatchObject({ kind: 'sooting' })
    expect(sooty.moleFractions['C(gr)']).toBeGreaterThan(0.1)
    expect(json((await wimble(flame('--ratio', '1.1', '--air', '7'))).out)).toMatchObject({
      kind: 'oxidising',
    })
  })
  it.each([
    [flame('--ratio', 'much'), 'ratio'],
    [flame('--ratio', '-1'), 'ratio'],
    [flame('--ratio', '1.1', '--air', '1e9'), 'air'],
    [['flame', '--fuel', 'mps', '--ratio', '2'], 'fuel'],
    [['flame', '--fuel', 'hydrogen', '--ratio', '0'], 'ratio'],
  ])('answers what cannot be read at its field: %j', async (args, field) => {
    expect((await fault(args)).field).toBe(field)
  })
})

describe('wimble outline', () => {
  const PLATE =
    '<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="100mm" viewBox="0 0 200 100"><rect width="200" height="100"/><circle cx="50" cy="50" r="20"/></svg>'
  it('goes from SVG to DXF and back with the same parts', async () => {
    const svg = file('plate.svg', PLATE)
    const dxf = join(folder, 'plate.dxf')
    const first = json((await wimble(['outline', svg, '--kerf', '2 mm', '--out', dxf])).out)
    expect(first).toMatchObject({ parts: 1, holes: 1, pierces: 2, drawnIn: 'mm', findings: [] })
    expect(readFileSync(dxf, 'utf8')).toContain('CUT_PATH')
    const again = join(folder, 'again.svg')
    const { code } = await wimble(['outline', svg, '--kerf', '2 mm', '--out', again])
    expect(code).toBe(0)
    for (const id of ['part', 'cut-path', 'pierce'])
      expect(readFileSync(again, 'utf8')).toContain(`id="${id}"`)
  })
  it('asks for a unit, and takes the one that is given', async () => {
    const bare = file('bare.svg', '<svg viewBox="0 0 9 9"><rect width="8" height="8"/></svg>')
    const asked = await fault(['outline', bare, '--kerf', '2 mm'])
    expect(asked.field).toBe('unit')
    expect(asked.choices).toHaveLength(5)
    expect(json((await wimble(['outline', bare, '--kerf', '2 mm', '--unit', 'in'])).out)).toMatchObject({
      size: { width: expect.closeTo(0.2032, 6) },
    })
  })
  it('names an open line at its place, with exit code 0', async () => {
    const open = file('open.svg', '<svg width="9mm" viewBox="0 0 9 9"><path d="M0 0H8V8"/></svg>')
    expect(json((await wimble(['outline', open, '--kerf', '1 mm'])).out)).toMatchObject({
      parts: 0,
      openLines: 1,
      findings: [{ code: 'open-end', at: [0.008, -0.008] }, { code: 'no-loop' }],
    })
  })
  it.each([
    ['no such file', ['nowhere.dxf', '--kerf', '2 mm'], ''],
    ['another ending', ['plate.pdf', '--kerf', '2 mm'], ''],
    ['a kerf that is none', ['plate.dxf', '--kerf', 'thin'], 'kerf'],
    ['a kerf that is too wide', ['plate.dxf', '--kerf', '2 m'], 'kerf'],
    ['a unit that is none', ['plate.dxf', '--kerf', '2 mm', '--unit', 'yard'], 'unit'],
    ['an ending that is not written', ['plate.dxf', '--kerf', '2 mm', '--out', 'x.png'], 'out'],
  ])('answers %s', async (_name, args, field) => {
    expect((await fault(['outline', ...args])).field).toBe(field)
  })
  it('answers a place that cannot be written, and a file that is too large', async () => {
    const svg = file('plate.svg', PLATE)
    expect((await fault(['outline', svg, '--kerf', '2 mm', '--out', '/nowhere/x.svg'])).field).toBe('out')
    const large = file('large.dxf', 'x'.repeat(20_000_001))
    expect((await fault(['outline', large, '--kerf', '2 mm'])).message).toContain('too large')
  })
})

describe('wimble procedure', () => {
  interface Told {
    readonly steps: readonly {
      readonly id: string
      readonly act: string
      readonly why: string
      readonly see: string
      readonly stage: string
      readonly piece?: number
      readonly repeat?: number
      readonly acts: readonly { readonly do: string }[]
      readonly wait?: { readonly seconds: number; readonly free: number }
      readonly state: { readonly flame: string; readonly oxygen: { readonly deliveryPa: number } }
    }[]
    readonly hazards: readonly unknown[]
    readonly refused?: { readonly because: string; readonly text: string }
    readonly exceptions?: readonly { readonly method: string }[]
  }
  const cut = {
    kind: 'cut',
    work: { metal: 'low-carbon-steel', thickness: '5/8 in', length: '24 in' },
    rig: { fuel: 'acetylene', torch: { kind: 'cutting-attachment', checkValves: 'yes' } },
  }
  const procedure = async (input: object): Promise<Told> => {
    const { code, out } = await wimble(['procedure', '-'], JSON.stringify(input))
    expect(code, out).toBe(0)
    return json(out) as Told
  }
  it('gives the steps of a cut, each with its reason and the state that it leaves, and no hazard', async () => {
    const told = await procedure(cut)
    expect(told.hazards).toEqual([])
    expect(told.steps.find((s) => s.id === 'trim')?.state.flame).toBe('neutral')
    expect(told.steps.find((s) => s.id === 'purge-fuel')?.wait?.seconds).toBeGreaterThan(5)
    expect(told.steps.at(-1)?.state.oxygen.deliveryPa).toBe(0)
    for (const s of told.steps) expect([s.act, s.why].every((t) => t.length > 3)).toBe(true)
  })
  it('goes by the methods that are named, of the line and of brazing, and says where they are left', async () => {
    const told = await procedure({ ...cut, methods: { bleeding: 'together', lightAcetylene: 'whiff' } })
    expect(told.steps.map((s) => s.id)).toContain('bleed-both')
    expect(told.exceptions?.map((d) => d.method)).toEqual(['lightAcetylene'])
    const braze = await procedure({
      kind: 'braze',
      work: { joint: 'socket', a: { metal: 'copper', tube: 'EN 1057 22 mm' }, b: { metal: 'copper' } },
      rig: { fuel: 'acetylene', tipOrifice: '0.04 in' },
      methods: { flame: 'neutral', shutTorch: 'fuel-first' },
    })
    expect(braze.steps.find((s) => s.id === 'trim')?.act).toMatch(/neutral/)
    expect(braze.steps.find((s) => s.id === 'shut-torch')?.act).toMatch(/^Shut the fuel/)
  })
  it('gives a break by its name, and none where the plan is stopped', async () => {
    const told = await procedure({ ...cut, task: 'tip-change lit' })
    expect(told.steps.map((s) => s.id)).toEqual([
      'shut-torch',
      'change-tip',
      'light',
      'raise-fuel',
      'trim',
      'retrim',
    ])
    expect(told.steps.at(-1)?.state.flame).toBe('neutral')
    const stopped = await procedure({ ...cut, work: { ...cut.work, metal: 'copper' } })
    expect(stopped).toMatchObject({ steps: [], refused: { because: 'stop' } })
  })
  describe('of a batch', () => {
    const gusset = {
      kind: 'cut',
      work: { metal: 'low-carbon-steel', thickness: '3/4 in', length: '6 in', count: 12 },
      rig: { fuel: 'acetylene' },
    }
    const socket = {
      kind: 'braze',
      work: {
        joint: 'socket',
        a: { metal: 'copper', tube: 'EN 1057 22 mm' },
        b: { metal: 'copper' },
        service: ['refrigerant'],
        count: '2',
        tubeRun: [{ outsideDiameter: '22 mm', wall: '1 mm', length: '4 m' }],
      },
      rig: { fuel: 'acetylene' },
    }
    it('makes each repeat, changes what differs, and ends shut and bled', async () => {
      const thin = { ...gusset, work: { ...gusset.work, thickness: '1/4 in', count: 1 } }
      const told = await procedure({ kind: 'batch', pieces: [gusset, thin, socket] })
      expect(told.hazards).toEqual([])
      const made = told.steps.filter((s) => s.id.startsWith('cut'))
      expect(made.map((s) => [s.piece, s.repeat])).toEqual([
        ...Array.from({ length: 12 }, (_, i) => [1, i + 1]),
        [2, 1],
      ])
      const acts = told.steps.flatMap((s) => s.acts.map((a) => a.do))
      expect(acts.filter((a) => a === 'change-tip')).toHaveLength(1)
      expect(acts.filter((a) => a === 'change-attachment')).toHaveLength(1)
      // nobody said what the torch is: it is a handle with attachments, and its third valve is led
      expect(acts).toContain('open-handle')
      expect([...new Set(told.steps.map((s) => s.stage))]).toEqual([
        'open',
        'purge',
        'light',
        'piece',
        'next',
        'shut',
      ])
      for (const s of told.steps) if (s.wait) expect(s.wait.free).toBeLessThanOrEqual(s.wait.seconds)
      expect(told.steps.find((s) => s.id === 'purge-fuel')?.wait?.free).toBeGreaterThan(0)
      const end = told.steps.at(-1)?.state
      expect(end).toMatchObject({
        flame: 'out',
        oxygen: { turns: 0, inletPa: 0, deliveryPa: 0 },
        fuel: { turns: 0, inletPa: 0, deliveryPa: 0 },
      })
    })
    it('goes by the methods of the batch, and is refused where a plan of it is stopped', async () => {
      const told = await procedure({ kind: 'batch', pieces: [gusset], schools: { bleeding: 'fuel-first' } })
      const bleeds = told.steps.map((s) => s.id).filter((id) => id.startsWith('bleed-'))
      expect(bleeds).toEqual(['bleed-fuel', 'bleed-oxygen'])
      const copper = { ...gusset, work: { ...gusset.work, metal: 'copper' } }
      const stopped = await procedure({ kind: 'batch', pieces: [gusset, copper] })
      expect(stopped).toMatchObject({ steps: [], refused: { because: 'stop' } })
    })
    it('says what does not agree or cannot be read, and of which piece', async () => {
      const at = async (...pieces: readonly unknown[]) =>
        (await fault(['procedure', '-'], JSON.stringify({ kind: 'batch', pieces }))).field
      const rig = (more: object) => ({ ...gusset, rig: { ...gusset.rig, ...more } })
      expect(await at(gusset, rig({ fuel: 'propane' }))).toBe('pieces.1.rig.fuel')
      expect(await at(gusset, gusset, rig({ oxygenHose: { length: '100 ft', bore: '1/4 in' } }))).toBe(
        'pieces.2.rig.oxygenHose',
      )
      expect(await at(gusset, rig({ acetyleneCylinder: '145 cu ft' }))).toBe('pieces.1.rig.acetyleneCylinder')
      expect(await at(rig({ torch: { kind: 'cutting-torch' } }), socket)).toBe('pieces.1.rig.torch.kind')
      expect(await at(gusset, { ...gusset, work: { ...gusset.work, thickness: 'thick' } })).toBe(
        'pieces.1.work.thickness',
      )
      expect(await at({ ...gusset, work: { ...gusset.work, count: 1.5 } })).toBe('pieces.0.work.count')
      expect(await at('gusset')).toBe('pieces.0')
      expect(await at()).toBe('pieces')
      const methods = JSON.stringify({ kind: 'batch', pieces: [gusset], methods: { bleeding: 'never' } })
      expect((await fault(['procedure', '-'], methods)).field).toBe('methods.bleeding')
    })
  })
  it('says which word is not known', async () => {
    const at = async (more: object) =>
      (await fault(['procedure', '-'], JSON.stringify({ ...cut, ...more }))).field
    expect(await at({ methods: { bleeding: 'never' } })).toBe('methods.bleeding')
    expect(await at({ methods: 'mine' })).toBe('methods')
    expect(await at({ task: 'nap' })).toBe('task')
    expect(await at({ task: 'assembly lit' })).toBe('task')
    expect(await at({ rig: { fuel: 'acetylene', torch: { kind: 'lance' } } })).toBe('rig.torch.kind')
    expect((await fault(['procedure', '-'], '[]')).field).toBe('')
  })
})

describe('wimble line', () => {
  const line = async (text: string, ...more: string[]) => {
    const { code, out } = await wimble(['line', file('list.txt', text), ...more])
    expect(code, out).toBe(0)
    return json(out) as {
      steps: { line: number; said: string; state: { flame: string } }[]
      hazards: { hazard: string; at: number }[]
    }
  }
  it('runs a list of verbs and names what is wrong with it, line by line', async () => {
    const told = await line(
      'open-cylinder fuel\nopen-torch fuel\nscrew-in fuel 14 psi\nlight',
      '--unfinished',
    )
    expect(told.steps).toHaveLength(4)
    expect(told.hazards.map((h) => [h.hazard, h.at])).toEqual([
      ['acetylene-over-limit', 3],
      ['lit-with-unpurged-hoses', 4],
    ])
    expect((await line('open-cylinder oxygen slowly')).hazards.map((h) => h.hazard)).toContain(
      'trapped-pressure',
    )
  })
  it('says which line cannot be read', async () => {
    expect((await fault(['line', '-'], 'open-cylinder fuel\nsing')).field).toBe('line 2')
    expect((await fault(['line', join(folder, 'no-such-list')])).field).toBe('')
  })
})
