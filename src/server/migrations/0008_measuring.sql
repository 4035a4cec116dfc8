-- What a run went through and how it was taken; walks from unit to unit; what is open to phones.
ALTER TABLE reading ADD COLUMN measures TEXT NOT NULL DEFAULT 'street' CHECK (measures IN ('house','street'));
ALTER TABLE reading ADD COLUMN server TEXT NOT NULL DEFAULT '';
ALTER TABLE reading ADD COLUMN height_m REAL;
ALTER TABLE reading ADD COLUMN plan_mbps REAL;
ALTER TABLE reading ADD COLUMN loaded_ms REAL;
ALTER TABLE reading ADD COLUMN jitter_ms REAL;
ALTER TABLE reading ADD COLUMN loss_pct REAL;
ALTER TABLE reading ADD COLUMN link_mbps REAL;

CREATE TABLE roam_walk (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  phase TEXT NOT NULL CHECK (phase IN ('before','after')),
  taken_at TEXT NOT NULL,
  device_id TEXT,
  source TEXT NOT NULL,
  samples TEXT NOT NULL,
  marks TEXT NOT NULL,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, device_id) REFERENCES device (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE INDEX roam_walk_device_id ON roam_walk (job_id, device_id);

-- One line a job while its walk page is open to phones. The code is what a phone shows to be let in.
CREATE TABLE share (
  job_id TEXT PRIMARY KEY REFERENCES job_head (id) ON DELETE CASCADE,
  code TEXT NOT NULL UNIQUE,
  opened_at TEXT NOT NULL,
  expires_at TEXT NOT NULL
) STRICT;
