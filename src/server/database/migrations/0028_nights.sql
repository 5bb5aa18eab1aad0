CREATE TABLE "nights" (
	"day" text NOT NULL,
	"work" text NOT NULL,
	"begun_at" timestamp with time zone DEFAULT now() NOT NULL,
	"done_at" timestamp with time zone,
	"count" integer,
	"found" jsonb,
	CONSTRAINT "nights_day_work_pk" PRIMARY KEY("day","work")
);
