import type { Shell } from '#contracts/bookings/views';
import { writeAs } from '#core/wording/houseStyle';
import { prepared } from '#server/database/prepared';
import { summaries } from '#server/database/schema/bookings';
import { business } from '#server/database/schema/business';
import { quotes } from '#server/database/schema/quotes';
import type { Deps } from '#server/deps';
import type { Limits } from '#server/rateLimits/limits';
import { testAccountConnected } from '#server/paymentMethods/payAccounts';
import { isNotNull, sql } from 'drizzle-orm';

/** The business, and what waits for its owner: each page has it, so it is one statement whose text is made once. */
const read = prepared((db) => {
  const asks = db
    .select({
      decisions: sql<number>`count(*)`.mapWith(Number).as('decisions'),
      // What waits for its client, or for its way back, is not for the owner yet.
      closeOuts: sql<number>`count(*) filter (where ${summaries.stage} = 'toCloseOut')`
        .mapWith(Number)
        .as('close_outs'),
    })
    .from(summaries)
    .where(isNotNull(summaries.decideBy))
    .as('asks');
  return db
    .select({
      name: business.name,
      line: business.line,
      timeZone: business.timeZone,
      currency: business.currency,
      style: business.style,
      bookingStopped: business.bookingStopped,
      decisions: asks.decisions,
      closeOuts: asks.closeOuts,
      quotes: sql<number>`(select count(*)::int from ${quotes} where ${isNotNull(quotes.wants)})`,
    })
    .from(business)
    .crossJoin(asks);
});

/** What frames every page of the owner's. */
export const shellView =
  (
    { db, clock }: Pick<Deps, 'db' | 'clock'>,
    { limits, standInsOpen }: { readonly limits: Pick<Limits, 'room'>; readonly standInsOpen: boolean },
  ) =>
  async (person: Shell['person'], clockStands: boolean): Promise<Shell> => {
    const [row] = await read(db, {});
    const { name, line, timeZone, currency, style, bookingStopped, ...counts } = row!;
    writeAs(style);
    return {
      business: { name, line, timeZone, currency },
      person,
      now: clock.now(),
      standing: clockStands,
      standIns: standInsOpen || (await testAccountConnected(db)),
      bookingStopped: bookingStopped !== null,
      pressed: !(await limits.room('unpaidInAll', {})),
      ...counts,
    };
  };
