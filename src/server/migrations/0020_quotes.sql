-- One's own business, the customer, and quotes. The business of the machine is one row, as JSON.
CREATE TABLE business (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  contact TEXT NOT NULL,
  registration TEXT NOT NULL,
  tax_name TEXT NOT NULL,
  tax_pct REAL NOT NULL,
  hour_eur REAL NOT NULL,
  travel_eur REAL NOT NULL,
  margin_pct REAL NOT NULL,
  valid_days INTEGER NOT NULL,
  payment_terms TEXT NOT NULL,
  warranty_terms TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;
CREATE TABLE customer (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  contact TEXT NOT NULL,
  address TEXT NOT NULL,
  access TEXT NOT NULL,
  decides TEXT NOT NULL,
  photo_consent TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;
CREATE TABLE quote (
  job_id TEXT NOT NULL REFERENCES job_head (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  name TEXT NOT NULL,
  kind TEXT NOT NULL,
  made_on TEXT NOT NULL,
  valid_until TEXT,
  sheet TEXT NOT NULL,
  options TEXT NOT NULL,
  state TEXT NOT NULL,
  signature TEXT,
  note TEXT NOT NULL,
  PRIMARY KEY (job_id, id)
) STRICT;
CREATE TABLE own_business (
  one INTEGER PRIMARY KEY CHECK (one = 1),
  business TEXT NOT NULL
) STRICT;
