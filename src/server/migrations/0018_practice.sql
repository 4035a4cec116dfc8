-- Practice houses: which one a job is, with the answers given at the buttons of its rehearsal, as JSON.
ALTER TABLE job ADD COLUMN practice TEXT;
