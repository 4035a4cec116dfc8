-- Cables from a unit to a television, console, camera and the like.
CREATE TABLE device_cable (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  device_id TEXT NOT NULL,
  from_unit_id TEXT NOT NULL,
  length_m REAL,
  category TEXT NOT NULL DEFAULT 'cat6',
  holes INTEGER,
  adapter_kit_id TEXT,
  found INTEGER NOT NULL DEFAULT 0 CHECK (found IN (0,1)),
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, device_id) REFERENCES fixed_device (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, from_unit_id) REFERENCES unit (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, adapter_kit_id) REFERENCES kit (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE UNIQUE INDEX device_cable_device_id ON device_cable (job_id, device_id);

CREATE INDEX device_cable_from_unit_id ON device_cable (job_id, from_unit_id);
