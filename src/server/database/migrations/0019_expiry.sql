CREATE TABLE "voucher_ends" (
	"voucher_id" text PRIMARY KEY NOT NULL,
	"amount" bigint NOT NULL,
	"at" text NOT NULL,
	CONSTRAINT "end_not_below_nothing" CHECK ("voucher_ends"."amount" >= 0)
);
--> statement-breakpoint
ALTER TABLE "voucher_ends" ADD CONSTRAINT "voucher_ends_voucher_id_vouchers_id_fk" FOREIGN KEY ("voucher_id") REFERENCES "public"."vouchers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "expiring" ON "vouchers" USING btree ("expires_at") WHERE "vouchers"."expires_at" is not null;