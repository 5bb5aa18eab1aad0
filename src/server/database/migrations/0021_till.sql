CREATE TABLE "till_counts" (
	"id" text PRIMARY KEY NOT NULL,
	"request_key" text NOT NULL,
	"at" text NOT NULL,
	"day" text NOT NULL,
	"currency" text NOT NULL,
	"expected" bigint NOT NULL,
	"counted" bigint NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	CONSTRAINT "till_counts_requestKey_unique" UNIQUE("request_key"),
	CONSTRAINT "counted_not_negative" CHECK ("till_counts"."counted" >= 0)
);
--> statement-breakpoint
CREATE INDEX "till_counts_day_index" ON "till_counts" USING btree ("day");--> statement-breakpoint
CREATE INDEX "documents_credit_of_index" ON "documents" USING btree ("credit_of");--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON "till_counts" FOR EACH ROW EXECUTE FUNCTION append_only();
