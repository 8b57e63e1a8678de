import type { Figure, Finding, Rank, Rest, Source } from '../figure.ts'
import { CUT_FIGURE_UNIT } from './figure-kind.ts'
import { effectiveThickness } from './shapes.ts'
import { joinSpan, printFor, printQuantity } from '../quantity/index.ts'
import type { Kind } from '../quantity/index.ts'
import {
  CUT_FIGURES,
  type Advice,
  type Caution,
  type CutFigureName,
  type CutPlan,
  type CutRequest,
} from './types.ts'

const AT_TIP: ReadonlySet<CutFigureName> = new Set(['cuttingOxygenPressureAtTip', 'usualOxygenPressureAtTip'])

/** A figure while it is being put together: what differs from one to the next. */
export interface FigureParts {
  readonly value: number
  readonly low: number
  readonly high: number
  readonly source?: Source
  readonly because: string
  readonly from: Readonly<Record<string, Rest>>
  readonly cites: string
}

/** Fuel and preheat oxygen as planned, m³/s. */
export interface GasPlan {
  readonly fuel: number
  readonly preheatOxygen: number
}

/** A plan while it is being worked out: figures and findings are added, nothing is taken back. */
export class Draft {
  readonly figures: Partial<Record<CutFigureName, Figure>> = {}
  private readonly findings: Finding[] = []
  private readonly cautions: Caution[] = []
  private readonly before: Advice[] = []

  /** What the settings are made for: the thickness along the jet, m. */
  readonly thicknessM: number

  constructor(readonly request: CutRequest) {
    this.thicknessM = effectiveThickness(request.work)
  }

  put(name: CutFigureName, parts: FigureParts): number {
    const unit = CUT_FIGURE_UNIT[name]
    this.figures[name] = {
      value: parts.value,
      unit,
      low: Math.min(parts.low, parts.value),
      high: Math.max(parts.high, parts.value),
      source: parts.source ?? 'worked-out',
      because: parts.because,
      from: parts.from,
      cites: parts.cites,
      ...(unit === 'Pa' ? { reference: 'gauge', at: AT_TIP.has(name) ? 'tip' : 'regulator' } : {}),
    }
    return parts.value
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
    const by = this.request.work.ticked.find((t) => t.code === code && t.by.trim() !== '')?.by
    this.cautions.push(by === undefined ? { code, text } : { code, text, tickedBy: by })
  }

  advise(topic: string, text: string): void {
    this.before.push({ topic, text })
  }

  /** A value in the shop's own unit. */
  show(si: number, kind: Kind): string {
    return printFor(si, kind, this.request.shop.units)
  }

  private get inches(): boolean {
    const { length } = this.request.shop.units
    return length === 'in' || length === 'ft'
  }

  /** A round figure of the trade, which is not worth converting to the last digit. */
  round(metric: string, inch: string): string {
    return this.inches ? inch : metric
  }

  /** A hose length as it is bought: feet or metres. */
  showHoseLength(m: number): string {
    return printQuantity(m, this.inches ? 'ft' : 'm')
  }

  showSpan(low: number, high: number, kind: Kind): string {
    return joinSpan(this.show(low, kind), this.show(high, kind))
  }

  finish(): CutPlan {
    const stops = this.findings.filter((f) => f.rank === 'stop').map((f) => f.code)
    const order: readonly Rank[] = ['stop', 'mind', 'note']
    const findings = [...this.findings].sort((a, b) => order.indexOf(a.rank) - order.indexOf(b.rank))
    const figures: Partial<Record<CutFigureName, Figure>> = {}
    for (const name of CUT_FIGURES) {
      const figure = this.figures[name]
      if (figure) figures[name] = stops.length > 0 ? { ...figure, stop: stops } : figure
    }
    return { kind: 'cut', figures, findings, cautions: this.cautions, before: this.before }
  }
}
