-- A storey whose inside is a guess.
ALTER TABLE storey ADD COLUMN guessed INTEGER NOT NULL DEFAULT 0 CHECK (guessed IN (0,1));
-- A socket that is a guess.
ALTER TABLE service ADD COLUMN guessed INTEGER NOT NULL DEFAULT 0 CHECK (guessed IN (0,1));
