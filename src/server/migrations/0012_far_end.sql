-- Where tests through house and street go.
ALTER TABLE job ADD COLUMN far_end_url TEXT;
