CREATE TABLE "dispute_answers" (
	"id" text PRIMARY KEY NOT NULL,
	"dispute" text NOT NULL,
	"account_id" text NOT NULL,
	"kind" text NOT NULL,
	"word" text DEFAULT '' NOT NULL,
	"shows" jsonb NOT NULL,
	"pages" integer DEFAULT 0 NOT NULL,
	"content" "bytea",
	"sha256" text DEFAULT '' NOT NULL,
	"state" text NOT NULL,
	"made_at" text NOT NULL,
	"called_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "usual_claims" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "processor_events" ADD COLUMN "event" jsonb;--> statement-breakpoint
ALTER TABLE "processor_events" ADD COLUMN "account_id" text;--> statement-breakpoint
CREATE INDEX "dispute_answers_dispute_index" ON "dispute_answers" USING btree ("dispute");--> statement-breakpoint
CREATE INDEX "dispute_answers_state_index" ON "dispute_answers" USING btree ("state");--> statement-breakpoint
CREATE INDEX "told_dispute" ON "facts" USING btree (("fact"->>'disputeId')) WHERE "facts"."fact"->>'disputeId' is not null;--> statement-breakpoint
CREATE INDEX "request_dispute" ON "request_facts" USING btree (("fact"->>'dispute')) WHERE "request_facts"."fact"->>'dispute' is not null;--> statement-breakpoint
-- Who is told that a bank sent a payment back is told of disputes and answered claims as well.
UPDATE "business" SET "told" = (
	SELECT coalesce(jsonb_agg(CASE WHEN each->'of' @> '["returned"]' THEN jsonb_set(each, '{of}', (each->'of') || '["disputed", "claims"]') ELSE each END), '[]'::jsonb)
	FROM jsonb_array_elements("told") each
);
