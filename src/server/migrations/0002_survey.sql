-- What a survey says beyond walls and rooms: services in detail, cables and routes that are there,
-- taped lengths, pictures under the drawing, devices that stay, what is forbidden.
ALTER TABLE job ADD COLUMN no_outer_drilling INTEGER NOT NULL DEFAULT 0 CHECK (no_outer_drilling IN (0,1));
ALTER TABLE job ADD COLUMN no_visible_cable INTEGER NOT NULL DEFAULT 0 CHECK (no_visible_cable IN (0,1));
ALTER TABLE job ADD COLUMN listed INTEGER NOT NULL DEFAULT 0 CHECK (listed IN (0,1));
ALTER TABLE job ADD COLUMN rented INTEGER NOT NULL DEFAULT 0 CHECK (rented IN (0,1));
ALTER TABLE job ADD COLUMN prefer_wired INTEGER NOT NULL DEFAULT 0 CHECK (prefer_wired IN (0,1));
ALTER TABLE job ADD COLUMN network_names TEXT NOT NULL DEFAULT 'one';
ALTER TABLE job ADD COLUMN currency TEXT NOT NULL DEFAULT 'EUR';
ALTER TABLE job ADD COLUMN budget REAL;
ALTER TABLE job ADD COLUMN country_group TEXT NOT NULL DEFAULT 'europe';
ALTER TABLE job ADD COLUMN best_device_id TEXT;
ALTER TABLE job ADD COLUMN worst_device_id TEXT;

ALTER TABLE room ADD COLUMN holes TEXT NOT NULL DEFAULT '[]';
ALTER TABLE obstacle ADD COLUMN disturbs TEXT NOT NULL DEFAULT 'none';

ALTER TABLE service ADD COLUMN phase TEXT NOT NULL DEFAULT '';
ALTER TABLE service ADD COLUMN breaker TEXT NOT NULL DEFAULT 'unknown';
ALTER TABLE service ADD COLUMN outlets INTEGER NOT NULL DEFAULT 2;
ALTER TABLE service ADD COLUMN on_strip INTEGER NOT NULL DEFAULT 0 CHECK (on_strip IN (0,1));
ALTER TABLE service ADD COLUMN joined TEXT NOT NULL DEFAULT 'unknown';
ALTER TABLE service ADD COLUMN ways INTEGER;
ALTER TABLE service ADD COLUMN rated TEXT NOT NULL DEFAULT 'unknown';
ALTER TABLE service ADD COLUMN amplifier INTEGER NOT NULL DEFAULT 0 CHECK (amplifier IN (0,1));
ALTER TABLE service ADD COLUMN box TEXT NOT NULL DEFAULT 'none';

CREATE TABLE cable_run (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  from_id TEXT NOT NULL,
  to_id TEXT NOT NULL,
  cable TEXT NOT NULL,
  length_m REAL,
  note TEXT NOT NULL,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, from_id) REFERENCES service (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, to_id) REFERENCES service (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  CHECK (from_id <> to_id)
) STRICT;

CREATE INDEX cable_run_from_id ON cable_run (job_id, from_id);

CREATE INDEX cable_run_to_id ON cable_run (job_id, to_id);

CREATE TABLE route (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  kind TEXT NOT NULL,
  points TEXT NOT NULL,
  bore_mm REAL,
  note TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;

CREATE TABLE tape (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  storey_id TEXT NOT NULL,
  wall_a_id TEXT NOT NULL,
  wall_b_id TEXT NOT NULL,
  length_m REAL NOT NULL CHECK (length_m > 0),
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, storey_id) REFERENCES storey (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, wall_a_id) REFERENCES wall (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, wall_b_id) REFERENCES wall (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  CHECK (wall_a_id <> wall_b_id)
) STRICT;

CREATE INDEX tape_storey_id ON tape (job_id, storey_id);

CREATE INDEX tape_wall_a_id ON tape (job_id, wall_a_id);

CREATE INDEX tape_wall_b_id ON tape (job_id, wall_b_id);

CREATE TABLE picture (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  storey_id TEXT NOT NULL,
  file_id TEXT NOT NULL,
  mime TEXT NOT NULL,
  name TEXT NOT NULL,
  width_px INTEGER NOT NULL,
  height_px INTEGER NOT NULL,
  x_m REAL NOT NULL,
  y_m REAL NOT NULL,
  metres_per_px REAL NOT NULL,
  turn_deg REAL NOT NULL,
  opacity REAL NOT NULL,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, storey_id) REFERENCES storey (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE INDEX picture_storey_id ON picture (job_id, storey_id);

CREATE TABLE fixed_device (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  storey_id TEXT NOT NULL,
  x_m REAL NOT NULL,
  y_m REAL NOT NULL,
  height_m REAL NOT NULL,
  port_mbps REAL NOT NULL,
  standard TEXT,
  streams INTEGER NOT NULL,
  only24 INTEGER NOT NULL CHECK (only24 IN (0,1)),
  poe TEXT NOT NULL,
  poe_w REAL NOT NULL,
  activity_ids TEXT NOT NULL,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, storey_id) REFERENCES storey (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE INDEX fixed_device_storey_id ON fixed_device (job_id, storey_id);

-- The bytes that a job keeps beside its records, named by their own SHA-256; undo and redo never need them changed.
CREATE TABLE job_file (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  mime TEXT NOT NULL,
  bytes BLOB NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;
