CREATE TABLE habits (
  one INTEGER PRIMARY KEY CHECK (one = 1),
  agreed INTEGER NOT NULL
) STRICT;
--;
INSERT INTO habits (one, agreed) VALUES (1, 0);
--;
CREATE TABLE habit_song (
  id TEXT PRIMARY KEY,
  json BLOB NOT NULL
) STRICT;
--;
CREATE TABLE habit_mark (
  day TEXT NOT NULL,
  what TEXT NOT NULL
) STRICT;
--;
CREATE TRIGGER habit_agreed AFTER UPDATE ON habits BEGIN
  UPDATE library SET changes = changes + 1;
END;
--;
CREATE TRIGGER habit_song_added AFTER INSERT ON habit_song BEGIN
  UPDATE library SET changes = changes + 1;
END;
--;
CREATE TRIGGER habit_song_changed AFTER UPDATE ON habit_song BEGIN
  UPDATE library SET changes = changes + 1;
END;
--;
CREATE TRIGGER habit_song_removed AFTER DELETE ON habit_song BEGIN
  UPDATE library SET changes = changes + 1;
END;
--;
CREATE TRIGGER habit_mark_added AFTER INSERT ON habit_mark BEGIN
  UPDATE library SET changes = changes + 1;
END;
--;
CREATE TRIGGER habit_mark_removed AFTER DELETE ON habit_mark BEGIN
  UPDATE library SET changes = changes + 1;
END
