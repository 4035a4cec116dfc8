-- Jobs of which something is missing here: they are fetched from the office.
CREATE TABLE office_want (
  job_id TEXT PRIMARY KEY
) STRICT;
-- The newest entry of a job that counts; seq is the newest at all.
ALTER TABLE office_job ADD COLUMN valid_seq INTEGER NOT NULL DEFAULT 0;
UPDATE office_job SET valid_seq = seq;
