import { addHours } from '#core/calendar/instant';
import { business } from '#server/database/schema/business';
import { clientDevices } from '#server/database/schema/clientLinks';
import { deviceCodes } from '#server/database/schema/clients';
import { checkouts } from '#server/database/schema/places';
import { counted, rateLimit, session, usedOnce, verification } from '#server/database/schema/signIn';
import { connecting } from '#server/database/schema/ways';
import { messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { and, inArray, lt, sql } from 'drizzle-orm';

/** How often a process looks for what is old, in milliseconds of real time. */
export const tidyEvery = 60 * 60 * 1000;
/** What is good once is remembered longer than anything is good. */
const onceDays = 30;
const dayMilliseconds = 24 * 60 * 60 * 1000;

/**
 * Deletes what has no more use: counts and sessions that are over, at once; codes with their letters, devices, carts,
 * connections that were begun, after as many days as the owner keeps them. Facts, journal and messages about bookings
 * are not among it. @returns how many rows went
 */
export async function tidy({ db, clock }: Deps): Promise<number> {
  const [owner] = await db.select({ keepDays: business.keepDays }).from(business);
  if (!owner) return 0;
  const { keepDays } = owner;
  const now = new Date();
  const before = addHours(clock.now(), -24 * keepDays);
  const gone = [
    await db.delete(counted).where(lt(counted.expire, now)).returning({ one: counted.key }),
    await db.delete(session).where(lt(session.expiresAt, now)).returning({ one: session.id }),
    await db.delete(verification).where(lt(verification.expiresAt, now)).returning({ one: verification.id }),
    await db
      .delete(rateLimit)
      .where(lt(rateLimit.lastRequest, now.getTime() - dayMilliseconds))
      .returning({ one: rateLimit.id }),
    await db
      .delete(usedOnce)
      .where(lt(usedOnce.usedAt, sql`now() - make_interval(days => ${Math.max(onceDays, keepDays)})`))
      .returning({ one: usedOnce.hash }),
    await db.delete(clientDevices).where(lt(clientDevices.expiresAt, before)).returning({ one: clientDevices.hash }),
    await db
      .delete(checkouts)
      .where(and(checkouts.over, lt(checkouts.madeAt, before)))
      .returning({ one: checkouts.id }),
    await db.delete(connecting).where(lt(connecting.madeAt, before)).returning({ one: connecting.state }),
    await db.transaction(async (tx) => {
      const old = tx.select({ id: deviceCodes.id }).from(deviceCodes).where(lt(deviceCodes.expiresAt, before));
      await tx.delete(messages).where(inArray(messages.codeId, old));
      return tx.delete(deviceCodes).where(lt(deviceCodes.expiresAt, before)).returning({ one: deviceCodes.id });
    }),
  ];
  return gone.reduce((total, rows) => total + rows.length, 0);
}
