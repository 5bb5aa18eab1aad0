DROP INDEX "summaries_stage_start_at_index";--> statement-breakpoint
DROP INDEX "summaries_start_at_index";--> statement-breakpoint
CREATE INDEX "by_start" ON "summaries" USING btree ("start_at","booking_id");--> statement-breakpoint
CREATE INDEX "by_start_in_stage" ON "summaries" USING btree ("stage","start_at","booking_id");