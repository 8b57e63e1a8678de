-- What a log is beside what is written in it: that it was made up for a demonstration.
CREATE TABLE marks (name TEXT PRIMARY KEY) STRICT;
