/** What the server answers with, route by route. */
import type { BrazePlan, OwnBraze } from '#core/braze/types.ts'
import type { CutPlan, MeasuredKerf, OwnCut } from '#core/cut/index.ts'
import type { FuelId } from '#core/gas/fuels.ts'
import type { Figure } from '#core/figure.ts'
import type { BreakSteps } from '#core/line/procedure.ts'
import type { Gear } from '#core/rig/gear.ts'
import type { LineSetting } from '#core/line/state.ts'
import type { Step } from '#core/line/steps.ts'
import type { Tried } from '#core/check/faults.ts'
import type { TestAsked, TestEvent, TestKind } from '#core/check/test-record.ts'
import type { Instrument, Quality } from '#core/instrument/kinds.ts'
import type { Sample } from '#core/instrument/thin.ts'
import type { EntryKind, Outcome, Planned, Told, TriedHere } from '#core/record/entry.ts'
import type { Clock, RunEvent } from '#core/record/run.ts'
import type { OutlineFile, PieceDraft, RigDraft, ROLES, RouteName, Settings } from './schemas.ts'

/** Where a piece stands: nothing done, under way, cut or brazed but not written down, in the log, or in it as failed. */
export type TicketState = 'planned' | 'running' | 'cut' | 'brazed' | 'logged' | 'failed'
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
  /** The line of the book that it puts right, if it does. */
  readonly remedyOf: string | null
  /** The line by which it failed, while nothing has put it right. */
  readonly failedBy: string | null
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
/** A line of the book as the list shows it. */
export interface LogSummary {
  readonly id: string
  readonly kind: EntryKind
  readonly at: string
  readonly ticketId: string | null
  readonly jobName: string
  readonly title: string
  readonly personName: string
  readonly metal: string
  readonly thicknessM: number | null
  readonly tipOrificeM: number | null
  readonly outcome: Outcome
  readonly told: Told
  /** The line whose place it takes, and the line that has taken its place. */
  readonly corrects: string | null
  readonly correctedBy: string | null
  readonly why: string
}
/** A page of the book. */
export interface LogPage {
  readonly entries: readonly LogSummary[]
  readonly total: number
  /** Metals, people and tips that the whole book knows, for choosing from. */
  readonly metals: readonly string[]
  readonly people: readonly string[]
  readonly tips: readonly number[]
}
export interface LogEntry extends LogSummary {
  readonly jobId: string | null
  readonly runId: string | null
  readonly fuel: string
  readonly photos: readonly string[]
  /** As the run was planned; the draft of the piece, for correcting and for finding faults. */
  readonly plan: CutPlan | BrazePlan | null
  readonly draft: PieceDraft | null
  readonly run: {
    readonly startedAt: string
    readonly endedAt: string | null
    readonly steps: readonly Step[]
    readonly events: readonly RunEvent[]
  } | null
  /** The other lines of the same piece, newest first. */
  readonly beside: readonly LogSummary[]
}
/** The shop's own good runs, as plans go by them, and what was tried against faults. */
export interface Records {
  readonly cuts: readonly OwnCut[]
  readonly kerfs: readonly MeasuredKerf[]
  readonly brazes: readonly OwnBraze[]
  readonly tried: readonly Tried[]
}
/** A run as plots show it: what was set, what was planned, and whether it came out well. SI. */
export interface Point {
  readonly id: string
  readonly at: string
  readonly kind: 'cut' | 'braze'
  readonly title: string
  readonly fuel: string
  readonly handling: string
  readonly thicknessM: number
  readonly tipOrificeM: number | null
  readonly good: boolean
  readonly outcome: Outcome
  readonly used: Readonly<Partial<Record<string, number>>>
  readonly planned: Planned
  readonly tried: TriedHere | null
}
export interface TestSummary {
  readonly id: string
  readonly kind: TestKind
  readonly ticketId: string | null
  readonly title: string
  readonly jobId: string | null
  readonly startedAt: string
  readonly endedAt: string | null
}
export interface JointTest extends TestSummary {
  readonly personId: string | null
  readonly personName: string | null
  readonly asked: TestAsked
  readonly events: readonly TestEvent[]
  /** Its line in the book, once it has ended. */
  readonly entryId: string | null
}
/** A channel as it stands now. */
export interface ChannelNow {
  /** `device:name` */
  readonly channel: string
  readonly name: string
  readonly value: number | null
  readonly atMs: number | null
  readonly quality: Quality
}
export interface InstrumentNow extends Instrument {
  readonly channels: readonly ChannelNow[]
}
export interface InstrumentsNow {
  /** Whether a gateway is connected at all. */
  readonly connected: boolean
  readonly instruments: readonly InstrumentNow[]
}
/** A job as it is handed over. */
export interface CloseOut {
  readonly job: {
    readonly id: string
    readonly name: string
    readonly place: string
    readonly createdAt: string
  }
  readonly pieces: readonly {
    readonly id: string
    readonly title: string
    readonly kind: PieceDraft['kind']
    readonly about: string
    readonly state: TicketState
    readonly remedyOf: string | null
    readonly runs: readonly {
      readonly endedAt: string | null
      readonly person: string
      readonly minutes: number
      readonly torchS: number
      readonly oxygenM3: number
      readonly fuelM3: number
      readonly nitrogenM3: number
      readonly filler: string
      readonly fillerKg: number
    }[]
    readonly entries: readonly LogSummary[]
    readonly photos: readonly string[]
  }[]
  readonly remnants: readonly StockItem[]
}
/** What an import did. */
export interface Imported {
  readonly added: number
  readonly known: number
  readonly photos: number
  readonly bad: readonly { readonly line: number; readonly reason: string }[]
}
export interface Today {
  readonly running: readonly RunSummary[]
  readonly toWrite: readonly RunSummary[]
  /** Tests that are under way. */
  readonly tests: readonly TestSummary[]
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
  listLog: LogPage
  getLog: LogEntry
  addLog: LogEntry
  addReading: LogSummary
  addFault: LogSummary
  listRecords: Records
  listPoints: readonly Point[]
  addPhoto: { readonly id: string }
  getPhoto: never
  listTests: readonly TestSummary[]
  startTest: JointTest
  getTest: JointTest
  streamTest: never
  addTestEvent: JointTest
  listInstruments: InstrumentsNow
  streamInstruments: never
  dialInstrument: InstrumentsNow
  getTrend: readonly Sample[]
  getCloseOut: CloseOut
  exportBook: never
  importBook: Imported
  listTips: readonly OwnTip[]
  addTip: OwnTip
  addOutline: OutlineFile
  getOutline: OutlineFile
  listStock: readonly StockItem[]
  addStock: readonly StockItem[]
  cutStock: readonly StockItem[]
  listGasUses: readonly GasUsed[]
}
export type AnswerOf<R extends RouteName> = Answers[R]
