CREATE TABLE "taxes" (
	"code" text PRIMARY KEY NOT NULL,
	"label" text NOT NULL,
	"rate" text NOT NULL,
	"position" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "basis" text DEFAULT 'fixed' NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "unit_price" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "included" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "extras" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "tax_mode" text DEFAULT 'inclusive' NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "tax_codes" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "colour" text DEFAULT 'teal' NOT NULL;--> statement-breakpoint
ALTER TABLE "services" ADD COLUMN "retired" boolean DEFAULT false NOT NULL;--> statement-breakpoint
INSERT INTO "taxes" ("code", "label", "rate") SELECT 'VAT', 'VAT', "tax_rate" FROM "business";--> statement-breakpoint
UPDATE "services" SET "tax_codes" = '["VAT"]'::jsonb;--> statement-breakpoint
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON "terms_versions" FOR EACH ROW EXECUTE FUNCTION append_only();--> statement-breakpoint
ALTER TABLE "business" DROP COLUMN "tax_rate";--> statement-breakpoint
ALTER TABLE "services" ADD CONSTRAINT "unit_price_not_negative" CHECK ("services"."unit_price" >= 0);