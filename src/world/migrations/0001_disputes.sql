CREATE TABLE "world"."disputes" (
	"reference" text PRIMARY KEY NOT NULL,
	"account" text NOT NULL,
	"payment" text NOT NULL,
	"amount" bigint NOT NULL,
	"family" text NOT NULL,
	"code" text NOT NULL,
	"state" text NOT NULL,
	"round" integer DEFAULT 1 NOT NULL,
	"opens_again" boolean DEFAULT false NOT NULL,
	"opened_at" text NOT NULL,
	"answer_by" text NOT NULL,
	"acts_at" text,
	"answer" jsonb
);
--> statement-breakpoint
ALTER TABLE "world"."payments" ADD COLUMN "dispute_at" text;--> statement-breakpoint
ALTER TABLE "world"."payments" ADD COLUMN "token" text;--> statement-breakpoint
ALTER TABLE "world"."payments" ADD COLUMN "free" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX "disputes_acts_at_index" ON "world"."disputes" USING btree ("acts_at");--> statement-breakpoint
CREATE INDEX "payments_dispute_at_index" ON "world"."payments" USING btree ("dispute_at");