-- A note counts its changes, so that of two hands that change it the second is told.
ALTER TABLE note ADD COLUMN revision INTEGER NOT NULL DEFAULT 1;
