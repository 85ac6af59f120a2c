-- Where a codebase comes from (`root` is its path or address), and what a user has decided about it.
ALTER TABLE codebase ADD COLUMN kind TEXT NOT NULL DEFAULT 'folder'
  CHECK (kind IN ('folder', 'repository', 'remote', 'archive'));
ALTER TABLE codebase ADD COLUMN ref TEXT;
ALTER TABLE codebase ADD COLUMN rules TEXT NOT NULL DEFAULT '{}';
ALTER TABLE codebase ADD COLUMN keep_current TEXT NOT NULL DEFAULT 'no'
  CHECK (keep_current IN ('no', 'offer', 'survey'));
-- When a change was noticed that no survey has read yet.
ALTER TABLE codebase ADD COLUMN changed_at TEXT;

-- The rules under which a survey was made.
ALTER TABLE survey ADD COLUMN rules TEXT NOT NULL DEFAULT '{}';

-- A job is a survey, or a look over the codebase before one.
ALTER TABLE job ADD COLUMN kind TEXT NOT NULL DEFAULT 'survey' CHECK (kind IN ('survey', 'intake'));
ALTER TABLE job ADD COLUMN refresh INTEGER NOT NULL DEFAULT 1;
ALTER TABLE job ADD COLUMN step TEXT NOT NULL DEFAULT '';
DROP INDEX job_running;
CREATE UNIQUE INDEX job_running ON job (codebase_id, kind) WHERE state IN ('waiting', 'running');

CREATE TABLE job_log (
  job_id INTEGER NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  at TEXT NOT NULL,
  line TEXT NOT NULL
);
CREATE INDEX job_log_by_job ON job_log (job_id);

-- What a look into a file gave when it had this stamp (size and times of change, or the object of the repository).
DROP TABLE file_stamp;
CREATE TABLE look (
  codebase_id INTEGER NOT NULL REFERENCES codebase (id) ON DELETE CASCADE,
  path TEXT NOT NULL,
  stamp TEXT NOT NULL,
  version INTEGER NOT NULL,
  data TEXT NOT NULL,
  PRIMARY KEY (codebase_id, path)
) WITHOUT ROWID;

-- The intake sheet as it was last made.
CREATE TABLE intake (
  codebase_id INTEGER PRIMARY KEY REFERENCES codebase (id) ON DELETE CASCADE,
  taken_at TEXT NOT NULL,
  commit_hash TEXT,
  rules TEXT NOT NULL,
  data BLOB NOT NULL
);

-- What is missing or doubled and has been looked at, so that it is not counted as news again.
CREATE TABLE looked_at (
  codebase_id INTEGER NOT NULL REFERENCES codebase (id) ON DELETE CASCADE,
  item TEXT NOT NULL,
  PRIMARY KEY (codebase_id, item)
) WITHOUT ROWID;

CREATE TABLE setting (
  name TEXT PRIMARY KEY,
  value TEXT NOT NULL
) WITHOUT ROWID;
