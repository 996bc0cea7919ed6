CREATE TABLE library (
  one INTEGER PRIMARY KEY CHECK (one = 1),
  id TEXT NOT NULL,
  changes INTEGER NOT NULL
) STRICT;
--;
INSERT INTO library (one, id, changes) VALUES (1, lower(hex(randomblob(16))), 0);
--;
ALTER TABLE profile RENAME COLUMN plr_db TO plr_before;
--;
ALTER TABLE profile ADD COLUMN plr_db REAL;
--;
ALTER TABLE profile RENAME COLUMN width_db TO width_before;
--;
ALTER TABLE profile ADD COLUMN width_db REAL;
--;
UPDATE profile SET plr_db = plr_before, width_db = width_before;
--;
ALTER TABLE profile DROP COLUMN plr_before;
--;
ALTER TABLE profile DROP COLUMN width_before;
--;
CREATE TRIGGER library_added AFTER INSERT ON profile BEGIN
  UPDATE library SET changes = changes + 1;
END;
--;
CREATE TRIGGER library_removed AFTER DELETE ON profile BEGIN
  UPDATE library SET changes = changes + 1;
END;
--;
CREATE TRIGGER library_changed AFTER UPDATE ON profile BEGIN
  UPDATE library SET changes = changes + 1;
END
