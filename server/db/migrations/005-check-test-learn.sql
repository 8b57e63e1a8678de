-- One book for all that is written down: cuts, brazes, runs, overrides, readings, tests and what was tried. Names are
-- kept as they stood, so that a line from another shop's book reads as it did there. Lines are added, never changed:
-- a correction is a new line that names the one it takes the place of.
CREATE TABLE book (
  id             TEXT PRIMARY KEY,
  kind           TEXT NOT NULL,
  at             TEXT NOT NULL,
  ticket_id      TEXT REFERENCES tickets (id),
  run_id         TEXT REFERENCES runs (id),
  person_id      TEXT REFERENCES people (id),
  job_name       TEXT NOT NULL,
  title          TEXT NOT NULL,
  person_name    TEXT NOT NULL,
  metal          TEXT NOT NULL,
  fuel           TEXT NOT NULL,
  handling       TEXT NOT NULL,
  thickness_m    REAL,
  tip_orifice_m  REAL,
  kerf_m         REAL,
  outcome        TEXT NOT NULL CHECK (outcome IN ('passed', 'failed', 'open', 'none')),
  good           INTEGER NOT NULL CHECK (good IN (0, 1)),
  told           TEXT NOT NULL,
  search         TEXT NOT NULL,
  corrects       TEXT UNIQUE REFERENCES book (id),
  why            TEXT NOT NULL
) STRICT;

INSERT INTO book
SELECT l.id, 'cut', l.at, l.ticket_id, l.run_id, l.person_id, j.name, t.title, coalesce(p.name, ''),
  t.draft ->> '$.work.metal', t.draft ->> '$.rig.fuel', l.handling, l.thickness_m, l.tip_orifice_m, l.kerf_m,
  CASE WHEN l.dropped = 'no' OR l.slag IN ('chisel', 'grind') OR l.edge = 'gouged' THEN 'failed' ELSE 'passed' END,
  CASE WHEN l.dropped <> 'no' AND l.slag IN ('none', 'falls-off', 'one-tap') AND NOT EXISTS
    (SELECT 1 FROM run_events e WHERE e.run_id = l.run_id AND e.kind = 'skip') THEN 1 ELSE 0 END,
  json_object('kind', 'cut', 'used', json_insert(l.used, '$.preheat', NULL), 'edge', l.edge, 'slag', l.slag, 'drop', l.dropped,
    'kerf', CASE WHEN l.kerf_m IS NULL THEN NULL ELSE json_object('text', l.kerf_text, 'si', l.kerf_m) END,
    'marks', json('[]'), 'drag', NULL, 'outOfSquare', NULL, 'size', NULL, 'breaking', 'none', 'lot', '', 'cylinder', '', 'note', l.note, 'tried', NULL,
    'verdict', json_object('outcome',
      CASE WHEN l.dropped = 'no' OR l.slag IN ('chisel', 'grind') OR l.edge = 'gouged' THEN 'failed' ELSE 'passed' END,
      'because', 'By the edge, the slag and whether it dropped.', 'judged', json('[]')),
    'planned', coalesce((SELECT json_group_object(f.key, json_object('value', f.value -> '$.value', 'low', f.value -> '$.low',
        'high', f.value -> '$.high', 'source', f.value ->> '$.source', 'hoseDrop', f.value -> '$.from.hoseDrop'))
      FROM runs r, json_each(r.plan, '$.figures') f WHERE r.id = l.run_id
        AND f.key IN ('tipOrifice', 'cuttingOxygenPressure', 'fuelPressure', 'travelSpeed', 'preheatTime', 'kerf')), json('{}'))),
  lower(t.title || ' ' || j.name || ' ' || coalesce(p.name, '') || ' ' || l.edge || ' ' || l.slag || ' ' || l.note), NULL, ''
FROM log l JOIN tickets t ON t.id = l.ticket_id JOIN jobs j ON j.id = t.job_id LEFT JOIN people p ON p.id = l.person_id;

INSERT INTO book
SELECT r.id, 'run', r.ended_at, r.ticket_id, r.id, r.person_id, j.name, t.title, coalesce(p.name, ''),
  coalesce(r.draft ->> '$.work.metal', r.draft ->> '$.work.a.metal'), r.draft ->> '$.rig.fuel', r.draft ->> '$.rig.handling',
  NULL, r.plan ->> '$.figures.tipOrifice.value', NULL, 'none', 0,
  json_object('kind', 'run', 'state', CASE r.stopped WHEN 1 THEN 'stopped' ELSE 'finished' END,
    'steps', json_array_length(r.steps),
    'skipped', (SELECT count(*) FROM run_events e WHERE e.run_id = r.id AND e.kind = 'skip'),
    'seconds', (julianday(r.ended_at) - julianday(r.started_at)) * 86400),
  lower(t.title || ' ' || j.name || ' ' || coalesce(p.name, '') || ' run'), NULL, ''
FROM runs r JOIN tickets t ON t.id = r.ticket_id JOIN jobs j ON j.id = t.job_id LEFT JOIN people p ON p.id = r.person_id
WHERE r.ended_at IS NOT NULL;

INSERT INTO book
SELECT e.id, 'override', e.at, r.ticket_id, r.id, e.person_id, j.name, t.title, coalesce(p.name, ''),
  coalesce(r.draft ->> '$.work.metal', r.draft ->> '$.work.a.metal'), r.draft ->> '$.rig.fuel', r.draft ->> '$.rig.handling',
  NULL, NULL, NULL, 'none', 0,
  json_object('kind', 'override', 'what', coalesce((SELECT s.value ->> '$.act' FROM json_each(r.steps) s WHERE s.value ->> '$.id' = e.step_id), e.step_id),
    'reason', coalesce(e.reason, '')),
  lower(t.title || ' ' || j.name || ' ' || coalesce(p.name, '') || ' left out ' || coalesce(e.reason, '')), NULL, ''
FROM run_events e JOIN runs r ON r.id = e.run_id JOIN tickets t ON t.id = r.ticket_id JOIN jobs j ON j.id = t.job_id
  LEFT JOIN people p ON p.id = e.person_id
WHERE e.kind = 'skip';

DROP TABLE log;
ALTER TABLE book RENAME TO log;
CREATE INDEX log_at ON log (at DESC, id);
CREATE INDEX log_ticket ON log (ticket_id, at DESC, id, outcome, kind);
CREATE INDEX log_run ON log (run_id);
CREATE INDEX log_good ON log (good, kind, fuel, handling, metal, thickness_m, tip_orifice_m, at, ticket_id, id);
CREATE INDEX log_kerf ON log (handling, thickness_m, tip_orifice_m, at, kerf_m, id) WHERE kerf_m IS NOT NULL;
CREATE INDEX log_tried ON log (at) WHERE json_extract(told, '$.tried') IS NOT NULL;
CREATE INDEX log_kind ON log (kind, at DESC);
-- what came out of a run is written down once; anything further is a correction of it
CREATE UNIQUE INDEX log_once ON log (run_id) WHERE kind IN ('cut', 'braze') AND corrects IS NULL;

-- A test of a line: what it was asked, and every stage and reading as it came.
CREATE TABLE tests (
  id         TEXT PRIMARY KEY,
  kind       TEXT NOT NULL CHECK (kind IN ('pressure', 'vacuum')),
  ticket_id  TEXT REFERENCES tickets (id),
  person_id  TEXT REFERENCES people (id),
  asked      TEXT NOT NULL,
  started_at TEXT NOT NULL,
  ended_at   TEXT
) STRICT;
CREATE TABLE test_events (
  test_id     TEXT NOT NULL REFERENCES tests (id),
  seq         INTEGER NOT NULL,
  id          TEXT NOT NULL UNIQUE,
  kind        TEXT NOT NULL,
  at          TEXT NOT NULL,
  stage       INTEGER,
  pressure_pa REAL,
  temperature_k REAL,
  source      TEXT NOT NULL,
  PRIMARY KEY (test_id, seq)
) STRICT;

-- Pictures lie as files beside the book; their names are their ids.
CREATE TABLE photos (
  id       TEXT PRIMARY KEY,
  entry_id TEXT NOT NULL,
  type     TEXT NOT NULL,
  bytes    INTEGER NOT NULL,
  sha256   TEXT NOT NULL,
  added_at TEXT NOT NULL
) STRICT;
CREATE INDEX photos_entry ON photos (entry_id);

-- What instruments read, thinned: least, mean and most of each stretch of time.
CREATE TABLE samples (
  channel TEXT NOT NULL,
  at      INTEGER NOT NULL,
  span_s  INTEGER NOT NULL,
  least   REAL NOT NULL,
  mean    REAL NOT NULL,
  most    REAL NOT NULL,
  count   INTEGER NOT NULL,
  PRIMARY KEY (channel, span_s, at)
) STRICT, WITHOUT ROWID;

-- a piece that puts another right again names the line of the book that asked for it
ALTER TABLE tickets ADD COLUMN remedy_of TEXT REFERENCES log (id);

UPDATE tickets SET draft = json_insert(draft, '$.work.changes', json('[]'));
UPDATE runs SET draft = json_insert(draft, '$.work.changes', json('[]'));
UPDATE settings SET value = json_insert(value, '$.acceptance', json('{"worstSlag":"one-tap","gouges":"0","stops":"0","drag":"20 %","outOfSquare":"1 mm","size":"1/16 in","fillet":"100 %","pinholes":"0","moved":"1 mm","penetration":"80 %"}'));
