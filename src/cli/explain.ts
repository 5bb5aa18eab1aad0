import { stateLines } from '#cli/bookingLines';
import { wrong } from '#cli/wrong';
import type { App } from '#compose';
import { standing } from '#core/booking/standing';
import { formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import { agreedOf, readBooking } from '#server/booking/lockBooking';
import { bookings } from '#server/database/schema/bookings';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import { errands } from '#server/database/schema/work';
import { asc, eq } from 'drizzle-orm';

const moment = (instant: string | null): string => instant ?? 'open';

/**
 * `explain NUMBER`: how a booking comes to be as it is: its facts, the state and plan that they make, the jobs that were
 * planned, and its entries in the books. @returns the exit status
 */
export async function explain(
  app: Pick<App, 'deps'>,
  number: string | undefined,
  say: (text: string) => void = console.log,
): Promise<number> {
  if (number === undefined) return wrong('invalid_usage', 'explain takes the number of a booking', 'NUMBER');
  const { db, clock } = app.deps;
  const [row] = await db.select({ id: bookings.id }).from(bookings).where(eq(bookings.number, number));
  const loaded = row && (await readBooking(db, row.id));
  if (!loaded) return wrong('booking_not_found', `no booking ${number}`, 'NUMBER');
  const { booking, facts } = loaded;
  const now = clock.now();
  const money = (amount: number): string => formatMoney(minor(amount), booking.currency);
  const jobs = await db.select().from(errands).where(eq(errands.bookingId, booking.id)).orderBy(asc(errands.at));
  const lines = await db
    .select({ entry: journalEntries, line: journalLines })
    .from(journalEntries)
    .innerJoin(journalLines, eq(journalLines.entrySeq, journalEntries.seq))
    .where(eq(journalEntries.bookingId, booking.id))
    .orderBy(asc(journalEntries.seq), asc(journalLines.line));
  const seqs = [...new Set(lines.map(({ entry }) => entry.seq))];
  const entries = seqs.map((seq) => lines.filter(({ entry }) => entry.seq === seq));
  const told = [
    `${number}: ${booking.title}, ${booking.startsAt} to ${booking.endsAt} (${booking.timeZone}), as of ${now}`,
    '',
    'Facts',
    ...facts.map(({ at, kind, actor, ...rest }) => `${at} ${kind} by ${actor.kind} ${JSON.stringify(rest)}`),
    '',
    'State, parts (-), hold (=), decisions (!), jobs that follow from it (>), strip (#)',
    ...stateLines(standing(agreedOf(booking), facts, now), facts, { money, moment }),
    '',
    'Jobs',
    ...jobs.map(({ at, kind, key, state, tries, error }) => {
      const tried = tries > 1 ? `, tried ${tries} times` : '';
      return `${at} ${kind} [${key}] ${state}${tried}${error === null ? '' : `: ${error}`}`;
    }),
    '',
    'Entries',
    ...entries.flatMap((of) => [
      `${of[0]!.entry.day} ${of[0]!.entry.description}`,
      ...of.map(({ line }) => `    ${line.account}  ${formatMoney(line.amount, line.currency)}`),
    ]),
  ];
  say(told.join('\n'));
  return 0;
}
