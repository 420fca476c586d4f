/* What a page sends again, because no answer came, is the entry that is there already: it carries the page's own key. */
ALTER TABLE entry ADD COLUMN delivery uuid;
CREATE UNIQUE INDEX entry_delivery ON entry (delivery) WHERE delivery IS NOT NULL;
