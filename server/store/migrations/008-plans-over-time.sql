-- Files that surveys brought since somebody said that all new ones are known: a list of paths as JSON.
ALTER TABLE module_plan ADD COLUMN added TEXT NOT NULL DEFAULT '[]';

-- States of plans that somebody named, to go back to; whatever else is taken back, they stay.
CREATE TABLE module_plan_named (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  plan_id INTEGER NOT NULL REFERENCES module_plan (id) ON DELETE CASCADE,
  name TEXT NOT NULL,
  named_at TEXT NOT NULL,
  plan TEXT NOT NULL
);
CREATE INDEX module_plan_named_by_plan ON module_plan_named (plan_id);
