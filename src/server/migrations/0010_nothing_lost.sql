-- Edits have an id of their own, made where they were made, and an author: sent twice they are stored once,
-- and undo belongs to who made them. A job has an incarnation: another one after it was restored.
ALTER TABLE job_head ADD COLUMN incarnation TEXT NOT NULL DEFAULT '';
UPDATE job_head SET incarnation = lower(hex(randomblob(8)));
-- Days of use that a job has been in the bin; counted, not worked out from the clock.
ALTER TABLE job_head ADD COLUMN bin_days INTEGER NOT NULL DEFAULT 0;

ALTER TABLE edits ADD COLUMN edit_id TEXT;
ALTER TABLE edits ADD COLUMN author TEXT NOT NULL DEFAULT '';
ALTER TABLE edits ADD COLUMN of_id TEXT;
UPDATE edits SET edit_id = 'r' || revision;
UPDATE edits SET author = 'phone' WHERE kind = 'do'
  AND (label LIKE '%from the phone%' OR label LIKE 'Walk from the phone:%');
CREATE UNIQUE INDEX edits_edit_id ON edits (job_id, edit_id);
CREATE INDEX edits_author ON edits (job_id, author);

-- One record a step: words and photos of twins come together in the newest, the others go.
UPDATE step_run SET
  photos = (SELECT json_group_array(DISTINCT p.value) FROM step_run s, json_each(s.photos) p
            WHERE s.job_id = step_run.job_id AND s.step_key = step_run.step_key),
  note = (SELECT substr(group_concat(n.note, char(10)), 1, 2000) FROM
            (SELECT DISTINCT s.note FROM step_run s WHERE s.job_id = step_run.job_id
               AND s.step_key = step_run.step_key AND s.note <> '') n)
WHERE (SELECT count(*) FROM step_run s WHERE s.job_id = step_run.job_id AND s.step_key = step_run.step_key) > 1
  AND NOT EXISTS (
    SELECT 1 FROM step_run s WHERE s.job_id = step_run.job_id AND s.step_key = step_run.step_key
      AND (s.changed_at > step_run.changed_at OR (s.changed_at = step_run.changed_at AND s.id > step_run.id)));
UPDATE step_run SET note = '' WHERE note IS NULL;
DELETE FROM step_run WHERE EXISTS (
  SELECT 1 FROM step_run s WHERE s.job_id = step_run.job_id AND s.step_key = step_run.step_key
    AND (s.changed_at > step_run.changed_at OR (s.changed_at = step_run.changed_at AND s.id > step_run.id)));
CREATE UNIQUE INDEX step_run_step_key ON step_run (job_id, step_key);

-- Ids of what phones have sent, so that what is sent twice counts once, also when it was removed since.
CREATE TABLE phone_word (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT, WITHOUT ROWID;

-- What a share has taken in files: a walk has a quota.
ALTER TABLE share ADD COLUMN photo_count INTEGER NOT NULL DEFAULT 0;
ALTER TABLE share ADD COLUMN photo_bytes INTEGER NOT NULL DEFAULT 0;

-- What the list shows of a job, kept for as long as the job and the program stay as they are.
CREATE TABLE job_summary (
  job_id TEXT PRIMARY KEY REFERENCES job_head (id) ON DELETE CASCADE,
  made_for TEXT NOT NULL,
  summary TEXT NOT NULL
) STRICT;

-- The newest day on which the program was in use, by a clock that may be wrong.
CREATE TABLE day_of_use (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  day TEXT NOT NULL
) STRICT;
