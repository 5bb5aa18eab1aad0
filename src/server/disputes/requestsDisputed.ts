import { disputeSubject } from '#server/disputes/disputeSubject';
import { rowsOf, type Database } from '#server/database/database';
import { sql } from 'drizzle-orm';
import type { Instant } from '#core/calendar/instant';

/** Disputes over payments of requests that nobody has answered yet; those of bookings are decisions of theirs. */
export async function requestsDisputed(
  db: Database,
): Promise<{ readonly id: string; readonly number: string; readonly answerBy: Instant }[]> {
  const told = await rowsOf<{ id: string }>(
    db,
    sql`select distinct fact->>'dispute' as id from request_facts where fact->>'dispute' is not null limit 500`,
  );
  const found: { id: string; number: string; answerBy: Instant }[] = [];
  for (const { id } of told) {
    const subject = await disputeSubject(db, id);
    if (subject?.kind !== 'request') continue;
    const { state, answerBy } = subject.dispute;
    if (state === 'asked' || state === 'open') found.push({ id, number: subject.request.number, answerBy });
  }
  return found;
}
