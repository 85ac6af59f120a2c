-- What a codebase is held to, as the text of a yletope.yaml that people edit; its states, so that edits can be taken back.
CREATE TABLE rule_book (
  codebase_id INTEGER PRIMARY KEY REFERENCES codebase (id) ON DELETE CASCADE,
  state INTEGER NOT NULL,
  revision INTEGER NOT NULL DEFAULT 1
);
CREATE TABLE rule_book_state (
  codebase_id INTEGER NOT NULL REFERENCES rule_book (codebase_id) ON DELETE CASCADE,
  state INTEGER NOT NULL,
  what TEXT NOT NULL,
  text TEXT NOT NULL,
  PRIMARY KEY (codebase_id, state)
);
