-- Finding among tens of thousands: words by their beginnings through an index of their own, and a dictionary of the words for what is misspelt.
-- Numbers are not in it: one that is nearly another is another.
ALTER TABLE findable ADD COLUMN lexemes tsvector GENERATED ALWAYS AS (to_tsvector('simple', words)) STORED;
CREATE INDEX findable_lexemes ON findable USING gin (lexemes);

CREATE TABLE findable_word (word text PRIMARY KEY CHECK (word !~ '[0-9]'));
CREATE INDEX findable_word_alike ON findable_word USING gin (word gin_trgm_ops);

-- Statement by statement, so that a long list is taken in one go.
CREATE FUNCTION note_words() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO findable_word
    SELECT DISTINCT word FROM added, unnest(tsvector_to_array(lexemes)) AS word WHERE word !~ '[0-9]' ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;
CREATE TRIGGER findable_words_added AFTER INSERT ON findable REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION note_words();
CREATE TRIGGER findable_words_changed AFTER UPDATE ON findable REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION note_words();
INSERT INTO findable_word SELECT DISTINCT word FROM findable, unnest(tsvector_to_array(lexemes)) AS word WHERE word !~ '[0-9]';
