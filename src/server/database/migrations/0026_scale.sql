CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
DROP INDEX "errands_at_index";--> statement-breakpoint
CREATE INDEX "from_day" ON "bookings" USING btree ("starts_at","ends_at");--> statement-breakpoint
CREATE INDEX "until_day" ON "bookings" USING btree ("ends_at","starts_at");--> statement-breakpoint
CREATE INDEX "begun_disputes" ON "facts" USING btree ("at") WHERE "facts"."fact"->>'kind' in ('disputeAsked', 'disputeOpened');--> statement-breakpoint
CREATE INDEX "by_total" ON "summaries" USING btree ("total","booking_id");--> statement-breakpoint
CREATE INDEX "by_outstanding" ON "summaries" USING btree ("outstanding","booking_id");--> statement-breakpoint
CREATE INDEX "by_next" ON "summaries" USING btree ("next_at","booking_id");--> statement-breakpoint
CREATE INDEX "by_next_backwards" ON "summaries" USING btree ("next_at" DESC NULLS LAST,"booking_id");--> statement-breakpoint
CREATE INDEX "open_bookings" ON "summaries" USING btree ("start_at") WHERE ("summaries"."stage" not in ('closed', 'cancelled', 'lapsed') or "summaries"."late" > 0);--> statement-breakpoint
CREATE INDEX "late_bookings" ON "summaries" USING btree ("start_at") WHERE "summaries"."late" > 0;--> statement-breakpoint
CREATE INDEX "held_now" ON "summaries" USING btree ("currency") WHERE "summaries"."held" > 0;--> statement-breakpoint
CREATE INDEX "search_words" ON "summaries" USING gin ("search" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "clients_name_index" ON "clients" USING btree ("name");--> statement-breakpoint
CREATE INDEX "due_errands" ON "errands" USING btree ("at","key") WHERE "errands"."state" in ('waiting', 'claimed');--> statement-breakpoint
CREATE INDEX "failed_errands" ON "errands" USING btree ("at") WHERE "errands"."state" = 'failed';--> statement-breakpoint
CREATE INDEX "under_way" ON "intents" USING btree ("booking_id") WHERE "intents"."state" in ('open', 'waiting');