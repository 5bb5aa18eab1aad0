CREATE TABLE "world"."faults" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"edition" integer NOT NULL,
	"settings" jsonb NOT NULL
);
