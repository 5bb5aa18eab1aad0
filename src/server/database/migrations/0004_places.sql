CREATE TABLE "client_devices" (
	"hash" text NOT NULL,
	"client_id" text,
	"booking_id" text,
	"made_at" text NOT NULL,
	"expires_at" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "device_codes" (
	"id" text PRIMARY KEY NOT NULL,
	"client_id" text NOT NULL,
	"hash" text NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"made_at" text NOT NULL,
	"expires_at" text NOT NULL,
	"used" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "checkouts" (
	"id" text PRIMARY KEY NOT NULL,
	"hash" text NOT NULL,
	"request_key" text NOT NULL,
	"booking_ids" jsonb NOT NULL,
	"made_at" text NOT NULL,
	CONSTRAINT "checkouts_hash_unique" UNIQUE("hash"),
	CONSTRAINT "checkouts_requestKey_unique" UNIQUE("request_key")
);
--> statement-breakpoint
CREATE TABLE "event_dates" (
	"id" text PRIMARY KEY NOT NULL,
	"service_id" text NOT NULL,
	"place_id" text NOT NULL,
	"starts_at" text NOT NULL,
	"ends_at" text NOT NULL,
	"called_off" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "occupancies" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"place_id" text NOT NULL,
	"unit" integer NOT NULL,
	"from_second" bigint NOT NULL,
	"to_second" bigint NOT NULL,
	"booking_id" text,
	"note" text DEFAULT '' NOT NULL,
	CONSTRAINT "some_time" CHECK ("occupancies"."to_second" > "occupancies"."from_second" and "occupancies"."unit" >= 1)
);
--> statement-breakpoint
CREATE TABLE "places" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"units" integer DEFAULT 1 NOT NULL,
	"hours" jsonb,
	"position" integer DEFAULT 0 NOT NULL,
	"retired" boolean DEFAULT false NOT NULL,
	CONSTRAINT "some_units" CHECK ("places"."units" between 1 and 5000)
);
--> statement-breakpoint
ALTER TABLE "bookings" ADD COLUMN "count" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "business" ADD COLUMN "hours" jsonb DEFAULT '{"week":[[{"from":"09:00","to":"18:00"}],[{"from":"09:00","to":"18:00"}],[{"from":"09:00","to":"18:00"}],[{"from":"09:00","to":"18:00"}],[{"from":"09:00","to":"18:00"}],[{"from":"09:00","to":"18:00"}],[]],"days":[]}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "booking" jsonb;--> statement-breakpoint
ALTER TABLE "client_devices" ADD CONSTRAINT "client_devices_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client_devices" ADD CONSTRAINT "client_devices_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "device_codes" ADD CONSTRAINT "device_codes_client_id_clients_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."clients"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "event_dates" ADD CONSTRAINT "event_dates_service_id_services_id_fk" FOREIGN KEY ("service_id") REFERENCES "public"."services"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "event_dates" ADD CONSTRAINT "event_dates_place_id_places_id_fk" FOREIGN KEY ("place_id") REFERENCES "public"."places"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "occupancies" ADD CONSTRAINT "occupancies_place_id_places_id_fk" FOREIGN KEY ("place_id") REFERENCES "public"."places"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "occupancies" ADD CONSTRAINT "occupancies_booking_id_bookings_id_fk" FOREIGN KEY ("booking_id") REFERENCES "public"."bookings"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "client_devices_hash_index" ON "client_devices" USING btree ("hash");--> statement-breakpoint
CREATE INDEX "device_codes_client_id_made_at_index" ON "device_codes" USING btree ("client_id","made_at");--> statement-breakpoint
CREATE INDEX "event_dates_service_id_starts_at_index" ON "event_dates" USING btree ("service_id","starts_at");--> statement-breakpoint
CREATE INDEX "occupancies_place_id_to_second_index" ON "occupancies" USING btree ("place_id","to_second");--> statement-breakpoint
CREATE INDEX "occupancies_booking_id_index" ON "occupancies" USING btree ("booking_id");--> statement-breakpoint
ALTER TABLE "bookings" ADD CONSTRAINT "some_count" CHECK ("bookings"."count" >= 1);--> statement-breakpoint
CREATE EXTENSION IF NOT EXISTS btree_gist;
--> statement-breakpoint
ALTER TABLE occupancies ADD CONSTRAINT no_unit_twice EXCLUDE USING gist (place_id WITH =, unit WITH =, int8range(from_second, to_second) WITH &&);
--> statement-breakpoint
DROP INDEX receipt_received;
--> statement-breakpoint
CREATE UNIQUE INDEX receipt_received ON facts (booking_id, (fact->>'receiptId')) WHERE fact->>'kind' = 'received';
