-- A note counts its changes, so that of two hands that change it the second is told.
ALTER TABLE note ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;

-- A survey that a copied link names is kept when newer ones replace the others.
ALTER TABLE survey ADD COLUMN pinned INTEGER NOT NULL DEFAULT 0;
