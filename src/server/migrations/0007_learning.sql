-- Whether predictions follow what readings have taught.
ALTER TABLE job ADD COLUMN use_learned INTEGER NOT NULL DEFAULT 0 CHECK (use_learned IN (0,1));
