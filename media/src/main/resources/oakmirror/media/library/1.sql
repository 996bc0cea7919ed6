CREATE TABLE profile (
  n INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  title TEXT NOT NULL,
  artist TEXT NOT NULL,
  folder TEXT NOT NULL,
  tags TEXT NOT NULL,
  notes TEXT NOT NULL,
  rating INTEGER NOT NULL,
  colour INTEGER NOT NULL,
  origin TEXT NOT NULL,
  added_millis INTEGER NOT NULL,
  content TEXT NOT NULL,
  passage INTEGER NOT NULL,
  seconds REAL NOT NULL,
  lufs REAL NOT NULL,
  range_lu REAL,
  plr_db REAL NOT NULL,
  width_db REAL NOT NULL,
  bpm REAL,
  music_key TEXT NOT NULL,
  edge_hz REAL
) STRICT;
--;
CREATE INDEX profile_content ON profile (content);
--;
CREATE TABLE sketch (
  n INTEGER PRIMARY KEY REFERENCES profile (n) ON DELETE CASCADE,
  curves BLOB NOT NULL
) STRICT;
--;
CREATE TABLE figures (
  n INTEGER PRIMARY KEY REFERENCES profile (n) ON DELETE CASCADE,
  json BLOB NOT NULL
) STRICT
