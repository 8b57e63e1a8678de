/**
 * What cuts and brazes teach, taken out of their lines as they are put in, so that a plan and the shop's own chart are
 * asked for without reading the log. Everything here follows from the log, and is worked out again when that changes.
 */
import type { Joint, OwnBraze } from '#core/braze/types.ts'
import type { Handling, MeasuredKerf, OwnCut } from '#core/cut/index.ts'
import type { FuelId } from '#core/gas/fuels.ts'
import type { BrazeResult, CutResult } from '#core/record/entry.ts'
import { heldBy, type GrownFrom } from '#core/record/grown.ts'
import type { HeldFigures } from '#core/span.ts'
import type { Db } from '../db.ts'
import type { StoredEntry } from './log-rows.ts'

/** The newest good runs of one kind of work that a plan goes by. */
const OWN_MOST = 40
/** The newest runs that the shop's chart is grown from. */
const CHART_MOST = 3000
/** The newest runs that estimates are held against. */
const HELD_MOST = 300
const TRIED_MOST = 500

/** A pressure as it stood at the torch, Pa: at the gauge, less what the hose was reckoned to take. */
const atTorch = (told: CutResult | BrazeResult, used: 'oxygenPressure' | 'fuelPressure', planned: string) => {
  const gauge = told.used[used]?.si
  return gauge === undefined ? undefined : Math.max(1, gauge - (told.planned[planned]?.hoseDrop ?? 0))
}

function ownCut(e: StoredEntry, t: CutResult): OwnCut | undefined {
  if (e.tipOrificeM === null || e.thicknessM === null) return undefined
  return {
    orificeM: e.tipOrificeM,
    thicknessM: e.thicknessM,
    fuel: e.fuel as FuelId,
    handling: e.handling as Handling,
    oxygenAtTorchPa: atTorch(t, 'oxygenPressure', 'cuttingOxygenPressure'),
    fuelAtTorchPa: atTorch(t, 'fuelPressure', 'fuelPressure'),
    speed: t.used.travelSpeed?.si,
    preheatS: t.used.preheat?.si,
    pierced: t.planned['pierceHeight'] !== undefined,
  }
}

function ownBraze(e: StoredEntry, t: BrazeResult): OwnBraze | undefined {
  if (e.tipOrificeM === null || e.thicknessM === null) return undefined
  const length = t.used.fillerLength?.si
  return {
    joint: t.joint as Joint,
    metals: t.metals,
    fuel: e.fuel as FuelId,
    orificeM: e.tipOrificeM,
    outsideDiameterM: t.outsideDiameterM,
    wallM: e.thicknessM,
    oxygenAtTorchPa: atTorch(t, 'oxygenPressure', 'oxygenPressure'),
    fuelAtTorchPa: atTorch(t, 'fuelPressure', 'fuelPressure'),
    fillerM3: length === undefined || t.rodAreaM2 === 0 ? undefined : length * t.rodAreaM2,
    timeToTemperatureS: t.used.timeToTemperature?.si,
    ...(t.flameTimes > 0 ? { flameTimes: t.flameTimes, flameTorch: t.flameTorch } : {}),
  }
}

const jsonOr = (value: object | null | undefined) => (value == null ? null : JSON.stringify(value))
const list = (texts: readonly string[]) => `[${texts.join(',')}]`

interface ChartRow {
  readonly at: string
  readonly kind: 'cut' | 'braze'
  readonly fuel: string
  readonly handling: string
  readonly thickness_m: number
  readonly tip_orifice_m: number | null
  readonly good: number
  readonly told: string
}
/** A run as the chart is grown from it; none where its line cannot be read. */
function chartPoint(r: ChartRow): GrownFrom[] {
  let told: CutResult | BrazeResult
  try {
    told = JSON.parse(r.told) as CutResult | BrazeResult
  } catch {
    return []
  }
  const used: Record<string, number> = {}
  for (const [name, value] of Object.entries(told.used)) if (value) used[name] = value.si
  if (told.kind === 'cut' && told.kerf) used['kerf'] = told.kerf.si
  return [
    {
      at: r.at,
      kind: r.kind,
      fuel: r.fuel,
      handling: r.handling,
      thicknessM: r.thickness_m,
      tipOrificeM: r.tip_orifice_m,
      good: r.good === 1,
      used,
      planned: told.planned,
      tried: told.tried,
    },
  ]
}

interface PointRow {
  readonly key: number
  readonly own: string
}

/** What the log teaches. Answers are JSON texts, since they are sent as they are kept. */
export function pointsTable(db: Db) {
  const likeId = db
    .prepare<[string, string, string, string, number, number], number>(
      'SELECT id FROM likes WHERE what = ? AND fuel = ? AND handling = ? AND metal = ? AND thickness_m = round(?, 3) AND tip_m = round(?, 5)',
    )
    .pluck()
  const addLike = db.prepare(
    'INSERT INTO likes (what, fuel, handling, metal, thickness_m, tip_m) VALUES (?, ?, ?, ?, round(?, 3), round(?, 5))',
  )
  const put = db.prepare(
    `INSERT INTO points (key, live, good, like_id, kerf_like, kerf, own, tried, charted)
     VALUES (@key, 1, @good, @likeId, @kerfLike, @kerf, @own, @tried, @charted)
     ON CONFLICT (key) DO UPDATE SET live = 1, good = excluded.good, like_id = excluded.like_id, kerf_like = excluded.kerf_like, kerf = excluded.kerf,
       own = excluded.own, tried = excluded.tried, charted = excluded.charted`,
  )
  // a braze whose line did not hold afterwards is nothing to learn from
  const COUNTS = `live = NOT EXISTS (SELECT 1 FROM log c WHERE c.corrects = (SELECT l.id FROM log l WHERE l.key = points.key)),
    good = (SELECT l.good = 1
      AND NOT EXISTS (SELECT 1 FROM log c WHERE c.corrects = l.id)
      AND NOT EXISTS (SELECT 1 FROM log f WHERE f.ticket_id = l.ticket_id AND f.kind IN ('pressure-test', 'vacuum-test')
        AND f.outcome = 'failed' AND f.at >= l.at AND NOT EXISTS (SELECT 1 FROM log d WHERE d.corrects = f.id))
      FROM log l WHERE l.key = points.key)`
  const countOne = db.prepare<[number]>(`UPDATE points SET ${COUNTS} WHERE key = ?`)
  const failedSince = db.prepare<[string, string], { id: string }>(
    `SELECT f.id FROM log f WHERE f.ticket_id = ? AND f.kind IN ('pressure-test', 'vacuum-test') AND f.outcome = 'failed'
       AND f.at >= ? AND NOT EXISTS (SELECT 1 FROM log d WHERE d.corrects = f.id) LIMIT 1`,
  )
  const keysOfPiece = db
    .prepare<[string], number>("SELECT key FROM log WHERE ticket_id = ? AND kind IN ('cut', 'braze')")
    .pluck()
  const keyOf = db.prepare<[string], number>('SELECT key FROM log WHERE id = ?').pluck()
  const leaveOut = db.prepare<[number]>('UPDATE points SET live = 0, good = 0 WHERE key = ?')
  const likes = db.prepare<[string], number>('SELECT id FROM likes WHERE what = ?').pluck()
  const good = db.prepare<[number, number], PointRow>(
    'SELECT key, own FROM points WHERE like_id = ? AND good = 1 AND own IS NOT NULL ORDER BY key DESC LIMIT ?',
  )
  const kerfs = db.prepare<[number, number], PointRow>(
    'SELECT key, kerf AS own FROM points WHERE kerf_like = ? AND live = 1 AND kerf IS NOT NULL ORDER BY key DESC LIMIT ?',
  )
  const tried = db
    .prepare<[number], string>(
      'SELECT tried FROM points WHERE live = 1 AND tried IS NOT NULL ORDER BY key DESC LIMIT ?',
    )
    .pluck()
  const charted = db.prepare<[number], ChartRow>(
    `SELECT l.at, l.kind, l.fuel, l.handling, l.thickness_m, l.tip_orifice_m, l.good, l.told
     FROM points p CROSS JOIN log l ON l.key = p.key WHERE p.live = 1 AND p.charted = 1 ORDER BY p.key DESC LIMIT ?`,
  )

  const written = db.prepare<[], number>('SELECT total_changes()').pluck()
  let heldSince = ''
  let heldNow: HeldFigures = {}
  /** How the newest runs hold the estimates of plans: reckoned again only when something was written, here or elsewhere. */
  const held = (): HeldFigures => {
    const since = `${String(db.pragma('data_version', { simple: true }))} ${written.get() ?? 0}`
    if (since !== heldSince) {
      heldNow = heldBy(charted.all(HELD_MOST).flatMap(chartPoint))
      heldSince = since
    }
    return heldNow
  }

  const like = (what: string, e: StoredEntry, by: { fuel: string; metal: string }): number | null => {
    if (e.thicknessM === null || e.tipOrificeM === null) return null
    const named = [what, by.fuel, e.handling, by.metal, e.thicknessM, e.tipOrificeM] as const
    return likeId.get(...named) ?? Number(addLike.run(...named).lastInsertRowid)
  }
  const newest = (what: string, of: typeof good): string =>
    list(
      likes
        .all(what)
        .flatMap((id) => of.all(id, OWN_MOST))
        .sort((a, b) => a.key - b.key)
        .map((r) => r.own),
    )
  return {
    /** Takes out of a line what it teaches, and weighs again what else it may have touched. */
    learn: (key: number, e: StoredEntry): void => {
      const { told } = e
      if (told.kind === 'cut' || told.kind === 'braze') {
        const own = told.kind === 'cut' ? ownCut(e, told) : ownBraze(e, told)
        const kerf: MeasuredKerf | undefined =
          told.kind === 'cut' && told.kerf && e.tipOrificeM !== null && e.thicknessM !== null
            ? {
                orificeM: e.tipOrificeM,
                thicknessM: e.thicknessM,
                kerfM: told.kerf.si,
                handling: e.handling as Handling,
              }
            : undefined
        // nothing has taken the place yet of a line that is put in now
        const failed = e.good && e.pieceId !== null && failedSince.get(e.pieceId, e.at) !== undefined
        put.run({
          key,
          good: e.good && !failed ? 1 : 0,
          likeId: like(told.kind, e, { fuel: e.fuel, metal: e.metal }),
          kerfLike: kerf ? like('kerf', e, { fuel: '', metal: '' }) : null,
          kerf: jsonOr(kerf),
          own: jsonOr(own),
          tried: jsonOr(told.tried),
          charted: e.thicknessM === null ? 0 : 1,
        })
        if (e.correctedBy !== null) countOne.run(key)
      }
      if (e.corrects !== null) {
        const corrected = keyOf.get(e.corrects)
        if (corrected !== undefined) countOne.run(corrected)
      }
      // a test, and the correction of one, weigh on what the same piece teaches
      if (e.pieceId !== null && (told.kind === 'pressure-test' || told.kind === 'vacuum-test'))
        for (const other of keysOfPiece.all(e.pieceId)) countOne.run(other)
    },
    /** A line that cannot be read teaches nothing. */
    leaveOut: (key: number): void => {
      leaveOut.run(key)
    },
    /** The newest good cuts and brazes of each kind of work, the kerfs that were measured, what was tried. JSON. */
    cuts: (): string => newest('cut', good),
    brazes: (): string => newest('braze', good),
    kerfs: (): string => newest('kerf', kerfs),
    tried: (): string => list(tried.all(TRIED_MOST)),
    /** The newest runs that a chart is grown from, newest first. */
    charted: (): GrownFrom[] => charted.all(CHART_MOST).flatMap(chartPoint),
    held,
  }
}
