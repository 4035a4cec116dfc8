-- A job is flat records: one strict table a record type, keyed by job and id. References are checked
-- when a transaction ends, so that one edit may put records in any order.
CREATE TABLE job_head (
  id TEXT PRIMARY KEY,
  revision INTEGER NOT NULL,
  saved_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;

-- Every edit ever made, undoing and redoing included; what undo would take is worked out from it.
CREATE TABLE edits (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  revision INTEGER NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('do', 'undo', 'redo')),
  label TEXT NOT NULL,
  edit TEXT NOT NULL,
  inverse TEXT NOT NULL,
  made_at TEXT NOT NULL,
  PRIMARY KEY (job_id, revision)
) STRICT;

CREATE TABLE job (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  note TEXT NOT NULL,
  created_on TEXT NOT NULL,
  demo INTEGER NOT NULL CHECK (demo IN (0,1)),
  lengths TEXT NOT NULL CHECK (lengths IN ('m','ft')),
  plan_down_mbps REAL NOT NULL,
  plan_up_mbps REAL NOT NULL,
  street_latency_ms REAL NOT NULL,
  no_drilling INTEGER NOT NULL CHECK (no_drilling IN (0,1)),
  test_device_id TEXT,
  simulation_seed INTEGER NOT NULL,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, test_device_id) REFERENCES device (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE INDEX job_test_device_id ON job (job_id, test_device_id);

CREATE TABLE activity (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  down_mbps REAL NOT NULL,
  up_mbps REAL NOT NULL,
  latency_ms REAL NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;

CREATE TABLE assembly (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  use TEXT NOT NULL,
  hatch TEXT NOT NULL,
  thickness_m REAL NOT NULL CHECK (thickness_m > 0),
  layers TEXT NOT NULL,
  leak_db REAL,
  planning_loss_db TEXT,
  spread_db TEXT,
  note TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;

CREATE TABLE device (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  standard TEXT NOT NULL,
  streams INTEGER NOT NULL,
  width_m_hz TEXT NOT NULL,
  tx_dbm REAL NOT NULL,
  cap_mbps REAL,
  PRIMARY KEY (job_id, id)
) STRICT;

CREATE TABLE kit (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  kind TEXT NOT NULL,
  radios TEXT NOT NULL,
  port_mbps REAL NOT NULL,
  weatherproof INTEGER NOT NULL CHECK (weatherproof IN (0,1)),
  price_eur REAL NOT NULL,
  fit_minutes REAL NOT NULL,
  note TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;

CREATE TABLE building (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  kind TEXT NOT NULL,
  x_m REAL NOT NULL,
  y_m REAL NOT NULL,
  turn_deg REAL NOT NULL,
  outline TEXT NOT NULL,
  roof TEXT,
  PRIMARY KEY (job_id, id)
) STRICT;

CREATE TABLE storey (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  building_id TEXT NOT NULL,
  name TEXT NOT NULL,
  level INTEGER NOT NULL,
  floor_z_m REAL NOT NULL,
  height_m REAL NOT NULL,
  floor_assembly_id TEXT,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, building_id) REFERENCES building (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, floor_assembly_id) REFERENCES assembly (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE INDEX storey_building_id ON storey (job_id, building_id);

CREATE INDEX storey_floor_assembly_id ON storey (job_id, floor_assembly_id);

CREATE TABLE wall (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  storey_id TEXT NOT NULL,
  ax REAL NOT NULL,
  ay REAL NOT NULL,
  bx REAL NOT NULL,
  by REAL NOT NULL,
  assembly_id TEXT NOT NULL,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, storey_id) REFERENCES storey (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, assembly_id) REFERENCES assembly (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE INDEX wall_storey_id ON wall (job_id, storey_id);

CREATE INDEX wall_assembly_id ON wall (job_id, assembly_id);

CREATE TABLE opening (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  wall_id TEXT NOT NULL,
  kind TEXT NOT NULL,
  offset_m REAL NOT NULL,
  width_m REAL NOT NULL,
  sill_m REAL NOT NULL,
  head_m REAL NOT NULL,
  assembly_id TEXT,
  hinge TEXT NOT NULL,
  swing TEXT NOT NULL,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, wall_id) REFERENCES wall (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, assembly_id) REFERENCES assembly (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  CHECK (head_m > sill_m)
) STRICT;

CREATE INDEX opening_wall_id ON opening (job_id, wall_id);

CREATE INDEX opening_assembly_id ON opening (job_id, assembly_id);

CREATE TABLE floor_opening (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  storey_id TEXT NOT NULL,
  kind TEXT NOT NULL,
  outline TEXT NOT NULL,
  assembly_id TEXT,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, storey_id) REFERENCES storey (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, assembly_id) REFERENCES assembly (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE INDEX floor_opening_storey_id ON floor_opening (job_id, storey_id);

CREATE INDEX floor_opening_assembly_id ON floor_opening (job_id, assembly_id);

CREATE TABLE room (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  storey_id TEXT NOT NULL,
  name TEXT NOT NULL,
  outline TEXT NOT NULL,
  activity_ids TEXT NOT NULL,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, storey_id) REFERENCES storey (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE INDEX room_storey_id ON room (job_id, storey_id);

CREATE TABLE obstacle (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  storey_id TEXT NOT NULL,
  name TEXT NOT NULL,
  symbol TEXT NOT NULL,
  x_m REAL NOT NULL,
  y_m REAL NOT NULL,
  width_m REAL NOT NULL,
  depth_m REAL NOT NULL,
  turn_deg REAL NOT NULL,
  bottom_m REAL NOT NULL,
  top_m REAL NOT NULL,
  loss_db TEXT NOT NULL,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, storey_id) REFERENCES storey (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  CHECK (top_m > bottom_m)
) STRICT;

CREATE INDEX obstacle_storey_id ON obstacle (job_id, storey_id);

CREATE TABLE service (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  storey_id TEXT NOT NULL,
  kind TEXT NOT NULL,
  name TEXT NOT NULL,
  x_m REAL NOT NULL,
  y_m REAL NOT NULL,
  height_m REAL NOT NULL,
  circuit TEXT NOT NULL,
  note TEXT NOT NULL,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, storey_id) REFERENCES storey (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE INDEX service_storey_id ON service (job_id, storey_id);

CREATE TABLE spot (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  number INTEGER NOT NULL,
  storey_id TEXT NOT NULL,
  room_id TEXT NOT NULL,
  name TEXT NOT NULL,
  x_m REAL NOT NULL,
  y_m REAL NOT NULL,
  height_m REAL NOT NULL,
  activity_ids TEXT,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, storey_id) REFERENCES storey (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, room_id) REFERENCES room (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE INDEX spot_storey_id ON spot (job_id, storey_id);

CREATE INDEX spot_room_id ON spot (job_id, room_id);

CREATE TABLE unit (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  letter TEXT NOT NULL,
  name TEXT NOT NULL,
  kit_id TEXT NOT NULL,
  storey_id TEXT NOT NULL,
  x_m REAL NOT NULL,
  y_m REAL NOT NULL,
  height_m REAL NOT NULL,
  tilt_deg REAL NOT NULL,
  facing_deg REAL NOT NULL,
  found INTEGER NOT NULL CHECK (found IN (0,1)),
  planned INTEGER NOT NULL CHECK (planned IN (0,1)),
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, kit_id) REFERENCES kit (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, storey_id) REFERENCES storey (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE INDEX unit_kit_id ON unit (job_id, kit_id);

CREATE INDEX unit_storey_id ON unit (job_id, storey_id);

CREATE TABLE link (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  unit_id TEXT NOT NULL,
  from_unit_id TEXT NOT NULL,
  medium TEXT NOT NULL,
  radio TEXT,
  band TEXT,
  length_m REAL,
  category TEXT,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, unit_id) REFERENCES unit (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, from_unit_id) REFERENCES unit (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  CHECK (unit_id <> from_unit_id)
) STRICT;

CREATE INDEX link_unit_id ON link (job_id, unit_id);

CREATE INDEX link_from_unit_id ON link (job_id, from_unit_id);

CREATE TABLE reading (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  spot_id TEXT NOT NULL,
  phase TEXT NOT NULL CHECK (phase IN ('before','after')),
  run INTEGER NOT NULL,
  taken_at TEXT NOT NULL,
  device_id TEXT,
  connected INTEGER NOT NULL CHECK (connected IN (0,1)),
  down_mbps REAL,
  up_mbps REAL,
  latency_ms REAL,
  rssi_dbm REAL,
  source TEXT NOT NULL,
  PRIMARY KEY (job_id, id),
  FOREIGN KEY (job_id, spot_id) REFERENCES spot (job_id, id) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (job_id, device_id) REFERENCES device (job_id, id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE INDEX reading_spot_id ON reading (job_id, spot_id);

CREATE INDEX reading_device_id ON reading (job_id, device_id);
