import { KIND_OF_UNIT, type Figure, type Finding, type Rank, type Source } from '../figure.ts'
import { changedSource, changeWords, type PlanChange } from './plan-change.ts'
import { CHART_SPREAD, ENOUGH_RUNS, learn, spreadOfSpan } from '../learn/learn.ts'
import { heldTo, likelySpan, type Held, type HeldFigures, type Spanned } from '../span.ts'
import {
  isInch,
  joinSpan,
  printAs,
  printQuantity,
  printRise,
  type Saying,
  type SiUnit,
} from '../quantity/index.ts'
import { reasonsOf, type Grounds } from '../reason.ts'
import { Setting } from '../gas/gate.ts'
import type { UnitChoices } from '../quantity/choices.ts'

/** A figure while it is being put together: what differs from one to the next. */
export interface FigureParts {
  readonly value: number
  /** The wide span, which nineteen of twenty lie in; of a figure that is kept within a band, the band. */
  readonly low: number
  readonly high: number
  readonly source?: Source
  readonly because: string
  /** What it rests on; several groups where the same things come more than once. */
  readonly from: Grounds | readonly Grounds[]
  /** As of `Figure`. */
  readonly hoseDropPa?: number
  readonly runs?: number
  readonly held?: Held
  readonly cites: string
}

/** How a setting was come by; its value and span are those that passed the gate. */
export type SettingParts = Pick<FigureParts, 'because' | 'from' | 'cites' | 'hoseDropPa' | 'runs'>

/** A caution that somebody has read, with the name that they put to it. */
export interface Ticked {
  readonly code: string
  readonly by: string
}
/** A caution that is asked for by name: kept with the piece, shown in its record, never forced. */
export interface Caution {
  readonly code: string
  readonly text: string
  readonly tickedBy?: string
}
/** A word before the work. */
export interface Advice {
  readonly topic: string
  readonly text: string
}

/** What a kind of plan is made of: its figures in their order with their units, and which pressures are at the tip. */
export interface PlanShape<Name extends string, Pressure extends Name, AtTip extends Pressure> {
  readonly names: readonly Name[]
  readonly unit: { readonly [N in Name]: N extends Pressure ? 'Pa' : Exclude<SiUnit, 'Pa'> }
  readonly atTip: ReadonlySet<AtTip>
  /** Those whose span is not an error but what to keep within: published ranges, fits. What is set on a gauge is always so. */
  readonly within: ReadonlySet<Name>
}

/** The figures among these that are pressures: they enter a plan through the gate alone. */
export type PressureOf<Units extends Readonly<Record<string, SiUnit>>> = {
  [N in keyof Units & string]: Units[N] extends 'Pa' ? N : never
}[keyof Units & string]

/** What can be told of a plan while it is worked out, whatever its figures. */
export type Telling = Pick<PlanDraft<string>, 'say' | 'show' | 'round' | 'showSpan'>

/** What every plan ends with. */
export interface PlanParts<Name extends string> {
  readonly figures: Partial<Record<Name, Figure>>
  readonly findings: readonly Finding[]
  readonly cautions: readonly Caution[]
  readonly before: readonly Advice[]
}

const ORDER: readonly Rank[] = ['stop', 'mind', 'note']

/** A plan while it is being worked out: figures and findings are added, nothing is taken back. */
export class PlanDraft<Name extends string, Pressure extends Name = never, AtTip extends Pressure = never> {
  readonly figures: Partial<Record<Name, Figure>> = {}
  private readonly findings: Finding[] = []
  private readonly cautions: Caution[] = []
  private readonly before: Advice[] = []
  /** By how much figures are scaled after a run that came out badly. */
  private readonly factors = new Map<string, number>()
  /** What the shop's own good runs had. */
  private own: Partial<Record<string, readonly number[]>> = {}
  /** Of which of them a first run is enough. */
  private atOnce: ReadonlySet<string> = new Set()
  /** How far its log has found the estimates off. */
  private held: HeldFigures = {}

  constructor(
    private readonly shape: PlanShape<Name, Pressure, AtTip>,
    private readonly units: UnitChoices,
    private readonly ticked: readonly Ticked[],
  ) {}

  /**
   * From here on figures of these names go by the shop's good runs, once there are enough. Values in SI.
   * @param atOnce those that go by the first run already
   */
  learnFrom(
    own: Partial<Record<Exclude<Name, Pressure>, readonly number[]>>,
    atOnce: readonly Exclude<Name, Pressure>[] = [],
  ): void {
    this.own = { ...this.own, ...own }
    this.atOnce = new Set([...this.atOnce, ...atOnce])
  }

  /** From here on estimates of these names are moved and widened as the log says. */
  holdTo(held: HeldFigures): void {
    this.held = held
  }

  /** Tells the changes after the last run, and scales the figures that stand for them. */
  change(
    changes: readonly PlanChange[],
    figures: readonly (readonly [name: Exclude<Name, Pressure>, factor: number])[],
  ): void {
    for (const [name, factor] of figures) if (factor !== 1) this.factors.set(name, factor)
    for (const c of changes)
      this.say('mind', 'changed-after-run', 'Changed after the last run', c.text, { field: 'work.changes' })
  }

  /** Puts a figure that is no pressure into the plan: by the shop's runs and the changes after the last one. */
  put(name: Exclude<Name, Pressure>, worked: FigureParts): number {
    return this.keep(name, this.changed(name, this.fromLog(name, this.asHeld(name, worked))))
  }

  /** Puts a setting into the plan that has passed the gate: value, span and source are as it passed. */
  set(name: Exclude<Pressure, AtTip>, setting: Setting, told: SettingParts): number {
    // the compiler sees to it; a cast that it was told to believe stops here
    if (!Setting.is(setting)) throw new Error(`${name} has not passed the gate`)
    const { valuePa, lowPa, highPa, source } = setting
    return this.keep(name, { value: valuePa, low: lowPa, high: highPa, source, ...told })
  }

  /** Puts the pressure at the tip that follows from a setting: it is told, and never set. */
  atTip(name: AtTip, worked: FigureParts): number {
    return this.keep(name, worked)
  }

  private keep(name: Name, parts: FigureParts): number {
    const unit: SiUnit = this.shape.unit[name]
    const wide = {
      value: parts.value,
      low: Math.min(parts.low, parts.value),
      high: Math.max(parts.high, parts.value),
    }
    const isSet = unit === 'Pa' && !this.isAtTip(name)
    // a chart's range is a band to keep within, too
    const shown = isSet || parts.source === 'chart' || this.shape.within.has(name) ? wide : likelySpan(wide)
    this.figures[name] = {
      value: parts.value,
      unit,
      low: shown.low,
      high: shown.high,
      outerLow: wide.low,
      outerHigh: wide.high,
      source: parts.source ?? 'worked-out',
      because: parts.because,
      from: reasonsOf(parts.from, KIND_OF_UNIT[unit]),
      cites: parts.cites,
      ...(parts.hoseDropPa === undefined ? {} : { hoseDropPa: parts.hoseDropPa }),
      ...(parts.runs === undefined ? {} : { runs: parts.runs }),
      ...(parts.held === undefined ? {} : { held: parts.held }),
      ...(unit === 'Pa' ? { reference: 'gauge', at: this.isAtTip(name) ? 'tip' : 'regulator' } : {}),
    }
    return parts.value
  }

  /** A figure that was put already, with its wide span, for what is worked out from it; sure where there is none. */
  wide(name: Name, value: number): Spanned {
    const f = this.figures[name]
    return { value, low: f?.outerLow ?? value, high: f?.outerHigh ?? value }
  }

  private isAtTip(name: Name): boolean {
    const atTip: ReadonlySet<Name> = this.shape.atTip
    return atTip.has(name)
  }

  /** An estimate moved and widened as the log says; a chart's or a log's figure as it is. */
  private asHeld(name: Name, parts: FigureParts): FigureParts {
    const held = this.held[name]
    if (!held || (parts.source ?? 'worked-out') !== 'worked-out') return parts
    const off = Math.round((held.moved - 1) * 100)
    return {
      ...parts,
      ...heldTo(parts, held),
      held,
      because: `${parts.because} ${held.runs} good runs here ${off === 0 ? 'bear the estimate out' : `had ${Math.abs(off)} % ${off > 0 ? 'more' : 'less'} than was worked out, so it is moved by that`}, and its span is made ${held.widened >= 1 ? 'wider' : 'narrower'} to hold two of three of them.`,
      from: [parts.from, { goodRuns: held.runs, movedBy: held.moved, spanTimes: held.widened }].flat(),
    }
  }

  /** What the good runs make of a figure; as it was worked out while they are too few. */
  private fromLog(name: Name, parts: FigureParts): FigureParts {
    const learned = learn(this.own[name] ?? [], {
      value: parts.value,
      spread: parts.source === 'chart' ? CHART_SPREAD : spreadOfSpan(parts.low, parts.high),
    })
    if (!learned || learned.count < (this.atOnce.has(name) ? 1 : ENOUGH_RUNS)) return parts
    const kind = KIND_OF_UNIT[this.shape.unit[name]]
    return {
      value: learned.value,
      low: learned.nextLow,
      high: learned.nextHigh,
      source: 'log',
      because: `${learned.count === 1 ? 'One good run here had' : `The median of ${learned.count} good runs here is`} ${this.show(learned.median, kind)}; ${parts.source === 'chart' ? 'your chart says' : 'worked out it would be'} ${this.show(parts.value, kind)}, and ${learned.count === 1 ? 'the run weighs' : 'the runs weigh'} ${Math.round(learned.weight * 100)} %.${learned.setAside > 0 ? ` ${learned.setAside} wild ${learned.setAside === 1 ? 'entry was' : 'entries were'} set aside.` : ''}`,
      runs: learned.count,
      from: [
        parts.from,
        {
          goodRuns: learned.count,
          medianOfRuns: learned.median,
          expected: parts.value,
          weightOfRuns: learned.weight,
          setAside: learned.setAside,
        },
      ].flat(),
      cites: `your log; ${parts.cites}`,
    }
  }

  private changed(name: Name, parts: FigureParts): FigureParts {
    const factor = this.factors.get(name) ?? 1
    if (factor === 1) return parts
    const value = parts.value * factor
    const source = changedSource(value, this.own[name] ?? [])
    return {
      ...parts,
      value,
      low: parts.low * Math.min(1, factor),
      high: parts.high * Math.max(1, factor),
      source,
      because: `${parts.because} ${changeWords(source)} Times ${Math.round(factor * 100) / 100}.`,
      from: [parts.from, { changedBy: factor }].flat(),
    }
  }

  say(
    rank: Rank,
    code: string,
    title: string,
    text: string,
    where: Pick<Finding, 'field' | 'figure'> = {},
  ): void {
    this.findings.push({ rank, code, title, text, ...where })
  }

  /** A caution to be ticked with a name; one that was ticked carries it. */
  ask(code: string, text: string): void {
    const by = this.ticked.find((t) => t.code === code && t.by.trim() !== '')?.by
    this.cautions.push(by === undefined ? { code, text } : { code, text, tickedBy: by })
  }

  advise(topic: string, text: string): void {
    this.before.push({ topic, text })
  }

  /** A value as it is said in the shop, by what it is. */
  show(si: number, as: Saying): string {
    return printAs(si, as, this.units)
  }

  /** A difference of temperatures in the shop's own unit. */
  showRise(kelvin: number): string {
    return printRise(kelvin, this.units)
  }

  /** A round figure of the trade, which is not worth converting to the last digit. */
  round(metric: string, inch: string): string {
    return isInch(this.units) ? inch : metric
  }

  /** A hose length as it is bought: feet or metres. */
  showHoseLength(m: number): string {
    return printQuantity(m, isInch(this.units) ? 'ft' : 'm')
  }

  showSpan(low: number, high: number, as: Saying): string {
    const [from, to] = [this.show(low, as), this.show(high, as)]
    return from === to ? from : joinSpan(from, to)
  }

  /** Figures in their order, findings by rank; with a stop among them every figure carries its code. */
  protected parts(): PlanParts<Name> {
    const stops = this.findings.filter((f) => f.rank === 'stop').map((f) => f.code)
    const findings = [...this.findings].sort((a, b) => ORDER.indexOf(a.rank) - ORDER.indexOf(b.rank))
    const figures: Partial<Record<Name, Figure>> = {}
    for (const name of this.shape.names) {
      const figure = this.figures[name]
      if (figure) figures[name] = stops.length > 0 ? { ...figure, stop: stops } : figure
    }
    return { figures, findings, cautions: this.cautions, before: this.before }
  }
}
