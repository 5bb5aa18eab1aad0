import type { Instant } from '#core/calendar/instant';
import { renewAt } from '#core/paymentMethods/ways';
import { jobDue, nextJob } from '#server/jobs/run/claimDue';
import { nextExpiry } from '#server/credit/expireVouchers';
import { preparedRows } from '#server/database/prepared';
import type { Deps } from '#server/deps';
import { renewable } from '#server/paymentMethods/renewAccess';
import { sql } from 'drizzle-orm';

/** When the application has something to do by itself; null where nothing is planned. */
export type Moments = {
  /** Whether an errand could be taken now. */
  readonly errandDue: boolean;
  /** The next errand that lies ahead. */
  readonly errand: Instant | null;
  /** The next access to renew, and the next voucher whose rest is then the business's: of now, or ahead. */
  readonly renewal: Instant | null;
  readonly expiry: Instant | null;
};

type Row = Omit<Moments, 'renewal'> & {
  readonly accesses: readonly { readonly until: Instant; readonly failedAt: Instant | null }[] | null;
};
const now = sql.placeholder('now');
const read = preparedRows<{ now: Instant }, Row>(
  sql`select ${jobDue(now)} as "errandDue", ${nextJob(now)} as errand, ${nextExpiry} as expiry, ${renewable} as accesses`,
);

/** All of them by one statement: most looks find nothing to do, and are over with it. */
export async function momentsOf({ db, clock }: Deps): Promise<Moments> {
  const [row] = await read(db, { now: clock.now() });
  const { accesses, ...moments } = row!;
  const renewals = (accesses ?? []).flatMap((access) => renewAt(access) ?? []);
  return { ...moments, renewal: renewals.sort()[0] ?? null };
}
