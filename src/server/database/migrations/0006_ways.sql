CREATE TABLE "connecting" (
	"state" text PRIMARY KEY NOT NULL,
	"provider" text NOT NULL,
	"mode" text NOT NULL,
	"currency" text NOT NULL,
	"made_at" text NOT NULL,
	"account_id" text
);
--> statement-breakpoint
CREATE TABLE "pay_accounts" (
	"id" text PRIMARY KEY NOT NULL,
	"seq" bigserial NOT NULL,
	"provider" text NOT NULL,
	"name" text NOT NULL,
	"way" text NOT NULL,
	"mode" text NOT NULL,
	"currency" text NOT NULL,
	"reference" text NOT NULL,
	"access" text NOT NULL,
	"access_until" text NOT NULL,
	"failed_at" text,
	"connected_at" text NOT NULL,
	"disconnected_at" text,
	CONSTRAINT "pay_accounts_reference_unique" UNIQUE("reference")
);
--> statement-breakpoint
CREATE TABLE "world"."accounts" (
	"reference" text PRIMARY KEY NOT NULL,
	"provider" text NOT NULL,
	"mode" text NOT NULL,
	"currency" text NOT NULL,
	"access" text NOT NULL,
	"access_until" text NOT NULL,
	"refuses_renewal" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "world"."grants" (
	"code" text PRIMARY KEY NOT NULL,
	"provider" text NOT NULL,
	"mode" text NOT NULL,
	"currency" text NOT NULL,
	"account" text
);
--> statement-breakpoint
-- What was there before went through one account of the business's currency.
INSERT INTO "pay_accounts" ("id", "provider", "name", "way", "mode", "currency", "reference", "access", "access_until", "connected_at")
SELECT 'first', 'tarn', 'Tarn Cards', 'card', 'live', "currency", 'tarn_first', 'first_access', '9999-01-01T00:00:00Z', '2000-01-01T00:00:00Z' FROM "business";
--> statement-breakpoint
INSERT INTO "world"."accounts" ("reference", "provider", "mode", "currency", "access", "access_until")
SELECT 'tarn_first', 'tarn', 'live', "currency", 'first_access', '9999-01-01T00:00:00Z' FROM "business";
--> statement-breakpoint
ALTER TABLE "credit_receipts" DROP CONSTRAINT "credit_above_zero";--> statement-breakpoint
DROP INDEX "one_open_request_payment";--> statement-breakpoint
DROP INDEX "one_open_payment";--> statement-breakpoint
ALTER TABLE "bookings" ADD COLUMN "on_account" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "ways" jsonb DEFAULT '{"hidden":[],"online":null}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "transfer_to" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "ways" jsonb DEFAULT '{"hidden":[],"online":null}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "cards" ADD COLUMN "way" text DEFAULT 'card' NOT NULL;--> statement-breakpoint
ALTER TABLE "cards" ADD COLUMN "account_id" text DEFAULT 'first' NOT NULL;--> statement-breakpoint
ALTER TABLE "cards" ALTER COLUMN "account_id" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "account_limit" bigint;--> statement-breakpoint
ALTER TABLE "payment_requests" ADD COLUMN "ways" jsonb DEFAULT '{"hidden":[],"online":null}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "request_payments" ADD COLUMN "account_id" text DEFAULT 'first' NOT NULL;--> statement-breakpoint
ALTER TABLE "request_payments" ALTER COLUMN "account_id" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "intents" ADD COLUMN "account_id" text DEFAULT 'first' NOT NULL;--> statement-breakpoint
ALTER TABLE "intents" ALTER COLUMN "account_id" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "world"."authorisations" ADD COLUMN "account" text DEFAULT 'tarn_first' NOT NULL;--> statement-breakpoint
ALTER TABLE "world"."authorisations" ALTER COLUMN "account" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "world"."payments" ADD COLUMN "account" text DEFAULT 'tarn_first' NOT NULL;--> statement-breakpoint
ALTER TABLE "world"."payments" ALTER COLUMN "account" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "world"."payments" ADD COLUMN "recall_at" text;--> statement-breakpoint
ALTER TABLE "world"."requests" ADD COLUMN "settle_at" text;--> statement-breakpoint
ALTER TABLE "world"."requests" ADD COLUMN "account" text DEFAULT 'tarn_first' NOT NULL;--> statement-breakpoint
ALTER TABLE "world"."requests" ALTER COLUMN "account" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "world"."vault" ADD COLUMN "account" text DEFAULT 'tarn_first' NOT NULL;--> statement-breakpoint
ALTER TABLE "world"."vault" ALTER COLUMN "account" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "connecting" ADD CONSTRAINT "connecting_account_id_pay_accounts_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."pay_accounts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "pay_accounts_access_until_index" ON "pay_accounts" USING btree ("access_until");--> statement-breakpoint
ALTER TABLE "cards" ADD CONSTRAINT "cards_account_id_pay_accounts_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."pay_accounts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "request_payments" ADD CONSTRAINT "request_payments_account_id_pay_accounts_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."pay_accounts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "intents" ADD CONSTRAINT "intents_account_id_pay_accounts_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."pay_accounts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "payments_recall_at_index" ON "world"."payments" USING btree ("recall_at");--> statement-breakpoint
CREATE INDEX "requests_settle_at_index" ON "world"."requests" USING btree ("settle_at");--> statement-breakpoint
CREATE UNIQUE INDEX "one_open_request_payment" ON "request_payments" USING btree ("request_id") WHERE "request_payments"."state" in ('open', 'waiting', 'settling');--> statement-breakpoint
CREATE UNIQUE INDEX "one_open_payment" ON "intents" USING btree ("booking_id") WHERE "intents"."state" in ('open', 'waiting') and "intents"."request"->>'kind' in ('pay', 'charge', 'counter');--> statement-breakpoint
ALTER TABLE "credit_receipts" ADD CONSTRAINT "credit_not_zero" CHECK ("credit_receipts"."amount" <> 0);