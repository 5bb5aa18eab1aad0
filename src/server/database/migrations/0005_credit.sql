CREATE TABLE "credit_receipts" (
	"id" text PRIMARY KEY NOT NULL,
	"client_id" text NOT NULL,
	"request_id" text,
	"amount" bigint NOT NULL,
	"currency" text NOT NULL,
	"method" text NOT NULL,
	"payer" text DEFAULT '' NOT NULL,
	"at" text NOT NULL,
	CONSTRAINT "credit_above_zero" CHECK ("credit_receipts"."amount" > 0)
);
--> statement-breakpoint
CREATE TABLE "payment_requests" (
	"id" text PRIMARY KEY NOT NULL,
	"number" text NOT NULL,
	"request_key" text NOT NULL,
	"client_id" text NOT NULL,
	"note" text NOT NULL,
	"currency" text NOT NULL,
	"amount" bigint,
	"smallest" bigint,
	"made_at" text NOT NULL,
	"expires_at" text,
	"withdrawn_at" text,
	CONSTRAINT "payment_requests_number_unique" UNIQUE("number"),
	CONSTRAINT "payment_requests_requestKey_unique" UNIQUE("request_key")
);
--> statement-breakpoint
CREATE TABLE "request_facts" (
	"id" text PRIMARY KEY NOT NULL,
	"request_id" text NOT NULL,
	"fact" jsonb NOT NULL,
	"at" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "request_links" (
	"hash" text PRIMARY KEY NOT NULL,
	"request_id" text NOT NULL,
	"via" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "request_payments" (
	"id" text PRIMARY KEY NOT NULL,
	"request_id" text NOT NULL,
	"attempt" text NOT NULL,
	"card" jsonb NOT NULL,
	"payer" text NOT NULL,
	"via" text NOT NULL,
	"amount" bigint NOT NULL,
	"state" text NOT NULL,
	"answer" jsonb,
	"made_at" text NOT NULL,
	"called_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "sum_above_zero" CHECK ("request_payments"."amount" > 0)
);
--> statement-breakpoint
CREATE TABLE "vouchers" (
	"id" text PRIMARY KEY NOT NULL,
	"request_key" text NOT NULL,
	"hash" text NOT NULL,
	"ending" text NOT NULL,
	"amount" bigint NOT NULL,
	"currency" text NOT NULL,
	"method" text NOT NULL,
	"buyer" text NOT NULL,
	"sold_at" text NOT NULL,
	"expires_at" text,
	CONSTRAINT "vouchers_requestKey_unique" UNIQUE("request_key"),
	CONSTRAINT "vouchers_hash_unique" UNIQUE("hash"),
	CONSTRAINT "voucher_above_zero" CHECK ("vouchers"."amount" > 0)
);
--> statement-breakpoint
ALTER TABLE "credit_receipts" ADD CONSTRAINT "credit_receipts_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "credit_receipts" ADD CONSTRAINT "credit_receipts_request_id_payment_requests_id_fk" FOREIGN KEY ("request_id") REFERENCES "public"."payment_requests"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "payment_requests" ADD CONSTRAINT "payment_requests_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "request_facts" ADD CONSTRAINT "request_facts_request_id_payment_requests_id_fk" FOREIGN KEY ("request_id") REFERENCES "public"."payment_requests"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "request_links" ADD CONSTRAINT "request_links_request_id_payment_requests_id_fk" FOREIGN KEY ("request_id") REFERENCES "public"."payment_requests"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "request_payments" ADD CONSTRAINT "request_payments_request_id_payment_requests_id_fk" FOREIGN KEY ("request_id") REFERENCES "public"."payment_requests"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "credit_receipts_client_id_index" ON "credit_receipts" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "request_facts_request_id_at_index" ON "request_facts" USING btree ("request_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "request_payments_request_id_attempt_index" ON "request_payments" USING btree ("request_id","attempt");--> statement-breakpoint
CREATE UNIQUE INDEX "one_open_request_payment" ON "request_payments" USING btree ("request_id") WHERE "request_payments"."state" in ('open', 'waiting');--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON request_facts FOR EACH ROW EXECUTE FUNCTION append_only();
--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON credit_receipts FOR EACH ROW EXECUTE FUNCTION append_only();
--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON vouchers FOR EACH ROW EXECUTE FUNCTION append_only();
