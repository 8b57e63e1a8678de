-- What is left of a job's name for somebody who reads it in passing: a new one that would be taken for it is asked about.
ALTER TABLE jobs ADD COLUMN plain TEXT NOT NULL DEFAULT '';
CREATE INDEX jobs_plain ON jobs (plain);
