-- Sets that an instructor composes, and to whom they were given. What was given stays as it was then.
CREATE TABLE lessons (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  -- a list of { kind, task, points }, in its order
  items      TEXT NOT NULL,
  version    INTEGER NOT NULL,
  closed     INTEGER NOT NULL DEFAULT 0 CHECK (closed IN (0, 1)),
  created_at TEXT NOT NULL,
  updated_at TEXT NOT NULL
) STRICT;
CREATE TABLE given (
  id        TEXT PRIMARY KEY,
  lesson_id TEXT NOT NULL REFERENCES lessons (id),
  name      TEXT NOT NULL,
  items     TEXT NOT NULL,
  person_id TEXT NOT NULL REFERENCES people (id),
  by_id     TEXT REFERENCES people (id),
  given_at  TEXT NOT NULL,
  -- the line of the log that stands for its plate
  plate_id  TEXT,
  -- once it is signed: by whom, when, with which words, and how everything stood
  signed_by TEXT REFERENCES people (id),
  signed_at TEXT,
  note      TEXT,
  done      TEXT,
  -- given by mistake, and on no list any more
  taken_back_at TEXT
) STRICT;
CREATE INDEX given_by_person ON given (person_id, given_at);
CREATE INDEX practice_by_time ON practice (at);
