import type { PlainDate } from '#core/calendar/days';
import { localDate } from '#core/calendar/zoned';
import { askedBy } from '#core/paymentRequests/requestPaper';
import { requestStanding } from '#core/paymentRequests/requestStanding';
import type { Database } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { clients } from '#server/database/schema/clients';
import { paymentRequests, requestFacts } from '#server/database/schema/credit';
import { factsOfRequests } from '#server/paymentRequests/requestFacts';
import { paidOfRequest } from '#server/paymentRequests/requests';
import { and, eq, exists, sql } from 'drizzle-orm';

/** Requests whose lines were sold and are not paid in full: what is left of each, and since when it is due. */
export async function requestsOwing(db: Database) {
  const { timeZone } = await ownerRow(db);
  const sold = db
    .select({ one: sql`1` })
    .from(requestFacts)
    .where(and(eq(requestFacts.requestId, paymentRequests.id), sql`${requestFacts.fact}->>'kind' = 'sold'`));
  const rows = await db
    .select({ request: paymentRequests, client: clients.name })
    .from(paymentRequests)
    .innerJoin(clients, eq(clients.id, paymentRequests.clientId))
    .where(and(exists(sold), sql`${paidOfRequest(paymentRequests.id)} < ${paymentRequests.amount}`));
  const told = await factsOfRequests(
    db,
    rows.map(({ request }) => request.id),
  );
  return rows.flatMap(({ request, client }) => {
    const { id, number, note, currency, amount, paper, madeAt } = request;
    const own = told.filter(({ requestId }) => requestId === id).map(({ fact }) => fact);
    const left = requestStanding(askedBy(amount, paper), own).left ?? 0;
    const day: PlainDate = paper.dueDay ?? localDate(madeAt, timeZone);
    return left === 0 ? [] : [{ number, client, note, currency, left, day }];
  });
}
