CREATE TABLE "derivations" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"edition" integer NOT NULL
);
--> statement-breakpoint
-- Under the first posting rules a payout was in the bank at once, and its entry named it in words alone.
ALTER TABLE "journal_entries" DISABLE TRIGGER USER;--> statement-breakpoint
UPDATE "journal_entries" SET "about" = substring("description" from 8)
  WHERE "about" = '' AND "booking_id" IS NULL AND "rules" = 1 AND "description" LIKE 'Payout %';--> statement-breakpoint
ALTER TABLE "journal_entries" ENABLE TRIGGER USER;--> statement-breakpoint
UPDATE "payouts" SET "banked_at" = "at"
  WHERE "banked_at" IS NULL
  AND EXISTS (SELECT 1 FROM "journal_entries" "e" WHERE "e"."about" = "payouts"."id" AND "e"."rules" = 1);
