-- What somebody did at a practice bench. It feeds no plan and no line of the log.
CREATE TABLE practice (
  id        TEXT PRIMARY KEY,
  bench     TEXT NOT NULL,
  task      TEXT NOT NULL,
  person_id TEXT REFERENCES people (id),
  at        TEXT NOT NULL,
  points    INTEGER NOT NULL,
  -- all that the points follow from
  recording TEXT NOT NULL
) STRICT;
CREATE INDEX practice_by_person ON practice (person_id, bench, task, points);
