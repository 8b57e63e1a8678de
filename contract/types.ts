/** What the server answers with, route by route. */
import type { ItemDone, LessonItem, PracticeWeek, Try } from '#core/teach/lessons.ts'
import type { CardStands } from '#core/teach/schedule.ts'
import type { BrazePlan, OwnBraze } from '#core/braze/types.ts'
import type { CutPlan, MeasuredKerf, OwnCut } from '#core/cut/index.ts'
import type { FuelId } from '#core/gas/fuels.ts'
import type { Figure } from '#core/figure.ts'
import type { Divisions, Gear } from '#core/rig/gear.ts'
import type { LedStep, OnLine } from '#core/line/led.ts'
import type { HeldFigures } from '#core/span.ts'
import type { Tried } from '#core/check/faults.ts'
import type { TestAsked, TestEvent, TestKind } from '#core/check/test-record.ts'
import type { Instrument, Quality } from '#core/instrument/kinds.ts'
import type { Sample } from '#core/instrument/thin.ts'
import type { LineBrief } from '#core/record/fields.ts'
import type { LineResult } from '#core/record/entry.ts'
import type { Calibration, GrownRow, Helped } from '#core/record/grown.ts'
import type { Clock, Making, RunEvent } from '#core/record/run.ts'
import type {
  DAMAGED_TABLES,
  OutlineFile,
  PieceDraft,
  RigDraft,
  ROLES,
  RouteName,
  Settings,
} from './schemas.ts'

/** Where a piece stands: nothing done, under way, cut or brazed but not written down, in the log, or in it as failed. */
export type PieceState = 'planned' | 'running' | 'cut' | 'brazed' | 'logged' | 'failed'
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
export interface PieceSummary {
  readonly id: string
  readonly jobId: string
  readonly jobName: string
  readonly title: string
  readonly state: PieceState
  /** The run that is under way or that waits to be written down. */
  readonly runId: string | null
  readonly kind: PieceDraft['kind']
  /** What it is, in a few words. */
  readonly about: string
  /** The line of the log that it puts right, if it does. */
  readonly remedyOf: string | null
  /** The line by which it failed, while nothing has put it right. */
  readonly failedBy: string | null
}
export interface Piece extends PieceSummary {
  readonly draft: PieceDraft
  readonly version: number
}
/** A piece as it stands after a change: what was typed is with the one who typed it. */
export interface PieceChanged extends PieceSummary {
  readonly version: number
}
export interface JobSummary {
  readonly id: string
  readonly name: string
  readonly place: string
  readonly createdAt: string
  /** The first of its pieces. */
  readonly pieces: readonly PieceSummary[]
  /** How many it has in all. */
  readonly pieceCount: number
}
/** A page of jobs, newest first, and the job after which the next page begins. */
export interface JobPage {
  readonly jobs: readonly JobSummary[]
  readonly after: string | null
}
/** A job with one page of its pieces. */
export interface Job extends JobSummary {
  /** How many pieces come before those that are here. */
  readonly skipped: number
  /** The last piece before those that are here, and the first after them. */
  readonly earlier: string | null
  readonly later: string | null
}
/** A piece in a run, as it stood when the run began: later changes of it do not touch the run. */
export interface RunPiece extends OnLine {
  readonly pieceId: string
  readonly jobId: string
  readonly jobName: string
  readonly title: string
  readonly draft: PieceDraft
  readonly plan: CutPlan | BrazePlan
  /** How often it is made, 1 or more. */
  readonly repeats: number
}
/** What came out of one making of a piece in a run, as the log has it. */
export interface MakingLogged extends Making {
  readonly line: LogSummary
}
export interface Run {
  readonly id: string
  /** The batch that it makes; null for a single piece. */
  readonly batchId: string | null
  /** The batch's name, or the piece's. */
  readonly title: string
  readonly personId: string | null
  readonly personName: string | null
  readonly startedAt: string
  readonly endedAt: string | null
  /** All that was made is in the log. */
  readonly logged: boolean
  /** What is made in it, in its order: one or more. */
  readonly pieces: readonly RunPiece[]
  readonly steps: readonly LedStep[]
  readonly events: readonly RunEvent[]
  /** What of it is in the log, in the order of its making. */
  readonly lines: readonly MakingLogged[]
}
/** What all pieces of a job take together: s, m³ at 70 F and 1 atm, m, kg, and the shop's own money where it is priced. */
export interface WholeJob {
  /** How many of its pieces have a plan. */
  readonly pieces: number
  readonly torchS: number
  readonly oxygenM3: number
  readonly fuelM3: number
  readonly rods: readonly { readonly filler: string; readonly metres: number }[]
  readonly fluxKg: number
  readonly cost: number | null
}
/** Something grave that was seen and that nobody has cleared yet. */
export interface OpenTrouble {
  /** Of the line that first said so. */
  readonly id: string
  readonly at: string
  /** Its card, by name and as it was read. */
  readonly card: string
  readonly title: string
  readonly personName: string
  readonly runId: string | null
  /** Null where nobody knows the torch: then no rig is worked with. */
  readonly torchId: string | null
  /** The acts that were done about it. */
  readonly done: readonly string[]
}
/** What a confirmation changed of a run: `seq` is the event's number among all of the run's, from 1. */
export interface RunChange {
  readonly id: string
  readonly seq: number
  readonly event: RunEvent
  readonly endedAt: string | null
}
export interface RunSummary {
  readonly id: string
  /** The piece that it begins with. */
  readonly pieceId: string
  readonly jobId: string
  readonly jobName: string
  readonly batchId: string | null
  /** The batch's name, or the piece's. */
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
/** A piece as a batch makes it. */
export interface BatchItem {
  readonly piece: PieceSummary
  readonly repeats: number
}
/** A batch as lists show it. */
export interface BatchSummary {
  readonly id: string
  readonly name: string
  readonly pieces: readonly BatchItem[]
  /** Its run: the one that is under way, else the last that made some of it. */
  readonly runId: string | null
}
/** Pieces that are laid out to be made one after another on one set-up, in their order. */
export interface Batch extends Omit<BatchSummary, 'pieces'> {
  readonly pieces: readonly (Omit<BatchItem, 'piece'> & { readonly piece: Piece })[]
  readonly version: number
  /** It is on no list any more: made, or put aside. */
  readonly closed: boolean
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
/** A line of the log as the list shows it. */
export interface LogSummary extends LineBrief {
  readonly told: LineResult
  /** The line that has taken its place. */
  readonly correctedBy: string | null
}
/** A page of the log. */
export interface LogPage {
  readonly entries: readonly LogSummary[]
  /** How many lines fit; where it is more than could be counted at once, at least so many. */
  readonly total: number
  readonly totalIs: 'exact' | 'more'
  /** Older lines are asked for before this; null at the end of the log. */
  readonly before: string | null
  /** Lines of this page that cannot be read, and were left out. */
  readonly leftOut: number
  /** Metals, people and tips that the whole log knows, for choosing from. */
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
    readonly steps: readonly LedStep[]
    readonly events: readonly RunEvent[]
    /** Which making of the run it tells of. */
    readonly making: Making
  } | null
}
/** The shop's own good runs, as plans go by them, and what was tried against faults. */
export interface Records {
  readonly cuts: readonly OwnCut[]
  readonly kerfs: readonly MeasuredKerf[]
  readonly brazes: readonly OwnBraze[]
  /** How the log has found the estimates of plans. */
  readonly held: HeldFigures
  /** The gauges that each torch is set by, by its id. */
  readonly divisions: Readonly<Record<string, Divisions>>
  readonly tried: readonly Tried[]
}
/** What the log has taught: the shop's own chart, how far estimates were off, and which changes helped. */
export interface GrownChart {
  readonly rows: readonly GrownRow[]
  readonly calibrated: readonly Calibration[]
  readonly helped: readonly Helped[]
}
/** One setting of one run of a row of the chart, SI. */
export interface Point {
  readonly at: string
  readonly value: number
  readonly good: boolean
}
export interface TestSummary {
  readonly id: string
  readonly kind: TestKind
  readonly pieceId: string | null
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
  /** Its line in the log, once it has ended. */
  readonly entryId: string | null
}
/** What an event changed of a test: `seq` is its number among all of the test's, from 1. */
export interface TestChange {
  readonly id: string
  readonly seq: number
  readonly event: TestEvent
  readonly endedAt: string | null
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
    readonly state: PieceState
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
/** What came of a shop's own spreadsheet: all of its good rows, those that were here already among them. */
export interface SheetTaken {
  readonly added: number
  readonly known: number
}
/** A row that cannot be read, or does not say any more what was written. */
export interface DamagedRow {
  readonly table: (typeof DAMAGED_TABLES)[number]
  readonly row: number
  /** The id of what it tells, as far as it can be read. */
  readonly id: string
  /** What it is, for a person. */
  readonly name: string
  readonly at: string | null
}
/** What of the log is left out, each with the newest copy that has it whole. */
export interface DamageList {
  readonly rows: readonly (DamagedRow & {
    readonly copy: { readonly name: string; readonly at: string } | null
  })[]
  /** When the whole log was looked through last, row by row; null while that goes on. */
  readonly lookedThroughAt: string | null
}
/** A copy of the log. */
export interface CopyInfo {
  readonly name: string
  readonly kind: 'daily' | 'by-hand' | 'before-update' | 'before-restore'
  readonly at: string
  readonly bytes: number
  /** Null where it could not be opened: `fault` says why. */
  readonly holds: { readonly lines: number; readonly pieces: number; readonly runs: number } | null
  /** Rows in it that do not say what they were signed with. */
  readonly damaged: number
  readonly fault: string | null
}
export interface Copies {
  readonly copies: readonly CopyInfo[]
  /** The newest copy that was opened and counted, and is whole. */
  readonly last: string | null
  /** Why the last one that was begun came to nothing. */
  readonly failure: string | null
}
/** What going back to a copy changes. */
export interface CopyPreview {
  readonly copy: CopyInfo
  readonly now: { readonly lines: number; readonly pieces: number; readonly runs: number }
  /** What is in the log and not in the copy: it would be gone. */
  readonly goes: {
    readonly lines: number
    readonly pieces: number
    readonly runs: number
    /** The newest of the lines. */
    readonly newest: readonly { readonly title: string; readonly kind: string; readonly at: string }[]
  }
  /** Lines that are in the copy and not in the log. */
  readonly comes: number
  /** Pieces that were changed since. */
  readonly changed: number
}
/** What was put back, and where the log lies that it took the place of. */
export interface Restored {
  readonly restored: string
  readonly before: string | null
}
export interface Today {
  readonly running: readonly RunSummary[]
  readonly toWrite: readonly RunSummary[]
  /** There are more of them. */
  readonly moreToWrite: boolean
  /** When the last good copy of the log was made; null before the first. */
  readonly lastCopy: string | null
  /** Tests that are under way. */
  readonly tests: readonly TestSummary[]
  /** Ended runs whose clocks still go on. */
  readonly watched: readonly RunSummary[]
  readonly next: readonly PieceSummary[]
  /** Batches that are laid out, the newest first. */
  readonly batches: readonly BatchSummary[]
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
/** What one person has done of a task at a practice bench. */
export interface Attempts {
  /** Null where nobody said who it was. */
  readonly personId: string | null
  readonly bench: string
  readonly task: string
  readonly tries: number
  /** Of 100. */
  readonly best: number
  /** Of the last three, the newest first. */
  readonly recent: readonly number[]
  readonly last: string
}
/** What somebody did at one bench in one week. */
export interface PersonWeek extends PracticeWeek {
  readonly personId: string | null
  readonly bench: string
}
/** A set as an instructor composed it. */
export interface Lesson {
  readonly id: string
  readonly name: string
  readonly items: readonly LessonItem[]
  readonly version: number
  readonly closed: boolean
}
/** A set that was given to somebody, as it was then, and how far it is. */
export interface Given {
  readonly id: string
  readonly lessonId: string
  readonly name: string
  readonly items: readonly LessonItem[]
  /** Of each item, in their order. Once it is signed they stand as they stood then. */
  readonly done: readonly ItemDone[]
  readonly personId: string
  readonly personName: string
  readonly givenAt: string
  readonly byName: string | null
  /** The line of the log that stands for its plate. */
  readonly plateId: string | null
  readonly signed: {
    readonly at: string
    readonly byName: string
    readonly note: string
  } | null
}
/** A line of the log that may stand for a plate. */
export interface PlateLine {
  readonly id: string
  readonly at: string
  readonly title: string
  readonly outcome: string
}
/** A set that was given, with the lines of the log that its person has written since. */
export interface GivenPage extends Given {
  readonly lines: readonly PlateLine[]
}
/** Something that broke on a page. */
export interface PageFault {
  readonly at: string
  /** Its address, without the names of what was looked at. */
  readonly page: string
  readonly what: string
  readonly version: string
}
/** Every failure, in one form. */
export interface ApiError {
  readonly error: { readonly code: string; readonly message: string; readonly field?: string }
}

/** What each route answers. */
export interface Answers {
  /** `demo`: all in the log was made up. */
  health: {
    readonly ok: true
    readonly version: string
    readonly demo: boolean
    /** Somebody has said something of this shop, or that nothing is to be asked. */
    readonly begun: boolean
  }
  beginShop: { readonly torchId: string | null }
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
  listJobs: JobPage
  findJobs: readonly Pick<JobSummary, 'id' | 'name'>[]
  getJob: Job
  addJob: JobSummary
  getWholeJob: WholeJob
  getPiece: Piece
  addPiece: PieceChanged
  changePiece: PieceChanged
  addBatch: Batch
  getBatch: Batch
  changeBatch: Batch
  startRun: Pick<RunSummary, 'id'>
  getRun: Run
  streamRun: never
  addRunEvent: RunChange
  listLog: LogPage
  getLog: LogEntry
  addLog: LogSummary
  addReading: LogSummary
  addFault: LogSummary
  listTroubles: readonly OpenTrouble[]
  addTrouble: LogSummary
  listRecords: Records
  getChart: GrownChart
  listPoints: readonly Point[]
  addPhoto: { readonly id: string }
  getPhoto: never
  listTests: readonly TestSummary[]
  startTest: JointTest
  getTest: JointTest
  streamTest: never
  addTestEvent: TestChange
  listInstruments: InstrumentsNow
  streamInstruments: never
  dialInstrument: InstrumentsNow
  getTrend: readonly Sample[]
  getCloseOut: CloseOut
  exportLog: never
  addSheet: SheetTaken
  importLog: Imported
  listCopies: Copies
  makeCopy: Copies
  lookAtCopy: CopyPreview
  restoreCopy: Restored
  listDamage: DamageList
  mendDamage: DamageList
  listPageFaults: readonly PageFault[]
  addPageFault: PageFault
  listPractice: readonly Attempts[]
  addPractice: { readonly id: string; readonly points: number }
  listWeeks: readonly PersonWeek[]
  listTries: readonly Try[]
  listCards: readonly CardStands[]
  listLessons: readonly Lesson[]
  addLesson: Lesson
  changeLesson: Lesson
  listGiven: readonly Given[]
  giveLesson: readonly Given[]
  getGiven: GivenPage
  setPlate: GivenPage
  signGiven: GivenPage
  takeBackGiven: { readonly id: string }
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
