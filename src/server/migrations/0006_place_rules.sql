-- What is said of a place where a unit could be: never there, or one must be there.
CREATE TABLE place_rule (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  place_id TEXT NOT NULL,
  rule TEXT NOT NULL CHECK (rule IN ('forbid', 'force')),
  note TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;
