-- Pictures that somebody named, in the order of `place`: the view, and its address without what stands beside it. `files` are the
-- paths that its scope held then, deflated JSON. With `survey_id` it is of that survey, else of the newest. One that was taken out
-- stays until another is, so that it can be brought back.
CREATE TABLE saved_view (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  codebase_id INTEGER NOT NULL REFERENCES codebase (id) ON DELETE CASCADE,
  place INTEGER NOT NULL,
  name TEXT NOT NULL,
  sentence TEXT NOT NULL,
  caption TEXT NOT NULL,
  view TEXT NOT NULL,
  search TEXT NOT NULL,
  survey_id INTEGER,
  saved_at TEXT NOT NULL,
  files BLOB NOT NULL,
  begins INTEGER NOT NULL DEFAULT 0,
  is_out INTEGER NOT NULL DEFAULT 0,
  revision INTEGER NOT NULL DEFAULT 1
);
CREATE INDEX saved_view_by_codebase ON saved_view (codebase_id, place);

-- What is marked in all pictures, in the order of `place`: what a pattern of paths matches, or a shortlist holds.
CREATE TABLE mark (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  codebase_id INTEGER NOT NULL REFERENCES codebase (id) ON DELETE CASCADE,
  place INTEGER NOT NULL,
  name TEXT NOT NULL,
  manner TEXT NOT NULL,
  colour TEXT NOT NULL,
  pattern TEXT,
  shortlist_id INTEGER REFERENCES shortlist (id) ON DELETE CASCADE,
  is_shown INTEGER NOT NULL DEFAULT 1,
  revision INTEGER NOT NULL DEFAULT 1
);
CREATE INDEX mark_by_codebase ON mark (codebase_id, place);
