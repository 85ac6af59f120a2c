-- The last number that a row of a table was given: one is never given twice, or work that outlives a codebase which is
-- removed would be taken for that of the next one.
CREATE TABLE last_id (
  of_table TEXT PRIMARY KEY,
  id INTEGER NOT NULL
) WITHOUT ROWID;

INSERT INTO last_id (of_table, id)
  SELECT 'codebase', coalesce(max(id), 0) FROM codebase
  UNION ALL SELECT 'survey', coalesce(max(id), 0) FROM survey
  UNION ALL SELECT 'job', coalesce(max(id), 0) FROM job;

CREATE TRIGGER codebase_id AFTER INSERT ON codebase
BEGIN UPDATE last_id SET id = new.id WHERE of_table = 'codebase'; END;

CREATE TRIGGER survey_id AFTER INSERT ON survey
BEGIN UPDATE last_id SET id = new.id WHERE of_table = 'survey'; END;

CREATE TRIGGER job_id AFTER INSERT ON job
BEGIN UPDATE last_id SET id = new.id WHERE of_table = 'job'; END;
