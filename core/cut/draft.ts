import type { Figure, Finding, Rank, Rest, Source } from '../figure.ts'
import { KIND_OF_UNIT } from '../figure.ts'
import { printFor, printQuantity } from '../quantity/index.ts'
import type { Kind, SiUnit } from '../quantity/index.ts'
import { CUT_FIGURES, type CutFigureName, type CutPlan, type CutRequest } from './types.ts'

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

const UNIT_OF: Readonly<Record<CutFigureName, SiUnit>> = {
  tipOrifice: 'm',
  cuttingOxygenPressure: 'Pa',
  cuttingOxygenPressureAtTip: 'Pa',
  cuttingOxygenFlow: 'm3/s',
  fuelPressure: 'Pa',
  fuelFlow: 'm3/s',
  preheatOxygenFlow: 'm3/s',
  travelSpeed: 'm/s',
  travelAngle: 'rad',
  drag: 'm',
  kerf: 'm',
  guideOffset: 'm',
  collarHeight: 'm',
  standoff: 'm',
  tipToWork: 'm',
  preheatTime: 's',
  torchTime: 's',
  oxygenUsed: 'm3',
  fuelUsed: 'm3',
  oxygenShareBurnt: '1',
}

/** A plan while it is being worked out: figures and findings are added, nothing is taken back. */
export class Draft {
  readonly figures: Partial<Record<CutFigureName, Figure>> = {}
  private readonly findings: Finding[] = []

  constructor(readonly request: CutRequest) {}

  put(name: CutFigureName, parts: FigureParts): number {
    const unit = UNIT_OF[name]
    this.figures[name] = {
      value: parts.value,
      unit,
      low: Math.min(parts.low, parts.value),
      high: Math.max(parts.high, parts.value),
      source: parts.source ?? 'worked-out',
      because: parts.because,
      from: parts.from,
      cites: parts.cites,
      ...(unit === 'Pa'
        ? { reference: 'gauge', at: name === 'cuttingOxygenPressureAtTip' ? 'tip' : 'regulator' }
        : {}),
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

  /** A value in the shop's own unit. */
  show(si: number, kind: Kind): string {
    return printFor(si, kind, this.request.shop.units)
  }

  /** A hose length as it is bought: feet or metres. */
  showHoseLength(m: number): string {
    const inches = this.request.shop.units.length === 'in' || this.request.shop.units.length === 'ft'
    return printQuantity(m, inches ? 'ft' : 'm')
  }

  showSpan(low: number, high: number, kind: Kind): string {
    const [from, to] = [this.show(low, kind), this.show(high, kind)]
    const unit = / \D+$/.exec(to)?.[0] ?? ''
    return unit !== '' && from.endsWith(unit) ? `${from.slice(0, -unit.length)} to ${to}` : `${from} to ${to}`
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
    return { kind: 'cut', figures, findings }
  }
}

/** The kind of quantity of a figure of a cut, for printing it. */
export const cutFigureKind = (name: CutFigureName): Kind => KIND_OF_UNIT[UNIT_OF[name]]
