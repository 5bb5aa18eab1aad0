ALTER TABLE "clients" ADD COLUMN "erased_at" text;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "erased_by" jsonb;--> statement-breakpoint
ALTER TABLE "quotes" ADD COLUMN "erased_at" text;--> statement-breakpoint
CREATE INDEX "erased_clients" ON "clients" USING btree ("erased_at") WHERE "clients"."erased_at" is not null;--> statement-breakpoint
-- What is never changed can lose what it says of a person who was erased: the columns named, and no other.
CREATE FUNCTION goes_with_its_person() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  before jsonb := to_jsonb(OLD);
  erased boolean;
BEGIN
  IF TG_OP = 'UPDATE' AND to_jsonb(NEW) - TG_ARGV = before - TG_ARGV THEN
    erased := CASE
      WHEN before ? 'quote_id' THEN
        EXISTS (SELECT 1 FROM quotes WHERE id = before->>'quote_id' AND erased_at IS NOT NULL)
      WHEN before ? 'client_id' THEN
        EXISTS (SELECT 1 FROM clients WHERE id = before->>'client_id' AND erased_at IS NOT NULL)
      -- A voucher: its buyer is erased, or only whom it was for.
      ELSE to_jsonb(NEW)->'order'->'to'->>'email' = '' AND to_jsonb(NEW)->'buyer' = before->'buyer'
        OR EXISTS (
          SELECT 1 FROM payment_requests r JOIN clients c ON c.id = r.client_id
          WHERE r.id = before->>'request_id' AND c.erased_at IS NOT NULL
        )
    END;
    IF erased THEN RETURN NEW; END IF;
  END IF;
  RAISE EXCEPTION '% is append-only', TG_TABLE_NAME USING ERRCODE = '23514';
END $$;--> statement-breakpoint
DROP TRIGGER append_only ON quote_revisions;--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON quote_revisions FOR EACH ROW EXECUTE FUNCTION goes_with_its_person('offer');--> statement-breakpoint
DROP TRIGGER append_only ON signed_documents;--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON signed_documents FOR EACH ROW EXECUTE FUNCTION goes_with_its_person('document', 'text');--> statement-breakpoint
DROP TRIGGER append_only ON credit_receipts;--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON credit_receipts FOR EACH ROW EXECUTE FUNCTION goes_with_its_person('payer');--> statement-breakpoint
DROP TRIGGER append_only ON vouchers;--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON vouchers FOR EACH ROW EXECUTE FUNCTION goes_with_its_person('buyer', 'order');
