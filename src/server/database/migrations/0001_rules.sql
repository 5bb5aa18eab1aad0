CREATE FUNCTION journal_entry_balances() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (
    SELECT 1 FROM journal_lines WHERE entry_seq = NEW.entry_seq GROUP BY currency HAVING sum(amount) <> 0
  ) THEN
    RAISE EXCEPTION 'journal entry % does not balance', NEW.entry_seq USING ERRCODE = '23514';
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER journal_entry_balances AFTER INSERT ON journal_lines
  DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION journal_entry_balances();
--> statement-breakpoint
CREATE FUNCTION append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% is append-only', TG_TABLE_NAME USING ERRCODE = '23514';
END $$;
--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON facts FOR EACH ROW EXECUTE FUNCTION append_only();
--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON journal_entries FOR EACH ROW EXECUTE FUNCTION append_only();
--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON journal_lines FOR EACH ROW EXECUTE FUNCTION append_only();
--> statement-breakpoint
CREATE UNIQUE INDEX authorisation_placed ON facts ((fact->>'authorisation')) WHERE fact->>'kind' = 'holdPlaced';
--> statement-breakpoint
CREATE UNIQUE INDEX receipt_received ON facts ((fact->>'receiptId')) WHERE fact->>'kind' = 'received';
--> statement-breakpoint
CREATE UNIQUE INDEX closed_once ON facts (booking_id) WHERE fact->>'kind' IN ('closedOut', 'cancelled', 'lapsed');
