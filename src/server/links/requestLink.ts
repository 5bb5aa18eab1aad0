import type { Database, Tx } from '#server/database/database';
import { paymentRequests, requestLinks } from '#server/database/schema/credit';
import { hashOfToken } from '#server/links/clientLink';
import { eq } from 'drizzle-orm';

/** Which way a link to a payment request went. */
export type RequestVia = 'message' | 'link';

/** Lets a token open a payment request. Only its hash is kept; the same one may be given again. */
export async function keepRequestLink(
  db: Tx | Database,
  token: string,
  requestId: string,
  via: RequestVia,
): Promise<void> {
  await db
    .insert(requestLinks)
    .values({ hash: hashOfToken(token), requestId, via })
    .onConflictDoNothing();
}

/** The request of a link, and which way it went. */
export async function requestOfLink(db: Tx | Database, link: string) {
  const [row] = await db
    .select({ request: paymentRequests, via: requestLinks.via })
    .from(requestLinks)
    .innerJoin(paymentRequests, eq(paymentRequests.id, requestLinks.requestId))
    .where(eq(requestLinks.hash, hashOfToken(link)));
  return row ?? null;
}
