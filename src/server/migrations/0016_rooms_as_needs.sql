-- Proposals serve rooms too: nine tenths of each that has a need.
ALTER TABLE job ADD COLUMN cover_rooms INTEGER NOT NULL DEFAULT 0 CHECK (cover_rooms IN (0,1));
