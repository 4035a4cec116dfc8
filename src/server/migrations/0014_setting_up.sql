-- How a product is set up; what is not said is as its schema has it.
ALTER TABLE kit ADD COLUMN setup TEXT NOT NULL DEFAULT '{}';
-- What the lights of the catalogue meant in words is a state of its own now.
UPDATE kit SET lights = REPLACE(lights, '"means":"starting"', '"means":"starting","state":"starting"');
UPDATE kit SET lights = REPLACE(lights, '"means":"ready to be added"', '"means":"ready to be added","state":"ready"');
UPDATE kit SET lights = REPLACE(lights, '"means":"waits to be set up"', '"means":"waits to be set up","state":"ready"');
UPDATE kit SET lights = REPLACE(lights, '"means":"joined, good link"', '"means":"joined, good link","state":"good"');
UPDATE kit SET lights = REPLACE(lights, '"means":"in use"', '"means":"in use","state":"good"');
UPDATE kit SET lights = REPLACE(lights, '"means":"good link to the router"', '"means":"good link to the router","state":"good"');
UPDATE kit SET lights = REPLACE(lights, '"means":"joined, weak link"', '"means":"joined, weak link","state":"poor"');
UPDATE kit SET lights = REPLACE(lights, '"means":"too far off"', '"means":"too far off","state":"poor"');
UPDATE kit SET lights = REPLACE(lights, '"means":"no link"', '"means":"no link","state":"no-link"');
-- Lists that are ticked off at a step, and what the page of a unit showed.
ALTER TABLE step_run ADD COLUMN ticks TEXT NOT NULL DEFAULT '[]';
ALTER TABLE step_run ADD COLUMN shown TEXT;
-- How the line is entered into the main unit, and who has the details.
ALTER TABLE net_settings ADD COLUMN line TEXT NOT NULL DEFAULT 'unknown';
ALTER TABLE net_settings ADD COLUMN line_holder TEXT NOT NULL DEFAULT '';
-- A room that was found between its walls and that nobody named.
ALTER TABLE room ADD COLUMN named INTEGER NOT NULL DEFAULT 1 CHECK (named IN (0,1));
UPDATE room SET named = 0 WHERE name GLOB 'Room [0-9]' OR name GLOB 'Room [0-9][0-9]';
