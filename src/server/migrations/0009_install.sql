-- Steps that differ from their templates, what was done of each, and the names agreed on.
CREATE TABLE step_edit (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  step_key TEXT NOT NULL,
  own INTEGER NOT NULL CHECK (own IN (0,1)),
  dropped INTEGER NOT NULL CHECK (dropped IN (0,1)),
  title TEXT,
  text TEXT,
  hands_min REAL,
  wait_min REAL,
  after TEXT,
  PRIMARY KEY (job_id, id)
) STRICT;

CREATE TABLE step_run (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  step_key TEXT NOT NULL,
  started_at TEXT,
  hands_free_at TEXT,
  done_at TEXT,
  skipped TEXT,
  window_at TEXT,
  by TEXT NOT NULL,
  note TEXT NOT NULL,
  photos TEXT NOT NULL,
  read TEXT NOT NULL,
  changed_at TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;

CREATE TABLE net_settings (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  network_name TEXT NOT NULL,
  guest_name TEXT NOT NULL,
  only_name TEXT NOT NULL,
  admin_holder TEXT NOT NULL,
  network_holder TEXT NOT NULL,
  updates_on INTEGER NOT NULL CHECK (updates_on IN (0,1)),
  note TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;

-- Passwords, sealed with a passphrase in the browser; apart from the records, so that no job file or list of steps has them.
CREATE TABLE secret (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  kind TEXT NOT NULL CHECK (kind IN ('network','guest','admin')),
  salt TEXT NOT NULL,
  iv TEXT NOT NULL,
  sealed TEXT NOT NULL,
  changed_at TEXT NOT NULL,
  PRIMARY KEY (job_id, kind)
) STRICT;
