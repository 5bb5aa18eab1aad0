ALTER TABLE "checkouts" ADD COLUMN "networks" text[];--> statement-breakpoint
UPDATE "checkouts" SET "networks" = ARRAY["network"] WHERE "network" IS NOT NULL;
