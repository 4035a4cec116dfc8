-- Visits; serials; how the sockets of a plate stand; what a run was on, and which were made together.
CREATE TABLE visit (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  kind TEXT NOT NULL,
  day TEXT,
  step_keys TEXT NOT NULL,
  waits_for TEXT NOT NULL,
  note TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;
ALTER TABLE unit ADD COLUMN serial TEXT NOT NULL DEFAULT '';
ALTER TABLE service ADD COLUMN plate TEXT NOT NULL DEFAULT 'row';
ALTER TABLE service ADD COLUMN switched TEXT NOT NULL DEFAULT 'no';
ALTER TABLE reading ADD COLUMN network_name TEXT NOT NULL DEFAULT '';
ALTER TABLE reading ADD COLUMN on_unit_id TEXT;
ALTER TABLE reading ADD COLUMN on_band TEXT;
ALTER TABLE reading ADD COLUMN together_id TEXT;
-- Keys on the labels of units are kept sealed too.
CREATE TABLE secret_any (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  kind TEXT NOT NULL,
  salt TEXT NOT NULL,
  iv TEXT NOT NULL,
  sealed TEXT NOT NULL,
  changed_at TEXT NOT NULL,
  PRIMARY KEY (job_id, kind)
) STRICT;
INSERT INTO secret_any SELECT job_id, kind, salt, iv, sealed, changed_at FROM secret;
DROP TABLE secret;
ALTER TABLE secret_any RENAME TO secret;
