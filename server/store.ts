import { Damage } from './damage.ts'
import type { Db } from './db/db.ts'
import { batchesTable } from './db/tables/batches.ts'
import { gearTable } from './db/tables/gear.ts'
import { jobsTable } from './db/tables/jobs.ts'
import { lessonsTable } from './db/tables/lessons.ts'
import { logTable } from './db/tables/log.ts'
import { outlinesTable } from './db/tables/outlines.ts'
import { peopleTable } from './db/tables/people.ts'
import { photosTable } from './db/tables/photos.ts'
import { runsTable } from './db/tables/runs.ts'
import { samplesTable } from './db/tables/samples.ts'
import { marksTable } from './db/tables/marks.ts'
import { settingsTable } from './db/tables/settings.ts'
import { stockTable } from './db/tables/stock.ts'
import { testsTable } from './db/tables/tests.ts'
import { piecesTable } from './db/tables/pieces.ts'
import { tipsTable } from './db/tables/tips.ts'
import { practiceTable } from './db/tables/practice.ts'
import { torchesTable } from './db/tables/torches.ts'

/** Every table of one database. `damage` hears of what cannot be read of it. */
export function openStore(db: Db, damage = new Damage()) {
  const pieces = piecesTable(db, damage)
  const runs = runsTable(db, damage)
  return {
    marks: marksTable(db),
    settings: settingsTable(db, damage),
    people: peopleTable(db),
    torches: torchesTable(db, damage),
    gear: gearTable(db, damage),
    jobs: jobsTable(db),
    pieces,
    runs,
    batches: batchesTable(db, pieces, runs),
    log: logTable(db, damage),
    tests: testsTable(db, damage),
    photos: photosTable(db),
    samples: samplesTable(db),
    outlines: outlinesTable(db),
    stock: stockTable(db),
    tips: tipsTable(db),
    practice: practiceTable(db),
    lessons: lessonsTable(db),
    /** All or nothing; the disk has it before this returns. */
    transaction: <T>(work: () => T): T => db.transaction(work).immediate(),
  }
}
export type Store = ReturnType<typeof openStore>
