-- The way of a cable as drawn, the channel of a radio of its own, and how wide a unit's channels are.
ALTER TABLE link ADD COLUMN points TEXT NOT NULL DEFAULT '[]';
ALTER TABLE link ADD COLUMN channel INTEGER;
ALTER TABLE link ADD COLUMN holes INTEGER;
ALTER TABLE unit ADD COLUMN widths TEXT NOT NULL DEFAULT '{"2.4":null,"5":null,"6":null}';
