import { type Database, rowsOf } from '#server/database/database';
import { business } from '#server/database/schema/business';
import { requestPayments } from '#server/database/schema/credit';
import { intents, processorEvents } from '#server/database/schema/work';
import type { ProcessorEvent } from '#server/ports';
import { type SQL, sql } from 'drizzle-orm';

/** What is known of an event before it is taken in. */
export type AboutEvent = {
  /** It was taken in before. */
  readonly before: boolean;
  /** It is of an account whose tries were cleaned away. */
  readonly cleaned: boolean;
  /** What it is about belongs to another account than it came from. */
  readonly ofAnother: boolean;
  /** What it answers is ours and waits for an answer: a request about a booking, or the payment of a payment request. */
  readonly waits: { readonly intent: boolean; readonly requestPayment: boolean };
};

/** In one statement: most events bring what the call's own answer brought before them. */
export async function aboutEvent(
  db: Database,
  { id, event, accountId }: { readonly id: string; readonly event: ProcessorEvent; readonly accountId: string },
): Promise<AboutEvent> {
  type Row = {
    readonly before: boolean;
    readonly cleaned: readonly string[] | null;
    readonly of_intents: readonly Owner[] | null;
    readonly of_requests: readonly Owner[] | null;
  };
  const [inIntents, inRequests] = subjectOf(event);
  const [row] = await rowsOf<Row>(
    db,
    sql`select
      exists (select 1 from ${processorEvents} where ${processorEvents.id} = ${id}) as before,
      (select ${business.begun}->'cleaned' from ${business}) as cleaned,
      (select json_agg(json_build_object('account', ${intents.accountId}, 'state', ${intents.state})) from ${intents} where ${inIntents}) as of_intents,
      (select json_agg(json_build_object('account', ${requestPayments.card}->>'account', 'state', ${requestPayments.state})) from ${requestPayments} where ${inRequests}) as of_requests`,
  );
  const [ofIntents, ofRequests] = [row!.of_intents ?? [], row!.of_requests ?? []];
  return {
    before: row!.before,
    cleaned: row!.cleaned?.includes(accountId) ?? false,
    // What is not known here belongs to nobody else.
    ofAnother: [...ofIntents, ...ofRequests].some(({ account }) => account !== accountId),
    waits: { intent: ofIntents.some(isOpen), requestPayment: ofRequests.some(isOpen) },
  };
}

type Owner = { readonly account: string; readonly state: string };

const isOpen = ({ state }: Owner): boolean => state !== 'approved' && state !== 'declined';

/** Which of our requests, and which payments of payment requests, an event is about. */
function subjectOf(event: ProcessorEvent): readonly [inIntents: SQL, inRequests: SQL] {
  const referred = (reference: string) =>
    [
      sql`${intents.answer}->>'reference' = ${reference}`,
      sql`${requestPayments.answer}->>'reference' = ${reference}`,
    ] as const;
  switch (event.type) {
    case 'request.answered':
      return [sql`${intents.id} = ${event.key}`, sql`${requestPayments.id} = ${event.key}`];
    case 'payment.returned':
    case 'dispute.changed':
      return referred(event.payment);
    case 'authorisation.lapsed':
      return referred(event.authorisation);
    case 'payout.made':
      return [sql`false`, sql`false`];
  }
}
