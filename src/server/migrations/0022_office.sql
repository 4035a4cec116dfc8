-- A laptop of a firm: which office it belongs to, how far it knows the log there, and what it has not sent yet.
CREATE TABLE office (
  one INTEGER PRIMARY KEY CHECK (one = 1),
  firm_id TEXT NOT NULL,
  firm_name TEXT NOT NULL,
  laptop_id TEXT NOT NULL,
  laptop_name TEXT NOT NULL,
  role TEXT NOT NULL CHECK (role IN ('office', 'crew', 'trainee')),
  servers TEXT NOT NULL,
  ca TEXT NOT NULL,
  -- The newest entry of the log that was taken in, of all jobs, and of the shared products.
  seq INTEGER NOT NULL DEFAULT 0,
  set_seq INTEGER NOT NULL DEFAULT 0,
  set_waits INTEGER NOT NULL DEFAULT 0,
  -- Own products that were not taken because another laptop had changed them too: a person looks at them.
  set_note TEXT,
  seen_at TEXT,
  refused TEXT
) STRICT;
-- A job that is with the office: its newest entry there that this laptop has, who changed it last, and for whom alone it is.
CREATE TABLE office_job (
  job_id TEXT PRIMARY KEY REFERENCES job_head (id) ON DELETE CASCADE,
  seq INTEGER NOT NULL,
  last_by TEXT NOT NULL DEFAULT '',
  last_at TEXT NOT NULL DEFAULT '',
  since_snapshot INTEGER NOT NULL DEFAULT 0,
  only_for TEXT,
  stopped TEXT
) STRICT;
-- Which entry lay at which place of the log: so that an office that was restored from an old copy is seen.
CREATE TABLE office_seen (
  seq INTEGER PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  entry_id TEXT NOT NULL
) STRICT;
CREATE INDEX office_seen_job_id ON office_seen (job_id);
-- Records that are otherwise at the office, because steps wait; null = not there.
CREATE TABLE office_base (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  record_id TEXT NOT NULL,
  record TEXT,
  PRIMARY KEY (job_id, record_id)
) STRICT, WITHOUT ROWID;
-- Steps on their way to the office, in their order.
CREATE TABLE office_outbox (
  position INTEGER PRIMARY KEY AUTOINCREMENT,
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  step_id TEXT NOT NULL,
  kind TEXT NOT NULL,
  label TEXT NOT NULL,
  asked TEXT NOT NULL,
  changes TEXT NOT NULL,
  made_at TEXT NOT NULL,
  UNIQUE (job_id, step_id)
) STRICT;
-- Steps that the office can't store, and fields that two changed: they wait for a person.
CREATE TABLE office_aside (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  label TEXT NOT NULL,
  asked TEXT NOT NULL,
  reason TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;
CREATE TABLE office_clash (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  record_id TEXT NOT NULL,
  field TEXT,
  mine TEXT NOT NULL,
  theirs TEXT NOT NULL,
  label TEXT NOT NULL,
  changed_by TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;
