CREATE TABLE "words" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"said" jsonb
);
--> statement-breakpoint
ALTER TABLE "facts" ADD COLUMN "words_id" bigint;--> statement-breakpoint
ALTER TABLE "request_facts" ADD COLUMN "words_id" bigint;--> statement-breakpoint
ALTER TABLE "quote_facts" ADD COLUMN "words_id" bigint;--> statement-breakpoint
ALTER TABLE "facts" ADD CONSTRAINT "facts_words_id_words_id_fk" FOREIGN KEY ("words_id") REFERENCES "public"."words"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "request_facts" ADD CONSTRAINT "request_facts_words_id_words_id_fk" FOREIGN KEY ("words_id") REFERENCES "public"."words"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quote_facts" ADD CONSTRAINT "quote_facts_words_id_words_id_fk" FOREIGN KEY ("words_id") REFERENCES "public"."words"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE FUNCTION words_only_go() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR NEW.id <> OLD.id OR NEW.said IS NOT NULL THEN
    RAISE EXCEPTION 'words are written once, and can only go' USING ERRCODE = '23514';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER words_only_go BEFORE UPDATE OR DELETE ON words FOR EACH ROW EXECUTE FUNCTION words_only_go();
--> statement-breakpoint
-- What facts of before say of people and in their words moves out of them, once: the facts themselves stay as they are.
CREATE FUNCTION words_of(fact jsonb, subject text) RETURNS text[] LANGUAGE sql IMMUTABLE AS $$
  SELECT names FROM (VALUES
    ('facts', 'agreed', array['note', 'agreement']),
    ('facts', 'received', array['note']),
    ('facts', 'cardKept', array['consent']),
    ('facts', 'lapsed', array['note']),
    ('facts', 'clientAsked', array['note']),
    ('facts', 'askAnswered', array['note']),
    ('facts', 'sent', array['subject', 'to']),
    ('facts', 'payerAsked', array['to']),
    ('quote_facts', 'sent', array['to']),
    ('quote_facts', 'chose', array['filled']),
    ('quote_facts', 'asked', array['text']),
    ('quote_facts', 'answered', array['text']),
    ('quote_facts', 'signed', array['name', 'image', 'consent', 'origin']),
    ('quote_facts', 'accepted', array['filled']),
    ('quote_facts', 'declined', array['reason']),
    ('quote_facts', 'askedAgain', array['text']),
    ('request_facts', 'sent', array['to']),
    ('request_facts', 'declined', array['by']),
    ('request_facts', 'onTheWay', array['by']),
    ('request_facts', 'returned', array['by']),
    ('request_facts', 'paid', array['by'])
  ) AS moved(of, kind, names) WHERE of = subject AND kind = fact->>'kind' AND fact ?| names
$$;
--> statement-breakpoint
DO $$
DECLARE
  subject text;
  row record;
  kept bigint;
BEGIN
  FOREACH subject IN ARRAY array['facts', 'quote_facts', 'request_facts'] LOOP
    EXECUTE format('ALTER TABLE %I DISABLE TRIGGER append_only', subject);
    FOR row IN EXECUTE format(
      'SELECT ctid AS at, fact, words_of(fact, %L) AS names FROM %I WHERE words_of(fact, %L) IS NOT NULL', subject, subject, subject)
    LOOP
      INSERT INTO words (said)
        SELECT jsonb_object_agg(key, value) FROM jsonb_each(row.fact) WHERE key = ANY (row.names)
        RETURNING id INTO kept;
      EXECUTE format('UPDATE %I SET fact = fact - $1, words_id = $2 WHERE ctid = $3', subject)
        USING row.names, kept, row.at;
    END LOOP;
    EXECUTE format('ALTER TABLE %I ENABLE TRIGGER append_only', subject);
  END LOOP;
END $$;
--> statement-breakpoint
DROP FUNCTION words_of(jsonb, text);
