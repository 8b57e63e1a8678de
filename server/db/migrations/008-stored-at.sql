-- When the server stored what a screen confirmed, beside when the screen says that it was: a device's clock may be wrong.
ALTER TABLE run_events ADD COLUMN stored_at TEXT;
