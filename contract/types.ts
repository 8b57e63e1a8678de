/** What the server answers with, route by route. */
import type { BrazePlan } from '#core/braze/types.ts'
import type { CutPlan, MeasuredKerf } from '#core/cut/index.ts'
import type { FuelId } from '#core/gas/fuels.ts'
import type { Figure } from '#core/figure.ts'
import type { BreakSteps } from '#core/line/procedure.ts'
import type { Gear } from '#core/rig/gear.ts'
import type { LineSetting } from '#core/line/state.ts'
import type { Step } from '#core/line/steps.ts'
import type { Drop, Edge, SlagClass } from '#core/record/outcome.ts'
import type { Clock, RunEvent } from '#core/record/run.ts'
import type { OutlineFile, PieceDraft, RigDraft, ROLES, RouteName, Settings } from './schemas.ts'

/** Where a piece stands: nothing done, under way, cut but not written down, brazed, in the log. */
export type TicketState = 'planned' | 'running' | 'cut' | 'brazed' | 'logged'
/** What somebody may confirm. */
export type Role = (typeof ROLES)[number]

export interface Person {
  readonly id: string
  readonly name: string
  readonly active: boolean
  readonly role: Role
}
/** A thing of the shop, and whether it is still in use. */
export interface GearItem extends Gear {
  readonly active: boolean
}
export interface Torch {
  readonly id: string
  readonly name: string
  readonly rig: RigDraft
}
export interface TicketSummary {
  readonly id: string
  readonly jobId: string
  readonly jobName: string
  readonly title: string
  readonly state: TicketState
  /** The run that is under way or that waits to be written down. */
  readonly runId: string | null
  readonly kind: PieceDraft['kind']
  /** What it is, in a few words. */
  readonly about: string
}
export interface Ticket extends TicketSummary {
  readonly draft: PieceDraft
  readonly version: number
}
export interface JobSummary {
  readonly id: string
  readonly name: string
  readonly place: string
  readonly createdAt: string
  readonly tickets: readonly TicketSummary[]
}
export interface Job extends Omit<JobSummary, 'tickets'> {
  readonly tickets: readonly Ticket[]
}
export interface Run {
  readonly id: string
  readonly ticketId: string
  readonly jobId: string
  readonly jobName: string
  readonly title: string
  readonly personId: string | null
  readonly personName: string | null
  readonly startedAt: string
  readonly endedAt: string | null
  readonly logged: boolean
  /** As they stood when the run began: later changes of the piece do not touch it. */
  readonly draft: PieceDraft
  readonly plan: CutPlan | BrazePlan
  readonly setting: LineSetting
  readonly steps: readonly Step[]
  /** Ways out of the work and back, as they stood when the run began. */
  readonly breaks: Partial<BreakSteps>
  readonly events: readonly RunEvent[]
}
export interface RunSummary {
  readonly id: string
  readonly ticketId: string
  readonly jobId: string
  readonly jobName: string
  readonly title: string
  readonly personName: string | null
  readonly startedAt: string
  readonly endedAt: string | null
  readonly stepsDone: number
  readonly stepsAll: number
  readonly nextAct: string | null
  /** The figure that the next step sets, if it sets one. */
  readonly nextFigure: Pick<Figure, 'value' | 'unit'> | null
  /** Clocks that go on beside it, also after its end. */
  readonly clocks: readonly Clock[]
}
/** Gas that a finished run took by its plan, m³ at 70 F and 1 atm. */
export interface GasUsed {
  readonly at: string
  /** The torch that it was planned with, if it was one of the shop's. */
  readonly torchId: string | null
  readonly fuel: FuelId
  readonly oxygenM3: number
  readonly fuelM3: number
  readonly nitrogenM3: number
}
/** What was used in a cut: as typed, and in SI. */
export interface Used {
  readonly text: string
  readonly si: number
}
export interface LogSummary {
  readonly id: string
  readonly at: string
  readonly jobName: string
  readonly title: string
  readonly personName: string | null
  readonly thicknessM: number
  readonly edge: Edge
  readonly slag: SlagClass
  readonly drop: Drop
  readonly kerfM: number | null
  readonly tipOrificeM: number | null
  readonly oxygenGaugePa: number | null
}
export interface LogEntry extends LogSummary {
  readonly ticketId: string
  readonly jobId: string
  readonly runId: string | null
  readonly used: Readonly<
    Record<'tipOrifice' | 'oxygenPressure' | 'fuelPressure' | 'travelSpeed', Used | null>
  >
  readonly kerf: Used | null
  readonly note: string
  readonly plan: CutPlan | null
  readonly run: {
    readonly startedAt: string
    readonly endedAt: string | null
    readonly steps: readonly Step[]
    readonly events: readonly RunEvent[]
  } | null
}
export interface Today {
  readonly running: readonly RunSummary[]
  readonly toWrite: readonly RunSummary[]
  /** Ended runs whose clocks still go on. */
  readonly watched: readonly RunSummary[]
  readonly next: readonly TicketSummary[]
  readonly recent: readonly LogSummary[]
}
/** A tip of the shop's own: its name, and its orifice as typed. */
export interface OwnTip {
  readonly id: string
  readonly name: string
  readonly orifice: string
}
/** Bars of one length on the rack. */
export interface StockItem {
  readonly id: string
  readonly name: string
  readonly lengthM: number
  readonly count: number
  readonly origin: 'bought' | 'remnant'
}
/** Every failure, in one form. */
export interface ApiError {
  readonly error: { readonly code: string; readonly message: string; readonly field?: string }
}

/** What each route answers. */
export interface Answers {
  health: { readonly ok: true; readonly version: string }
  today: Today
  getSettings: Settings
  putSettings: Settings
  listPeople: readonly Person[]
  addPerson: Person
  changePerson: Person
  listTorches: readonly Torch[]
  addTorch: Torch
  changeTorch: Torch
  listGear: readonly GearItem[]
  addGear: GearItem
  changeGear: GearItem
  listJobs: readonly JobSummary[]
  getJob: Job
  addJob: JobSummary
  addTicket: Ticket
  changeTicket: Ticket
  startRun: Run
  getRun: Run
  streamRun: never
  addRunEvent: Run
  listLog: readonly LogSummary[]
  getLog: LogEntry
  addLog: LogEntry
  listTips: readonly OwnTip[]
  addTip: OwnTip
  addOutline: OutlineFile
  getOutline: OutlineFile
  listStock: readonly StockItem[]
  addStock: readonly StockItem[]
  cutStock: readonly StockItem[]
  listGasUses: readonly GasUsed[]
  listKerfs: readonly MeasuredKerf[]
}
export type AnswerOf<R extends RouteName> = Answers[R]
