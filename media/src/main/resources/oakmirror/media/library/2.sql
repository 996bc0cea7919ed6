CREATE VIRTUAL TABLE words USING fts5 (
  title, artist, folder, tags, notes, origin,
  content = 'profile', content_rowid = 'n', tokenize = 'unicode61 remove_diacritics 2', prefix = '1 2 3'
);
--;
CREATE TRIGGER profile_added AFTER INSERT ON profile BEGIN
  INSERT INTO words (rowid, title, artist, folder, tags, notes, origin)
  VALUES (new.n, new.title, new.artist, new.folder, new.tags, new.notes, new.origin);
END;
--;
CREATE TRIGGER profile_removed AFTER DELETE ON profile BEGIN
  INSERT INTO words (words, rowid, title, artist, folder, tags, notes, origin)
  VALUES ('delete', old.n, old.title, old.artist, old.folder, old.tags, old.notes, old.origin);
END;
--;
CREATE TRIGGER profile_changed AFTER UPDATE ON profile BEGIN
  INSERT INTO words (words, rowid, title, artist, folder, tags, notes, origin)
  VALUES ('delete', old.n, old.title, old.artist, old.folder, old.tags, old.notes, old.origin);
  INSERT INTO words (rowid, title, artist, folder, tags, notes, origin)
  VALUES (new.n, new.title, new.artist, new.folder, new.tags, new.notes, new.origin);
END;
--;
INSERT INTO words (words) VALUES ('rebuild')
