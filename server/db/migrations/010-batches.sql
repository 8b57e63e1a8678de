-- One set-up, many pieces. A batch lays out pieces in their order; a run makes one piece or a batch of them, each so many
-- times, and what came out of each making is a line of its own.
CREATE TABLE batches (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  -- a list of { pieceId, repeats }, in its order
  pieces     TEXT NOT NULL,
  version    INTEGER NOT NULL,
  -- on no list any more: made, or put aside
  closed     INTEGER NOT NULL DEFAULT 0 CHECK (closed IN (0, 1)),
  created_at TEXT NOT NULL,
  updated_at TEXT NOT NULL
) STRICT;
CREATE INDEX batches_open ON batches (created_at) WHERE closed = 0;

-- What a run makes: how often by its plan, how often it was made once the run has ended, and what one of it took.
CREATE TABLE run_pieces (
  run_id    TEXT NOT NULL REFERENCES runs (id),
  place     INTEGER NOT NULL,
  ticket_id TEXT NOT NULL REFERENCES tickets (id),
  repeats   INTEGER NOT NULL,
  made      INTEGER NOT NULL DEFAULT 0,
  took      TEXT NOT NULL,
  PRIMARY KEY (run_id, place)
) STRICT, WITHOUT ROWID;
CREATE INDEX run_pieces_ticket ON run_pieces (ticket_id);
INSERT INTO run_pieces
SELECT id, 1, ticket_id, 1, CASE WHEN ended_at IS NOT NULL AND stopped = 0 THEN 1 ELSE 0 END, took FROM runs;
ALTER TABLE runs DROP COLUMN took;

-- Which making of a run a line tells of: once, and anything further is a correction of it.
CREATE TABLE run_lines (
  run_id   TEXT NOT NULL REFERENCES runs (id),
  place    INTEGER NOT NULL,
  repeat   INTEGER NOT NULL,
  entry_id TEXT NOT NULL UNIQUE REFERENCES log (id),
  PRIMARY KEY (run_id, place, repeat)
) STRICT, WITHOUT ROWID;
INSERT INTO run_lines
SELECT run_id, 1, 1, id FROM log WHERE run_id IS NOT NULL AND kind IN ('cut', 'braze') AND corrects IS NULL;
DROP INDEX log_once;

ALTER TABLE runs ADD COLUMN batch_id TEXT REFERENCES batches (id);
CREATE INDEX runs_batch ON runs (batch_id) WHERE batch_id IS NOT NULL;
-- how many makings of an ended run are not in the log yet
ALTER TABLE runs ADD COLUMN owes INTEGER NOT NULL DEFAULT 0;
UPDATE runs SET owes = 1 WHERE ended_at IS NOT NULL AND stopped = 0 AND written = 0;
DROP INDEX runs_unwritten;
ALTER TABLE runs DROP COLUMN written;
CREATE INDEX runs_unwritten ON runs (ended_at) WHERE owes > 0;
