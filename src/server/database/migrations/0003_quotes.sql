CREATE TABLE "files" (
	"id" text PRIMARY KEY NOT NULL,
	"type" text NOT NULL,
	"name" text NOT NULL,
	"content" "bytea" NOT NULL,
	"width" integer,
	"height" integer,
	"made_at" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "agreements" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"agreement" jsonb NOT NULL,
	"edition" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "quote_facts" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"quote_id" text NOT NULL,
	"fact" jsonb NOT NULL,
	"at" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "quote_links" (
	"hash" text PRIMARY KEY NOT NULL,
	"quote_id" text NOT NULL,
	"who" text NOT NULL,
	"made_at" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "quote_revisions" (
	"quote_id" text NOT NULL,
	"revision" integer NOT NULL,
	"offer" jsonb NOT NULL,
	"digest" text NOT NULL,
	"made_at" text NOT NULL,
	CONSTRAINT "quote_revisions_quote_id_revision_pk" PRIMARY KEY("quote_id","revision")
);
--> statement-breakpoint
CREATE TABLE "quote_templates" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"draft" jsonb NOT NULL,
	"edition" integer DEFAULT 1 NOT NULL,
	"retired" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "quotes" (
	"id" text PRIMARY KEY NOT NULL,
	"number" text NOT NULL,
	"request_key" text NOT NULL,
	"draft" jsonb NOT NULL,
	"edition" integer DEFAULT 1 NOT NULL,
	"made_at" text NOT NULL,
	"touched_at" text NOT NULL,
	"state" text DEFAULT 'draft' NOT NULL,
	"wants" text,
	"total" bigint,
	"currency" text,
	"expires_at" text,
	"booking_id" text,
	"search" text DEFAULT '' NOT NULL,
	CONSTRAINT "quotes_number_unique" UNIQUE("number"),
	CONSTRAINT "quotes_requestKey_unique" UNIQUE("request_key"),
	CONSTRAINT "quotes_bookingId_unique" UNIQUE("booking_id")
);
--> statement-breakpoint
CREATE TABLE "signed_documents" (
	"quote_id" text NOT NULL,
	"sha256" text NOT NULL,
	"document" jsonb NOT NULL,
	"text" text NOT NULL,
	"made_at" text NOT NULL,
	CONSTRAINT "signed_documents_quote_id_sha256_pk" PRIMARY KEY("quote_id","sha256")
);
--> statement-breakpoint
CREATE TABLE "wordings" (
	"occasion" text PRIMARY KEY NOT NULL,
	"subject" text NOT NULL,
	"body" text NOT NULL,
	"off" boolean DEFAULT false NOT NULL,
	"copy_to" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"edition" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "errands" ALTER COLUMN "booking_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ALTER COLUMN "booking_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "last_quote" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "look" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "client_links" ADD COLUMN "purpose" text DEFAULT 'client' NOT NULL;--> statement-breakpoint
ALTER TABLE "errands" ADD COLUMN "quote_id" text;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "quote_id" text;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "recipient_name" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "copy_to" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "link_for" text;--> statement-breakpoint
ALTER TABLE "quote_facts" ADD CONSTRAINT "quote_facts_quote_id_quotes_id_fk" FOREIGN KEY ("quote_id") REFERENCES "public"."quotes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote_links" ADD CONSTRAINT "quote_links_quote_id_quotes_id_fk" FOREIGN KEY ("quote_id") REFERENCES "public"."quotes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote_revisions" ADD CONSTRAINT "quote_revisions_quote_id_quotes_id_fk" FOREIGN KEY ("quote_id") REFERENCES "public"."quotes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quotes" ADD CONSTRAINT "quotes_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "signed_documents" ADD CONSTRAINT "signed_documents_quote_id_quotes_id_fk" FOREIGN KEY ("quote_id") REFERENCES "public"."quotes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "quote_facts_quote_id_seq_index" ON "quote_facts" USING btree ("quote_id","seq");--> statement-breakpoint
CREATE INDEX "quote_links_quote_id_index" ON "quote_links" USING btree ("quote_id");--> statement-breakpoint
CREATE INDEX "quotes_state_touched_at_index" ON "quotes" USING btree ("state","touched_at");--> statement-breakpoint
CREATE INDEX "quotes_touched_at_index" ON "quotes" USING btree ("touched_at");--> statement-breakpoint
CREATE INDEX "quotes_wants_index" ON "quotes" USING btree ("wants");--> statement-breakpoint
ALTER TABLE "errands" ADD CONSTRAINT "errands_quote_id_quotes_id_fk" FOREIGN KEY ("quote_id") REFERENCES "public"."quotes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_quote_id_quotes_id_fk" FOREIGN KEY ("quote_id") REFERENCES "public"."quotes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "errands_quote_id_key_index" ON "errands" USING btree ("quote_id","key");--> statement-breakpoint
CREATE UNIQUE INDEX "messages_quote_id_cause_index" ON "messages" USING btree ("quote_id","cause");--> statement-breakpoint
CREATE INDEX "messages_made_at_index" ON "messages" USING btree ("made_at");--> statement-breakpoint
ALTER TABLE "errands" ADD CONSTRAINT "errand_of_one" CHECK (num_nonnulls("errands"."booking_id", "errands"."quote_id") = 1);--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "message_of_one" CHECK (num_nonnulls("messages"."booking_id", "messages"."quote_id") = 1);--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON quote_facts FOR EACH ROW EXECUTE FUNCTION append_only();
--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON quote_revisions FOR EACH ROW EXECUTE FUNCTION append_only();
--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON signed_documents FOR EACH ROW EXECUTE FUNCTION append_only();
--> statement-breakpoint
CREATE UNIQUE INDEX quote_accepted_once ON quote_facts (quote_id) WHERE fact->>'kind' = 'accepted';
--> statement-breakpoint
CREATE UNIQUE INDEX quote_signed_once ON quote_facts (quote_id, (fact->>'revision'), (fact->>'signatory')) WHERE fact->>'kind' = 'signed';
