CREATE TABLE "counted" (
	"key" text PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "two_factor" (
	"id" text PRIMARY KEY NOT NULL,
	"secret" text NOT NULL,
	"backup_codes" text NOT NULL,
	"user_id" text NOT NULL,
	"verified" boolean DEFAULT true NOT NULL,
	"failed_verification_count" integer DEFAULT 0 NOT NULL,
	"locked_until" timestamp
);
--> statement-breakpoint
CREATE TABLE "used_once" (
	"hash" text PRIMARY KEY NOT NULL,
	"used_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "bookings" ADD COLUMN "mode" text;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "booking_stopped" text;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "proof_above" bigint;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "keep_days" integer DEFAULT 30 NOT NULL;--> statement-breakpoint
ALTER TABLE "device_codes" ADD COLUMN "device" text;--> statement-breakpoint
ALTER TABLE "checkouts" ADD COLUMN "device" text;--> statement-breakpoint
ALTER TABLE "checkouts" ADD COLUMN "network" text;--> statement-breakpoint
ALTER TABLE "checkouts" ADD COLUMN "alive_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "checkouts" ADD COLUMN "over" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "proven_at" timestamp;--> statement-breakpoint
ALTER TABLE "user" ADD COLUMN "two_factor_enabled" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "two_factor" ADD CONSTRAINT "two_factor_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "counted_expire_index" ON "counted" USING btree ("expire");--> statement-breakpoint
CREATE INDEX "two_factor_user_id_index" ON "two_factor" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "checkouts_open" ON "checkouts" USING btree ("alive_at") WHERE not "checkouts"."over";--> statement-breakpoint
CREATE INDEX "checkouts_device_index" ON "checkouts" USING btree ("device");--> statement-breakpoint
UPDATE "checkouts" SET "over" = true;--> statement-breakpoint
UPDATE "bookings" SET "mode" = "of"."mode" FROM (
	SELECT DISTINCT ON ("intents"."booking_id") "intents"."booking_id", "pay_accounts"."mode"
	FROM "intents" JOIN "pay_accounts" ON "pay_accounts"."id" = "intents"."account_id"
	ORDER BY "intents"."booking_id", "intents"."made_at"
) AS "of" WHERE "of"."booking_id" = "bookings"."id";--> statement-breakpoint
UPDATE "world"."events" AS "e" SET "event" = "e"."event" || jsonb_build_object('account', "r"."account")
FROM "world"."requests" AS "r" WHERE "e"."event"->>'type' = 'request.answered' AND "r"."key" = "e"."event"->>'key';--> statement-breakpoint
UPDATE "world"."events" AS "e" SET "event" = "e"."event" || jsonb_build_object('account', "a"."account")
FROM "world"."authorisations" AS "a" WHERE "e"."event"->>'type' = 'authorisation.lapsed' AND "a"."reference" = "e"."event"->>'authorisation';--> statement-breakpoint
UPDATE "world"."events" AS "e" SET "event" = "e"."event" || jsonb_build_object('account', "p"."account")
FROM "world"."payments" AS "p" WHERE "e"."event"->>'type' = 'payment.returned' AND "p"."reference" = "e"."event"->>'payment';--> statement-breakpoint
UPDATE "world"."events" AS "e" SET "event" = "e"."event" || jsonb_build_object('account', "p"."account")
FROM (SELECT DISTINCT ON ("payout") "payout", "account" FROM "world"."payments" WHERE "payout" IS NOT NULL ORDER BY "payout") AS "p"
WHERE "e"."event"->>'type' = 'payout.made' AND "p"."payout" = "e"."event"->>'payout';
