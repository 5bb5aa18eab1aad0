-- Entries of requests and vouchers from before entries named what they are of (0020): each by its moment, sum and currency.
-- No sum, day or account of a line changes.
ALTER TABLE "journal_entries" DISABLE TRIGGER USER;--> statement-breakpoint
WITH "unnamed" AS (
  SELECT "e"."seq", "e"."at", "l"."currency", "l"."amount",
    row_number() OVER (PARTITION BY "e"."at", "l"."currency", "l"."amount" ORDER BY "e"."seq") AS "place"
  FROM "journal_entries" "e" JOIN "journal_lines" "l" ON "l"."entry_seq" = "e"."seq" AND "l"."account" = 'liabilities:client credit'
  WHERE "e"."about" = '' AND "e"."booking_id" IS NULL AND "e"."rules" = 1 AND "e"."description" = 'Payment with no booking yet'
), "paid" AS (
  SELECT "r"."number", "f"."at", "r"."currency", ("f"."fact"->>'amount')::bigint AS "amount",
    row_number() OVER (PARTITION BY "f"."at", "r"."currency", ("f"."fact"->>'amount')::bigint ORDER BY "f"."seq") AS "place"
  FROM "request_facts" "f" JOIN "payment_requests" "r" ON "r"."id" = "f"."request_id"
  WHERE "f"."fact"->>'kind' = 'paid' AND "r"."voucher" IS NULL
    AND NOT EXISTS (SELECT 1 FROM "journal_entries" "e" WHERE "e"."about" = "r"."number" AND "e"."at" = "f"."at")
)
UPDATE "journal_entries" AS "e" SET "about" = "paid"."number" FROM "unnamed" JOIN "paid"
  ON "paid"."at" = "unnamed"."at" AND "paid"."currency" = "unnamed"."currency" AND "paid"."amount" = -"unnamed"."amount"
    AND "paid"."place" = "unnamed"."place"
  WHERE "e"."seq" = "unnamed"."seq";--> statement-breakpoint
WITH "unnamed" AS (
  SELECT "e"."seq", "e"."at", "l"."currency", abs("l"."amount") AS "amount", "e"."description",
    row_number() OVER (PARTITION BY "e"."at", "l"."currency", "l"."amount" ORDER BY "e"."seq") AS "place"
  FROM "journal_entries" "e" JOIN "journal_lines" "l" ON "l"."entry_seq" = "e"."seq" AND "l"."account" = 'liabilities:gift vouchers'
  WHERE "e"."about" = '' AND "e"."booking_id" IS NULL AND "e"."rules" = 1
    AND "e"."description" IN ('Gift voucher sold', 'Gift voucher expired')
), "told" AS (
  SELECT 'Gift voucher sold' AS "description", "v"."sold_at" AS "at", "v"."currency", "v"."amount", "v"."id",
    coalesce("r"."number", 'voucher ending ' || "v"."ending") AS "about"
  FROM "vouchers" "v" LEFT JOIN "payment_requests" "r" ON "r"."id" = "v"."request_id"
  UNION ALL
  SELECT 'Gift voucher expired', "n"."at", "v"."currency", "n"."amount", "v"."id", 'voucher ending ' || "v"."ending"
  FROM "voucher_ends" "n" JOIN "vouchers" "v" ON "v"."id" = "n"."voucher_id"
), "placed" AS (
  SELECT *, row_number() OVER (PARTITION BY "description", "at", "currency", "amount" ORDER BY "id") AS "place" FROM "told"
  WHERE NOT EXISTS (
    SELECT 1 FROM "journal_entries" "e"
    WHERE "e"."about" = "told"."about" AND "e"."description" = "told"."description" AND "e"."at" = "told"."at"
  )
)
UPDATE "journal_entries" AS "e" SET "about" = "placed"."about" FROM "unnamed" JOIN "placed"
  ON "placed"."description" = "unnamed"."description" AND "placed"."at" = "unnamed"."at"
    AND "placed"."currency" = "unnamed"."currency" AND "placed"."amount" = "unnamed"."amount"
    AND "placed"."place" = "unnamed"."place"
  WHERE "e"."seq" = "unnamed"."seq";--> statement-breakpoint
ALTER TABLE "journal_entries" ENABLE TRIGGER USER;--> statement-breakpoint
-- Who made a payout of then: its account's reference ends its id, but for those of when there was one account.
UPDATE "payouts" AS "p" SET "processor" = "a"."provider" FROM "pay_accounts" AS "a"
  WHERE "p"."processor" = '' AND (
    right("p"."id", length("a"."reference")) = "a"."reference"
    OR ("a"."id" = 'first' AND "p"."id" ~ '^out_[0-9-]+_[A-Z]{3}$')
  );--> statement-breakpoint
CREATE INDEX "lines_without_processor" ON "journal_lines" USING btree ("entry_seq") WHERE "journal_lines"."processor" = '' and "journal_lines"."account" in ('assets:card clearing', 'expenses:processor fees');