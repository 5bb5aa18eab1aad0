ALTER TABLE "bookings" ADD COLUMN "bill" jsonb;--> statement-breakpoint
ALTER TABLE "payment_requests" ADD COLUMN "bill" jsonb;--> statement-breakpoint
ALTER TABLE "documents" ADD COLUMN "request_key" text;--> statement-breakpoint
ALTER TABLE "quotes" ADD COLUMN "bill" jsonb;