import type { SessionLine } from '#contracts/auth/auth';
import { ok, refuse, type Result } from '#core/result';
import type { Database } from '#server/database/database';
import { session, user } from '#server/database/schema/signIn';
import { sessionSeconds } from '#server/auth/signInTerms';
import { and, desc, eq, gt, ne } from 'drizzle-orm';

/** Who asks: a person, in a session of theirs. */
export type InSession = { readonly personId: string; readonly sessionId: string };

/** A session that was proven or begun within so long is not asked again, in milliseconds. */
const provenFor = 10 * 60_000;

/** The sessions of a person that are still good, newest first. */
export async function sessionsOf(db: Database, { personId, sessionId }: InSession): Promise<SessionLine[]> {
  const rows = await db
    .select()
    .from(session)
    .where(and(eq(session.userId, personId), gt(session.expiresAt, new Date())))
    .orderBy(desc(session.updatedAt));
  return rows.map((row) => ({
    id: row.id,
    here: row.id === sessionId,
    address: row.ipAddress ?? '',
    program: row.userAgent ?? '',
    begun: row.createdAt.toISOString(),
    used: row.updatedAt.toISOString(),
  }));
}

/** Ends one session of the person's own. */
export async function endSession(
  db: Database,
  { personId }: InSession,
  id: string,
): Promise<Result<{ ended: true }, { code: 'session_not_found' }>> {
  const ended = await db
    .delete(session)
    .where(and(eq(session.id, id), eq(session.userId, personId)))
    .returning({ id: session.id });
  return ended.length > 0 ? ok({ ended: true }) : refuse({ code: 'session_not_found' });
}

/** Ends all sessions of a person, but for the one that asks where it is named. @returns how many there were */
export async function endSessions(db: Database, personId: string, but?: string): Promise<number> {
  const those = and(eq(session.userId, personId), ...(but === undefined ? [] : [ne(session.id, but)]));
  return (await db.delete(session).where(those).returning({ id: session.id })).length;
}

/** Used or not, a session ends after two weeks. */
export const isOverAge = (begun: Date, now: number): boolean => begun.getTime() + sessionSeconds * 1000 <= now;

export async function proveSession(db: Database, sessionId: string): Promise<void> {
  await db.update(session).set({ provenAt: new Date() }).where(eq(session.id, sessionId));
}

/** Whether it was shown a moment ago who sits there, and by what it is shown again. */
export async function proofOf(
  db: Database,
  { personId, sessionId }: InSession,
): Promise<{ readonly proven: boolean; readonly by: 'code' | 'password' }> {
  const [row] = await db
    .select({ begun: session.createdAt, provenAt: session.provenAt, second: user.twoFactorEnabled })
    .from(session)
    .innerJoin(user, eq(user.id, session.userId))
    .where(and(eq(session.id, sessionId), eq(session.userId, personId)));
  if (!row) return { proven: false, by: 'password' };
  const last = Math.max(row.begun.getTime(), row.provenAt?.getTime() ?? 0);
  return { proven: Date.now() - last < provenFor, by: row.second ? 'code' : 'password' };
}
