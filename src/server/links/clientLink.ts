import { prepared } from '#server/database/prepared';
import { addHours, type Instant } from '#core/calendar/instant';
import type { Database, Tx } from '#server/database/database';
import type { Deps } from '#server/deps';
import { clientLinks } from '#server/database/schema/clientLinks';
import { eq, sql } from 'drizzle-orm';
import { createHash, randomBytes } from 'node:crypto';

/** A link outlives the service by this much, so that a receipt can be read later. */
const linkHours = 24 * 180;

export type LinkPurpose = 'client' | 'payer';

export const linkExpiry = (from: Instant, now: Instant): Instant => addHours(from > now ? from : now, linkHours);

export const hashOfToken = (token: string): string => createHash('sha256').update(token).digest('base64url');

/** Makes an unguessable link to a booking (256 bits). Only its hash is kept, so it cannot be shown again. */
export async function makeClientLink(
  tx: Tx | Database,
  bookingId: string,
  from: Instant,
  now: Instant,
  purpose: LinkPurpose = 'client',
): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await keepClientLink(tx, token, { bookingId, from, now, purpose });
  return token;
}

const { placeholder } = sql;
const keep = prepared<typeof clientLinks.$inferInsert, unknown>((db) =>
  db
    .insert(clientLinks)
    .values({
      hash: placeholder('hash'),
      bookingId: placeholder('bookingId'),
      purpose: placeholder('purpose'),
      madeAt: placeholder('madeAt'),
      expiresAt: placeholder('expiresAt'),
    })
    .onConflictDoUpdate({ target: clientLinks.hash, set: { expiresAt: sql`excluded.expires_at` } }),
);

/** Lets a given token open a booking: the same message, handed over again, has the same link. */
export async function keepClientLink(
  db: Tx | Database,
  token: string,
  about: {
    readonly bookingId: string;
    readonly from: Instant;
    readonly now: Instant;
    readonly purpose: LinkPurpose;
  },
): Promise<void> {
  const { bookingId, from, now, purpose } = about;
  await keep(db, { hash: hashOfToken(token), bookingId, purpose, madeAt: now, expiresAt: linkExpiry(from, now) });
}

/**
 * The link of a booking that is the same each time: what a client's own pages lead to. It opens nothing that the device
 * may not see.
 */
export async function standingLink(
  db: Tx | Database,
  { keyOf }: Pick<Deps, 'keyOf'>,
  about: { readonly bookingId: string; readonly from: Instant; readonly now: Instant },
): Promise<string> {
  const { bookingId, from, now } = about;
  const token = keyOf('client link', bookingId);
  await keepClientLink(db, token, { bookingId, from, now, purpose: 'client' });
  return token;
}

/** The booking that a link opens, or why it opens none. */
export async function bookingOfLink(
  db: Tx | Database,
  token: string,
  now: Instant,
): Promise<{ bookingId: string; purpose: LinkPurpose } | { fault: 'link_unknown' | 'link_expired' }> {
  const [row] = await db
    .select()
    .from(clientLinks)
    .where(eq(clientLinks.hash, hashOfToken(token)));
  if (!row) return { fault: 'link_unknown' };
  return row.expiresAt <= now ? { fault: 'link_expired' } : { bookingId: row.bookingId, purpose: row.purpose };
}
