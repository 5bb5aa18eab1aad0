ALTER TABLE "journal_entries" ADD COLUMN "rules" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
-- What is owed after the plan, and a refundable deposit, had their names as keys: they have their origin now, so that nothing
-- is asked for or charged again under another key. An instalment that the owner called so keeps its own.
DO $$
DECLARE
  name text;
  origin text;
BEGIN
  FOR name, origin IN VALUES ('claim', 'claims'), ('cancellation charge', 'cancellation'), ('refundable deposit', 'security') LOOP
    CREATE TEMP TABLE moved AS
      SELECT id FROM bookings WHERE NOT terms->'instalments' @> jsonb_build_array(jsonb_build_object('name', name));
    UPDATE errands SET key = replace(key, ':' || name || '@', ':*' || origin || '@')
      WHERE key LIKE '%:' || name || '@%' AND booking_id IN (SELECT id FROM moved);
    UPDATE intents SET cause = replace(cause, ':' || name || '@', ':*' || origin || '@')
      WHERE cause LIKE '%:' || name || '@%' AND booking_id IN (SELECT id FROM moved);
    UPDATE messages SET cause = replace(cause, ':' || name || '@', ':*' || origin || '@')
      WHERE cause LIKE '%:' || name || '@%' AND booking_id IN (SELECT id FROM moved);
    UPDATE summaries SET decisions = (
      SELECT jsonb_agg(CASE WHEN each->>'kind' = 'late' AND each->>'name' = name
        THEN each || jsonb_build_object('origin', origin) ELSE each END ORDER BY place)
      FROM jsonb_array_elements(decisions) WITH ORDINALITY AS listed(each, place))
      WHERE decisions @> jsonb_build_array(jsonb_build_object('kind', 'late', 'name', name)) AND booking_id IN (SELECT id FROM moved);
    DROP TABLE moved;
  END LOOP;
END $$;
