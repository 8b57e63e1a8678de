import { once } from 'node:events'
import { Worker } from 'node:worker_threads'
import { Bench } from 'tinybench'
import { planBraze, readBraze, SERVICES } from '#core/braze/index.ts'
import { rankFillers } from '#core/braze/rank.ts'
import { burn, BURNT_FUELS, completeRatio, type Burnt } from '#core/flame/burn.ts'
import { cutProcedure } from '#core/line/cut-procedure.ts'
import { runSteps } from '#core/line/hazards.ts'
import { foundLine } from '#core/line/state.ts'
import { BASE_METALS } from '#core/metal/base-metals.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { planCut, readCut } from '#core/cut/index.ts'
import { planOutline, readSvg, toSvg } from '#core/outline/index.ts'
import { planCutList } from '#core/stock/cut-list.ts'
import { seeded } from '#core/seeded.ts'
import { frames } from './bench/frames.ts'
import { heats } from './bench/heat.ts'
import { paces } from './bench/pace.ts'
import { book, pages } from './bench/pages.ts'
import { print, quantile, tell } from './bench/tell.ts'
import { years } from './bench/years.ts'
import { findChromium } from '../bin/chromium.ts'

const RUNS = 5

/** What a plan and the whole matrix of fillers may take, where it is not a cut's 0.2 ms. */
const BUDGET_MS = new Map([
  ['planBraze, heat and ranking', 1],
  ['matrix of 28 fillers, 60 pairs, 8 services', 100],
])

/** Every filler on sixty pairs of metals for eight services: how many judgements that is. */
function matrix(): number {
  let judged = 0
  for (let i = 0; i < 60; i++) {
    const [a, b] = [BASE_METALS[i % BASE_METALS.length], BASE_METALS[(i * 7 + 3) % BASE_METALS.length]]
    if (!a || !b) continue
    for (const service of SERVICES.slice(0, 8))
      judged += rankFillers({
        a,
        b,
        services: new Set([service]),
        gapAt: () => 0.00006,
        builtUp: false,
        pressurised: false,
        codeUse: 'none',
        learning: false,
        yellow: false,
        units: INCH_UNITS,
      }).length
  }
  return judged
}

async function planner(): Promise<void> {
  const chart = [
    {
      orifice: '0.052 in',
      thicknessMin: '1/2 in',
      thicknessMax: '1 in',
      oxygenPressure: '42 psi',
      fuelPressure: '6 psi',
      speed: '15 ipm',
      kerf: '0.08 in',
    },
  ]
  const request = (rows: unknown[]) => {
    const read = readCut({
      kind: 'cut',
      work: { metal: 'low-carbon-steel', thickness: '5/8 in', length: '24 in' },
      rig: { fuel: 'acetylene', tipRadius: '1/4 in', handling: 'hand', guide: 'part', chart: rows },
    })
    if (!read.ok) throw new Error(read.errors[0]?.message)
    return read.request
  }
  const [charted, estimated] = [request(chart), request([])]
  const joint = readBraze({
    kind: 'braze',
    work: {
      joint: 'socket',
      a: { metal: 'copper', outsideDiameter: '28 mm', wall: '1 mm' },
      b: { metal: 'copper', depth: '18.3 mm' },
      service: ['water'],
      tubeRun: [{ outsideDiameter: '28 mm', wall: '1 mm', length: '4 m' }],
    },
    rig: { fuel: 'acetylene' },
  })
  if (!joint.ok) throw new Error(joint.errors[0]?.message)
  const procedure = cutProcedure(planCut(charted), charted)
  if (!procedure.ok) throw new Error(procedure.text)
  const acts = procedure.steps.reduce((n, s) => n + s.acts.length, 0)
  // a million acts a second through the state model, each judged by every hazard that it can bring about
  const line = `the line, ${acts} acts judged`
  BUDGET_MS.set(line, acts / 1000)
  const bench = new Bench({ time: 1000 })
  bench
    .add('planCut, charted', () => void planCut(charted))
    .add('planCut, worked out', () => void planCut(estimated))
    .add('planBraze, heat and ranking', () => void planBraze(joint.request))
    .add(line, () => void runSteps(procedure.steps, procedure.setting, foundLine(procedure.setting)))
    .add('matrix of 28 fillers, 60 pairs, 8 services', () => void matrix())
  await bench.run()
  for (const task of bench.tasks)
    tell(
      `${task.name}, median`,
      task.result && 'latency' in task.result ? task.result.latency.p50 : Number.NaN,
      BUDGET_MS.get(task.name) ?? 0.2,
      'ms',
    )
}

/** Stock taken over the bound, and over first-fit decreasing, on lists of 200 pieces of each kind. */
function cutLists(): void {
  const random = seeded(20)
  for (const lengths of [12, 40, 200]) {
    const sizes = Array.from({ length: lengths }, () => 0.15 + Math.round(random() * 2200) / 1000)
    const pieces = Array.from({ length: 200 }, (_, i) => ({ lengthM: sizes[i % lengths] ?? 1, count: 1 }))
    const began = performance.now()
    const plan = planCutList({ stock: [{ lengthM: 6 }], pieces, kerfM: 0.003 })
    const took = performance.now() - began
    if (!plan.ok) throw new Error(plan.message)
    const allowed = Math.max(plan.lowerBoundM * 1.01, plan.lowerBoundM + 6)
    tell(`cut list, 200 pieces of ${lengths} lengths: stock`, plan.stockUsedM, allowed, 'm')
    print(
      `${''.padEnd(58)} bound ${plan.lowerBoundM} m, first fit ${plan.firstFitM} m, over first fit ${(plan.stockUsedM / (plan.firstFitM ?? 1)).toFixed(3)}, ${Math.round(took)} ms`,
    )
  }
}

/** An outline of 10,000 stretches: read, offset, ordered and drawn. */
function outlines(): void {
  const ring = (cx: number, cy: number) =>
    Array.from({ length: 200 }, (_, i) => {
      const a = (2 * Math.PI * i) / 200
      return `${(cx + 40 * Math.cos(a)).toFixed(3)} ${(cy + 40 * Math.sin(a)).toFixed(3)}`
    }).join('L')
  const text = `<svg width="1500mm" height="750mm" viewBox="0 0 1500 750">${Array.from(
    { length: 50 },
    (_, i) => `<path d="M${ring(75 + (i % 10) * 150, 75 + Math.floor(i / 10) * 150)}Z"/>`,
  ).join('')}</svg>`
  const times = Array.from({ length: RUNS }, () => {
    const began = performance.now()
    const drawing = readSvg(text, { toleranceMm: 0.05 })
    if (!drawing.ok) throw new Error(drawing.message)
    const plan = planOutline(drawing.strokes, { kerfMm: 2, thicknessMm: 10 })
    if (toSvg(plan).length === 0) throw new Error('nothing drawn')
    return performance.now() - began
  })
  tell('outline of 10,000 stretches, read to drawn, median', quantile(times, 0.5), 1000, 'ms')
}

/** A flame from cold and from its neighbour, and all fuels over sixty ratios each. */
function flames(): void {
  const map = (): number => {
    let solved = 0
    for (const fuel of BURNT_FUELS) {
      let from: Burnt | undefined
      for (let i = 0; i < 60; i++) {
        from = burn({ fuel, ratio: completeRatio(fuel) * (0.25 + i * 0.02) }, from)
        if (from) solved++
      }
    }
    return solved
  }
  const each = (of: () => number) => {
    const times = Array.from({ length: RUNS }, () => {
      const began = performance.now()
      const n = of()
      return [performance.now() - began, n] as const
    })
    return quantile(
      times.map(([ms, n]) => ms / n),
      0.5,
    )
  }
  const warm = each(map)
  const cold = each(() => {
    for (let i = 0; i < 60; i++) burn({ fuel: 'acetylene', ratio: 0.6 + i * 0.02 })
    return 60
  })
  tell('flame from its neighbour, median', warm, 1, 'ms')
  print(`${''.padEnd(58)} from cold ${cold.toFixed(2)} ms, ${(cold / warm).toFixed(1)} times as long`)
}

/** The map of five fuels at sixty ratios in a worker, as the practice bench makes it. */
async function mapped(): Promise<void> {
  const file = new URL('./bench/map.worker.ts', import.meta.url).href
  const worker = new Worker(
    `import('tsx/esm/api').then(({ tsImport }) => tsImport(${JSON.stringify(file)}, ${JSON.stringify(import.meta.url)}))`,
    { eval: true },
  )
  const [{ ms, points }] = (await once(worker, 'message')) as [{ ms: number; points: number }]
  await worker.terminate()
  tell(`map of five fuels, ${points} points, in a worker, first`, ms, 500, 'ms')
}

await planner()
flames()
await mapped()
heats()
paces()
cutLists()
outlines()
if (findChromium() !== undefined) {
  await pages()
  await book()
  await frames()
} else print('The pages were not measured: chromium is not there (npm test installs it).')
await years()
