import { readFileSync, statSync, writeFileSync } from 'node:fs'
import { Command, CommanderError } from 'commander'
import { readStockList } from '#core/stock/read.ts'
import { planCutList } from '#core/stock/cut-list.ts'
import { METHOD_NAMES, planBraze, readBraze } from '#core/braze/index.ts'
import { planCut, readCut } from '#core/cut/index.ts'
import { measuredOrifice, flowCurve, tipFacts } from '#core/cut/tip-finder.ts'
import type { FieldError } from '#core/figure.ts'
import { burn, BURNT_FUELS, type BurntFuel } from '#core/flame/burn.ts'
import { FUELS } from '#core/gas/fuels.ts'
import { CHART_HOSE } from '#core/gas/hose.ts'
import { STANDARD_PRESSURE_PA } from '#core/gas/standard.ts'
import { readPace } from '#core/cut-sim/read-pace.ts'
import { runPace } from '#core/cut-sim/run-pace.ts'
import { readCase } from '#core/heat/read-case.ts'
import { runHeatCase } from '#core/heat/run-case.ts'
import {
  DRAWING_UNITS,
  FLATTEN_MM,
  JOIN_MM,
  MOST_BYTES,
  planOutline,
  readDxf,
  readSvg,
  toDxf,
  toSvg,
  type DrawingUnit,
} from '#core/outline/index.ts'
import {
  findUnit,
  KINDS,
  parseQuantity,
  printAs,
  printQuantity,
  SI_UNIT,
  type Kind,
} from '#core/quantity/index.ts'
import { disagreement, fitOneHandle, MOST_PIECES, MOST_REPEATS, type MadeWith } from '#core/line/agree.ts'
import { batchPiece, composeBatch, type BatchPiece } from '#core/line/batch.ts'
import { stageOf, type Stage } from '#core/line/stage.ts'
import { brazeParts, plainBrazeTorch, runOfTube } from '#core/line/braze-procedure.ts'
import { cutParts, PLAIN_TORCH } from '#core/line/cut-procedure.ts'
import { compose, type PieceParts, type Procedure } from '#core/line/procedure.ts'
import type { TorchGear } from '#core/line/setup.ts'
import { readTorchGear } from '#core/line/read-torch.ts'
import { runSteps, type Met } from '#core/line/hazards.ts'
import { readLineMethods } from '#core/line/methods.ts'
import { actOn, foundLine, type LineState } from '#core/line/state.ts'
import { longestS, sentenceOf, type Step } from '#core/line/steps.ts'
import { BREAKS, STANDS, standing, wayOut } from '#core/line/ways.ts'
import { runVerbs } from '#core/line/verbs.ts'
import { isRecord, type Json, omit } from '#core/objects.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { BadInput, print, readJson, readText, stream } from './io.ts'
import { logCommands } from './log.ts'
import { testCommand } from './joint-test.ts'

type Read<R> =
  { readonly ok: true; readonly request: R } | { readonly ok: false; readonly errors: readonly FieldError[] }
/** What was read, or the first thing that is wrong with it. */
function wellRead<R>(read: Read<R>): { readonly request: R } {
  if (read.ok) return read
  const [first] = read.errors
  throw new BadInput(first?.field ?? '', first?.message ?? 'This cannot be read.', first?.choices)
}

function plan(file: string): void {
  const input = readJson(file)
  if (typeof input === 'object' && input !== null && 'kind' in input && input.kind === 'braze')
    print(planBraze(wellRead(readBraze(input)).request))
  else print(planCut(wellRead(readCut(input)).request))
}

/** What was met, as it is printed: `at` is the place in the list. */
const shownHazard = ({ hazard, grade, text, at }: Met) => ({ hazard, grade, text, at })

/** A step as it is printed, with the state that it leaves. `free` is when it may be confirmed, s. */
function shownStep(s: Step, stage: Stage, state: LineState) {
  const { timer } = s
  const seconds = timer ? longestS(timer) : 0
  return {
    id: s.id,
    phase: s.phase,
    stage,
    act: sentenceOf(s.act, ''),
    ...(s.figure ? { figure: s.figure } : {}),
    why: s.why,
    see: s.see ?? '',
    ...(s.ifNot ? { ifNot: s.ifNot } : {}),
    ...(s.caution ? { caution: s.caution } : {}),
    ...(timer
      ? {
          wait: {
            what: timer.what,
            kind: timer.kind,
            seconds,
            free: timer.kind === 'at-least' ? (timer.freeS ?? seconds) : 0,
          },
        }
      : {}),
    acts: s.acts,
    state,
  }
}

/** Steps with the state that each leaves, from where the list begins. */
function withStates(steps: readonly Step[], procedure: Extract<Procedure, { ok: true }>, from: LineState) {
  let state = from
  return steps.map((s) => {
    for (const act of s.acts) state = actOn(state, act, procedure.setting)
    return shownStep(s, stageOf(s), state)
  })
}

/** The ways that a shop names, under either name. */
const waysOf = ({ methods, schools }: Json): Json =>
  isRecord(methods) ? methods : isRecord(schools) ? schools : {}
const isOfBraze = (name: string): boolean => (METHOD_NAMES as readonly string[]).includes(name)

/** Splits what the line is asked for from what the plan reads: methods of both kinds, the torch, the task. */
function procedureAsked(input: Json) {
  // the ways were once called schools, and are still read so
  const { schools = {}, methods: named = schools, task = 'whole', rig, ...planned } = input
  if (!isRecord(named))
    throw new BadInput('methods', 'The methods should be a group: { "bleeding": "together" }.')
  const ofBraze = Object.fromEntries(Object.entries(named).filter(([name]) => isOfBraze(name)))
  const ofLine = Object.fromEntries(Object.entries(named).filter(([name]) => !isOfBraze(name)))
  const { methods, errors } = readLineMethods(ofLine)
  const wrong = errors[0]
  if (wrong) throw new BadInput(wrong.field, wrong.message)
  const [word, stand = 'lit'] = String(task).split(' ')
  const known = BREAKS.find((b) => b === word)
  if (word !== 'whole' && !known)
    throw new BadInput('task', `The task should be one of: whole, ${BREAKS.join(', ')}.`)
  const from = STANDS.find((s) => s === stand)
  if (!from) throw new BadInput('task', 'After the task say lit or ready: where the rig stands.')
  const { torch, ...plainRig } = isRecord(rig) ? rig : {}
  const shop = isRecord(planned['shop']) ? planned['shop'] : {}
  const asked =
    Object.keys(ofBraze).length > 0
      ? {
          ...planned,
          rig: plainRig,
          shop: { ...omit(shop, ['schools']), methods: { ...waysOf(shop), ...ofBraze } },
        }
      : { ...planned, rig: plainRig }
  return { asked, methods, task: known, stand: from, torch } as const
}

/** A piece as it was asked for: what it is made with, and what it brings to a line with a torch. */
interface PieceAsked extends MadeWith {
  /** Names the run of tube, where one is given. */
  readonly run?: string | undefined
  readonly parts: (torch: TorchGear) => PieceParts | Refusal
}
type Refusal = Extract<Procedure, { ok: false }>

/** Reads a piece of either kind with its torch; planned when its parts are asked for. */
function pieceAsked(
  kind: unknown,
  { asked, methods, torch }: Pick<ReturnType<typeof procedureAsked>, 'asked' | 'methods' | 'torch'>,
): PieceAsked {
  const gear = readTorchGear(torch ?? {}, 'rig.torch')
  if (!gear.ok) throw new BadInput(gear.field, gear.message)
  const said = gear.torch.kind !== undefined
  if (kind === 'braze') {
    const { request } = wellRead(readBraze(asked))
    return {
      rig: request.rig,
      said,
      torch: { ...plainBrazeTorch(request.rig.head), ...gear.torch },
      run: runOfTube(request),
      parts: (own) => brazeParts(planBraze(request), request, { methods, torch: own }),
    }
  }
  const { request } = wellRead(readCut(asked))
  return {
    rig: request.rig,
    said,
    torch: { ...PLAIN_TORCH, ...gear.torch },
    parts: (own) => cutParts(planCut(request), request, { methods, torch: own }),
  }
}

function printRefused({ because, text }: Refusal): void {
  print({ steps: [], hazards: [], refused: { because, text } })
}

function procedure(file: string): void {
  const input = readJson(file)
  if (!isRecord(input))
    throw new BadInput('', 'This is not a plan: a group with kind, work and rig is wanted.')
  if (input['kind'] === 'batch') {
    batch(input)
    return
  }
  const { task, stand, ...read } = procedureAsked(input)
  const piece = pieceAsked(input['kind'], read)
  const parts = piece.parts(piece.torch)
  const made = parts.ok ? compose(parts.setup, parts.work) : parts
  if (!made.ok) {
    printRefused(made)
    return
  }
  if (task === undefined) {
    const from = foundLine(made.setting)
    print({
      steps: withStates(made.steps, made, from),
      hazards: [],
      cautions: runSteps(made.steps, made.setting, from).met.map(shownHazard),
      exceptions: made.exceptions,
    })
    return
  }
  const at = standing(made.steps, made.setting, stand)
  const steps = wayOut(made.setup, task, at)
  if (!steps) throw new BadInput('task', `There is no ${task} from ${stand} on this rig.`)
  print({ steps: withStates(steps, made, at.line), hazards: [], exceptions: made.exceptions })
}

/** A piece of a batch: how often it is made, and the run of tube that it is on; of its own where none is given. */
interface BatchRead extends PieceAsked {
  readonly repeats: number
  readonly run: string
}

/** Reads one piece of a batch; what is wrong with it is told with its place in the list, from 0. */
function batchPieceOf(piece: unknown, i: number, named: Json): BatchRead {
  const where = (field: string) => (field === '' ? `pieces.${i}` : `pieces.${i}.${field}`)
  if (!isRecord(piece))
    throw new BadInput(where(''), 'Each piece is a plan: a group with kind, work and rig.')
  try {
    const { work, ...rest } = piece
    const { count = 1, ...single } = isRecord(work) ? work : {}
    const repeats = Number(count)
    if (!Number.isInteger(repeats) || repeats < 1 || repeats > MOST_REPEATS)
      throw new BadInput(
        'work.count',
        `The number of them should be a whole number from 1 to ${MOST_REPEATS}.`,
      )
    const read = procedureAsked({ ...omit(rest, ['methods', 'schools', 'task']), ...named, work: single })
    const asked = pieceAsked(piece['kind'], read)
    return { ...asked, repeats, run: asked.run ?? `piece ${i}` }
  } catch (error) {
    throw error instanceof BadInput ? new BadInput(where(error.field), error.message, error.choices) : error
  }
}

/** A batch: pieces in the given order on one line. */
function batch(input: Json): void {
  const { pieces } = input
  if (!Array.isArray(pieces) || pieces.length === 0 || pieces.length > MOST_PIECES)
    throw new BadInput('pieces', `The pieces should be a list of 1 to ${MOST_PIECES} plans.`)
  // what is wrong with the methods is wrong with the batch, not with a piece of it
  const named = { methods: input['methods'] ?? input['schools'] ?? {} }
  procedureAsked(named)
  const read = pieces.map((p, i) => batchPieceOf(p, i, named))
  const fitted = fitOneHandle(read)
  const apart = disagreement(fitted)
  if (apart) throw new BadInput(`pieces.${apart.at}.${apart.field}`, apart.message)
  const made: BatchPiece[] = []
  for (const p of fitted) {
    const parts = p.parts(p.torch)
    if (!parts.ok) {
      printRefused(parts)
      return
    }
    made.push(batchPiece(parts, p.repeats, p.run))
  }
  const done = composeBatch(made)
  if (!done.ok) {
    printRefused(done)
    return
  }
  print({
    steps: done.steps.map((s, i) => ({
      ...shownStep(s, s.stage, done.states[i] as LineState),
      ...(s.piece === undefined ? {} : { piece: s.piece }),
      ...(s.repeat === undefined ? {} : { repeat: s.repeat }),
    })),
    hazards: [],
    cautions: done.cautions.map(shownHazard),
    exceptions: done.exceptions,
  })
}

function line(file: string, options: { unfinished?: boolean }): void {
  const run = runVerbs(readText(file), options.unfinished !== true)
  if (!run.ok) throw new BadInput(`line ${run.line}`, run.message)
  print({
    steps: run.steps.map((s) => ({
      line: s.line,
      said: s.said,
      hazards: s.met.map(shownHazard),
      state: s.state,
    })),
    hazards: run.hazards.map(shownHazard),
    cautions: run.cautions.map(shownHazard),
    end: run.end,
  })
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
  const shown = kind === 'time' ? printAs(read.value, kind, INCH_UNITS) : printQuantity(read.value, read.unit)
  print({
    value: read.value,
    unit: SI_UNIT[kind],
    shown,
    ...(kind === 'pressure' ? { reference: read.reference } : {}),
  })
}

/** A length given on the command line, in m. */
function length(text: string, field: string, low: number, high: number): number {
  const read = parseQuantity(text, 'length')
  if (!read.ok) throw new BadInput(field, read.message, read.choices)
  if (read.value < low || read.value > high)
    throw new BadInput(
      field,
      `The ${field} should be ${printQuantity(low, 'mm')} to ${printQuantity(high, 'mm')}.`,
    )
  return read.value
}

function cutList(file: string): void {
  const read = readStockList(readJson(file))
  if (!read.ok) {
    const [first] = read.errors
    throw new BadInput(first?.field ?? '', first?.message ?? 'This cannot be read.', first?.choices)
  }
  const plan = planCutList(read.request)
  if (!plan.ok) throw new BadInput(plan.field, plan.message)
  print({
    patterns: plan.patterns.map((p) => ({
      stock: p.stockM,
      pieces: p.piecesM,
      times: p.times,
      remnant: p.remnantM,
    })),
    stockUsed: plan.stockUsedM,
    lowerBound: plan.lowerBoundM,
    bars: plan.bars,
    cuts: plan.cuts,
    proved: plan.proved,
    firstFit: plan.firstFitM ?? null,
    unit: 'm',
  })
}

const isBurnt = (fuel: string): fuel is BurntFuel => BURNT_FUELS.some((f) => f === fuel)

/** A number of mol as it is typed. */
function moles(text: string, field: string, most: number): number {
  const value = Number(text)
  if (text.trim() === '' || !Number.isFinite(value) || value < 0 || value > most)
    throw new BadInput(field, `“${text}” should be a number of mol for one mol of fuel, 0 to ${most}.`)
  return value
}

function flame(options: { readonly fuel: string; readonly ratio: string; readonly air: string }): void {
  const { fuel } = options
  if (!isBurnt(fuel))
    throw new BadInput(
      'fuel',
      `No flame is worked out for “${fuel}”: the fuel is one of ${BURNT_FUELS.join(', ')}.`,
      BURNT_FUELS.map((f) => ({ text: f, label: FUELS[f].title })),
    )
  const burnt = burn({
    fuel,
    ratio: moles(options.ratio, 'ratio', MOST_OXYGEN),
    air: moles(options.air, 'air', MOST_AIR),
  })
  if (!burnt)
    throw new BadInput(
      'ratio',
      'This mixture does not burn: too little oxygen for its fuel, or too much of what only takes heat.',
    )
  print({
    temperature: burnt.temperature,
    moleFractions: Object.fromEntries(burnt.moleFractions),
    kind: burnt.kind,
    reducing: burnt.reducing,
    heat: { cone: burnt.coneHeat, envelope: burnt.envelopeHeat, unit: 'J/mol' },
  })
}
/** mol of oxygen and of air for one mol of fuel beyond which nothing is called a flame. */
const [MOST_OXYGEN, MOST_AIR] = [50, 200]

function heat(file: string): void {
  const read = readCase(readJson(file))
  if (!read.ok) throw new BadInput(read.error.field, read.error.message)
  const { rows, crossings, ...whole } = runHeatCase(read.of)
  // each probe under its own name beside the row's figures, and all of them together
  print({ rows: rows.map((row) => ({ ...row, ...row.probes })), ...whole, ...crossings })
}

function pace(file: string): void {
  const read = readPace(readJson(file))
  if (!read.ok) throw new BadInput(read.error.field, read.error.message)
  print(runPace(read.of))
}

function tip(text: string): void {
  const diameterM = length(text, 'orifice', 0.0003, 0.004)
  const facts = tipFacts(measuredOrifice(diameterM), STANDARD_PRESSURE_PA)
  const drill = (d: typeof facts.drill) => (d ? { number: d.number, diameter: d.diameterM } : null)
  const plates = (span: typeof facts.does) =>
    span ? { low: span[0], high: span[1], unit: 'm', metal: 'low-carbon-steel' } : null
  print({
    orifice: { value: diameterM, low: facts.orifice.lowM, high: facts.orifice.highM, unit: 'm' },
    drill: drill(facts.drill),
    smallerDrill: drill(facts.smallerDrill),
    largerDrill: drill(facts.largerDrill),
    thickness: plates(facts.does),
    slow: plates(facts.slow),
    flow: { ...facts.flow, unit: 'm3/s', because: '25, 40 and 55 psi at the tip, sea level' },
    chokesAt: { value: facts.chokesAtPa, unit: 'Pa', reference: 'gauge', at: 'tip' },
    cleaner: drill(facts.cleaner),
    wornFrom: drill(facts.noGo),
    curve: flowCurve(diameterM, CHART_HOSE, STANDARD_PRESSURE_PA).map((p) => ({
      regulator: p.regulatorPa,
      tip: p.tipPa,
      flow: p.flow,
    })),
  })
}

interface OutlineOptions {
  kerf: string
  out?: string
  unit?: string
  thickness?: string
  join?: string
  tolerance?: string
}

function outline(file: string, options: OutlineOptions): void {
  const kerfMm = length(options.kerf, 'kerf', 0, 0.05) * 1000
  const thicknessMm = options.thickness ? length(options.thickness, 'thickness', 0.0002, 0.31) * 1000 : 10
  const joinMm = options.join ? length(options.join, 'join', 1e-6, 0.05) * 1000 : JOIN_MM
  const toleranceMm = options.tolerance
    ? length(options.tolerance, 'tolerance', 1e-6, 0.005) * 1000
    : FLATTEN_MM
  const unit = (Object.keys(DRAWING_UNITS) as DrawingUnit[]).find((u) => u === options.unit)
  if (options.unit !== undefined && !unit)
    throw new BadInput('unit', `The unit should be one of: ${Object.keys(DRAWING_UNITS).join(', ')}.`)
  if (options.out !== undefined && !/\.(svg|dxf)$/i.test(options.out))
    throw new BadInput('out', 'The file to write should end in .svg or .dxf.')
  const svg = /\.svg$/i.test(file)
  if (!svg && !/\.dxf$/i.test(file)) throw new BadInput('', 'The file to read should end in .dxf or .svg.')
  let text: string
  try {
    if (statSync(file).size > MOST_BYTES)
      throw new BadInput('', `${file} is larger than ${MOST_BYTES / 1e6} MB: too large for an outline.`)
    text = readFileSync(file, 'utf8')
  } catch (error) {
    if (error instanceof BadInput) throw error
    throw new BadInput('', `${file} cannot be read.`)
  }
  const drawing = (svg ? readSvg : readDxf)(text, { unit, toleranceMm })
  if (!drawing.ok)
    throw new BadInput(
      drawing.code === 'units' ? 'unit' : '',
      drawing.message,
      drawing.code === 'units'
        ? Object.keys(DRAWING_UNITS).map((u) => ({ text: `--unit ${u}`, label: u }))
        : undefined,
    )
  const plan = planOutline(drawing.strokes, { kerfMm, thicknessMm, joinMm }, drawing.problems)
  if (options.out !== undefined)
    try {
      writeFileSync(options.out, /\.svg$/i.test(options.out) ? toSvg(plan) : toDxf(plan))
    } catch {
      throw new BadInput('out', `${options.out} cannot be written.`)
    }
  const mm = (v: number) => Math.round(v * 1e3) / 1e6
  print({
    unit: 'm',
    drawnIn: drawing.unit,
    parts: plan.parts.length,
    holes: plan.parts.reduce((n, p) => n + p.holes.length, 0),
    openLines: plan.open.length,
    size: { width: mm(plan.box.maxX - plan.box.minX), height: mm(plan.box.maxY - plan.box.minY) },
    area: Math.round(plan.areaMm2 * 1e3) / 1e9,
    edgeLength: mm(plan.edgeMm),
    pathLength: mm(plan.cutMm),
    travel: mm(plan.travelMm),
    pierces: plan.pierces,
    order: plan.cuts.map((c) => ({
      kind: c.kind,
      part: c.part + 1,
      pierce: [mm(c.pierce.x), mm(c.pierce.y)],
    })),
    findings: plan.problems.map((p) => ({
      rank: p.rank,
      code: p.code,
      text: p.text,
      ...(p.at ? { at: [mm(p.at.x), mm(p.at.y)] } : {}),
    })),
    out: options.out ?? null,
  })
}

/** Every command, with what it takes. */
function commands(): Command {
  const program = new Command('wimble')
    .description('Plans cuts and brazes with oxy-fuel and reads quantities as the trade writes them.')
    .exitOverride()
  program
    .command('plan')
    .argument('<file>', 'a plan request as JSON, or - for standard input')
    .description('work out a plan and print it as JSON')
    .action(plan)
  program
    .command('procedure')
    .argument('<file>', 'a plan request as JSON with "methods", or - for standard input')
    .description('the ordered steps of a plan, each with the state of the line that it leaves')
    .action(procedure)
  program
    .command('line')
    .argument('<file>', 'a list of acts, one to a line, or - for standard input')
    .option('--unfinished', 'the list stops in the middle of the work: do not judge its end')
    .description('run a list of acts through the model of the supply line')
    .action(line)
  program
    .command('quantity')
    .argument('<text>', 'as typed, for instance "1 3/8 in"')
    .requiredOption('--as <kind>', KINDS.join(', '))
    .option('--unit <unit>', 'unit of a bare number')
    // a quantity may begin with a minus sign
    .allowUnknownOption()
    .description('read one quantity and print it in SI and as the shop writes it')
    .action(quantity)

  program
    .command('cutlist')
    .argument('<file>', 'stock, pieces and kerf as JSON, or - for standard input')
    .description('the least stock for a list of pieces')
    .action(cutList)
  program
    .command('tip')
    .argument('<orifice>', 'a number drill or a measure, for instance "#56" or "1.2 mm"')
    .description('what a tip is good for')
    .action(tip)
  program
    .command('flame')
    .requiredOption('--fuel <fuel>', BURNT_FUELS.join(', '))
    .requiredOption('--ratio <mol>', 'oxygen from the torch, mol for one mol of fuel')
    .option('--air <mol>', 'air that it draws in, mol for one mol of fuel', '0')
    .description('what a flame is made of, how hot it is, and how its heat lies in cone and envelope')
    .action(flame)
  program
    .command('heat')
    .argument('<file>', 'a case of the heat bench as JSON, or - for standard input')
    .description('heat a joint on the bench: temperatures, filling, flux, scale and where the heat went')
    .action(heat)
  program
    .command('pace')
    .argument('<file>', 'a hand’s cut along a line as JSON, or - for standard input')
    .description('cut along a line on the bench: face, edge, slag, whether it drops, and why not')
    .action(pace)
  program
    .command('outline')
    .argument('<file>', 'a drawing, .dxf or .svg')
    .requiredOption('--kerf <length>', 'width of the kerf')
    .option('--out <file>', 'where to write parts, cut paths and pierces, .svg or .dxf')
    .option('--unit <unit>', 'unit of the drawing, when it does not say: mm, cm, m, in, ft')
    .option('--thickness <length>', 'of the plate, for the run-in')
    .option('--join <length>', 'how far apart ends may lie that are joined')
    .option('--tolerance <length>', 'how far curves may be flattened')
    .description('loops, kerf, order and pierces of an outline')
    .action(outline)

  program.addCommand(testCommand())
  for (const command of logCommands()) program.addCommand(command)
  return program
}

/**
 * Runs one command.
 * @param args as they are typed, without the name of the program
 * @returns the exit code: 0, or 2 for nonsense input, which is told on standard output as JSON
 */
export async function commandLine(args: readonly string[]): Promise<number> {
  const program = commands()
  for (const c of [program, ...program.commands])
    c.configureOutput({ writeOut: stream.out, writeErr: stream.err })
  try {
    await program.parseAsync(args, { from: 'user' })
    return 0
  } catch (error) {
    if (error instanceof BadInput) {
      print({
        error: {
          field: error.field,
          message: error.message,
          ...(error.choices ? { choices: error.choices } : {}),
        },
      })
      return 2
    }
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2
    throw error
  }
}
