CREATE SCHEMA "world";
--> statement-breakpoint
CREATE TABLE "bookings" (
	"id" text PRIMARY KEY NOT NULL,
	"number" text NOT NULL,
	"client_id" text NOT NULL,
	"service_id" text NOT NULL,
	"title" text NOT NULL,
	"currency" text NOT NULL,
	"time_zone" text NOT NULL,
	"agreed" text NOT NULL,
	"starts_at" text NOT NULL,
	"ends_at" text NOT NULL,
	"price" jsonb NOT NULL,
	"total" bigint NOT NULL,
	"tax" bigint NOT NULL,
	"terms_id" text NOT NULL,
	"terms_version" integer NOT NULL,
	"terms" jsonb NOT NULL,
	"request_key" text NOT NULL,
	CONSTRAINT "bookings_number_unique" UNIQUE("number"),
	CONSTRAINT "bookings_requestKey_unique" UNIQUE("request_key"),
	CONSTRAINT "total_not_negative" CHECK ("bookings"."total" >= 0 and "bookings"."tax" >= 0),
	CONSTRAINT "end_not_before_start" CHECK ("bookings"."ends_at" >= "bookings"."starts_at")
);
--> statement-breakpoint
CREATE TABLE "covers" (
	"booking_id" text PRIMARY KEY NOT NULL,
	"amount" bigint NOT NULL,
	"from_at" text NOT NULL,
	"until_at" text NOT NULL,
	"gap_from" text,
	"in_force" integer NOT NULL,
	"currency" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "due_parts" (
	"booking_id" text NOT NULL,
	"part" integer NOT NULL,
	"name" text NOT NULL,
	"due_at" text NOT NULL,
	"left" bigint NOT NULL,
	"state" text NOT NULL,
	"currency" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "facts" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"booking_id" text NOT NULL,
	"fact" jsonb NOT NULL,
	"at" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "summaries" (
	"booking_id" text PRIMARY KEY NOT NULL,
	"stage" text NOT NULL,
	"start_at" text NOT NULL,
	"end_at" text NOT NULL,
	"total" bigint NOT NULL,
	"received" bigint NOT NULL,
	"outstanding" bigint NOT NULL,
	"due_now" bigint NOT NULL,
	"late" bigint NOT NULL,
	"held" bigint NOT NULL,
	"next_at" text,
	"next_amount" bigint,
	"next_name" text,
	"decide_by" text,
	"decisions" jsonb NOT NULL,
	"strip" jsonb NOT NULL,
	"currency" text NOT NULL,
	"search" text NOT NULL,
	CONSTRAINT "received_not_negative" CHECK ("summaries"."received" >= 0)
);
--> statement-breakpoint
CREATE TABLE "business" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"line" text DEFAULT '' NOT NULL,
	"email" text NOT NULL,
	"time_zone" text NOT NULL,
	"currency" text NOT NULL,
	"tax_rate" text NOT NULL,
	"last_number" integer DEFAULT 0 NOT NULL,
	"last_receipt" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "services" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"currency" text NOT NULL,
	"terms_id" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "terms" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "terms_versions" (
	"terms_id" text NOT NULL,
	"version" integer NOT NULL,
	"rules" jsonb NOT NULL,
	"made_at" text NOT NULL,
	CONSTRAINT "terms_versions_terms_id_version_pk" PRIMARY KEY("terms_id","version")
);
--> statement-breakpoint
CREATE TABLE "cards" (
	"id" text PRIMARY KEY NOT NULL,
	"client_id" text NOT NULL,
	"token" text NOT NULL,
	"last4" text NOT NULL,
	"added_at" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "client_links" (
	"hash" text PRIMARY KEY NOT NULL,
	"booking_id" text NOT NULL,
	"made_at" text NOT NULL,
	"expires_at" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "clients" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "account_balances" (
	"account" text NOT NULL,
	"currency" text NOT NULL,
	"balance" bigint NOT NULL,
	CONSTRAINT "account_balances_account_currency_pk" PRIMARY KEY("account","currency")
);
--> statement-breakpoint
CREATE TABLE "journal_entries" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"at" text NOT NULL,
	"booking_id" text,
	"fact_seq" bigint,
	"description" text NOT NULL,
	"corrects" bigint
);
--> statement-breakpoint
CREATE TABLE "journal_lines" (
	"entry_seq" bigint NOT NULL,
	"line" integer NOT NULL,
	"account" text NOT NULL,
	"amount" bigint NOT NULL,
	"currency" text NOT NULL,
	CONSTRAINT "journal_lines_entry_seq_line_pk" PRIMARY KEY("entry_seq","line")
);
--> statement-breakpoint
CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp,
	"refresh_token_expires_at" timestamp,
	"scope" text,
	"password" text,
	"created_at" timestamp DEFAULT now() NOT NULL,
	"updated_at" timestamp DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "rate_limit" (
	"id" text PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"count" integer NOT NULL,
	"last_request" bigint NOT NULL,
	CONSTRAINT "rate_limit_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp NOT NULL,
	"token" text NOT NULL,
	"created_at" timestamp DEFAULT now() NOT NULL,
	"updated_at" timestamp DEFAULT now() NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp DEFAULT now() NOT NULL,
	"updated_at" timestamp DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp NOT NULL,
	"created_at" timestamp DEFAULT now() NOT NULL,
	"updated_at" timestamp DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "errands" (
	"id" text PRIMARY KEY NOT NULL,
	"booking_id" text NOT NULL,
	"key" text NOT NULL,
	"kind" text NOT NULL,
	"at" text NOT NULL,
	"errand" jsonb NOT NULL,
	"state" text NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"not_before" timestamp with time zone,
	"error" text,
	"done_at" text
);
--> statement-breakpoint
CREATE TABLE "intents" (
	"id" text PRIMARY KEY NOT NULL,
	"booking_id" text NOT NULL,
	"cause" text NOT NULL,
	"request" jsonb NOT NULL,
	"amount" bigint NOT NULL,
	"state" text NOT NULL,
	"answer" jsonb,
	"made_at" text NOT NULL,
	"answered_at" text,
	"called_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "amount_not_negative" CHECK ("intents"."amount" >= 0)
);
--> statement-breakpoint
CREATE TABLE "messages" (
	"id" text PRIMARY KEY NOT NULL,
	"booking_id" text NOT NULL,
	"cause" text NOT NULL,
	"occasion" text NOT NULL,
	"recipient" text NOT NULL,
	"subject" text NOT NULL,
	"body" jsonb NOT NULL,
	"state" text NOT NULL,
	"made_at" text NOT NULL,
	"sent_at" text,
	"called_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "payouts" (
	"id" text PRIMARY KEY NOT NULL,
	"at" text NOT NULL,
	"currency" text NOT NULL,
	"gross" bigint NOT NULL,
	"fee" bigint NOT NULL,
	"payments" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "processor_events" (
	"id" text PRIMARY KEY NOT NULL,
	"type" text NOT NULL,
	"taken_at" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "world"."authorisations" (
	"reference" text PRIMARY KEY NOT NULL,
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
CREATE TABLE "world"."events" (
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
CREATE TABLE "world"."payments" (
	"reference" text PRIMARY KEY NOT NULL,
	"amount" bigint NOT NULL,
	"currency" text NOT NULL,
	"refunded" bigint NOT NULL,
	"at" text NOT NULL,
	"pay_out_at" text NOT NULL,
	"payout" text,
	"description" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "world"."requests" (
	"key" text PRIMARY KEY NOT NULL,
	"request" jsonb NOT NULL,
	"answer" jsonb NOT NULL,
	"at" text NOT NULL,
	"confirmation" text,
	"confirm_until" text,
	CONSTRAINT "requests_confirmation_unique" UNIQUE("confirmation")
);
--> statement-breakpoint
CREATE TABLE "world"."vault" (
	"token" text PRIMARY KEY NOT NULL,
	"behaviour" text NOT NULL,
	"last4" text NOT NULL,
	"refusals" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "world"."clock" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"at" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "world"."mail" (
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
ALTER TABLE "bookings" ADD CONSTRAINT "bookings_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bookings" ADD CONSTRAINT "bookings_service_id_services_id_fk" FOREIGN KEY ("service_id") REFERENCES "public"."services"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "covers" ADD CONSTRAINT "covers_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "due_parts" ADD CONSTRAINT "due_parts_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "facts" ADD CONSTRAINT "facts_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "summaries" ADD CONSTRAINT "summaries_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "services" ADD CONSTRAINT "services_terms_id_terms_id_fk" FOREIGN KEY ("terms_id") REFERENCES "public"."terms"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "terms_versions" ADD CONSTRAINT "terms_versions_terms_id_terms_id_fk" FOREIGN KEY ("terms_id") REFERENCES "public"."terms"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cards" ADD CONSTRAINT "cards_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client_links" ADD CONSTRAINT "client_links_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "journal_entries" ADD CONSTRAINT "journal_entries_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "journal_lines" ADD CONSTRAINT "journal_lines_entry_seq_journal_entries_seq_fk" FOREIGN KEY ("entry_seq") REFERENCES "public"."journal_entries"("seq") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "errands" ADD CONSTRAINT "errands_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "intents" ADD CONSTRAINT "intents_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "covers_until_at_index" ON "covers" USING btree ("until_at");--> statement-breakpoint
CREATE UNIQUE INDEX "due_parts_booking_id_part_index" ON "due_parts" USING btree ("booking_id","part");--> statement-breakpoint
CREATE INDEX "due_parts_due_at_index" ON "due_parts" USING btree ("due_at");--> statement-breakpoint
CREATE INDEX "facts_booking_id_seq_index" ON "facts" USING btree ("booking_id","seq");--> statement-breakpoint
CREATE INDEX "facts_at_index" ON "facts" USING btree ("at");--> statement-breakpoint
CREATE INDEX "summaries_stage_start_at_index" ON "summaries" USING btree ("stage","start_at");--> statement-breakpoint
CREATE INDEX "summaries_start_at_index" ON "summaries" USING btree ("start_at");--> statement-breakpoint
CREATE INDEX "summaries_decide_by_index" ON "summaries" USING btree ("decide_by");--> statement-breakpoint
CREATE INDEX "client_links_booking_id_index" ON "client_links" USING btree ("booking_id");--> statement-breakpoint
CREATE INDEX "journal_entries_booking_id_index" ON "journal_entries" USING btree ("booking_id");--> statement-breakpoint
CREATE INDEX "journal_entries_at_index" ON "journal_entries" USING btree ("at");--> statement-breakpoint
CREATE INDEX "journal_lines_account_index" ON "journal_lines" USING btree ("account");--> statement-breakpoint
CREATE UNIQUE INDEX "errands_booking_id_key_index" ON "errands" USING btree ("booking_id","key");--> statement-breakpoint
CREATE INDEX "errands_at_index" ON "errands" USING btree ("at") WHERE "errands"."state" in ('waiting', 'claimed');--> statement-breakpoint
CREATE INDEX "errands_done_at_index" ON "errands" USING btree ("done_at");--> statement-breakpoint
CREATE UNIQUE INDEX "intents_booking_id_cause_index" ON "intents" USING btree ("booking_id","cause");--> statement-breakpoint
CREATE UNIQUE INDEX "one_open_payment" ON "intents" USING btree ("booking_id") WHERE "intents"."state" in ('open', 'waiting') and "intents"."request"->>'kind' in ('pay', 'charge');--> statement-breakpoint
CREATE INDEX "intents_state_index" ON "intents" USING btree ("state") WHERE "intents"."state" = 'open';--> statement-breakpoint
CREATE UNIQUE INDEX "messages_booking_id_cause_index" ON "messages" USING btree ("booking_id","cause");--> statement-breakpoint
CREATE INDEX "messages_state_index" ON "messages" USING btree ("state");--> statement-breakpoint
CREATE INDEX "authorisations_state_expires_at_index" ON "world"."authorisations" USING btree ("state","expires_at");--> statement-breakpoint
CREATE INDEX "events_delivered_due_at_index" ON "world"."events" USING btree ("delivered","due_at");--> statement-breakpoint
CREATE INDEX "payments_payout_pay_out_at_index" ON "world"."payments" USING btree ("payout","pay_out_at");--> statement-breakpoint
CREATE INDEX "requests_confirm_until_index" ON "world"."requests" USING btree ("confirm_until");--> statement-breakpoint
CREATE INDEX "mail_recipient_index" ON "world"."mail" USING btree ("recipient");