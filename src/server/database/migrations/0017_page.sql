CREATE TABLE "voucher_codes" (
	"hash" text PRIMARY KEY NOT NULL,
	"voucher_id" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "errands" DROP CONSTRAINT "errand_of_one";--> statement-breakpoint
ALTER TABLE "messages" DROP CONSTRAINT "message_of_one";--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "country" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "style" jsonb DEFAULT '{"order":"dmy","weekStarts":1,"clock":24,"figures":"comma","sign":"before"}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "booking_page" jsonb DEFAULT '{"note":"","phone":"off","vouchers":null}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "told" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "group" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "on_page" jsonb DEFAULT '{"about":"","note":"","picture":null,"thanks":"","nextPage":""}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "clients" ADD COLUMN "phone" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "payment_requests" ADD COLUMN "voucher" jsonb;--> statement-breakpoint
ALTER TABLE "vouchers" ADD COLUMN "request_id" text;--> statement-breakpoint
ALTER TABLE "vouchers" ADD COLUMN "order" jsonb;--> statement-breakpoint
ALTER TABLE "errands" ADD COLUMN "voucher_id" text;--> statement-breakpoint
ALTER TABLE "messages" ADD COLUMN "voucher_id" text;--> statement-breakpoint
ALTER TABLE "voucher_codes" ADD CONSTRAINT "voucher_codes_voucher_id_vouchers_id_fk" FOREIGN KEY ("voucher_id") REFERENCES "public"."vouchers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "voucher_codes_voucher_id_index" ON "voucher_codes" USING btree ("voucher_id");--> statement-breakpoint
ALTER TABLE "vouchers" ADD CONSTRAINT "vouchers_request_id_payment_requests_id_fk" FOREIGN KEY ("request_id") REFERENCES "public"."payment_requests"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "errands" ADD CONSTRAINT "errands_voucher_id_vouchers_id_fk" FOREIGN KEY ("voucher_id") REFERENCES "public"."vouchers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_voucher_id_vouchers_id_fk" FOREIGN KEY ("voucher_id") REFERENCES "public"."vouchers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "errands_voucher_id_key_index" ON "errands" USING btree ("voucher_id","key");--> statement-breakpoint
CREATE UNIQUE INDEX "messages_voucher_id_cause_index" ON "messages" USING btree ("voucher_id","cause");--> statement-breakpoint
ALTER TABLE "vouchers" ADD CONSTRAINT "vouchers_requestId_unique" UNIQUE("request_id");--> statement-breakpoint
ALTER TABLE "errands" ADD CONSTRAINT "errand_of_one" CHECK (num_nonnulls("errands"."booking_id", "errands"."quote_id", "errands"."voucher_id") = 1);--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "message_of_one" CHECK (num_nonnulls("messages"."booking_id", "messages"."quote_id", "messages"."request_id", "messages"."voucher_id", "messages"."code_id", "messages"."path") = 1);