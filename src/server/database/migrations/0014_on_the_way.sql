-- "Settling" is how a booking is paid; a bank debit is on its way, and a price that everything at once leads to is what it becomes.
DROP INDEX "one_open_request_payment";--> statement-breakpoint
UPDATE "intents" SET "state" = 'onTheWay' WHERE "state" = 'settling';--> statement-breakpoint
UPDATE "request_payments" SET "state" = 'onTheWay' WHERE "state" = 'settling';--> statement-breakpoint
UPDATE "intents" SET "request" = ("request" - 'settles') || jsonb_build_object('becomes', "request"->'settles')
WHERE "request" ? 'settles';--> statement-breakpoint
UPDATE "intents" SET "request" = jsonb_set("request", '{shares}', (
  SELECT jsonb_agg(CASE WHEN share ? 'settles' THEN (share - 'settles') || jsonb_build_object('becomes', share->'settles')
    ELSE share END ORDER BY place)
  FROM jsonb_array_elements("request"->'shares') WITH ORDINALITY AS listed(share, place)))
WHERE jsonb_typeof("request"->'shares') = 'array' AND "request"->'shares' @? '$[*].settles';--> statement-breakpoint
CREATE UNIQUE INDEX "one_open_request_payment" ON "request_payments" USING btree ("request_id") WHERE "request_payments"."state" in ('open', 'waiting', 'onTheWay');
