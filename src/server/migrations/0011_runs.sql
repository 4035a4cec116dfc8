-- A run tells its delay in each direction, its longest silence, and what makes it say less of the house.
ALTER TABLE reading ADD COLUMN loaded_up_ms REAL;
ALTER TABLE reading ADD COLUMN silence_ms REAL;
ALTER TABLE reading ADD COLUMN remarks TEXT NOT NULL DEFAULT '[]';
