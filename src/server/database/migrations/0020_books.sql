CREATE TABLE "document_counters" (
	"series" text NOT NULL,
	"year" integer NOT NULL,
	"last" integer NOT NULL,
	"day" text NOT NULL,
	CONSTRAINT "document_counters_series_year_pk" PRIMARY KEY("series","year")
);
--> statement-breakpoint
CREATE TABLE "documents" (
	"id" text PRIMARY KEY NOT NULL,
	"place" bigserial NOT NULL,
	"number" text NOT NULL,
	"series" text NOT NULL,
	"year" integer NOT NULL,
	"seq" integer NOT NULL,
	"kind" text NOT NULL,
	"client_id" text NOT NULL,
	"booking_id" text,
	"request_id" text,
	"cause" text NOT NULL,
	"credit_of" text,
	"run" text NOT NULL,
	"currency" text NOT NULL,
	"total" bigint NOT NULL,
	"net" bigint NOT NULL,
	"taxes" jsonb NOT NULL,
	"payable" bigint NOT NULL,
	"issued_at" text NOT NULL,
	"day" text NOT NULL,
	"due_day" text,
	"body" jsonb NOT NULL,
	CONSTRAINT "documents_number_unique" UNIQUE("number"),
	CONSTRAINT "document_of_one" CHECK (num_nonnulls("documents"."booking_id", "documents"."request_id") = 1),
	CONSTRAINT "credit_names_its_document" CHECK (("documents"."kind" = 'credit') = ("documents"."credit_of" is not null))
);
--> statement-breakpoint
CREATE TABLE "documents_held" (
	"booking_id" text PRIMARY KEY NOT NULL,
	"missing" jsonb NOT NULL,
	"at" text NOT NULL
);
--> statement-breakpoint
DROP INDEX "moves_credit";--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "books" jsonb DEFAULT '{"taxAt":[],"kept":{"cancelled":{"kind":"none"},"noShow":{"kind":"none"}},"claims":{"damage":{"kind":"none"},"late":{"kind":"none"},"refill":{"kind":"none"},"other":{"kind":"none"}},"tips":"business"}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "documents" jsonb DEFAULT '{"from":null,"onAccount":"none","final":true,"send":true,"dueDays":14,"addressNeeded":false,"prefixes":{"invoice":"I","credit":"C"},"note":""}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "seller" jsonb DEFAULT '{"legalName":"","street":"","postcode":"","city":"","taxNumber":"","registration":"","iban":"","bic":""}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "account_names" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "closed_until" text;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "delivered_since" text;--> statement-breakpoint
ALTER TABLE "taxes" ADD COLUMN "category" text DEFAULT 'S' NOT NULL;--> statement-breakpoint
ALTER TABLE "taxes" ADD COLUMN "reason" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "bill" jsonb DEFAULT '{"company":"","street":"","postcode":"","city":"","country":"","taxNumber":"","taxChecked":null,"billTo":null,"payer":null}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "journal_entries" ADD COLUMN "day" text;--> statement-breakpoint
ALTER TABLE "journal_entries" DISABLE TRIGGER USER;--> statement-breakpoint
UPDATE "journal_entries" SET "day" = (("at"::timestamptz) AT TIME ZONE "b"."time_zone")::date::text FROM "business" AS "b";--> statement-breakpoint
ALTER TABLE "journal_entries" ENABLE TRIGGER USER;--> statement-breakpoint
ALTER TABLE "journal_entries" ALTER COLUMN "day" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "journal_entries" ADD COLUMN "about" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "journal_lines" ADD COLUMN "day" text;--> statement-breakpoint
ALTER TABLE "journal_lines" DISABLE TRIGGER USER;--> statement-breakpoint
UPDATE "journal_lines" SET "day" = "e"."day" FROM "journal_entries" AS "e" WHERE "e"."seq" = "entry_seq";--> statement-breakpoint
ALTER TABLE "journal_lines" ENABLE TRIGGER USER;--> statement-breakpoint
ALTER TABLE "journal_lines" ALTER COLUMN "day" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "journal_lines" ADD COLUMN "tax_code" text;--> statement-breakpoint
ALTER TABLE "journal_lines" ADD COLUMN "tax_base" bigint;--> statement-breakpoint
ALTER TABLE "payouts" ADD COLUMN "processor" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "payouts" ADD COLUMN "banked_at" text;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_request_id_payment_requests_id_fk" FOREIGN KEY ("request_id") REFERENCES "public"."payment_requests"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents" ADD CONSTRAINT "documents_credit_of_documents_id_fk" FOREIGN KEY ("credit_of") REFERENCES "public"."documents"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "documents_held" ADD CONSTRAINT "documents_held_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "documents_series_year_seq_index" ON "documents" USING btree ("series","year","seq");--> statement-breakpoint
CREATE UNIQUE INDEX "documents_booking_id_cause_index" ON "documents" USING btree ("booking_id","cause");--> statement-breakpoint
CREATE UNIQUE INDEX "documents_request_id_cause_index" ON "documents" USING btree ("request_id","cause");--> statement-breakpoint
CREATE INDEX "documents_client_id_index" ON "documents" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "documents_day_index" ON "documents" USING btree ("day");--> statement-breakpoint
CREATE INDEX "journal_entries_day_seq_index" ON "journal_entries" USING btree ("day","seq");--> statement-breakpoint
CREATE INDEX "lines_of_account" ON "journal_lines" USING btree ("account","day","entry_seq");--> statement-breakpoint
CREATE INDEX "moves_credit" ON "facts" USING btree ("booking_id") WHERE "facts"."fact"->>'method' = 'credit' or ("facts"."fact"->>'kind' = 'delivered' and "facts"."fact"->'taxes' is null and ("facts"."fact"->>'received')::bigint > ("facts"."fact"->>'total')::bigint) or ("facts"."fact"->>'kind' = 'closedOut' and ("facts"."fact"->>'over')::bigint > 0);--> statement-breakpoint
-- What is issued is never changed, only credited (money-rules-2.md, section 12).
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON "documents" FOR EACH ROW EXECUTE FUNCTION append_only();--> statement-breakpoint
-- A closed period stays closed: what comes to light later is booked on the first open day.
CREATE FUNCTION books_are_open() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT 1 FROM "business" WHERE "closed_until" >= NEW."day") THEN
    RAISE EXCEPTION 'the books are closed on %', NEW."day";
  END IF;
  RETURN NEW;
END $$;--> statement-breakpoint
CREATE TRIGGER books_are_open BEFORE INSERT ON "journal_entries" FOR EACH ROW EXECUTE FUNCTION books_are_open();--> statement-breakpoint
-- Services that ended and were not closed are delivered at this moment, the others at their end.
UPDATE "business" SET "delivered_since" = (SELECT max("at") FROM "facts");--> statement-breakpoint
INSERT INTO "errands" ("id", "booking_id", "key", "kind", "at", "errand", "state")
SELECT gen_random_uuid()::text, "s"."booking_id", 'deliver', 'deliver', "s"."end_at",
  jsonb_build_object('key', 'deliver', 'kind', 'deliver', 'at', "s"."end_at"), 'waiting'
FROM "summaries" AS "s" WHERE "s"."stage" IN ('secured', 'inService', 'toCloseOut');
