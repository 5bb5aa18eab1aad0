CREATE TABLE "troubles" (
	"kind" text NOT NULL,
	"subject" text NOT NULL,
	"since" text NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"error" text,
	"first_at" timestamp with time zone DEFAULT now() NOT NULL,
	"given_up_at" text,
	"reason" text,
	"actor" jsonb,
	CONSTRAINT "troubles_kind_subject_pk" PRIMARY KEY("kind","subject")
);
--> statement-breakpoint
CREATE INDEX "kept_events" ON "processor_events" USING btree ("taken_at") WHERE "processor_events"."event" is not null;