CREATE TABLE "request_documents_held" (
	"request_id" text PRIMARY KEY NOT NULL,
	"missing" jsonb NOT NULL,
	"at" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "errands" DROP CONSTRAINT "errand_of_one";--> statement-breakpoint
ALTER TABLE "business" ALTER COLUMN "documents" SET DEFAULT '{"from":null,"onAccount":"none","final":true,"send":true,"dueDays":14,"remindDays":[3,10,21],"addressNeeded":false,"prefixes":{"invoice":"I","credit":"C"},"note":""}'::jsonb;--> statement-breakpoint
ALTER TABLE "payment_requests" ADD COLUMN "paper" jsonb DEFAULT '{"price":null,"reference":"","terms":"","privateNote":"","dueDay":null,"tip":false,"copyTo":[],"attachments":[],"invoiced":"no"}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "payment_requests" ADD COLUMN "booking_id" text;--> statement-breakpoint
ALTER TABLE "request_payments" ADD COLUMN "tip" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "vouchers" ADD COLUMN "purpose" jsonb;--> statement-breakpoint
ALTER TABLE "journal_lines" ADD COLUMN "processor" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "errands" ADD COLUMN "request_id" text;--> statement-breakpoint
ALTER TABLE "request_documents_held" ADD CONSTRAINT "request_documents_held_request_id_payment_requests_id_fk" FOREIGN KEY ("request_id") REFERENCES "public"."payment_requests"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "payment_requests" ADD CONSTRAINT "payment_requests_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "errands" ADD CONSTRAINT "errands_request_id_payment_requests_id_fk" FOREIGN KEY ("request_id") REFERENCES "public"."payment_requests"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "payment_requests_booking_id_index" ON "payment_requests" USING btree ("booking_id");--> statement-breakpoint
CREATE INDEX "payment_requests_client_id_index" ON "payment_requests" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "entries_about" ON "journal_entries" USING btree ("about") WHERE "journal_entries"."about" <> '';--> statement-breakpoint
CREATE UNIQUE INDEX "errands_request_id_key_index" ON "errands" USING btree ("request_id","key");--> statement-breakpoint
ALTER TABLE "errands" ADD CONSTRAINT "errand_of_one" CHECK (num_nonnulls("errands"."booking_id", "errands"."quote_id", "errands"."voucher_id", "errands"."request_id") = 1);--> statement-breakpoint
UPDATE "business" SET "documents" = "documents" || '{"remindDays":[3,10,21]}'::jsonb WHERE NOT "documents" ? 'remindDays';
--> statement-breakpoint
ALTER TABLE "journal_lines" DISABLE TRIGGER USER;--> statement-breakpoint
UPDATE "journal_lines" AS "l" SET "processor" = "a"."name" FROM "journal_entries" AS "e", "facts" AS "f", "intents" AS "i", "pay_accounts" AS "a" WHERE "e"."seq" = "l"."entry_seq" AND "f"."seq" = "e"."fact_seq" AND "l"."account" IN ('assets:card clearing', 'expenses:processor fees') AND "i"."id" IN ("f"."fact"->>'refundId', "f"."fact"->>'receiptId') AND "a"."id" = "i"."account_id";--> statement-breakpoint
UPDATE "journal_lines" AS "l" SET "processor" = "a"."name" FROM "journal_entries" AS "e", "facts" AS "f", "intents" AS "i", "pay_accounts" AS "a" WHERE "e"."seq" = "l"."entry_seq" AND "f"."seq" = "e"."fact_seq" AND "l"."account" IN ('assets:card clearing', 'expenses:processor fees') AND "f"."fact"->>'kind' IN ('holdCaptured', 'paymentCaptured') AND "i"."answer"->>'reference' = "f"."fact"->>'authorisation' AND "a"."id" = "i"."account_id";--> statement-breakpoint
UPDATE "journal_lines" AS "l" SET "processor" = "a"."name" FROM "journal_entries" AS "e", "payment_requests" AS "r", "request_payments" AS "p", "pay_accounts" AS "a" WHERE "e"."seq" = "l"."entry_seq" AND "e"."about" = "r"."number" AND "l"."account" = 'assets:card clearing' AND "p"."request_id" = "r"."id" AND "p"."state" = 'approved' AND "a"."id" = "p"."account_id";--> statement-breakpoint
UPDATE "journal_lines" AS "l" SET "processor" = "a"."name" FROM "journal_entries" AS "e", "payouts" AS "p", (SELECT "provider", min("name") AS "name" FROM "pay_accounts" GROUP BY "provider") AS "a" WHERE "e"."seq" = "l"."entry_seq" AND "e"."about" = "p"."id" AND "l"."account" IN ('assets:card clearing', 'expenses:processor fees') AND "a"."provider" = "p"."processor";--> statement-breakpoint
ALTER TABLE "journal_lines" ENABLE TRIGGER USER;
