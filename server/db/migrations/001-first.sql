-- People, torches, jobs with their pieces, runs with every confirmed step, and the log.
CREATE TABLE settings (
  id      INTEGER PRIMARY KEY CHECK (id = 1),
  value   TEXT NOT NULL
) STRICT;

CREATE TABLE people (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  active     INTEGER NOT NULL DEFAULT 1 CHECK (active IN (0, 1)),
  created_at TEXT NOT NULL
) STRICT;
CREATE UNIQUE INDEX people_name ON people (lower(name));

CREATE TABLE torches (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  rig        TEXT NOT NULL,
  created_at TEXT NOT NULL
) STRICT;
CREATE UNIQUE INDEX torches_name ON torches (lower(name));

CREATE TABLE jobs (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  place      TEXT NOT NULL,
  created_at TEXT NOT NULL
) STRICT;

CREATE TABLE tickets (
  id         TEXT PRIMARY KEY,
  job_id     TEXT NOT NULL REFERENCES jobs (id),
  title      TEXT NOT NULL,
  draft      TEXT NOT NULL,
  version    INTEGER NOT NULL,
  created_at TEXT NOT NULL,
  updated_at TEXT NOT NULL
) STRICT;
CREATE INDEX tickets_job ON tickets (job_id);

CREATE TABLE runs (
  id         TEXT PRIMARY KEY,
  ticket_id  TEXT NOT NULL REFERENCES tickets (id),
  person_id  TEXT REFERENCES people (id),
  started_at TEXT NOT NULL,
  ended_at   TEXT,
  draft      TEXT NOT NULL,
  plan       TEXT NOT NULL,
  setting    TEXT NOT NULL,
  steps      TEXT NOT NULL
) STRICT;
CREATE INDEX runs_ticket ON runs (ticket_id);
-- one run at a time on a piece
CREATE UNIQUE INDEX runs_open ON runs (ticket_id) WHERE ended_at IS NULL;

CREATE TABLE run_events (
  run_id    TEXT NOT NULL REFERENCES runs (id),
  seq       INTEGER NOT NULL,
  id        TEXT NOT NULL UNIQUE,
  kind      TEXT NOT NULL,
  step_id   TEXT NOT NULL,
  at        TEXT NOT NULL,
  person_id TEXT REFERENCES people (id),
  reason    TEXT,
  PRIMARY KEY (run_id, seq)
) STRICT;

CREATE TABLE log (
  id             TEXT PRIMARY KEY,
  ticket_id      TEXT NOT NULL REFERENCES tickets (id),
  run_id         TEXT UNIQUE REFERENCES runs (id),
  person_id      TEXT REFERENCES people (id),
  at             TEXT NOT NULL,
  thickness_m    REAL NOT NULL,
  handling       TEXT NOT NULL,
  used           TEXT NOT NULL,
  tip_orifice_m  REAL,
  oxygen_gauge_pa REAL,
  edge           TEXT NOT NULL,
  slag           TEXT NOT NULL,
  dropped        TEXT NOT NULL,
  kerf_text      TEXT NOT NULL,
  kerf_m         REAL,
  note           TEXT NOT NULL
) STRICT;
CREATE INDEX log_at ON log (at);
CREATE INDEX log_ticket ON log (ticket_id);
