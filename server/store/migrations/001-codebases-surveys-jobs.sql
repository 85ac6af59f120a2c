-- A codebase is a root that was opened.
CREATE TABLE codebase (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  root TEXT NOT NULL UNIQUE,
  opened_at TEXT NOT NULL
);

-- A finished survey, immutable. Its elements and dependencies lie as columns in survey_part: they are only ever read
-- whole, into typed arrays (docs/decisions/columns.md).
CREATE TABLE survey (
  id INTEGER PRIMARY KEY,
  codebase_id INTEGER NOT NULL REFERENCES codebase (id) ON DELETE CASCADE,
  commit_hash TEXT,
  surveyed_at TEXT NOT NULL,
  took_ms INTEGER NOT NULL,
  totals TEXT NOT NULL
);
CREATE INDEX survey_by_codebase ON survey (codebase_id, id);

CREATE TABLE survey_part (
  survey_id INTEGER NOT NULL REFERENCES survey (id) ON DELETE CASCADE,
  part TEXT NOT NULL,
  data BLOB NOT NULL,
  PRIMARY KEY (survey_id, part)
);

CREATE TABLE survey_file (
  survey_id INTEGER NOT NULL REFERENCES survey (id) ON DELETE CASCADE,
  path TEXT NOT NULL,
  language TEXT NOT NULL,
  hash TEXT NOT NULL,
  lines INTEGER NOT NULL,
  code_lines INTEGER NOT NULL,
  comment_lines INTEGER NOT NULL,
  parse TEXT NOT NULL CHECK (parse IN ('clean', 'partial', 'failed')),
  is_test INTEGER NOT NULL,
  PRIMARY KEY (survey_id, path)
) WITHOUT ROWID;

CREATE TABLE survey_left_out (
  survey_id INTEGER NOT NULL REFERENCES survey (id) ON DELETE CASCADE,
  path TEXT NOT NULL,
  reason TEXT NOT NULL,
  detail TEXT,
  PRIMARY KEY (survey_id, path)
) WITHOUT ROWID;

-- Facts of files by content, shared by all surveys of all codebases.
CREATE TABLE fact (
  hash TEXT NOT NULL,
  front_end INTEGER NOT NULL,
  grammar TEXT NOT NULL,
  data BLOB NOT NULL,
  PRIMARY KEY (hash, front_end, grammar)
);

-- What a file's content was when it had this size and time of change.
CREATE TABLE file_stamp (
  codebase_id INTEGER NOT NULL REFERENCES codebase (id) ON DELETE CASCADE,
  path TEXT NOT NULL,
  size INTEGER NOT NULL,
  modified_ms REAL NOT NULL,
  hash TEXT NOT NULL,
  PRIMARY KEY (codebase_id, path)
) WITHOUT ROWID;

CREATE TABLE job (
  id INTEGER PRIMARY KEY,
  codebase_id INTEGER NOT NULL REFERENCES codebase (id) ON DELETE CASCADE,
  state TEXT NOT NULL CHECK (state IN ('waiting', 'running', 'finished', 'stopped', 'failed', 'interrupted')),
  -- The process that sees to it. When that is gone, a job under way is an orphan.
  runner INTEGER NOT NULL,
  phase TEXT NOT NULL DEFAULT 'intake',
  done INTEGER NOT NULL DEFAULT 0,
  total INTEGER NOT NULL DEFAULT 0,
  message TEXT NOT NULL DEFAULT '',
  created_at TEXT NOT NULL,
  started_at TEXT,
  updated_at TEXT NOT NULL,
  survey_id INTEGER REFERENCES survey (id) ON DELETE SET NULL
);
-- One survey of a codebase at a time, whoever asks.
CREATE UNIQUE INDEX job_running ON job (codebase_id) WHERE state IN ('waiting', 'running');
