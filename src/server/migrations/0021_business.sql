-- Later rounds of tests, photos, the hand-over as signed, invoices; suppliers and stock; what comes next.
CREATE TABLE test_round (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  day TEXT NOT NULL,
  note TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;
CREATE TABLE photo (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  file_id TEXT NOT NULL,
  taken_on TEXT NOT NULL,
  about TEXT NOT NULL,
  phase TEXT NOT NULL,
  storey_id TEXT,
  x_m REAL NOT NULL,
  y_m REAL NOT NULL,
  towards_deg REAL,
  note TEXT NOT NULL,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, storey_id) REFERENCES storey (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;
CREATE INDEX photo_storey_id ON photo (job_id, storey_id);
CREATE TABLE sign_off (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  place TEXT NOT NULL,
  day TEXT NOT NULL,
  statement TEXT NOT NULL,
  exceptions TEXT NOT NULL,
  installer TEXT,
  householder TEXT,
  PRIMARY KEY (job_id, id)
) STRICT;
CREATE TABLE invoice (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  number TEXT NOT NULL,
  issued_on TEXT NOT NULL,
  due_on TEXT,
  currency TEXT NOT NULL,
  lines TEXT NOT NULL,
  tax_name TEXT NOT NULL,
  tax_pct REAL NOT NULL,
  seller TEXT NOT NULL,
  buyer TEXT NOT NULL,
  payment_terms TEXT NOT NULL,
  paid_on TEXT,
  PRIMARY KEY (job_id, id)
) STRICT;
ALTER TABLE business ADD COLUMN warranty_months INTEGER NOT NULL DEFAULT 24;
ALTER TABLE business ADD COLUMN tax_id TEXT NOT NULL DEFAULT '';
ALTER TABLE business ADD COLUMN country TEXT NOT NULL DEFAULT '';
ALTER TABLE business ADD COLUMN logo TEXT;
ALTER TABLE customer ADD COLUMN country TEXT NOT NULL DEFAULT '';
ALTER TABLE job ADD COLUMN next_action TEXT NOT NULL DEFAULT '';
ALTER TABLE job ADD COLUMN next_on TEXT;
ALTER TABLE visit ADD COLUMN starts_at TEXT;
ALTER TABLE visit ADD COLUMN travel_min REAL NOT NULL DEFAULT 0;
ALTER TABLE kit ADD COLUMN supplier TEXT NOT NULL DEFAULT '';
ALTER TABLE kit ADD COLUMN on_van REAL NOT NULL DEFAULT 0;
ALTER TABLE kit ADD COLUMN preferred INTEGER NOT NULL DEFAULT 0;
-- Readings may be of a later round: the rule of two phases goes.
CREATE TABLE reading_any (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  spot_id TEXT NOT NULL,
  phase TEXT NOT NULL,
  run INTEGER NOT NULL,
  taken_at TEXT NOT NULL,
  device_id TEXT,
  connected INTEGER NOT NULL CHECK (connected IN (0,1)),
  down_mbps REAL,
  up_mbps REAL,
  latency_ms REAL,
  rssi_dbm REAL,
  source TEXT NOT NULL,
  measures TEXT NOT NULL DEFAULT 'street' CHECK (measures IN ('house','street')),
  server TEXT NOT NULL DEFAULT '',
  height_m REAL,
  plan_mbps REAL,
  loaded_ms REAL,
  jitter_ms REAL,
  loss_pct REAL,
  link_mbps REAL,
  loaded_up_ms REAL,
  silence_ms REAL,
  remarks TEXT NOT NULL DEFAULT '[]',
  network_name TEXT NOT NULL DEFAULT '',
  on_unit_id TEXT,
  on_band TEXT,
  together_id TEXT,
  round_id TEXT,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, spot_id) REFERENCES spot (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, device_id) REFERENCES device (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;
INSERT INTO reading_any SELECT job_id, id, spot_id, phase, run, taken_at, device_id, connected, down_mbps, up_mbps,
  latency_ms, rssi_dbm, source, measures, server, height_m, plan_mbps, loaded_ms, jitter_ms, loss_pct, link_mbps,
  loaded_up_ms, silence_ms, remarks, network_name, on_unit_id, on_band, together_id, NULL FROM reading;
DROP TABLE reading;
ALTER TABLE reading_any RENAME TO reading;
CREATE INDEX reading_spot_id ON reading (job_id, spot_id);
CREATE INDEX reading_device_id ON reading (job_id, device_id);
-- Own products, activities and assemblies of the machine, each as JSON.
CREATE TABLE own_record (
  type TEXT NOT NULL,
  id TEXT NOT NULL,
  record TEXT NOT NULL,
  PRIMARY KEY (type, id)
) STRICT;
