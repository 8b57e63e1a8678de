-- A book of many years. Lines are kept in the order of their moments and found by an index of words; what lists show of
-- pieces and runs stands in columns of its own; every row that is told is signed.
CREATE TABLE meta (
  name  TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT, WITHOUT ROWID;

-- key: the moment in ms since 1970 times 1024, and a number among lines of the same moment, so that the newest lines
-- lie together at the end. seq: the order in which lines were put in. chain: a digest over the chain before, seq and digest.
CREATE TABLE lines (
  key            INTEGER PRIMARY KEY,
  seq            INTEGER NOT NULL UNIQUE,
  id             TEXT NOT NULL UNIQUE,
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
  corrects       TEXT UNIQUE REFERENCES lines (id),
  why            TEXT NOT NULL,
  digest         TEXT,
  chain          TEXT
) STRICT;
INSERT INTO lines
SELECT n + max(ms * 1024 - n) OVER (ORDER BY n ROWS UNBOUNDED PRECEDING), seq, id, kind, at, ticket_id, run_id,
  person_id, job_name, title, person_name, metal, fuel, handling, thickness_m, tip_orifice_m, kerf_m, outcome, good, told,
  search, corrects, why, NULL, NULL
FROM (
  SELECT *, row_number() OVER (ORDER BY ms, id DESC) AS n, row_number() OVER (ORDER BY r) AS seq
  FROM (SELECT rowid AS r, *,
      max(0, min(8700000000000, cast(round((julianday(at) - 2440587.5) * 86400000) AS INTEGER))) AS ms FROM log)
);
DROP TABLE log;
ALTER TABLE lines RENAME TO log;
CREATE INDEX log_ticket ON log (ticket_id);
CREATE INDEX log_run ON log (run_id);
CREATE INDEX log_kind ON log (kind);
-- what came out of a run is written down once; anything further is a correction of it
CREATE UNIQUE INDEX log_once ON log (run_id) WHERE kind IN ('cut', 'braze') AND corrects IS NULL;
CREATE VIRTUAL TABLE log_text USING fts5 (
  search, content = 'log', content_rowid = 'key', detail = none, columnsize = 0, prefix = '1 2 3 4 5 6',
  tokenize = "unicode61 remove_diacritics 2 tokenchars '.#='"
);

-- What the log can be narrowed to, for choosing from.
CREATE TABLE log_choices (
  what  TEXT NOT NULL,
  value ANY NOT NULL,
  PRIMARY KEY (what, value)
) STRICT, WITHOUT ROWID;

-- What a cut or a braze teaches, taken out of its line: worked out again whenever that changes.
CREATE TABLE likes (
  id          INTEGER PRIMARY KEY,
  what        TEXT NOT NULL CHECK (what IN ('cut', 'braze', 'kerf')),
  fuel        TEXT NOT NULL,
  handling    TEXT NOT NULL,
  metal       TEXT NOT NULL,
  thickness_m REAL NOT NULL,
  tip_m       REAL NOT NULL,
  UNIQUE (what, fuel, handling, metal, thickness_m, tip_m)
) STRICT;
CREATE TABLE points (
  key       INTEGER PRIMARY KEY REFERENCES log (key),
  -- nothing has taken its line's place, and its line can be read
  live      INTEGER NOT NULL CHECK (live IN (0, 1)),
  -- a good run to go by: live, and no later test of its piece has failed
  good      INTEGER NOT NULL CHECK (good IN (0, 1)),
  like_id   INTEGER REFERENCES likes (id),
  kerf_like INTEGER REFERENCES likes (id),
  kerf      TEXT,
  own       TEXT,
  tried     TEXT,
  -- it has a thickness, by which the shop's chart is ordered
  charted   INTEGER NOT NULL CHECK (charted IN (0, 1))
) STRICT;
CREATE INDEX points_good ON points (like_id) WHERE good = 1 AND own IS NOT NULL;
CREATE INDEX points_kerf ON points (kerf_like) WHERE live = 1 AND kerf IS NOT NULL;
CREATE INDEX points_charted ON points (live) WHERE live = 1 AND charted = 1;
CREATE INDEX points_tried ON points (live) WHERE live = 1 AND tried IS NOT NULL;

-- What a run was frozen with: read only where it is shown.
CREATE TABLE plans (
  run_id  TEXT PRIMARY KEY REFERENCES runs (id),
  draft   TEXT NOT NULL,
  plan    TEXT NOT NULL,
  setting TEXT NOT NULL,
  steps   TEXT NOT NULL,
  breaks  TEXT NOT NULL,
  digest  TEXT
) STRICT;
INSERT INTO plans SELECT id, draft, plan, setting, steps, breaks, NULL FROM runs;
ALTER TABLE runs DROP COLUMN draft;
ALTER TABLE runs DROP COLUMN plan;
ALTER TABLE runs DROP COLUMN setting;
ALTER TABLE runs DROP COLUMN steps;
ALTER TABLE runs DROP COLUMN breaks;
-- where it stands, as lists show it; what it took by its plan; whether it is written down
ALTER TABLE runs ADD COLUMN progress TEXT NOT NULL DEFAULT '{}';
ALTER TABLE runs ADD COLUMN took TEXT NOT NULL DEFAULT '{}';
ALTER TABLE runs ADD COLUMN written INTEGER NOT NULL DEFAULT 0 CHECK (written IN (0, 1));
UPDATE runs SET written = 1 WHERE EXISTS (SELECT 1 FROM log l WHERE l.run_id = runs.id AND l.kind IN ('cut', 'braze'));
CREATE INDEX runs_under_way ON runs (started_at) WHERE ended_at IS NULL;
CREATE INDEX runs_ended ON runs (ended_at) WHERE ended_at IS NOT NULL;
CREATE INDEX runs_unwritten ON runs (ended_at) WHERE ended_at IS NOT NULL AND written = 0 AND stopped = 0;
ALTER TABLE run_events ADD COLUMN digest TEXT;

-- where a piece stands, in a column: lists ask for it by the thousand
ALTER TABLE tickets ADD COLUMN kind TEXT NOT NULL DEFAULT 'cut';
ALTER TABLE tickets ADD COLUMN about TEXT NOT NULL DEFAULT '';
ALTER TABLE tickets ADD COLUMN state TEXT NOT NULL DEFAULT 'planned';
ALTER TABLE tickets ADD COLUMN run_id TEXT;
ALTER TABLE tickets ADD COLUMN failed_by TEXT;
ALTER TABLE tickets ADD COLUMN digest TEXT;
DROP INDEX tickets_job;
CREATE INDEX tickets_job ON tickets (job_id, created_at, id);
CREATE INDEX tickets_state ON tickets (state, created_at, id);
CREATE INDEX tickets_remedy ON tickets (remedy_of) WHERE remedy_of IS NOT NULL;
CREATE INDEX jobs_newest ON jobs (created_at, id);
CREATE INDEX jobs_name ON jobs (lower(name));

ALTER TABLE settings ADD COLUMN digest TEXT;
ALTER TABLE torches ADD COLUMN digest TEXT;
ALTER TABLE gear ADD COLUMN digest TEXT;
ALTER TABLE tests ADD COLUMN digest TEXT;
ALTER TABLE test_events ADD COLUMN digest TEXT;
CREATE INDEX tests_open ON tests (started_at) WHERE ended_at IS NULL;
CREATE INDEX tests_ended ON tests (started_at) WHERE ended_at IS NOT NULL;
CREATE INDEX tests_ticket ON tests (ticket_id);
CREATE INDEX stock_newest ON stock (origin, created_at);
