CREATE TABLE "journal_summed" (
	"one" boolean PRIMARY KEY DEFAULT true NOT NULL,
	"until" bigint NOT NULL,
	CONSTRAINT "one_row" CHECK ("journal_summed"."one")
);
--> statement-breakpoint
CREATE TABLE "journal_sums" (
	"account" text NOT NULL,
	"processor" text NOT NULL,
	"currency" text NOT NULL,
	"month" text NOT NULL,
	"amount" bigint NOT NULL,
	CONSTRAINT "journal_sums_account_currency_processor_month_pk" PRIMARY KEY("account","currency","processor","month")
);
--> statement-breakpoint
CREATE TABLE "owing_bookings" (
	"booking_id" text PRIMARY KEY NOT NULL
);
--> statement-breakpoint
DROP INDEX "journal_lines_account_currency_index";--> statement-breakpoint
ALTER TABLE "owing_bookings" ADD CONSTRAINT "owing_bookings_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "on_account" ON "bookings" USING btree ("client_id") WHERE "bookings"."on_account";--> statement-breakpoint
CREATE INDEX "clients_by_name" ON "clients" USING btree (lower("name"),"id") WHERE "clients"."erased_at" is null;--> statement-breakpoint
CREATE INDEX "client_words" ON "clients" USING gin (("name" || ' ' || "email" || ' ' || "phone" || ' ' || coalesce("bill"->>'company', '') || ' ' || coalesce("bill"->>'city', '') || ' ' || coalesce("bill"->>'taxNumber', '')) gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "with_account_limit" ON "clients" USING btree ("id") WHERE "clients"."account_limit" is not null;--> statement-breakpoint
CREATE INDEX "documents_in_order" ON "documents" USING btree ("place");--> statement-breakpoint
CREATE INDEX "documents_of_kind" ON "documents" USING btree ("kind","place");--> statement-breakpoint
CREATE INDEX "document_numbers" ON "documents" USING gin ("number" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "moved_by_day" ON "journal_lines" USING btree ("account","currency","day","amount");--> statement-breakpoint
CREATE INDEX "quotes_in_order" ON "quotes" USING btree (("wants" is null),"touched_at" DESC NULLS FIRST,"number" DESC NULLS FIRST);--> statement-breakpoint
CREATE INDEX "quote_words" ON "quotes" USING gin ("search" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "payouts_at_index" ON "payouts" USING btree ("at");