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
