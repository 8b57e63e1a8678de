/** The least that a server can do: Koa, better-sqlite3, and the rows that the same request of Wimble's shows. */
import Router from '@koa/router'
import Database from 'better-sqlite3'
import { text } from 'node:stream/consumers'
import Koa from 'koa'
import { openReadOnly } from '../../server/db/open.ts'

const [file = '', beside] = process.argv.slice(2)
const db = openReadOnly(file)
/** The least that a confirmation can do: one row, on the disk before it is answered. */
const own = new Database(beside ?? ':memory:')
own.pragma('journal_mode = WAL')
own.pragma('synchronous = FULL')
own.exec('CREATE TABLE IF NOT EXISTS said (id INTEGER PRIMARY KEY, body TEXT)')
const put = own.prepare<[string]>('INSERT INTO said (body) VALUES (?)')

const JOB = 'JOIN jobs j ON j.id = t.job_id'
const PIECE = 't.id, t.job_id, j.name, t.title, t.kind, t.about, t.state, t.run_id, t.remedy_of, t.failed_by'
const RUN = `SELECT r.id, r.ticket_id, t.job_id, j.name AS job_name, t.title, p.name, r.started_at, r.ended_at, r.progress
  FROM runs r JOIN tickets t ON t.id = r.ticket_id ${JOB} LEFT JOIN people p ON p.id = r.person_id`
const LINE = `l.id, l.kind, l.at, l.ticket_id, l.job_name, l.title, l.person_name, l.metal, l.thickness_m, l.tip_orifice_m,
  l.outcome, l.told, l.corrects, (SELECT c.id FROM log c WHERE c.corrects = l.id) AS corrected_by, l.why`
const CHOICES = 'SELECT what, value FROM log_choices'

/** Each page's rows, by plain statements; `?` takes the request's own parameters in their order. */
const ROWS: Readonly<Record<string, readonly string[]>> = {
  today: [
    `${RUN} WHERE r.ended_at IS NULL AND r.started_at > '' ORDER BY r.started_at DESC LIMIT 20`,
    `${RUN} WHERE r.ended_at > '' AND r.owes > 0 ORDER BY r.ended_at DESC LIMIT 9`,
    `${RUN} WHERE r.ended_at > strftime('%Y-%m-%dT%H:%M:%fZ', 'now', '-1 day')`,
    'SELECT * FROM tests WHERE ended_at IS NULL',
    `SELECT ${PIECE} FROM tickets t ${JOB} WHERE t.state = 'planned' ORDER BY t.created_at, t.id LIMIT 6`,
    ...['cut', 'braze', 'pressure-test', 'vacuum-test'].map(
      (kind) => `SELECT ${LINE} FROM log l WHERE l.kind = '${kind}' ORDER BY l.key DESC LIMIT 5`,
    ),
  ],
  jobs: ['SELECT id, name, place, created_at FROM jobs ORDER BY created_at DESC, id DESC LIMIT 11'],
  job: [
    'SELECT id, name, place, created_at FROM jobs WHERE id = ?',
    `SELECT ${PIECE} FROM tickets t ${JOB} WHERE t.job_id = ? ORDER BY t.created_at, t.id LIMIT 50`,
    'SELECT count(*) FROM tickets WHERE job_id = ?',
  ],
  whole: ['SELECT draft FROM tickets WHERE job_id = ?', 'SELECT value FROM settings'],
  piece: [`SELECT ${PIECE}, t.draft, t.version FROM tickets t ${JOB} WHERE t.id = ?`],
  run: [
    `${RUN} WHERE r.id = ?`,
    'SELECT draft, plan, setting, steps, breaks FROM plans WHERE run_id = ?',
    'SELECT id, kind, step_id, at, person_id, reason FROM run_events WHERE run_id = ? ORDER BY seq',
  ],
  log: [`SELECT ${LINE} FROM log l WHERE l.key < ? ORDER BY l.key DESC LIMIT 26`, CHOICES],
  find: [
    `SELECT ${LINE} FROM log_text f CROSS JOIN log l ON l.key = f.rowid WHERE f.log_text MATCH ? ORDER BY f.rowid DESC LIMIT 26`,
    'SELECT count(*) FROM (SELECT 1 FROM log_text WHERE log_text MATCH ? LIMIT 1001)',
    CHOICES,
  ],
  entry: [
    `SELECT ${LINE}, l.run_id, l.fuel FROM log l WHERE l.id = ?`,
    'SELECT id FROM photos WHERE entry_id = ?',
    'SELECT t.draft, t.job_id FROM log l JOIN tickets t ON t.id = l.ticket_id WHERE l.id = ?',
  ],
  chart: [
    `SELECT l.at, l.kind, l.fuel, l.handling, l.thickness_m, l.tip_orifice_m, l.good, l.told
     FROM points p CROSS JOIN log l ON l.key = p.key WHERE p.live = 1 AND p.charted = 1 ORDER BY p.key DESC LIMIT 3000`,
  ],
  tests: [
    'SELECT x.*, t.title FROM tests x LEFT JOIN tickets t ON t.id = x.ticket_id ORDER BY x.started_at DESC LIMIT 50',
  ],
  gear: ['SELECT * FROM gear'],
  torches: ['SELECT * FROM torches'],
  people: ['SELECT * FROM people'],
  settings: ['SELECT value FROM settings'],
  gas: [
    'SELECT r.ended_at, m.took FROM runs r JOIN run_pieces m ON m.run_id = r.id WHERE r.ended_at > ? AND m.made > 0 ORDER BY r.ended_at',
  ],
  closeOut: [
    'SELECT * FROM jobs WHERE id = ?',
    `SELECT ${PIECE} FROM tickets t ${JOB} WHERE t.job_id = ?`,
    `SELECT r.* FROM tickets t JOIN runs r ON r.ticket_id = t.id WHERE t.job_id = ?`,
    `SELECT ${LINE} FROM tickets t JOIN log l ON l.ticket_id = t.id WHERE t.job_id = ? ORDER BY l.key DESC`,
    'SELECT p.id FROM tickets t JOIN log l ON l.ticket_id = t.id JOIN photos p ON p.entry_id = l.id WHERE t.job_id = ?',
  ],
}
/** The newest of each kind of work, as a plan is given them. */
const likes = db.prepare<[], { id: number; what: string }>('SELECT id, what FROM likes')
const good = db.prepare<[number], unknown>(
  'SELECT own FROM points WHERE like_id = ? AND good = 1 AND own IS NOT NULL ORDER BY key DESC LIMIT 40',
)
const kerfs = db.prepare<[number], unknown>(
  'SELECT kerf FROM points WHERE kerf_like = ? AND live = 1 AND kerf IS NOT NULL ORDER BY key DESC LIMIT 40',
)
const records = (kind: string) =>
  likes
    .all()
    .filter(({ what }) => kind === '' || what === kind || (kind === 'cut' && what === 'kerf'))
    .map(({ id, what }) => (what === 'kerf' ? kerfs : good).all(id))

const statements = Object.fromEntries(
  Object.entries(ROWS).map(([name, all]) => [name, all.map((sql) => db.prepare<unknown[], unknown>(sql))]),
)
const jobPieces = db.prepare<[string], unknown>(
  `SELECT ${PIECE} FROM tickets t ${JOB} WHERE t.job_id = ? ORDER BY t.created_at, t.id LIMIT 12`,
)
const jobCount = db.prepare<[string], unknown>('SELECT count(*) FROM tickets WHERE job_id = ?')

const router = new Router()
router.get('/rows/:name', (ctx) => {
  const name = String(ctx.params['name'])
  const given = ctx.query['of']
  const parameter = typeof given === 'string' ? given : ''
  if (name === 'records') {
    ctx.body = records(parameter)
    return
  }
  const rows = (statements[name] ?? []).map((s) => (s.source.includes('?') ? s.all(parameter) : s.all()))
  ctx.body =
    name === 'jobs'
      ? (rows[0] as { id: string }[]).map((j) => [j, jobPieces.all(j.id), jobCount.all(j.id)])
      : name === 'whole'
        ? [rows[0], rows[1], records('')]
        : rows
})
router.post('/said', async (ctx) => {
  put.run(await text(ctx.req))
  ctx.status = 201
  ctx.body = { ok: true }
})
const app = new Koa()
app.use(router.routes())
const server = app.listen(0, '127.0.0.1', () => {
  const address = server.address()
  process.stdout.write(`${typeof address === 'object' && address ? address.port : 0}\n`)
})
