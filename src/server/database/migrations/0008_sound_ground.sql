ALTER TABLE "account_balances" DISABLE ROW LEVEL SECURITY;--> statement-breakpoint
DROP TABLE "account_balances" CASCADE;--> statement-breakpoint
ALTER TABLE "messages" DROP CONSTRAINT "message_of_one";--> statement-breakpoint
DROP INDEX "credit_receipts_client_id_index";--> statement-breakpoint
DROP INDEX "journal_lines_account_index";--> statement-breakpoint
DROP INDEX "messages_state_index";--> statement-breakpoint
ALTER TABLE "errands" ADD COLUMN "tried_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "errands" ADD COLUMN "pause" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "seq" bigserial NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "request_id" text;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "code_id" text;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "path" text;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "tries" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "unsure" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "tried_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "pause" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "error" text;--> statement-breakpoint
ALTER TABLE "world"."clock" ADD COLUMN "mover" text;--> statement-breakpoint
ALTER TABLE "world"."clock" ADD COLUMN "seen_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_request_id_payment_requests_id_fk" FOREIGN KEY ("request_id") REFERENCES "public"."payment_requests"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_code_id_device_codes_id_fk" FOREIGN KEY ("code_id") REFERENCES "public"."device_codes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "bookings_client_id_index" ON "bookings" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "placed_authorisation" ON "facts" USING btree (("fact"->>'authorisation')) WHERE "facts"."fact"->>'kind' in ('holdPlaced', 'paymentAuthorised');--> statement-breakpoint
CREATE INDEX "used_voucher" ON "facts" USING btree (("fact"->>'voucherId')) WHERE "facts"."fact"->>'voucherId' is not null;--> statement-breakpoint
CREATE INDEX "moves_credit" ON "facts" USING btree ("booking_id") WHERE "facts"."fact"->>'method' = 'credit' or ("facts"."fact"->>'kind' = 'delivered' and ("facts"."fact"->>'received')::bigint > ("facts"."fact"->>'total')::bigint);--> statement-breakpoint
CREATE INDEX "credit_receipts_client_id_currency_index" ON "credit_receipts" USING btree ("client_id","currency");--> statement-breakpoint
CREATE INDEX "credit_receipts_request_id_index" ON "credit_receipts" USING btree ("request_id");--> statement-breakpoint
CREATE INDEX "credit_receipts_at_index" ON "credit_receipts" USING btree ("at");--> statement-breakpoint
CREATE INDEX "answered_request_reference" ON "request_payments" USING btree (("answer"->>'reference'));--> statement-breakpoint
CREATE INDEX "vouchers_sold_at_index" ON "vouchers" USING btree ("sold_at");--> statement-breakpoint
CREATE INDEX "journal_lines_account_currency_index" ON "journal_lines" USING btree ("account","currency");--> statement-breakpoint
CREATE INDEX "answered_reference" ON "intents" USING btree (("answer"->>'reference'));--> statement-breakpoint
CREATE UNIQUE INDEX "messages_request_id_cause_index" ON "messages" USING btree ("request_id","cause");--> statement-breakpoint
CREATE UNIQUE INDEX "messages_code_id_index" ON "messages" USING btree ("code_id");--> statement-breakpoint
CREATE UNIQUE INDEX "one_notice" ON "messages" USING btree ("cause") WHERE "messages"."path" is not null;--> statement-breakpoint
CREATE INDEX "outgoing_in_order" ON "messages" USING btree ("recipient","seq") WHERE "messages"."state" = 'outgoing';--> statement-breakpoint
CREATE INDEX "given_up" ON "messages" USING btree ("seq") WHERE "messages"."state" = 'failed';--> statement-breakpoint
ALTER TABLE "errands" DROP COLUMN "not_before";--> statement-breakpoint
ALTER TABLE "messages" DROP COLUMN "called_at";--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "message_of_one" CHECK (num_nonnulls("messages"."booking_id", "messages"."quote_id", "messages"."request_id", "messages"."code_id", "messages"."path") = 1);--> statement-breakpoint
CREATE VIEW "public"."account_balances" AS (select account, currency, sum(amount)::bigint as balance from journal_lines group by account, currency);