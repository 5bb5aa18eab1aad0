-- What Ostendo's own migrations had made of the stand-ins until 0012 is taken over as it stands.
CREATE SCHEMA IF NOT EXISTS "world";
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS "world"."accounts" (
	"reference" text PRIMARY KEY NOT NULL,
	"provider" text NOT NULL,
	"mode" text NOT NULL,
	"currency" text NOT NULL,
	"access" text NOT NULL,
	"access_until" text NOT NULL,
	"renewed_from" text,
	"refuses_renewal" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS "world"."grants" (
	"code" text PRIMARY KEY NOT NULL,
	"provider" text NOT NULL,
	"mode" text NOT NULL,
	"currency" text NOT NULL,
	"account" text
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS "world"."authorisations" (
	"reference" text PRIMARY KEY NOT NULL,
	"account" text NOT NULL,
	"token" text NOT NULL,
	"amount" bigint NOT NULL,
	"currency" text NOT NULL,
	"description" text NOT NULL,
	"placed_at" text NOT NULL,
	"expires_at" text NOT NULL,
	"state" text NOT NULL,
	"captured" bigint,
	"ended_at" text,
	"renews" text
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS "world"."events" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"id" text NOT NULL,
	"event" jsonb NOT NULL,
	"at" text NOT NULL,
	"due_at" text NOT NULL,
	"delivered" boolean DEFAULT false NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "events_id_unique" UNIQUE("id")
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS "world"."payments" (
	"reference" text PRIMARY KEY NOT NULL,
	"account" text NOT NULL,
	"amount" bigint NOT NULL,
	"currency" text NOT NULL,
	"refunded" bigint NOT NULL,
	"at" text NOT NULL,
	"pay_out_at" text NOT NULL,
	"payout" text,
	"recall_at" text,
	"description" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS "world"."requests" (
	"key" text PRIMARY KEY NOT NULL,
	"request" jsonb NOT NULL,
	"answer" jsonb NOT NULL,
	"at" text NOT NULL,
	"confirmation" text,
	"confirm_until" text,
	"settle_at" text,
	"account" text NOT NULL,
	CONSTRAINT "requests_confirmation_unique" UNIQUE("confirmation")
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS "world"."vault" (
	"token" text PRIMARY KEY NOT NULL,
	"account" text NOT NULL,
	"behaviour" text NOT NULL,
	"last4" text NOT NULL,
	"refusals" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS "world"."clock" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"at" text NOT NULL,
	"mover" text,
	"seen_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE IF NOT EXISTS "world"."mail" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"message_id" text NOT NULL,
	"at" text NOT NULL,
	"recipient" text NOT NULL,
	"subject" text NOT NULL,
	"mime" text NOT NULL,
	CONSTRAINT "mail_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE INDEX IF NOT EXISTS "authorisations_state_expires_at_index" ON "world"."authorisations" USING btree ("state","expires_at");--> statement-breakpoint
CREATE INDEX IF NOT EXISTS "events_delivered_due_at_index" ON "world"."events" USING btree ("delivered","due_at");--> statement-breakpoint
CREATE INDEX IF NOT EXISTS "payments_payout_pay_out_at_index" ON "world"."payments" USING btree ("payout","pay_out_at");--> statement-breakpoint
CREATE INDEX IF NOT EXISTS "payments_recall_at_index" ON "world"."payments" USING btree ("recall_at");--> statement-breakpoint
CREATE INDEX IF NOT EXISTS "requests_confirm_until_index" ON "world"."requests" USING btree ("confirm_until");--> statement-breakpoint
CREATE INDEX IF NOT EXISTS "requests_settle_at_index" ON "world"."requests" USING btree ("settle_at");--> statement-breakpoint
CREATE INDEX IF NOT EXISTS "mail_recipient_index" ON "world"."mail" USING btree ("recipient");
