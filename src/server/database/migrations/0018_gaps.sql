-- A hold that is in force is drawn in force, and its coming gap as its share of the cover (core/booking/strip.ts).
UPDATE "summaries" SET "strip" = jsonb_set("strip", '{hold}', ("strip"->'hold') || jsonb_build_object('state', 'inForce', 'gap', "open"."share"))
FROM (
  SELECT "booking_id", greatest(1, least(99, floor(
    100 * extract(epoch from ("until_at"::timestamptz - "gap_from"::timestamptz))
      / nullif(extract(epoch from ("until_at"::timestamptz - "from_at"::timestamptz)), 0)
  )))::int AS "share"
  FROM "covers" WHERE "in_force" = 1 AND "gap_from" IS NOT NULL
) AS "open"
WHERE "open"."booking_id" = "summaries"."booking_id" AND "strip"->'hold'->>'state' = 'gap';
