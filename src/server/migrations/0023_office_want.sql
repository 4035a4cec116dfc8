-- Jobs that were removed for good here and brought back on another laptop: they are fetched whole from the office.
CREATE TABLE office_want (
  job_id TEXT PRIMARY KEY
) STRICT;
