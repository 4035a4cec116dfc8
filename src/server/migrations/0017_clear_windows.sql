-- Proposals put no unit in front of a window where the household asks for that.
ALTER TABLE job ADD COLUMN clear_windows INTEGER NOT NULL DEFAULT 0 CHECK (clear_windows IN (0,1));
