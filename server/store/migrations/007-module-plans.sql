-- Plans of modules, several of a codebase. Each state that one was in is kept, so that edits can be taken back; `state` is the
-- one shown, `revision` counts every change of what is shown.
CREATE TABLE module_plan (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  codebase_id INTEGER NOT NULL REFERENCES codebase (id) ON DELETE CASCADE,
  name TEXT NOT NULL,
  made_at TEXT NOT NULL,
  state INTEGER NOT NULL,
  revision INTEGER NOT NULL
);
CREATE INDEX module_plan_by_codebase ON module_plan (codebase_id);

CREATE TABLE module_plan_state (
  plan_id INTEGER NOT NULL REFERENCES module_plan (id) ON DELETE CASCADE,
  state INTEGER NOT NULL,
  what TEXT NOT NULL,
  plan TEXT NOT NULL,
  PRIMARY KEY (plan_id, state)
) WITHOUT ROWID;
