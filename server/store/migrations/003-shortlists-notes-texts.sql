-- Named sets of elements, by their stable keys.
CREATE TABLE shortlist (
  id INTEGER PRIMARY KEY,
  codebase_id INTEGER NOT NULL REFERENCES codebase (id) ON DELETE CASCADE,
  name TEXT NOT NULL,
  made_at TEXT NOT NULL,
  keys TEXT NOT NULL,
  UNIQUE (codebase_id, name)
);

-- What people have written on an element, or on a line of a file; `anchor` is the line's text, by which it is found again.
CREATE TABLE note (
  id INTEGER PRIMARY KEY,
  codebase_id INTEGER NOT NULL REFERENCES codebase (id) ON DELETE CASCADE,
  key TEXT NOT NULL,
  line INTEGER,
  anchor TEXT,
  body TEXT NOT NULL,
  author TEXT NOT NULL,
  written_at TEXT NOT NULL,
  changed_at TEXT
);
CREATE INDEX note_by_codebase ON note (codebase_id, key);

CREATE TABLE note_picture (
  id TEXT NOT NULL,
  codebase_id INTEGER NOT NULL REFERENCES codebase (id) ON DELETE CASCADE,
  type TEXT NOT NULL,
  data BLOB NOT NULL,
  PRIMARY KEY (codebase_id, id)
) WITHOUT ROWID;

-- Texts of surveyed folders by content, deflated: shown when a file has gone since. Those of no survey are removed.
CREATE TABLE kept_text (
  hash TEXT PRIMARY KEY,
  data BLOB NOT NULL
) WITHOUT ROWID;
