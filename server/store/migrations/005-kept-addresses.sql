-- What of an address was too long for one, under a short id that follows from it: the same is kept once.
CREATE TABLE kept_address (
  codebase_id INTEGER NOT NULL REFERENCES codebase (id) ON DELETE CASCADE,
  id TEXT NOT NULL,
  search TEXT NOT NULL,
  kept_at TEXT NOT NULL,
  PRIMARY KEY (codebase_id, id)
) WITHOUT ROWID;
