-- How a unit is held and which channels it is on; what neighbours' networks take of each channel.
ALTER TABLE unit ADD COLUMN mount TEXT NOT NULL DEFAULT 'shelf';
ALTER TABLE unit ADD COLUMN channels TEXT NOT NULL DEFAULT '{"2.4":null,"5":null,"6":null}';

CREATE TABLE neighbour (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  band TEXT NOT NULL,
  channel INTEGER NOT NULL,
  width_m_hz INTEGER NOT NULL,
  busy_share REAL NOT NULL CHECK (busy_share BETWEEN 0 AND 0.95),
  note TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;
